import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { parts, useJob, useSelectionStore } from '../job/job-context';

/** An address may name a face or a thing on it (`?face=`, `?feature=`): it is chosen on arrival, and the address is plain again. */
export function usePlace(): void {
  const { model } = useJob(parts('model'));
  const selection = useSelectionStore();
  const [params, setParams] = useSearchParams();
  const [faceId, featureId] = [params.get('face'), params.get('feature')];
  useEffect(() => {
    if (faceId === null && featureId === null) return;
    const { select } = selection.getState();
    if (featureId !== null && model.features.some(({ id }) => id === featureId)) select({ kind: 'feature', id: featureId });
    else if (faceId !== null && model.faces.some(({ id }) => id === faceId)) select({ kind: 'face', id: faceId });
    setParams(
      (before) => {
        const rest = new URLSearchParams(before);
        rest.delete('face');
        rest.delete('feature');
        return rest;
      },
      { replace: true },
    );
  }, [faceId, featureId, model, selection, setParams]);
}
