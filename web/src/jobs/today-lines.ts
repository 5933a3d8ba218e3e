import type { JobOutlookAnswer, JobSummary } from '@caulkhorn/contract';
import type { OutlookLine } from '@caulkhorn/core/outlook';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { groupOutlook, outlookText } from '../words/outlook-text';

/** One line of the first page: which job, what of it, what it says and where it leads. */
export interface TodayLine {
  key: string;
  /** none where it is the store's own */ job?: Pick<JobSummary, 'id' | 'name'>;
  marks: readonly string[];
  text: string;
  atMs?: number;
  first: OutlookLine;
  n: number;
}

export interface TodayLines {
  wrong: TodayLine[];
  coming: TodayLine[];
  waits: TodayLine[];
}

export interface LookedAt {
  job: JobSummary;
  outlook: JobOutlookAnswer;
}

/** All lines of all jobs, by what they ask of the reader; what comes is in order of time over all jobs. */
export function todayLines(
  looked: readonly LookedAt[],
  store: readonly OutlookLine[],
  storeZone: string,
  { units, nowMs }: { units: UnitSystem; nowMs: number },
): TodayLines {
  const all = [
    ...looked.flatMap(({ job, outlook }) =>
      toned(job, job.timeZone, [...outlook.missing, ...outlook.short, ...outlook.coming], { units, nowMs }),
    ),
    ...toned(undefined, storeZone, store, { units, nowMs }),
  ];
  const of = (tone: OutlookLine['tone']) => all.filter(({ first }) => first.tone === tone);
  // somebody who does not answer comes before all that can be mended, whichever job he is at
  const isSilent = ({ first }: TodayLine) => first.code === 'alone-silent';
  const wrong = of('wrong').sort((a, b) => Number(isSilent(b)) - Number(isSilent(a)));
  return { wrong, coming: of('soon').sort((a, b) => (a.atMs ?? 0) - (b.atMs ?? 0)), waits: of('waits') };
}

function toned(
  job: JobSummary | undefined,
  timeZone: string,
  lines: readonly OutlookLine[],
  reader: { units: UnitSystem; nowMs: number },
): TodayLine[] {
  const textOf = (line: OutlookLine) => outlookText(line, { timeZone, ...reader });
  const shown = [...shortOnce(lines.filter(({ code }) => code === 'short')), ...lines.filter(({ code }) => code !== 'short')];
  return groupOutlook(shown, textOf).map(({ first, marks, n }) => ({
    key: `${job?.id ?? 'store'} ${first.code} ${textOf(first)} ${marks.join()}`,
    ...(job ? { job } : {}),
    marks,
    text: textOf(first),
    ...(first.atMs === undefined ? {} : { atMs: first.atMs }),
    first,
    n,
  }));
}

/** What a job is short of is one errand: several products are one line, told by the one to be ordered first. */
function shortOnce(lines: readonly OutlookLine[]): OutlookLine[] {
  if (lines.length < 2) return [...lines];
  const [first] = [...lines].sort((a, b) => String(a.values?.['orderBy'] ?? '9').localeCompare(String(b.values?.['orderBy'] ?? '9')));
  const tone = lines.some((line) => line.tone === 'wrong') ? 'wrong' : 'waits';
  return [{ ...first!, code: 'short-n', tone, values: { n: lines.length, first: first!.values!['product']! } }];
}

/** Where a line leads: its step of the work, with its face or thing chosen. */
export function leadsTo(organisationId: string, { job, first }: TodayLine): string {
  if (!job) return `/o/${organisationId}/house/stores`;
  const { step, faceId, featureId } = first.place;
  const chosen = featureId ? `?feature=${featureId}` : faceId ? `?face=${faceId}` : '';
  return `/o/${organisationId}/jobs/${job.id}/${step}${chosen}`;
}

/** The first lines of a list, so that one job does not fill it: at most so many of each, the rest only where there is room. In their order. */
export function firstLines(lines: readonly TodayLine[], most: number, ofOneJob: number): TodayLine[] {
  const counts = new Map<string | undefined, number>();
  const near = lines.filter(({ job }) => {
    const n = (counts.get(job?.id) ?? 0) + 1;
    counts.set(job?.id, n);
    return n <= ofOneJob;
  });
  const chosen = new Set([...near, ...lines.filter((line) => !near.includes(line))].slice(0, most));
  return lines.filter((line) => chosen.has(line));
}
