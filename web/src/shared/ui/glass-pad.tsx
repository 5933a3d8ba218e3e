import { glassPath } from '@caulkhorn/core/site-log';
import { useEffect, useRef } from 'react';
import SignaturePad from 'signature_pad';
import { t } from '../../messages/t';
import { Button } from './button';

/** A pad to write one's name on with a finger or a pen; what is drawn is told as path data, empty after wiping. */
export function GlassPad({ fault, onDrawn }: { fault: string | undefined; onDrawn(drawn: string): void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const tell = useRef(onDrawn);
  useEffect(() => {
    tell.current = onDrawn;
  });
  useEffect(() => {
    const on = canvas.current!;
    // the pad keeps its own points: another size or turning the phone wipes it, for they would lie elsewhere
    const fit = () => {
      on.width = on.clientWidth * devicePixelRatio;
      on.height = on.clientHeight * devicePixelRatio;
      on.getContext('2d')!.scale(devicePixelRatio, devicePixelRatio);
      pad.current?.clear();
      tell.current('');
    };
    const made = new SignaturePad(on, { penColor: getComputedStyle(on).color });
    pad.current = made;
    made.addEventListener('endStroke', () =>
      tell.current(
        glassPath(
          made.toData().map(({ points }) => points),
          on.clientWidth,
        ),
      ),
    );
    const watch = new ResizeObserver(fit);
    watch.observe(on);
    return () => {
      watch.disconnect();
      made.off();
    };
  }, []);
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-end justify-between">
        <span className="text-[13px]">{t('glass.pad')}</span>
        <Button
          look="quiet"
          size="small"
          className="max-[719px]:h-14 max-[719px]:min-w-24"
          onClick={() => {
            pad.current?.clear();
            onDrawn('');
          }}
        >
          {t('glass.wipe')}
        </Button>
      </div>
      <canvas
        ref={canvas}
        role="img"
        aria-label={t('glass.pad')}
        className="aspect-[5/2] w-full max-w-xl touch-none border-2 border-rule-strong bg-raised text-ink"
      />
      {fault ? (
        <p role="alert" className="font-medium text-iron">
          {fault}
        </p>
      ) : null}
    </div>
  );
}
