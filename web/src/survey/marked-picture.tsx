import type { Photo, PhotoMark } from '@caulkhorn/core/jobs';
import { MoveUpRight, Undo2 } from 'lucide-react';
import { type PointerEvent, useRef, useState } from 'react';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { arrowHead } from './arrow-head';
import { usePicture } from './use-picture';

const MOST = 20;
/** A finger that moved less than this before it was lifted has pulled no arrow: its head is pressed next. */
const STILL_PX = 12;

/** A picture with its arrows and their words. Where `draw` is given they are drawn on it: two presses, or one pull, an arrow. */
export function MarkedPicture({ photo, draw }: { photo: Photo; draw?: ((marks: PhotoMark[]) => void) | undefined }) {
  const source = usePicture(photo.id, 'image');
  const [size, setSize] = useState<{ w: number; h: number } | null>(null);
  const [isDrawing, setDrawing] = useState(false);
  const [foot, setFoot] = useState<{ x: number; y: number } | null>(null);
  const [word, setWord] = useState('');
  const pressedAt = useRef<{ x: number; y: number } | null>(null);
  const marks = photo.marks ?? [];
  const isFull = marks.length >= MOST;

  const placeOf = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (at: number, from: number, of: number) => Math.min(1, Math.max(0, Math.round(((at - from) / of) * 1000) / 1000));
    return { x: share(event.clientX, box.left, box.width), y: share(event.clientY, box.top, box.height) };
  };
  const add = (from: { x: number; y: number }, to: { x: number; y: number }) => {
    draw?.([...marks, { ...from, toX: to.x, toY: to.y, ...(word.trim() ? { word: word.trim().slice(0, 40) } : {}) }]);
    setFoot(null);
    setWord('');
  };
  const down = (event: PointerEvent<SVGSVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    const place = placeOf(event);
    pressedAt.current = { x: event.clientX, y: event.clientY };
    if (foot) add(foot, place);
    else setFoot(place);
  };
  const up = (event: PointerEvent<SVGSVGElement>) => {
    const from = pressedAt.current;
    pressedAt.current = null;
    // by the finger, not by the picture, which may have moved under it
    if (foot && from && Math.hypot(event.clientX - from.x, event.clientY - from.y) > STILL_PX) add(foot, placeOf(event));
  };

  return (
    <div className="flex flex-col gap-2">
      <div className="grid max-h-[60vh] justify-center bg-sunk">
        <div className="relative">
          {source ? (
            <img
              src={source}
              alt={photo.caption ?? ''}
              className="block max-h-[60vh] max-w-full"
              onLoad={({ currentTarget: { naturalWidth, naturalHeight } }) => setSize({ w: naturalWidth, h: naturalHeight })}
              onError={() => setSize(null)}
            />
          ) : null}
          {size ? (
            <svg
              viewBox={`0 0 ${size.w} ${size.h}`}
              className={`absolute inset-0 size-full ${isDrawing ? 'cursor-crosshair touch-none' : 'pointer-events-none'}`}
              role="img"
              aria-label={t('photos.drawn', { n: marks.length })}
              onPointerDown={isDrawing ? down : undefined}
              onPointerUp={isDrawing ? up : undefined}
            >
              {marks.map((mark, i) => (
                <Arrow key={i} mark={mark} {...size} />
              ))}
              {foot ? (
                <circle cx={foot.x * size.w} cy={foot.y * size.h} r={size.w / 60} fill="#d7263d" stroke="#fff" strokeWidth={size.w / 300} />
              ) : null}
            </svg>
          ) : null}
        </div>
      </div>
      {draw && size ? (
        <div className="flex flex-wrap items-end gap-2">
          <Button
            aria-pressed={isDrawing}
            className={isDrawing ? 'bg-ink text-paper' : ''}
            disabled={isFull}
            onClick={() => {
              setDrawing(!isDrawing);
              setFoot(null);
            }}
          >
            <MoveUpRight size={16} aria-hidden /> {t('photos.arrow')}
          </Button>
          {marks.length > 0 ? (
            <Button onClick={() => draw(marks.slice(0, -1))}>
              <Undo2 size={16} aria-hidden /> {t('photos.arrow-off')}
            </Button>
          ) : null}
          {isDrawing ? (
            <>
              <div className="min-w-40 flex-1">
                <TextField label={t('photos.word')} value={word} maxLength={40} onChange={(event) => setWord(event.target.value)} />
              </div>
              <p role="status" className="min-h-10 w-full text-[13px] text-soft">
                {t(isFull ? 'photos.arrows-full' : foot ? 'photos.arrow-head' : 'photos.arrow-foot', { n: MOST })}
              </p>
            </>
          ) : null}
        </div>
      ) : null}
    </div>
  );
}

/** Red with a white rim: seen on dark concrete and on white paint. */
function Arrow({ mark, w, h }: { mark: PhotoMark; w: number; h: number }) {
  const [from, to] = [
    { x: mark.x * w, y: mark.y * h },
    { x: mark.toX * w, y: mark.toY * h },
  ];
  const thick = w / 160;
  const head = arrowHead(from, to, w / 28)
    .map(({ x, y }) => `${x},${y}`)
    .join(' ');
  const letters = w / 26;
  return (
    <g>
      {[
        { color: '#fff', width: thick * 2.2 },
        { color: '#d7263d', width: thick },
      ].map(({ color, width }) => (
        <g key={color} stroke={color} strokeWidth={width} strokeLinecap="round" strokeLinejoin="round" fill={color}>
          <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} />
          <polygon points={head} />
        </g>
      ))}
      {mark.word ? (
        <text
          x={Math.min(from.x, w - letters)}
          y={Math.max(letters, from.y - thick * 3)}
          textAnchor={mark.x < 0.25 ? 'start' : mark.x > 0.75 ? 'end' : 'middle'}
          fontSize={letters}
          fontWeight={700}
          fill="#d7263d"
          stroke="#fff"
          strokeWidth={thick}
          paintOrder="stroke"
        >
          {mark.word}
        </text>
      ) : null}
    </g>
  );
}
