import '../messages/on-sheet';
import latin from '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2?url';
import { Hatches } from './hatch';
import { type SheetLayout, layOut } from './layout';
import { paint } from './paint';
import { type Scene, prepareScene } from './scene';
import { type FromPainter, type Sight, type Subject, type ToPainter, pictureView } from './picture';

/** Paints pictures of the sheet off the page's thread. */
const scope = self as unknown as DedicatedWorkerGlobalScope;
const canvas = new OffscreenCanvas(1, 1);
const ctx = canvas.getContext('2d', { alpha: false })!;

let shown: { subject: Subject; layout: SheetLayout; scene: Scene; hatches: Hatches } | undefined;

const font = new FontFace('Atkinson Hyperlegible Next Variable', `url(${latin})`, { weight: '200 800' });
const fontReady = font.load().then(
  (loaded) => void scope.fonts.add(loaded),
  // without it the system's own face is used
  () => {},
);

scope.onmessage = ({ data }: MessageEvent<ToPainter>) => {
  void fontReady.then(() => {
    if (data.kind === 'subject') take(data.subject);
    else send(data.sight);
  });
};

function take(subject: Subject): void {
  const { model, junctions, openPlateId, palette } = subject;
  const layout = layOut(model, openPlateId);
  const hatches = shown?.subject.palette.ink === palette.ink ? shown.hatches : new Hatches(ctx, palette.ink);
  shown = { subject, layout, scene: prepareScene(model, layout, junctions), hatches };
}

function send(sight: Sight): void {
  if (!shown) return;
  const from = performance.now();
  const { size, margin, dpr } = sight;
  const picture = { width: size.width + 2 * margin.width, height: size.height + 2 * margin.height };
  canvas.width = Math.round(picture.width * dpr);
  canvas.height = Math.round(picture.height * dpr);
  const { subject, layout, scene, hatches } = shown;
  paint({
    ctx,
    size: picture,
    margin,
    dpr,
    view: pictureView(sight),
    layout,
    scene,
    hatches,
    model: subject.model,
    palette: subject.palette,
    units: subject.units,
  });
  const bitmap = canvas.transferToImageBitmap();
  const answer: FromPainter = { bitmap, sight, tookMs: performance.now() - from };
  scope.postMessage(answer, [answer.bitmap]);
}
