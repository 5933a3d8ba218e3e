import type { Tool } from '@caulkhorn/core/catalogue';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { useSyncExternalStore } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { sayFiguresIn } from '../messages/figures-in-words';

interface Preferences {
  units: UnitSystem;
  theme: 'light' | 'dark';
  /** who mixes and places here */ people: number;
  /** as the sheet names first, when not chosen */ tool?: Tool;
  /** lenses whose table goes across the page, or does not, where that was chosen */ across: Readonly<Record<string, boolean>>;
  isListFolded: boolean;
  /** how many of the page's pixels a millimetre of this screen is, once somebody has measured it */ pxPerMm?: number;
  measureScreen(pxPerMm: number): void;
  setAcross(lens: string, across: boolean): void;
  foldList(folded: boolean): void;
  setCrew(crew: { people: number; tool?: Tool }): void;
  toggleUnits(): void;
  toggleTheme(): void;
}

/** What a person likes on this device. */
export const usePreferences = create<Preferences>()(
  persist(
    (set) => ({
      units: 'metric',
      // as the device is set, until its owner says otherwise here
      theme: globalThis.matchMedia?.('(prefers-color-scheme: dark)').matches ? 'dark' : 'light',
      people: 2,
      across: {},
      isListFolded: false,
      setAcross: (lens, across) => set((before) => ({ across: { ...before.across, [lens]: across } })),
      foldList: (isListFolded) => set({ isListFolded }),
      measureScreen: (pxPerMm) => set({ pxPerMm }),
      setCrew: (crew) => set(crew),
      toggleUnits: () => set(({ units }) => ({ units: units === 'metric' ? 'us' : 'metric' })),
      toggleTheme: () => set(({ theme }) => ({ theme: theme === 'light' ? 'dark' : 'light' })),
    }),
    { name: 'caulkhorn-preferences' },
  ),
);

const speak = ({ units }: Pick<Preferences, 'units'>) => sayFiguresIn(units);
speak(usePreferences.getState());
usePreferences.subscribe(speak);

/** Shows a theme now, and whatever is chosen from now on. */
export function followTheme(): void {
  const show = ({ theme }: Pick<Preferences, 'theme'>) => (document.documentElement.dataset['theme'] = theme);
  show(usePreferences.getState());
  usePreferences.subscribe(show);
}

const units = () => usePreferences.getState().units;
/** Also where a page is written and not shown: there a store's own hook gives what it began with. */
export const useUnits = (): UnitSystem => useSyncExternalStore(usePreferences.subscribe, units, units);
