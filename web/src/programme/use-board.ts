import {
  type Goal,
  GoalFigures,
  type OtherCoat,
  type PlacingOptions,
  type ProgrammeFigures,
  USUAL_CREW,
  type WorkItem,
  asKeptThen,
  keepProgramme,
  movesBetween,
  programmeFigures,
  takenOf,
} from '@caulkhorn/core/planning';
import type { WorkWeek } from '@caulkhorn/core/jobs';
import type { Programme } from '@caulkhorn/core/programme';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import type { SiteState } from '@caulkhorn/core/site-log';
import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v4 } from 'uuid';
import { parts, useJob, usePlanning } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { type Placed, Placing } from '../job/placing';
import { type Draft, NO_DRAFT, draftStarts, isEmpty, isPinnedIn, withHandsMoves, withMoved, withPerson, withPinned } from './draft';
import { type ByGoal, NO_SEARCH, Proposing, type Search } from './proposing';
import { ServerProposing } from './server-proposing';
import { trueNowIso } from '../shared/true-clock';

/** A search goes on so long unless it is proven that nothing better is left, or somebody stops it. */
const SEARCH_MS = 10_000;
/** Of a large job, which is gone through stretch by stretch, longer. */
const LARGE = 260;
const LARGE_SEARCH_MS = 40_000;
const SETTLED_MS = 400;
/** Ends that lie nearer to each other are no reason to move people about; the less so once they have been told. */
const WORTH_MS = 15 * MINUTE_MS;
const WORTH_TOLD_MS = 120 * MINUTE_MS;
interface Drafting {
  /** the programme that is changed */ of: Programme;
  changes: Draft;
}

/** What is being changed by hand outlives the step that it is changed in, by person and job. */
const DRAFTS = new Map<string, Drafting>();
const NONE_KEPT: NonNullable<PlacingOptions['kept']> = new Map();

/**
 * What the board shows: the programme as it stands, one that a search has found, or one that is being changed by hand; and what is
 * done with them. Nothing stands for others before it is kept.
 */
export function useBoard() {
  const { model, can, put, putHead, session } = useJob(parts('model', 'can', 'put', 'putHead', 'session'));
  const { programme: stands, workItems, site, placedBy, bookings } = usePlanning();
  const canPlan = can('plan');
  const kept = placedBy.kept ?? NONE_KEPT;
  const [isFoundShown, showFound] = useState(false);
  const [comparedAt, compareWith] = useState<number | null>(null);
  const draftKey = `${session.personId} ${model.job.id}`;
  const [begun, setBegun] = useState<Drafting | null>(() => DRAFTS.get(draftKey) ?? null);
  const setDraft = (next: Drafting | null) => {
    setBegun(next);
    if (next) DRAFTS.set(draftKey, next);
    else DRAFTS.delete(draftKey);
  };
  // where the work has become another meanwhile, what was changed counts for what stands now
  const draft = useMemo(() => begun && (isOf(begun.of, workItems) ? begun : { ...begun, of: stands }), [begun, workItems, stands]);
  // what a hand has pinned holds for the search too
  const pins = useMemo(() => (draft ? draftStarts(draft.of, kept, draft.changes) : kept), [draft, kept]);
  const beside = useDrafted(draft, { workItems, done: site.done, placedBy, pins });
  const aim = useAim(beside);
  const found = useFound({ isWanted: canPlan, workItems, done: site.done, placedBy, pins, byGoal: aim.byGoal });

  const [before] = model.keptProgrammes ?? [];
  const people = useMemo(() => new Map(before?.starts.map(({ workItemId, person }) => [workItemId, person])), [before]);
  const changes = draft?.changes ?? NO_DRAFT;
  const { people: given } = changes;
  const personOf = useCallback((id: string) => (given.has(id) ? given.get(id) : people.get(id)), [given, people]);
  const figuresOf = useMemo(() => figuresOnce(workItems, { ...placedBy, personOf }), [workItems, placedBy, personOf]);
  const proposed = found.search.proposal?.programme ?? null;
  const byGoal = found.search.proposal?.byGoal;
  const isBetter = useMemo(() => {
    if (!proposed) return false;
    if (byGoal) return aim.figureOf !== undefined && byGoal.figure < aim.figureOf(beside);
    const [now, then] = [figuresOf(beside), figuresOf(proposed)];
    const worthMs = kept.size > 0 ? WORTH_TOLD_MS : WORTH_MS;
    return then.missed < now.missed || (then.missed === now.missed && (now.endMs ?? Infinity) - (then.endMs ?? Infinity) >= worthMs);
  }, [proposed, beside, figuresOf, kept, byGoal, aim]);
  const isFound = isFoundShown && isBetter;
  const view = isFound ? 'found' : draft ? 'draft' : 'stands';
  const shown = isFound ? proposed! : beside;

  const change = (next: (changes: Draft) => Draft) => {
    showFound(false);
    const from = isFound || !draft ? { of: shown, changes: draft?.changes ?? NO_DRAFT } : draft;
    const changed = next(from.changes);
    setDraft(isEmpty(changed) ? null : { ...from, changes: changed });
  };
  const earlier = comparedAt === null ? undefined : before?.earlier?.[comparedAt];
  // what is shown is held beside what stands, or beside what was kept then
  const against = earlier ? asKeptThen(shown, earlier) : view === 'stands' ? undefined : stands;
  const leave = () => {
    setDraft(null);
    showFound(false);
  };
  const keep = (programme: Programme) => {
    const pinned = new Set(workItems.map(({ id }) => id).filter((id) => isPinnedIn(changes, kept, id)));
    const keptAt = trueNowIso();
    put('kept-programme', keepProgramme(programme, { before, id: v4(), keptAt, keptBy: session.name, pinned, personOf, workItems }));
    leave();
  };
  return {
    ...{ stands, beside, shown, view, workItems, canPlan, before, search: found.search, isBetter },
    figuresOf,
    aim,
    ...{ against, comparedAt, compareWith, placedBy, bookings },
    /** what begins at another time than people were told, because something took longer or came later */
    slipped: before ? movesBetween(asKeptThen(stands, before), stands).filter(({ byMs }) => Math.abs(byMs) >= WORTH_MS) : [],
    /** what begins at another time than it stands, or was kept then */ moves: against ? movesBetween(against, shown) : [],
    isPinned: (id: string) => isPinnedIn(changes, kept, id),
    personOf,
    look: () => showFound(true),
    leave,
    searchAgain: found.again,
    stopSearch: found.stop,
    move: (id: string, startMs: number) => change((of) => withMoved(of, id, startMs)),
    pin: (id: string, isPinned: boolean) => change((of) => withPinned(of, id, isPinned)),
    give: (id: string, person: string | undefined) => change((of) => withPerson(of, id, person)),
    /** what is shown becomes what everybody is told */
    keep: () => keep(shown),
    /** faces are coated in strips, by the programme that was found for them */
    keepInStrips: (programme: Programme, strips: ReadonlyMap<string, number>) => {
      for (const buildUp of model.buildUps) {
        const zones = strips.get(buildUp.faceId);
        if (zones !== undefined) put('build-up', { ...buildUp, zones });
      }
      keep(programme);
    },
    /** faces get another coat of their system, by the programme that was found for it */
    keepWithCoats: (programme: Programme, coats: ReadonlyMap<string, OtherCoat>) => {
      for (const { buildUp } of coats.values()) put('build-up', buildUp);
      keep(programme);
    },
    /** the job is worked in other hours, by the programme that was found for them */
    keepInWeek: (programme: Programme, week: WorkWeek) => {
      putHead({ ...model.job, week });
      keep(programme);
    },
  };
}

/** The figures of programmes; several places of a page ask for those of one. */
function figuresOnce(workItems: readonly WorkItem[], options: Parameters<typeof programmeFigures>[2]) {
  const known = new WeakMap<Programme, ProgrammeFigures>();
  return (programme: Programme): ProgrammeFigures => {
    const figures = known.get(programme) ?? programmeFigures(programme, workItems, options);
    known.set(programme, figures);
    return figures;
  };
}

/** A programme of just this work. */
function isOf({ tasks }: Programme, workItems: readonly WorkItem[]): boolean {
  return tasks.length === workItems.length && tasks.every(({ id }, i) => id === workItems[i]!.id);
}

export type Board = ReturnType<typeof useBoard>;

interface Wanted {
  workItems: readonly WorkItem[];
  done: SiteState['done'];
  placedBy: PlacingOptions;
}

/** What is looked for: the earliest end, until somebody asks for something else; and what that comes to. */
function useAim(from: Programme) {
  const [goal, setGoal] = useState<Goal>('finish');
  const { plan, workItems, placedBy, conditions } = usePlanning();
  const { labourMinorPerH } = useHouse();
  const { people } = conditions;
  const setting = useMemo(
    () => (goal === 'finish' ? null : { goal, taken: takenOf(workItems, plan.faces), people, labourMinorPerH }),
    [goal, workItems, plan.faces, people, labourMinorPerH],
  );
  const figures = useMemo(() => setting && new GoalFigures({ ...setting, workItems, options: placedBy }), [setting, workItems, placedBy]);
  // only where it is begun from changes with every minute: that alone is no reason to look again
  const latest = useRef(from);
  useEffect(() => void (latest.current = from), [from]);
  const byGoal = useMemo(() => (setting ? () => ({ ...setting, from: latest.current }) : undefined), [setting]);
  return useMemo(
    () => ({ goal, setGoal, byGoal, figureOf: figures ? (programme: Programme) => figures.of(goal, programme) : undefined }),
    [goal, byGoal, figures],
  );
}

/** Looks for a better programme whenever the work, the walls or the hours are others than they were: a large one by the server, where it can. */
function useFound({
  isWanted,
  workItems,
  done,
  placedBy,
  pins,
  byGoal,
}: Wanted & { isWanted: boolean; pins: NonNullable<PlacingOptions['kept']>; byGoal: (() => ByGoal) | undefined }) {
  const { path, isAway, outbox, revision } = useJob(parts('path', 'isAway', 'outbox', 'revision'));
  const { conditions } = usePlanning();
  const [search, setSearch] = useState<Search>(NO_SEARCH);
  const [proposing] = useState(
    () => new Proposing(() => new Worker(new URL('./proposal.worker.ts', import.meta.url), { type: 'module' }), setSearch),
  );
  const remote = useRef<ServerProposing | undefined>(undefined);
  const [searched, setSearched] = useState<readonly WorkItem[]>();
  const isLarge = workItems.length > LARGE;
  // the server plans by what it has: what still waits here, and who works on this device's say, is unknown to it
  const isSameCrew = revision !== null || (conditions.people === USUAL_CREW.people && conditions.tool === undefined);
  const isThere = isLarge && !isAway && outbox.pending.length === 0 && isSameCrew;
  const start = () => {
    setSearched(workItems);
    const limitMs = isLarge ? LARGE_SEARCH_MS : SEARCH_MS;
    const by: { byGoal?: ByGoal } = byGoal ? { byGoal: byGoal() } : {};
    const here = () => proposing.start({ workItems, done, options: { ...placedBy, kept: pins }, limitMs, ...by });
    remote.current?.close();
    if (!isThere) return here();
    // what the server cannot is done here
    remote.current = new ServerProposing(path, (found) => (found.hasFailed ? here() : setSearch(found)));
    remote.current.start({ pins, limitMs, goal: by.byGoal?.goal ?? 'finish' });
  };
  const { wallsC, week, timeZone, closed } = placedBy;
  useEffect(() => {
    if (!isWanted || workItems.length === 0) {
      remote.current?.close();
      return proposing.forget();
    }
    // a hand that is still drawing is waited for
    const timer = setTimeout(start, SETTLED_MS);
    return () => {
      clearTimeout(timer);
      remote.current?.close();
    };
    // the clock alone is no reason to look again
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isWanted, proposing, workItems, done, wallsC, pins, week, timeZone, closed, byGoal]);
  useEffect(() => () => proposing.close(), [proposing]);
  // what was found for other work is none for this
  const found = search.proposal?.programme;
  const isForThis = searched === workItems && (!found || isOf(found, workItems));
  const stop = () => {
    remote.current?.stop();
    proposing.stop();
  };
  return { search: isForThis ? search : NO_SEARCH, again: start, stop };
}

/** The programme by what was changed by hand, placed by a worker; until it is, what stood before with the hand's own moves. */
function useDrafted(
  draft: Drafting | null,
  { workItems, done, placedBy, pins }: Wanted & { pins: NonNullable<PlacingOptions['kept']> },
): Programme {
  const { programme: stands } = usePlanning();
  const [drafted, setDrafted] = useState<Placed & { of: Programme }>();
  const placing = useRef<Placing | undefined>(undefined);
  // what comes back is told by what it was placed by
  const asked = useRef(new WeakMap<typeof pins, Programme>());
  useEffect(() => () => placing.current?.close(), []);
  useEffect(() => {
    if (!draft) return;
    asked.current.set(pins, draft.of);
    placing.current ??= new Placing(
      () => new Worker(new URL('../job/programme.worker.ts', import.meta.url), { type: 'module' }),
      // the hand that goes on comes first
      (placed) => startTransition(() => setDrafted({ of: asked.current.get(placed.placedBy.kept!)!, ...placed })),
      () => setDrafted(undefined),
    );
    placing.current.want({ workItems, done, options: { ...placedBy, wallsC: placedBy.wallsC ?? new Map(), kept: pins } });
  }, [draft, workItems, done, placedBy, pins]);
  return useMemo(() => {
    if (!draft) return stands;
    const last = drafted && drafted.of === draft.of && drafted.workItems === workItems ? drafted : undefined;
    return last?.placedBy.kept === pins ? last.programme : withHandsMoves(last?.programme ?? draft.of, draft.changes);
  }, [draft, drafted, workItems, pins, stands]);
}
