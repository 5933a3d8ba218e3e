import { TZDate } from '@date-fns/tz';
import { type Issue, issue } from '../issues.js';
import type { TestResult } from '../jobs/index.js';
import { DAY_MS, HOUR_MS } from '../quantities/index.js';
import { type EntryBody, dayStart } from '../site-log/index.js';
import { judgeInflow, judgeManholeVacuum, judgeManholeWater, judgePonding, judgeTank } from './judge-levels.js';
import {
  judgeAir,
  judgeCavity,
  judgeCores,
  judgeCuts,
  judgeDrops,
  judgeFilm,
  judgeHammer,
  judgeHoles,
  judgeLook,
  judgePulls,
} from './judge-places.js';
import type { Findings, Judgement } from './judgement.js';
import type { PlannedTest } from './proof-plan.js';
import { CALIBRATED_FOR_DAYS, SPARK_CALIBRATED_FOR_DAYS } from './test-rules.js';

export type TestBody = Extract<EntryBody, { kind: 'test' }>;

/** When a test could say something: ms since 1970. */
export interface TestTimes {
  /** what it waits for is over; undefined while that is not done */ readyMs?: number;
  /** what it must come before began */ closedMs?: number;
  /** its crystals have grown, by how warm the wall was; Infinity while it is frozen; undefined where that is not asked */ grownMs?: number;
}

export interface TakenAt {
  /** when it was over, ms since 1970 */ atMs: number;
  /** by which days are counted */ timeZone: string;
  /** name of who took it */ by?: string;
  /** names of who did the work that is tested */ workers?: readonly string[];
}

/** The readings of a test held against what was planned: what they show, what does not hold, and what is missing for either. */
export function judgeTest(body: TestBody, at: TakenAt, planned: PlannedTest, { readyMs, closedMs, grownMs }: TestTimes): Judgement {
  const growing = grownMs !== undefined && at.atMs < grownMs ? { untilMs: grownMs } : undefined;
  const found = findingsOf(body.result, planned, growing);
  const beganMs = at.atMs - lastedH(body.result) * HOUR_MS;
  if (readyMs === undefined) found.voids.push(issue('work-not-finished', ''));
  else if (beganMs < readyMs) found.voids.push(issue('too-early', '', { at: new Date(readyMs).toISOString() }));
  if (closedMs !== undefined && at.atMs > closedMs) found.voids.push(issue('too-late', ''));
  found.voids.push(...calibration(body, beganMs, at));
  if (!body.witness?.trim()) found.lacks.push(issue('no-witness', 'witness'));
  else if (planned.limits['apart'] === 1) found.lacks.push(...apartness(body.witness, at, planned));
  if (!body.weather?.trim()) found.lacks.push(issue('no-weather', 'weather'));
  return { ...found, state: stateOf(found) };
}

/** Nobody is his own witness; and where the plan has somebody else than the crew prove it, one of the two did not do the work. */
function apartness(witness: string, { by = '', workers = [] }: TakenAt, planned: PlannedTest): Issue[] {
  if (isNameOf(witness, by)) return [issue('witness-is-taker', 'witness')];
  const isWorker = (name: string) => workers.some((worker) => isNameOf(name, worker));
  return planned.by !== 'foreman' && isWorker(by) && isWorker(witness) ? [issue('nobody-apart', 'witness')] : [];
}

/** "Ida Moor, for the owner" is Ida Moor. */
function isNameOf(text: string, name: string): boolean {
  const [told] = text.trim().toLowerCase().split(/[,;(]/);
  return name.trim() !== '' && told!.trim() === name.trim().toLowerCase();
}

/** Water is watched for hours or days, and the test is over with its last reading. */
function lastedH(result: TestResult): number {
  if (result.kind !== 'ponding' && result.kind !== 'tank-fill') return 0;
  return Math.max(0, result.levels.at(-1)!.h - result.levels[0]!.h);
}

/** What was found wrong stays wrong however little was read; readings that are void say neither. */
function stateOf({ failures, lacks, voids }: Findings): Judgement['state'] {
  if (voids.length > 0) return 'not-shown';
  if (failures.length > 0) return 'failed';
  return lacks.length > 0 ? 'not-shown' : 'passed';
}

function calibration({ result, calibratedOn }: TestBody, beganMs: number, { atMs, timeZone }: TakenAt): Issue[] {
  const isLook = result.kind === 'pinhole' && result.how === 'look';
  const days = result.kind === 'pinhole' && !isLook ? SPARK_CALIBRATED_FOR_DAYS : CALIBRATED_FOR_DAYS[result.kind];
  if (days === undefined) return [];
  if (calibratedOn === undefined) return [issue('no-calibration', 'calibratedOn')];
  const dayMs = Date.parse(`${calibratedOn}T00:00:00Z`);
  const dayOf = (ms: number) => localDayMs(ms, timeZone);
  if (dayMs > dayOf(atMs)) return [issue('calibrated-later', 'calibratedOn')];
  return (dayOf(beganMs) - dayMs) / DAY_MS > days ? [issue('out-of-calibration', 'calibratedOn', { days })] : [];
}

/** The day of a time in a zone, as midnight UTC of that day, ms. */
function localDayMs(ms: number, timeZone: string): number {
  const start = new TZDate(dayStart(ms, timeZone), timeZone);
  return Date.UTC(start.getFullYear(), start.getMonth(), start.getDate());
}

function findingsOf(result: TestResult, planned: PlannedTest, growing: { untilMs: number } | undefined): Findings {
  switch (result.kind) {
    case 'leak-look':
      return judgeLook(result, planned, growing);
    case 'water-drop':
      return judgeDrops(result, planned);
    case 'hammer':
      return judgeHammer(result, planned);
    case 'pull-off':
      return judgePulls(result, planned);
    case 'film-dry':
      return judgeFilm(result, planned);
    case 'pinhole':
      return judgeHoles(result, planned);
    case 'ponding':
      return judgePonding(result);
    case 'tank-fill':
      return judgeTank(result);
    case 'penetration-air':
      return judgeAir(result, planned);
    case 'inflow':
      return judgeInflow(result);
    case 'manhole-water':
      return judgeManholeWater(result);
    case 'manhole-vacuum':
      return judgeManholeVacuum(result);
    case 'adhesion':
      return judgeCuts(result, planned);
    case 'cavity-run':
      return judgeCavity(result);
    case 'core':
      return judgeCores(result, planned);
  }
}
