import { coverStartMs } from '@caulkhorn/core/planning';
import { useMemo } from 'react';
import { usePlanning } from '../job/job-context';

/** When the first layer goes over a face by the programme, ms. */
export function useCoverStart(faceId: string): number | undefined {
  const { plan, workItems, programme } = usePlanning();
  return useMemo(() => {
    const face = plan.faces.find((each) => each.faceId === faceId);
    return face && coverStartMs(face, workItems, programme);
  }, [plan, workItems, programme, faceId]);
}
