import type { EntryBody } from '@caulkhorn/core/site-log';
import Papa from 'papaparse';
import type { ShownLine } from '../job/log-lines';

interface Names {
  /** of a piece of work */ nameOf(workItemId: string): string;
  /** mark of a face */ markOf(faceId: string): string;
}

const FIELDS = [
  ...['receipt', 'kind', 'work', 'face', 'happened', 'written', 'received', 'person', 'batch', 'air_c', 'surface_c', 'humidity_pct'],
  ...['first_laid', 'last_laid', 'used_kg', 'film_mm', 'became', 'reason', 'note', 'supersedes', 'entry', 'hash'],
];

/** The log as a table, one entry a line: times with their offset, figures in SI, films as a list with semicolons; formulae are quoted away. */
export function logCsv(lines: readonly ShownLine[], { nameOf, markOf }: Names): string {
  const data = lines.map(({ entry, receipt }) => {
    const { body } = entry;
    const of = <K extends string>(name: K): unknown => (name in body ? (body as Record<string, unknown>)[name] : undefined);
    const air = 'conditions' in body ? body.conditions : undefined;
    return [
      ...[receipt?.receiptSeq, body.kind, 'workItemId' in body ? nameOf(body.workItemId) : '', markOf(String(of('faceId') ?? ''))],
      ...[entry.occurredAt, entry.writtenAt, receipt?.receivedAt, entry.personName, of('batchNumber')],
      ...[air?.airTemperatureC, air?.surfaceTemperatureC, air?.relativeHumidityPct],
      ...[of('firstLaidAt'), of('lastLaidAt'), of('usedKg') ?? of('kg'), filmOf(body), of('became') ?? of('verdict')],
      ...[of('breachReason') ?? of('reason') ?? entry.supersedesReason, of('note'), entry.supersedes, entry.id, entry.hash],
    ];
  });
  return Papa.unparse({ fields: FIELDS, data }, { escapeFormulae: true, newline: '\r\n' });
}

const filmOf = (body: EntryBody): string | undefined =>
  body.kind === 'film' ? body.readings.map(({ wetMm }) => wetMm).join(';') : undefined;
