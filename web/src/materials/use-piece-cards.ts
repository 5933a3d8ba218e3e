import { pieceCards, readyCards } from '@caulkhorn/core/planning';
import { useMemo } from 'react';
import { usePlanning } from '../job/job-context';
import { useHouse } from '../job/use-house';

/** Cards for every piece of work, each at the temperature of its own wall, with this crew and its vessel. */
export function usePieceCards() {
  const { plan, conditions, walls } = usePlanning();
  const { vesselL } = useHouse();
  return useMemo(() => {
    const wallsC = new Map([...walls].map(([faceId, { temperatureC }]) => [faceId, temperatureC]));
    const lines = plan.faces.flatMap((face) => face.lines);
    return { ...pieceCards(lines, conditions, { wallsC, ...(vesselL === undefined ? {} : { vesselL }) }), ready: readyCards(lines) };
  }, [plan.faces, conditions, walls, vesselL]);
}
