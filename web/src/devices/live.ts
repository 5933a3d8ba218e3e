import { isProbeSteady, meterDigits, probeRhPct, weatherAt } from '@caulkhorn/core/devices';
import { type Face, type FacePoint, type Reading, type ReadingKind, levelAt, levelRange } from '@caulkhorn/core/jobs';

export interface LiveValue {
  kind: ReadingKind;
  value: number;
  /** still on its way to the slab's humidity */ isRising?: boolean;
}

/** A real probe wants a day in its hole (ASTM F2170: 24 h; from memory); this one is there within a minute. */
const PROBE = { startPct: 55, timeConstantS: 8 };
const USUAL_SLAB_PCT = 90;

/** What the instruments paired would show now, held to a place of a face. `jitter` from −1 to 1. */
export function liveValues(
  reads: readonly ReadingKind[],
  on: { face: Face; point?: FacePoint; readings: readonly Reading[] },
  at: { nowMs: number; sinceMs: number; jitter: number },
): LiveValue[] {
  const weather = weatherAt(at.nowMs, at.jitter);
  return reads.flatMap((kind): LiveValue[] => {
    switch (kind) {
      case 'in-slab-rh': {
        const last = on.readings.filter((each) => each.kind === kind && each.faceId === on.face.id).at(-1);
        const probe = { ...PROBE, slabPct: last?.value ?? USUAL_SLAB_PCT };
        const sinceS = (at.nowMs - at.sinceMs) / 1000;
        return [{ kind, value: Math.round(probeRhPct(sinceS, probe) * 10) / 10, isRising: !isProbeSteady(sinceS, probe) }];
      }
      case 'moisture-meter':
        // in the air, before it is held to a wall, a pin meter shows nothing
        return [{ kind, value: on.point ? meterDigits(levelAt(on.face, on.point) - levelRange(on.face).bottomM, at.jitter) : 0 }];
      case 'air-temperature':
        return [{ kind, value: weather.airC }];
      case 'air-humidity':
        return [{ kind, value: weather.relativeHumidityPct }];
      case 'surface-temperature':
        return [{ kind, value: weather.surfaceC }];
      default:
        return [];
    }
  });
}
