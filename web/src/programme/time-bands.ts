import type { Interval } from '@caulkhorn/core/programme';
import { DAY_MS, HOUR_MS } from '@caulkhorn/core/quantities';

/** A stretch of the board that has one scale. */
export interface Band extends Interval {
  leftPx: number;
  widthPx: number;
  /** worked; at rest, drawn because something happens in it; folded, because nothing does */ kind: 'work' | 'rest' | 'folded';
}

export interface BandSource extends Interval {
  shifts: readonly Interval[];
  /** when work is going on, so that nothing of it folds */ busy: readonly Interval[];
  /** what happens at rest: a window closing, a round of mist */ events: readonly number[];
  pxPerHour: number;
}

/** Hours at rest take half the room of hours that are worked. */
const REST_SCALE = 0.5;
const FOLDED_PX = 18;

/** Hours along, with nights, Sundays and weeks in which nothing happens folded to a narrow band. */
export class TimeBands {
  readonly widthPx: number;

  constructor(readonly bands: readonly Band[]) {
    const last = bands.at(-1);
    this.widthPx = last ? last.leftPx + last.widthPx : 0;
  }

  static of(source: BandSource): TimeBands {
    let leftPx = 0;
    return new TimeBands(
      folded(source).map((band) => {
        const placed = { ...band, leftPx, widthPx: widthOf(band, source.pxPerHour) };
        leftPx += placed.widthPx;
        return placed;
      }),
    );
  }

  /** Where a time lies, px from the left; the ends of the board for what lies beyond. */
  x(ms: number): number {
    const band = this.bands.find(({ toMs }) => ms < toMs) ?? this.bands.at(-1);
    if (!band) return 0;
    const share = Math.min(1, Math.max(0, (ms - band.fromMs) / (band.toMs - band.fromMs)));
    return band.leftPx + share * band.widthPx;
  }

  /** Which time lies there. */
  at(px: number): number {
    const band = this.bands.find(({ leftPx, widthPx }) => px < leftPx + widthPx) ?? this.bands.at(-1);
    if (!band) return 0;
    return band.fromMs + Math.min(1, Math.max(0, (px - band.leftPx) / band.widthPx)) * (band.toMs - band.fromMs);
  }
}

function widthOf({ kind, fromMs, toMs }: Pick<Band, 'kind' | 'fromMs' | 'toMs'>, pxPerHour: number): number {
  const px = ((toMs - fromMs) / HOUR_MS) * pxPerHour;
  return kind === 'work' ? px : kind === 'rest' ? px * REST_SCALE : Math.min(FOLDED_PX, px);
}

/** Shifts and the rests between them; neighbours that fold become one. */
function folded({ fromMs, toMs, shifts, busy, events }: BandSource): Omit<Band, 'leftPx' | 'widthPx'>[] {
  const inside = shifts
    .map((shift) => ({ fromMs: Math.max(fromMs, shift.fromMs), toMs: Math.min(toMs, shift.toMs) }))
    .filter((shift) => shift.toMs > shift.fromMs);
  const spans: (Interval & { isWorked: boolean })[] = [];
  let at = fromMs;
  for (const shift of inside) {
    if (shift.fromMs > at) spans.push({ fromMs: at, toMs: shift.fromMs, isWorked: false });
    spans.push({ ...shift, isWorked: true });
    at = shift.toMs;
  }
  if (toMs > at) spans.push({ fromMs: at, toMs, isWorked: false });
  const bands: Omit<Band, 'leftPx' | 'widthPx'>[] = [];
  for (const { isWorked, ...span } of spans) {
    const isBusy = busy.some((each) => each.fromMs < span.toMs && each.toMs > span.fromMs);
    const happens = events.some((ms) => ms >= span.fromMs && ms < span.toMs);
    const kind = isWorked && (isBusy || happens) ? 'work' : !isWorked && happens ? 'rest' : 'folded';
    const last = bands.at(-1);
    if (kind === 'folded' && last?.kind === 'folded') last.toMs = span.toMs;
    else bands.push({ ...span, kind });
  }
  return bands;
}

/** How many days a folded band hides; 0 for a night. */
export const daysIn = ({ fromMs, toMs }: Interval): number => Math.floor((toMs - fromMs) / DAY_MS);
