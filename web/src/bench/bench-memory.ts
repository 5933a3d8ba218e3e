import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export interface Recent {
  id: string;
  input: Record<string, unknown>;
}

interface BenchState {
  /** the latest of each calculation, newest first */ recent: Recent[];
  remember(id: string, input: Record<string, unknown>): void;
}

const MOST = 12;
/** A long list of readings is kept in its link, not here. */
const MOST_CHARACTERS = 20_000;

/** What was lately calculated on this device. */
export const useBench = create<BenchState>()(
  persist(
    (set) => ({
      recent: [],
      remember: (id, input) => {
        if (JSON.stringify(input).length > MOST_CHARACTERS) return;
        set(({ recent }) => ({ recent: [{ id, input }, ...recent.filter((each) => each.id !== id)].slice(0, MOST) }));
      },
    }),
    { name: 'caulkhorn-bench' },
  ),
);
