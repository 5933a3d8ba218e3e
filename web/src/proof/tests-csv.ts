import type { ProofRow } from '@caulkhorn/core/proof';
import Papa from 'papaparse';

const FIELDS = [
  ...['face', 'test', 'state', 'ready', 'asked_by', 'optional', 'taken', 'person', 'witness', 'weather', 'instrument', 'calibrated_on'],
  ...['after_mending', 'showed', 'figures', 'failures', 'not_shown', 'note', 'entry'],
];

/** Each planned test with every try, one a line: codes as the files have them, figures in SI; what a spreadsheet would take for a formula is quoted away. */
export function testsCsv(proof: ReadonlyMap<string, readonly ProofRow[]>, markOf: (faceId: string) => string): string {
  const data = [...proof].flatMap(([faceId, rows]) =>
    rows.flatMap(({ planned, state, readyMs, tries }) => {
      const of = [markOf(faceId), planned.id, state, readyMs ? new Date(readyMs).toISOString() : '', planned.by, planned.optional ?? false];
      if (tries.length === 0) return [of];
      return tries.map(({ entry, judgement: { state: showed, figures, failures, lacks, voids } }) => [
        ...of,
        ...[entry?.occurredAt, entry?.personName, entry?.body.witness, entry?.body.weather, entry?.body.instrument],
        ...[entry?.body.calibratedOn, entry?.body.mendId, showed],
        figures
          .map(({ name, value, unit, limit, bound }) => [name, value, unit, ...(limit === undefined ? [] : [bound, limit])].join(' '))
          .join('; '),
        failures
          .map(({ code, targetId, value, uM, vM }) => [code, targetId, value, uM, vM].filter((each) => each !== undefined).join(' '))
          .join('; '),
        [...voids, ...lacks].map(({ code }) => code).join('; '),
        ...[entry?.body.note, entry?.id],
      ]);
    }),
  );
  return Papa.unparse({ fields: FIELDS, data }, { escapeFormulae: true, newline: '\r\n' });
}
