import type { FamilyId, Reading, VoidedBy } from '../jobs/index.js';
import { type LogLine, hashOf } from '../site-log/index.js';
import { AFTER_CARE, type CareLook, careLooks } from './after-care.js';
import { type ReleasedRevision, dossierFaces, isShown } from './dossier.js';

/** What a plate on the wall tells anybody who stands before it, about one face. */
export interface PlateFace {
  mark: string;
  name: string;
  family: FamilyId;
  /** of its coat, as the sheet names it */ product?: string;
  /** ISO 8601; none while any of its work is open */ finishedAt?: string;
  /** whether every test that was wanted has been passed */ isShown: boolean;
  voids: readonly VoidedBy[];
  look: CareLook;
  /** ISO 8601, in order, those gone by as well */ looksAt: string[];
}

/** A plate as it was published: no people, no figures of the house, nothing of the log. */
export interface PlateSays {
  job: string;
  site: string;
  timeZone: string;
  /** ISO 8601 */ asOf: string;
  revision: number;
  faces: PlateFace[];
}

/** What a plate is made from. */
export interface PlateRecord {
  revision: ReleasedRevision | null;
  lines: readonly LogLine[];
  readings: readonly Reading[];
  nowMs: number;
}

/** What a visitor may see of a job, or of one of its faces; null where nothing that was released lies there. */
export function plateOf({ revision, lines, readings, nowMs }: PlateRecord, faceId?: string): PlateSays | null {
  if (!revision?.decided) return null;
  const faces = dossierFaces(revision, lines, readings, nowMs);
  const { job, products } = revision.decided;
  const shown = faces.flatMap(({ face, tests, finishedMs }): PlateFace[] => {
    const { family } = face;
    if (family === undefined || (faceId !== undefined && face.faceId !== faceId)) return [];
    const coat = face.products['coat'];
    const sheet = products.find(({ id, version }) => id === coat?.id && version === coat.version);
    const { voids, look } = AFTER_CARE[family];
    return [
      {
        ...{ mark: face.mark, name: face.name, family, isShown: isShown(tests), voids, look },
        ...(sheet ? { product: sheet.name } : {}),
        ...(finishedMs === undefined ? {} : { finishedAt: iso(finishedMs) }),
        looksAt: finishedMs === undefined ? [] : careLooks(family, finishedMs).map(iso),
      },
    ];
  });
  if (shown.length === 0) return null;
  const { name, site, timeZone } = job;
  return { job: name, site, timeZone, asOf: iso(nowMs), revision: revision.number, faces: shown };
}

/** Whether a plate, as it was published, still says what it would say now: the day apart. */
export function isPlateSo(published: PlateSays, record: PlateRecord, faceId?: string): boolean {
  const now = plateOf(record, faceId);
  if (!now) return false;
  const told = ({ asOf: _, ...says }: PlateSays) => hashOf(says);
  return told(published) === told(now);
}

const iso = (ms: number): string => new Date(ms).toISOString();
