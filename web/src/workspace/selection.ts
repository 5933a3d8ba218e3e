import type { FacePoint, FeatureKind } from '@caulkhorn/core/jobs';
import { create } from 'zustand';

export interface Selected {
  kind: 'face' | 'feature' | 'junction';
  id: string;
}

export type Tool = 'select' | FeatureKind;

interface SelectionState {
  selected: Selected | null;
  tool: Tool;
  /** points set so far with a drawing tool */ draft: { faceId: string; path: FacePoint[] } | null;
  /** where the pointer is on the sheet */ pointer: { faceId: string; point: FacePoint } | null;
  /** a level face opened in true plan */ openPlateId: string | null;
  select(selected: Selected | null): void;
  take(tool: Tool): void;
  setDraft(draft: SelectionState['draft']): void;
  setPointer(pointer: SelectionState['pointer']): void;
  openPlate(id: string | null): void;
  reset(): void;
}

const START = { selected: null, tool: 'select', draft: null, pointer: null, openPlateId: null } as const;

export const useSelection = create<SelectionState>()((set) => ({
  ...START,
  select: (selected) => set({ selected }),
  take: (tool) => set({ tool, draft: null }),
  setDraft: (draft) => set({ draft }),
  setPointer: (pointer) => set({ pointer }),
  openPlate: (openPlateId) => set({ openPlateId, draft: null }),
  reset: () => set(START),
}));
