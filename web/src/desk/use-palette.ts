import { create } from 'zustand';

/** Whether everything is being looked for by words. */
export const usePalette = create<{ open: boolean; setOpen(open: boolean): void }>()((set) => ({
  open: false,
  setOpen: (open) => set({ open }),
}));
