import type { JobModel } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import type { Selected } from '../job/selection';
import { type PlacedFace, type SheetLayout, toSheet } from './layout';
import { paintOverlay } from './paint-overlay';
import type { Palette } from './palette';
import type { Overlay } from './painting';
import type { SheetPictures } from './sheet-pictures';
import { STAFF_PX, type Size, type View, fit, panBy, toScreen, zoomAt } from './view';

/** What is to be seen; renewed by the page whenever it changes. */
export interface Shown {
  layout: SheetLayout;
  palette: Palette;
  model: JobModel;
  selected: Selected | null;
  draft: Overlay['draft'];
  places: Overlay['places'];
  forces: Overlay['forces'];
  also: Overlay['also'];
  pointer: Overlay['pointer'];
  units: UnitSystem;
}

const ZOOM_PER_WHEEL_PX = 0.0016;
const ZOOM_PER_PINCH_PX = 0.01;

/** Looks at the sheet: keeps the view, and draws a frame when something has changed. */
export class SheetCamera {
  private shown!: Shown;
  private view: View | null = null;
  /** once someone has moved the view it stays where it was put; until then it follows what there is to show */
  private isMovedByHand = false;
  private scheduled = 0;
  private frame: HTMLElement | null = null;
  private canvas: HTMLCanvasElement | null = null;

  constructor(
    private readonly pictures: SheetPictures,
    /** a phone begins with the chosen face instead of all of them */ private readonly oneFace: boolean,
  ) {}

  /** Watches the frame's size and the wheel over the canvas until the returned function is called. */
  attach(frame: HTMLElement, canvas: HTMLCanvasElement): () => void {
    this.frame = frame;
    this.canvas = canvas;
    const observer = new ResizeObserver(() => this.lookAgain());
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

  /** The view as it stands; null before the first frame. */
  get current(): View | null {
    return this.view;
  }

  get layout(): SheetLayout {
    return this.shown.layout;
  }

  move(view: View): void {
    this.isMovedByHand = true;
    this.view = view;
    this.redraw();
  }

  pan(dx: number, dy: number): void {
    if (this.view) this.move(panBy(this.view, dx, dy));
  }

  zoomBy(factor: number): void {
    if (this.view && this.frame) this.move(zoomAt(this.view, this.frame.clientWidth / 2, this.frame.clientHeight / 2, factor));
  }

  /** Fits the view anew, unless someone has put it where it is. */
  follow(): void {
    if (!this.isMovedByHand) this.view = null;
    this.redraw();
  }

  lookAgain(showAll = false): void {
    this.isMovedByHand = showAll && this.oneFace;
    this.view = null;
    this.redraw();
  }

  /** The chosen face, or the one the chosen thing is on, as large as it goes and in true proportion. */
  showChosen(): void {
    const { selected, layout } = this.shown;
    const placed = selected && layout.byId.get(this.faceOf(selected));
    if (!placed || !this.frame) return;
    const size = { width: this.frame.clientWidth, height: this.frame.clientHeight };
    this.move(fit(boundsOf(placed), size, false));
  }

  /** What is chosen in the list is brought into sight. */
  bringIntoSight(selected: Selected | null): void {
    const at = selected && anchorOf(selected, this.shown);
    if (!at || !this.frame || !this.view) return;
    const { clientWidth: width, clientHeight: height } = this.frame;
    const [x, y] = toScreen(this.view, ...at);
    const isInSight = x > STAFF_PX && x < width && y > 0 && y < height;
    if (!isInSight) this.move(panBy(this.view, width / 2 - x, height / 2 - y));
  }

  private readonly onWheel = (event: WheelEvent): void => {
    event.preventDefault();
    if (!this.view) return;
    const { offsetX, offsetY, ctrlKey, deltaX, deltaY, shiftKey } = event;
    const perPx = ctrlKey ? ZOOM_PER_PINCH_PX : ZOOM_PER_WHEEL_PX;
    this.move(shiftKey ? panBy(this.view, -deltaY - deltaX, 0) : zoomAt(this.view, offsetX, offsetY, Math.exp(-deltaY * perPx)));
  };

  private readonly draw = (): void => {
    this.scheduled = 0;
    const { canvas, frame, shown } = this;
    if (!canvas || !frame || frame.clientWidth === 0 || frame.clientHeight === 0) return;
    const size = { width: frame.clientWidth, height: frame.clientHeight };
    const dpr = Math.min(2, devicePixelRatio || 1);
    const [width, height] = [Math.round(size.width * dpr), Math.round(size.height * dpr)];
    if (canvas.width !== width || canvas.height !== height) Object.assign(canvas, { width, height });
    const ctx = canvas.getContext('2d', { alpha: false })!;
    const view = (this.view ??= this.firstView(size));
    ctx.setTransform(dpr, 0, 0, dpr, 0, 0);
    ctx.fillStyle = shown.palette.paper;
    ctx.fillRect(0, 0, size.width, size.height);
    this.pictures.show(ctx, view, size, dpr);
    paintOverlay({ ctx, size, view, ...shown });
  };

  private firstView(size: Size): View {
    const { layout, selected } = this.shown;
    const placed = this.oneFace && !this.isMovedByHand && selected ? layout.byId.get(this.faceOf(selected)) : undefined;
    return placed ? fit(boundsOf(placed), size, false) : fit(layout.bounds, size, layout.hasLevels);
  }

  private faceOf({ kind, id }: Selected): string {
    return (kind === 'feature' ? this.shown.model.features.find((feature) => feature.id === id)?.faceId : id) ?? '';
  }
}

function boundsOf({ x, width, top, bottom }: PlacedFace): SheetLayout['bounds'] {
  return { minX: x, maxX: x + width, minY: bottom, maxY: top };
}

/** A point on the sheet that stands for a face or feature. */
function anchorOf(selected: Selected, { model, layout }: Shown): [number, number] | undefined {
  const feature = selected.kind === 'feature' ? model.features.find((f) => f.id === selected.id) : undefined;
  const placed = layout.byId.get(feature?.faceId ?? selected.id);
  if (!placed) return undefined;
  return feature ? toSheet(placed, feature.path[0]!) : [placed.x + placed.width / 2, (placed.top + placed.bottom) / 2];
}
