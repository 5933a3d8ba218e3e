import { useEffect } from 'react';
import { useSelectionStore } from '../job/job-context';
import type { SheetCamera } from './sheet-camera';

/** Where an arrow or a figure belongs to what has the focus. */
const OWN_KEYS = 'input, textarea, select, [role="dialog"], [role="menu"], [role="tablist"], [role="radiogroup"], [role="slider"], summary';

/** Left and right walk from face to face; 1 shows one face, 0 all of them. */
export function useWalkKeys(camera: SheetCamera): void {
  const selection = useSelectionStore();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.shiftKey || event.defaultPrevented) return;
      if ((event.target as HTMLElement).closest(OWN_KEYS)) return;
      const { tool, select } = selection.getState();
      const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
      const next = by && camera.neighbour(by);
      if (next) {
        event.preventDefault();
        select({ kind: 'face', id: next });
        // figures typed with a tool in hand are a point
      } else if (tool === null && event.key === '0') camera.showAll();
      else if (tool === null && event.key === '1') camera.showFace();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [camera, selection]);
}
