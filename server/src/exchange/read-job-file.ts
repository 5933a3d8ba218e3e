import { JobFileDto, checkShape, upgradeJobFile } from '@caulkhorn/contract';
import { type Issue, type Result, accept, issue, refuse } from '@caulkhorn/core/issues';
import { ITEM_KINDS, ITEM_LISTS, type ItemKind, type JobHead, type JobModel, LIMITS, checkModel } from '@caulkhorn/core/jobs';
import { checkReleased } from '@caulkhorn/core/proof';
import { findBrokenLink } from '@caulkhorn/core/site-log';
import { findUnfit, isTooDeep } from '../platform/readable-json.js';
import { findBrokenSignature } from '../records/signatures.js';

/** A job file, checked all through and ready to be written: its lists as JSON, so that they travel between threads as they are. */
export interface ReadJobFile {
  head: JobHead;
  items: Record<ItemKind, string>;
  /** JSON */ products: string;
  revisions: { id: string; number: number; body: string }[];
  /** entries with their receipts */ log: string;
  keys: string | null;
}

const bad = (code: string): Result<never> => refuse(issue(code, ''));
const MOST_ISSUES = 200;

/** Reads the bytes of a job file of any version. Cheap questions come first: how deep, how many; the rest is asked only of what may be imported at all. */
export function readJobFile(bytes: Uint8Array): Result<ReadJobFile> {
  const buffer = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (isTooDeep(buffer)) return bad('too-deep');
  const raw = parsed(buffer.toString());
  if (raw === undefined) return bad('not-json');
  const unfit = findUnfit(raw) ?? tooMany(raw);
  if (unfit) return refuse(unfit);
  const upgraded = upgradeJobFile(raw);
  const shape = checkShape(JobFileDto, upgraded);
  if (!shape.ok) return refuse(...shape.issues.slice(0, MOST_ISSUES));
  // hashes cover what was written, so what is stored is the file itself, not the checked copy
  const file = upgraded as JobFileDto;
  const model = {
    ...file,
    readings: file.readings ?? [],
    photos: file.photos ?? [],
    keptProgrammes: file.keptProgrammes ?? [],
  } as unknown as JobModel;
  const issues = [...checkModel(model), ...checkRecords(file)];
  return issues.length > 0 ? refuse(...issues.slice(0, MOST_ISSUES)) : accept(prepared(file, model));
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

/** More than a job may hold is told by counting, before anything in it is looked at. */
function tooMany(raw: unknown): Issue | undefined {
  if (typeof raw !== 'object' || raw === null) return undefined;
  for (const [name, max] of Object.entries(LIMITS)) {
    const list = (raw as Record<string, unknown>)[name];
    if (Array.isArray(list) && list.length > max) return issue('too-many', name, { max });
  }
  return undefined;
}

function checkRecords(file: JobFileDto): Issue[] {
  const found: Issue[] = [];
  const broken = findBrokenLink(file.log);
  if (broken) found.push(issue(broken.code, `log[${file.log.findIndex((line) => line.entry.id === broken.entryId)}]`));
  const unsigned = findBrokenSignature(file.log, file.keys ?? { devices: [], servers: [] });
  if (unsigned) found.push(issue(unsigned.code, `log[${unsigned.index}]`));
  const numbers = new Set<number>();
  const ids = new Set<string>();
  file.planRevisions.forEach((revision, i) => {
    const path = `planRevisions[${i}]`;
    if (numbers.has(revision.number)) found.push(issue('duplicate-number', `${path}.number`));
    if (ids.has(revision.id)) found.push(issue('duplicate-id', `${path}.id`));
    numbers.add(revision.number);
    ids.add(revision.id);
    const released = revision.decided === null ? undefined : checkReleased(revision, path);
    if (released && !released.ok) found.push(...released.issues);
  });
  return found;
}

function prepared(file: JobFileDto, model: JobModel): ReadJobFile {
  return {
    head: file.job as JobHead,
    items: Object.fromEntries(ITEM_KINDS.map((kind) => [kind, JSON.stringify(model[ITEM_LISTS[kind]])])) as Record<ItemKind, string>,
    products: JSON.stringify(file.products ?? []),
    revisions: file.planRevisions.map((revision) => ({ id: revision.id, number: revision.number, body: JSON.stringify(revision) })),
    log: JSON.stringify(file.log.map(({ entry, receipt }) => ({ entry, receipt }))),
    keys: file.keys ? JSON.stringify(file.keys) : null,
  };
}
