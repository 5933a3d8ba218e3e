import { useEffect } from 'react';
import { useNavigate, useParams } from 'react-router';
import { usePalette } from './use-palette';
import { parts, useJob, useSelectionStore } from '../job/job-context';
import { LENSES } from './lenses';

/** Keys that work anywhere on the job page, but not while typing. `?` lists them. */
export function useShortcuts(): void {
  const { undo, redo, remove, can } = useJob(parts('undo', 'redo', 'remove', 'can'));
  const selection = useSelectionStore();
  const navigate = useNavigate();
  const { organisationId, jobId } = useParams();
  const setOpen = usePalette((state) => state.setOpen);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = (event.target as HTMLElement).closest('input, textarea, select');
      const command = event.ctrlKey || event.metaKey;
      if (command && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setOpen(true);
      } else if (event.altKey && /^[1-9]$/.test(event.key)) {
        const lens = LENSES[Number(event.key) - 1];
        if (lens) void navigate(`/o/${organisationId}/jobs/${jobId}/${lens.id}`);
      } else if (typing) return;
      else if (command && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        if (event.shiftKey) redo();
        else undo();
      } else if (event.key === 'Delete' && can('survey')) {
        const { selected, also, select } = selection.getState();
        if (selected?.kind !== 'feature') return;
        remove('feature', selected.id, ...also);
        select(null);
      }
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [can, jobId, navigate, organisationId, redo, remove, selection, setOpen, undo]);
}
