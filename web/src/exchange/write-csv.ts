import { type JobModel, levelAt } from '@caulkhorn/core/jobs';
import Papa from 'papaparse';

/** Tables as CSV (RFC 4180), in SI units, times with their offset. What a spreadsheet would take for a formula is quoted away. */

export function featuresCsv({ features, faces }: JobModel): string {
  const byId = new Map(faces.map((face) => [face.id, face]));
  return table(
    ['face', 'mark', 'kind', 'wet_state', 'width_mm', 'depth_mm', 'diameter_mm', 'movement', 'along_m', 'up_m', 'level_m', 'note'],
    features.map((feature) => {
      const face = byId.get(feature.faceId);
      const [u, v] = feature.path[0]!;
      return [
        face?.mark,
        feature.mark,
        feature.kind,
        feature.wetState,
        feature.widthMm,
        feature.depthMm,
        feature.diameterMm,
        feature.movement,
        u,
        v,
        face && round(levelAt(face, [u, v])),
        feature.note,
      ];
    }),
  );
}

/** With the columns that the import of readings understands. */
export function readingsCsv({ readings, faces }: JobModel): string {
  const marks = new Map(faces.map((face) => [face.id, face.mark]));
  return table(
    ['face', 'kind', 'value', 'time', 'along_m', 'up_m', 'instrument', 'note'],
    readings.map(({ faceId, kind, value, at, point, instrument, note }) => [
      marks.get(faceId),
      kind,
      value,
      at,
      point?.[0],
      point?.[1],
      instrument,
      note,
    ]),
  );
}

export interface ProgrammeLine {
  face: string;
  work: string;
  startMs: number;
  endMs: number;
  opensMs?: number;
  closesMs?: number | null;
  amount: number;
  unit: string;
  state: string;
  /** who was given it; none: the crew */ person?: string;
}

/** Every piece of work in time, with the window that it lies in. */
export function programmeCsv(lines: readonly ProgrammeLine[]): string {
  const time = (ms: number | null | undefined) => (ms == null || !Number.isFinite(ms) ? undefined : new Date(ms).toISOString());
  return table(
    ['face', 'work', 'start', 'end', 'window_opens', 'window_closes', 'amount', 'unit', 'state', 'person'],
    lines.map(({ face, work, startMs, endMs, opensMs, closesMs, amount, unit, state, person }) => [
      ...[face, work, time(startMs), time(endMs), time(opensMs), time(closesMs)],
      ...[round(amount), unit, state, person],
    ]),
  );
}

function table(fields: string[], data: unknown[][]): string {
  return Papa.unparse({ fields, data }, { escapeFormulae: true, newline: '\r\n' });
}

function round(metres: number): number {
  return Math.round(metres * 1e4) / 1e4;
}
