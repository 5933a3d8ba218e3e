import { sheetStands } from '../job/first-sheet';
import type { FromPainter, Sight, Subject, ToPainter } from './picture';
import type { Size, View } from './view';

const MARGIN_SHARE = 0.3;

const newPainter = () => new Worker(new URL('./sheet-painter.worker.ts', import.meta.url), { type: 'module' });
let spare: Worker | undefined;

/** A painter takes a while to start: one is started while the job is still on its way. */
export function preparePainter(): void {
  spare ??= newPainter();
}

/**
 * Pictures of the sheet, painted in a worker. While a new one is on its way the last one is shown where it now belongs,
 * moved and scaled, so that pan and zoom never wait for thousands of lines and labels.
 */
export class SheetPictures {
  private worker: Worker | null = null;
  private subject: Subject | null = null;
  private picture: FromPainter | null = null;
  private isPainting = false;
  /** what is shown is not what was last painted */
  private isStale = true;
  private listener: () => void = () => {};

  /** Takes a painter into service until the returned function is called. */
  open(): () => void {
    this.worker = spare ?? newPainter();
    spare = undefined;
    this.worker.onmessage = ({ data }: MessageEvent<FromPainter>) => {
      this.picture?.bitmap.close();
      this.picture = data;
      this.isPainting = false;
      performance.measure('sheet-picture', { start: performance.now() - data.tookMs, duration: data.tookMs });
      this.listener();
      sheetStands();
    };
    if (this.subject) this.use(this.subject);
    return () => {
      this.worker?.terminate();
      this.worker = null;
      this.picture?.bitmap.close();
      this.picture = null;
      this.isPainting = false;
    };
  }

  onPicture(listener: () => void): () => void {
    this.listener = listener;
    return () => (this.listener = () => {});
  }

  use(subject: Subject): void {
    this.subject = subject;
    this.send({ kind: 'subject', subject });
    this.isStale = true;
    this.listener();
  }

  /** Draws the latest picture where it belongs in this view, and asks for a better one where it is not yet that. */
  show(ctx: CanvasRenderingContext2D, view: View, size: Size, dpr: number): void {
    if (this.picture) {
      const { bitmap, sight } = this.picture;
      const [across, up] = [view.scale / sight.view.scale, view.scaleY / sight.view.scaleY];
      const left = view.offsetX - (sight.view.offsetX + sight.margin.width) * across;
      const top = view.offsetY - (sight.view.offsetY + sight.margin.height) * up;
      ctx.drawImage(bitmap, left, top, (bitmap.width / sight.dpr) * across, (bitmap.height / sight.dpr) * up);
    }
    if (!this.worker || this.isPainting || (!this.isStale && this.picture && isSame(this.picture.sight, view, size, dpr))) return;
    this.isPainting = true;
    this.isStale = false;
    const margin = { width: Math.round(size.width * MARGIN_SHARE), height: Math.round(size.height * MARGIN_SHARE) };
    this.send({ kind: 'paint', sight: { view, size, margin, dpr } });
  }

  private send(message: ToPainter): void {
    this.worker?.postMessage(message);
  }
}

function isSame(sight: Sight, view: View, size: Size, dpr: number): boolean {
  const sameView = (['scale', 'scaleY', 'offsetX', 'offsetY'] as const).every((name) => sight.view[name] === view[name]);
  return sameView && sight.size.width === size.width && sight.size.height === size.height && sight.dpr === dpr;
}
