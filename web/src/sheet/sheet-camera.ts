import { type JobModel, leaks } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import type { Selected } from '../job/selection';
import { type PlacedFace, type SheetLayout, toSheet } from './layout';
import { paintOverlay } from './paint-overlay';
import type { Palette } from './palette';
import type { Overlay } from './painting';
import type { SheetPictures } from './sheet-pictures';
import { type Bounds, STAFF_PX, type Size, type View, fitAll, fitFace, fromScreen, panBy, toScreen, zoomAt } from './view';

/** What is to be seen; renewed by the page whenever it changes. */
export interface Shown {
  layout: SheetLayout;
  palette: Palette;
  model: JobModel;
  selected: Selected | null;
  /** the face of the next thing to do, once the plan is there */ nextFaceId?: string;
  draft: Overlay['draft'];
  places: Overlay['places'];
  forces: Overlay['forces'];
  also: Overlay['also'];
  pointer: Overlay['pointer'];
  units: UnitSystem;
}

/** What the view keeps to when the frame or the job changes: one face, everything, or wherever someone has put it. */
type Aim = { kind: 'face'; id: string } | { kind: 'all' } | { kind: 'hand' };

const ZOOM_PER_WHEEL_PX = 0.0016;
const ZOOM_PER_PINCH_PX = 0.01;
/** shares of height and width from which on a chosen face need not be brought nearer */
const WELL_SEEN = { high: 0.5, wide: 0.75 };
/** a face counts as seen when no more than this of it is cut off, px */
const CUT_OFF_PX = 6;

/** Looks at the sheet: keeps the view, walks along it, and draws a frame when something has changed. */
export class SheetCamera {
  private shown: Shown | null = null;
  private view: View | null = null;
  /** unset until the first frame, and while nothing was chosen by hand it follows the next thing to do */
  private aim: Aim | null = null;
  private isLedByHand = false;
  private known: ReadonlySet<string> = new Set();
  private scheduled = 0;
  private frame: HTMLElement | null = null;
  private canvas: HTMLCanvasElement | null = null;
  private readonly listeners = new Set<() => void>();

  constructor(readonly pictures: SheetPictures) {}

  /** Watches the frame's size and the wheel over the canvas until the returned function is called. */
  attach(frame: HTMLElement, canvas: HTMLCanvasElement): () => void {
    this.frame = frame;
    this.canvas = canvas;
    const observer = new ResizeObserver(() => this.fitAgain());
    observer.observe(frame);
    void document.fonts.ready.then(this.redraw);
    canvas.addEventListener('wheel', this.onWheel, { passive: false });
    const stopListening = this.pictures.onPicture(this.redraw);
    return () => {
      observer.disconnect();
      canvas.removeEventListener('wheel', this.onWheel);
      stopListening();
      cancelAnimationFrame(this.scheduled);
      this.scheduled = 0;
    };
  }

  look(shown: Shown): void {
    this.shown = shown;
  }

  readonly redraw = (): void => {
    this.scheduled ||= requestAnimationFrame(this.draw);
  };

  /** Tells of every frame drawn, until the returned function is called. */
  onView(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** The view as it stands; null before the first frame. */
  get current(): View | null {
    return this.view;
  }

  get layout(): SheetLayout {
    return this.shown!.layout;
  }

  get showsAll(): boolean {
    return this.aim?.kind === 'all';
  }

  /** What of the sheet is in view, m along the walk; null before the first frame. */
  get span(): [fromX: number, toX: number] | null {
    const { view, frame } = this;
    return view && frame && [fromScreen(view, STAFF_PX, 0)[0], fromScreen(view, frame.clientWidth, 0)[0]];
  }

  move(view: View): void {
    this.isLedByHand = true;
    this.aim = { kind: 'hand' };
    this.view = view;
    this.redraw();
  }

  pan(dx: number, dy: number): void {
    if (this.view) this.move(panBy(this.view, dx, dy));
  }

  /** Whether a sweep may go on to the next face: the view is fitted to one and was not led away from it. */
  get keepsToFace(): boolean {
    return this.aim?.kind === 'face';
  }

  /** Goes along with a finger without letting go of the face; `settle` ends it. */
  nudge(dx: number): void {
    if (this.view) this.view = panBy(this.view, dx, 0);
    this.redraw();
  }

  settle(): void {
    this.fitAgain();
  }

  zoomBy(factor: number): void {
    if (this.view && this.frame) this.move(zoomAt(this.view, this.frame.clientWidth / 2, this.frame.clientHeight / 2, factor));
  }

  /** Brings a place of the walk into the middle; the height of it comes into sight too. */
  walkTo(x: number): void {
    const { view, frame, shown } = this;
    if (!view || !frame || !shown) return;
    const { clientWidth: width, clientHeight: height } = frame;
    const here = shown.layout.faces.find((placed) => x >= placed.x && x <= placed.x + placed.width && placed.as !== 'plate');
    const [left, middle] = toScreen(view, x, here ? (here.top + here.bottom) / 2 : 0);
    const isHigh = here && (middle < 0 || middle > height);
    this.move(panBy(view, (STAFF_PX + width) / 2 - left, isHigh ? height / 2 - middle : 0));
  }

  /** To where the walk begins (-1) or ends (1). */
  walkToEnd(end: 1 | -1): void {
    const { minX, maxX } = this.layout.bounds;
    this.walkTo(end === 1 ? maxX : minX);
  }

  /** The face beside the one in view, this many on along the walk. */
  neighbour(by: 1 | -1): string | undefined {
    if (!this.shown) return undefined;
    const { faces } = this.shown.layout;
    const at = faces.findIndex((placed) => placed.face.id === this.faceInView());
    return faces[at < 0 ? 0 : at + by]?.face.id;
  }

  /** The chosen face, or the one the view keeps to, else the one nearest to the middle. */
  private faceInView(): string | undefined {
    const { shown, aim, view, frame } = this;
    if (!shown) return undefined;
    if (shown.selected && shown.layout.byId.has(this.faceOf(shown.selected))) return this.faceOf(shown.selected);
    if (aim?.kind === 'face') return aim.id;
    if (!view || !frame) return undefined;
    const [x] = fromScreen(view, (STAFF_PX + frame.clientWidth) / 2, 0);
    return nearest(shown.layout.faces, x)?.face.id;
  }

  /** What there is to show has changed: a face that is new is walked to, and whoever has not led the view follows the next thing to do. */
  follow(): void {
    const ids = this.shown!.layout.faces.map(({ face }) => face.id);
    const added = this.known.size > 0 ? ids.filter((id) => !this.known.has(id)) : [];
    this.known = new Set(ids);
    if (added.length > 0 && this.aim?.kind !== 'all') this.aim = { kind: 'face', id: added[0]! };
    else if (this.aim?.kind === 'face' && (!this.isLedByHand || !this.known.has(this.aim.id))) this.aim = null;
    this.fitAgain();
  }

  /** A view that keeps to a face or to everything is fitted anew; one that was put by hand stays. */
  private fitAgain(): void {
    // nothing moves under a line that is being drawn
    if (this.aim?.kind !== 'hand' && !this.shown?.draft) this.view = null;
    this.redraw();
  }

  /** Another job, or a floor opened: looked at from the start. */
  lookAgain(): void {
    this.aim = null;
    this.isLedByHand = false;
    this.view = null;
    this.redraw();
  }

  showAll(): void {
    this.aim = { kind: 'all' };
    this.isLedByHand = true;
    this.view = null;
    this.redraw();
  }

  /** The face in view as large as it goes, in true proportion. */
  showFace(id = this.faceInView()): void {
    if (!id || !this.shown?.layout.byId.has(id)) return;
    this.aim = { kind: 'face', id };
    this.isLedByHand = true;
    this.view = null;
    this.redraw();
  }

  /** What is chosen is walked to, unless it is in sight already. */
  bringIntoSight(selected: Selected | null): void {
    const { shown, view, frame } = this;
    const placed = selected && shown && shown.layout.byId.get(this.faceOf(selected));
    if (!placed || !frame) return;
    // about to be fitted: to what is chosen now
    if (!view) return void (this.aim?.kind === 'face' && this.showFace(placed.face.id));
    const at = selected.kind === 'feature' ? anchorOf(selected, shown, placed) : undefined;
    const isSeen = at ? this.isInSight(at, at) : this.isInSight([placed.x, placed.top], [placed.x + placed.width, placed.bottom]);
    // whoever looks at all at once, or has put the view somewhere, is not taken from it without need
    const isTooSmall = !at && this.aim?.kind === 'face' && !this.isLarge(placed);
    if (!isSeen || isTooSmall) this.showFace(placed.face.id);
  }

  /** Whether a face takes about what it takes when one is shown alone. */
  private isLarge({ width, top, bottom }: PlacedFace): boolean {
    const { scale } = this.view!;
    const { clientWidth, clientHeight } = this.frame!;
    return width * scale > WELL_SEEN.wide * (clientWidth - STAFF_PX) || (top - bottom) * scale > WELL_SEEN.high * clientHeight;
  }

  private isInSight(from: readonly [number, number], to: readonly [number, number]): boolean {
    const { clientWidth: width, clientHeight: height } = this.frame!;
    const [left, top] = toScreen(this.view!, ...from);
    const [right, bottom] = toScreen(this.view!, ...to);
    return left > STAFF_PX - CUT_OFF_PX && right < width + CUT_OFF_PX && top > -CUT_OFF_PX && bottom < height + CUT_OFF_PX;
  }

  private readonly onWheel = (event: WheelEvent): void => {
    event.preventDefault();
    if (!this.view) return;
    const { offsetX, offsetY, ctrlKey, metaKey, deltaX, deltaY, deltaMode, shiftKey } = event;
    if (ctrlKey || metaKey) {
      // a pinch on a pad comes as a wheel with Ctrl, in small steps; a wheel turned comes in large ones
      const perPx = Math.abs(deltaY) < 40 && deltaMode === 0 ? ZOOM_PER_PINCH_PX : ZOOM_PER_WHEEL_PX;
      this.move(zoomAt(this.view, offsetX, offsetY, Math.exp(-deltaY * perPx)));
    } else if (shiftKey) this.move(panBy(this.view, 0, -deltaY - deltaX));
    else this.move(panBy(this.view, -deltaY - deltaX, 0));
  };

  private readonly draw = (): void => {
    this.scheduled = 0;
    const { canvas, frame, shown } = this;
    if (!shown || !canvas || !frame || frame.clientWidth === 0 || frame.clientHeight === 0) return;
    const size = { width: frame.clientWidth, height: frame.clientHeight };
    const dpr = Math.min(2, devicePixelRatio || 1);
    const [width, height] = [Math.round(size.width * dpr), Math.round(size.height * dpr)];
    if (canvas.width !== width || canvas.height !== height) Object.assign(canvas, { width, height });
    const ctx = canvas.getContext('2d', { alpha: false })!;
    const view = (this.view ??= this.fitted(size));
    ctx.setTransform(dpr, 0, 0, dpr, 0, 0);
    ctx.fillStyle = shown.palette.paper;
    ctx.fillRect(0, 0, size.width, size.height);
    this.pictures.show(ctx, view, size, dpr);
    paintOverlay({ ctx, size, view, ...shown });
    for (const listener of this.listeners) listener();
  };

  private fitted(size: Size): View {
    const { layout } = this.shown!;
    if (this.aim?.kind === 'all') return layout.hasLevels ? fitAll(layout.bounds, size) : fitFace(layout.bounds, size);
    const id = this.aim?.kind === 'face' ? this.aim.id : this.firstFace();
    const placed = id === undefined ? undefined : layout.byId.get(id);
    if (!placed) return fitAll(layout.bounds, size);
    this.aim = { kind: 'face', id: placed.face.id };
    return fitFace(boundsOf(placed), size);
  }

  /** Where one begins: at what is chosen, else at the next thing to do, else where water comes in, else where the walk begins. */
  private firstFace(): string | undefined {
    const { layout, model, selected, nextFaceId } = this.shown!;
    const chosen = selected ? this.faceOf(selected) : undefined;
    const wet = () => model.features.find((feature) => leaks(feature) && layout.byId.has(feature.faceId))?.faceId;
    return [chosen, nextFaceId].find((id) => id !== undefined && layout.byId.has(id)) ?? wet() ?? layout.faces[0]?.face.id;
  }

  private faceOf({ kind, id }: Selected): string {
    return (kind === 'feature' ? this.shown!.model.features.find((feature) => feature.id === id)?.faceId : id) ?? '';
  }
}

function boundsOf({ x, width, top, bottom }: PlacedFace): Bounds {
  return { minX: x, maxX: x + width, minY: bottom, maxY: top };
}

function nearest(faces: readonly PlacedFace[], x: number): PlacedFace | undefined {
  const away = (placed: PlacedFace) => Math.abs(placed.x + placed.width / 2 - x);
  return faces.reduce<PlacedFace | undefined>((best, next) => (!best || away(next) < away(best) ? next : best), undefined);
}

/** A point on the sheet that stands for a feature. */
function anchorOf({ id }: Selected, { model }: Shown, placed: PlacedFace): [number, number] | undefined {
  const feature = model.features.find((each) => each.id === id);
  return feature && toSheet(placed, feature.path[0]!);
}
