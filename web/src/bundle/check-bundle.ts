import { fingerprintOf } from '@caulkhorn/core/proof';
import { type LogCheck, checkLog } from './check-log';
import { unpackBundle } from './unpack-bundle';
import { type SealCheck, checkSeal, knownFrom } from './check-seal';
import { BUNDLE_FORMAT, MANIFEST, type Manifest, SEAL, hexSha256 } from './manifest';

export interface FileCheck {
  path: string;
  state: 'whole' | 'altered' | 'missing' | 'added';
}

/** What a bundle shows of itself, without any server. */
export type BundleCheck =
  | { kind: 'no-bundle' }
  | {
      kind: 'checked';
      job: string;
      madeAt: string;
      /** of its list of files: to be compared with what was told at handover */ manifestSha256: string;
      /** what a server said of that list */ seal: SealCheck;
      /** in the order of the list; what is wrong first */ files: FileCheck[];
      log: LogCheck;
      /** released plans by their number: whether each is still what its fingerprint says */ plans: { number: number; isWhole: boolean }[];
      /** pictures that log or survey speak of and that are not in it */ photosMissing: number;
      isWhole: boolean;
    };

interface JobInBundle {
  job?: { name?: string };
  photos?: { id: string; originalSha256: string }[];
  planRevisions?: { number: number; fingerprint: string; decided: never; workItems: never[]; quantities: never[] }[];
}

/** Checks every file of a bundle against its list, the chain of its log with all signatures and receipts, its plans and its photos. */
export async function checkBundle(zip: Uint8Array): Promise<BundleCheck> {
  const files = unpackBundle(zip);
  const manifest = files && readManifest(files.get(MANIFEST));
  if (!files || !manifest) return { kind: 'no-bundle' };
  const listed = new Map(manifest.files.map((file) => [file.path, file]));
  const checks = [
    ...manifest.files.map(({ path, sha256, bytes }): FileCheck => {
      const file = files.get(path);
      if (!file) return { path, state: 'missing' };
      return { path, state: file.length === bytes && hexSha256(file) === sha256 ? 'whole' : 'altered' };
    }),
    ...[...files.keys()]
      .filter((path) => path !== MANIFEST && path !== SEAL && !listed.has(path))
      .map((path): FileCheck => ({ path, state: 'added' })),
  ];
  const manifestSha256 = hexSha256(files.get(MANIFEST)!);
  const sealed = await checkSeal(files.has(SEAL) ? textOf(files.get(SEAL)) : undefined, manifestSha256, manifest.job.id);
  const text = textOf(files.get('job.json'));
  const job = parsed<JobInBundle>(text) ?? {};
  const log = await checkLog(text);
  const seal = knownFrom(sealed, log);
  const plans = (job.planRevisions ?? []).map(({ number, fingerprint, decided, workItems, quantities }) => ({
    number,
    // a plan from before decisions were kept has nothing to be checked by
    isWhole: decided === null || fingerprintOf({ decided, workItems, quantities }) === fingerprint,
  }));
  const photosMissing = (job.photos ?? []).filter(({ id }) => ![...files.keys()].some((path) => path.startsWith(`photos/${id}.`))).length;
  return {
    ...{
      kind: 'checked',
      job: job.job?.name ?? manifest.job.name,
      madeAt: manifest.madeAt,
      ...{ manifestSha256, seal },
    },
    files: checks.sort((a, b) => Number(a.state === 'whole') - Number(b.state === 'whole')),
    ...{ log, plans, photosMissing },
    isWhole:
      checks.every(({ state }) => state === 'whole') &&
      log.kind === 'holds' &&
      seal.kind !== 'broken' &&
      plans.every((plan) => plan.isWhole),
  };
}

function readManifest(bytes: Uint8Array | undefined): Manifest | undefined {
  const manifest = bytes && parsed<Manifest>(textOf(bytes));
  return manifest?.format === BUNDLE_FORMAT && Array.isArray(manifest.files) ? manifest : undefined;
}

const textOf = (bytes: Uint8Array | undefined): string => (bytes ? new TextDecoder().decode(bytes) : '');

function parsed<T>(text: string): T | undefined {
  try {
    return JSON.parse(text) as T;
  } catch {
    return undefined;
  }
}
