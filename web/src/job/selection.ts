import type { FacePoint, FeatureKind } from '@caulkhorn/core/jobs';
import type { DesignCase } from '@caulkhorn/core/water';
import { type StoreApi, createStore } from 'zustand/vanilla';

export interface Selected {
  kind: 'face' | 'feature' | 'junction';
  id: string;
}

/** to place a reading, or to draw a kind of feature */
export type Tool = 'reading' | FeatureKind;

export interface SelectionState {
  selected: Selected | null;
  /** features chosen beside the first, to be changed together */ also: readonly string[];
  /** taken up; with none in hand one chooses */ tool: Tool | null;
  /** used last, to be taken up again by one key */ lastTool: Tool | null;
  /** points set so far with a drawing tool */ draft: { faceId: string; path: FacePoint[] } | null;
  /** figures typed for the next point */ typed: string;
  /** where the pointer is on the sheet */ pointer: { faceId: string; point: FacePoint; snapped?: boolean } | null;
  /** where the next reading was pointed at */ readingAt: { faceId: string; point: FacePoint } | null;
  /** a level face opened in true plan */ openPlateId: string | null;
  /** the case whose water the sheet shows; null: what governs */ shownCase: DesignCase | null;
  /** the sheet shows where the water's force acts on the chosen face */ showsForces: boolean;
  /** places to go to, numbered on the sheet */ places: readonly { faceId: string; point: FacePoint }[] | null;
  select(selected: Selected | null): void;
  /** takes a feature into what is chosen together, or out of it */ toggle(id: string): void;
  take(tool: Tool): void;
  layDown(): void;
  takeAgain(): void;
  setDraft(draft: SelectionState['draft']): void;
  setTyped(typed: string): void;
  setPointer(pointer: SelectionState['pointer']): void;
  placeReading(faceId: string, point: FacePoint): void;
  openPlate(id: string | null): void;
  showCase(designCase: DesignCase | null): void;
  showForces(shown: boolean): void;
  showPlaces(places: SelectionState['places']): void;
}

const START = {
  selected: null,
  also: [],
  tool: null,
  lastTool: null,
  draft: null,
  typed: '',
  pointer: null,
  readingAt: null,
  openPlateId: null,
  shownCase: null,
  showsForces: false,
  places: null,
} as const;

/** What is chosen, taken up and pointed at in one open job. */
export type Selection = StoreApi<SelectionState>;

export const newSelection = (): Selection =>
  createStore<SelectionState>()((set) => ({
    ...START,
    select: (selected) => set({ selected, also: [] }),
    toggle: (id) =>
      set(({ selected, also }) => {
        if (selected?.kind !== 'feature') return { selected: { kind: 'feature', id }, also: [] };
        if (selected.id !== id) return { also: also.includes(id) ? also.filter((each) => each !== id) : [...also, id] };
        const [next, ...rest] = also;
        return { selected: next === undefined ? null : { kind: 'feature', id: next }, also: rest };
      }),
    take: (tool) => set({ tool, draft: null, typed: '', lastTool: tool }),
    layDown: () => set({ tool: null, draft: null, typed: '' }),
    takeAgain: () => set(({ lastTool }) => (lastTool ? { tool: lastTool, draft: null, typed: '' } : {})),
    setDraft: (draft) => set({ draft }),
    setTyped: (typed) => set({ typed }),
    setPointer: (pointer) => set({ pointer }),
    placeReading: (faceId, point) => set({ readingAt: { faceId, point }, selected: { kind: 'face', id: faceId }, also: [], tool: null }),
    openPlate: (openPlateId) => set({ openPlateId, draft: null }),
    showPlaces: (places) => set({ places }),
    showCase: (shownCase) => set({ shownCase }),
    showForces: (showsForces) => set({ showsForces }),
  }));
