import type { Working } from '@caulkhorn/core/fields';
import { create } from 'zustand';

interface Shown {
  working: Working | null;
  title: string;
  /** the rule or school that chose these figures, in words */ because?: string;
  show(working: Working | null, title?: string, because?: string): void;
}

/** Which figure's working is open. */
export const useWorking = create<Shown>()((set) => ({
  working: null,
  title: '',
  show: (working, title = '', because) => set({ working, title, because }),
}));
