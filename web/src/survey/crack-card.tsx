import { useState } from 'react';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { usePreferences, useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { BANK_CARD_MM, cardLines } from './crack-widths';

/** What a browser takes for a millimetre: right on paper, a guess on a screen. */
const GUESSED_PX_PER_MM = 96 / 25.4;
const LEAST_PX_PER_MM = 2.5;
const MOST_PX_PER_MM = 9;

/** Lines of known width on the screen, to be held beside a crack; a bank card tells the screen how long a millimetre is. */
export default function CrackCard({ close, onRead }: { close(): void; onRead(mm: number): void }) {
  const known = usePreferences(({ pxPerMm }) => pxPerMm);
  const keep = usePreferences(({ measureScreen }) => measureScreen);
  const [measuring, setMeasuring] = useState(known === undefined);
  return (
    <Dialog open onOpenChange={(isOpen) => !isOpen && close()} title={t('crack-card.title')}>
      {measuring || known === undefined ? (
        <Measuring
          start={known ?? GUESSED_PX_PER_MM}
          done={(pxPerMm) => {
            keep(pxPerMm);
            setMeasuring(false);
          }}
        />
      ) : (
        <Lines pxPerMm={known} again={() => setMeasuring(true)} onRead={onRead} />
      )}
    </Dialog>
  );
}

function Measuring({ start, done }: { start: number; done(pxPerMm: number): void }) {
  const [pxPerMm, setPxPerMm] = useState(start);
  const by = (step: number) => setPxPerMm((before) => Math.min(MOST_PX_PER_MM, Math.max(LEAST_PX_PER_MM, before + step)));
  return (
    <div className="flex flex-col gap-3">
      <p>{t('crack-card.measure')}</p>
      <div className="-mx-2 overflow-hidden">
        <div className="h-28 border-x-2 border-water bg-water-soft" style={{ width: pxPerMm * BANK_CARD_MM }} />
      </div>
      <input
        type="range"
        aria-label={t('crack-card.size')}
        min={LEAST_PX_PER_MM}
        max={MOST_PX_PER_MM}
        step={0.01}
        value={pxPerMm}
        onChange={({ target }) => setPxPerMm(Number(target.value))}
        className="h-14 w-full accent-[var(--water)]"
      />
      <div className="grid grid-cols-2 gap-2">
        <Button className="h-14" onClick={() => by(-0.02)}>
          {t('crack-card.smaller')}
        </Button>
        <Button className="h-14" onClick={() => by(0.02)}>
          {t('crack-card.larger')}
        </Button>
      </div>
      <Button look="solid" className="h-14" onClick={() => done(pxPerMm)}>
        {t('crack-card.fits')}
      </Button>
    </div>
  );
}

function Lines({ pxPerMm, again, onRead }: { pxPerMm: number; again(): void; onRead(mm: number): void }) {
  const units = useUnits();
  return (
    <div className="flex flex-col gap-2">
      <p>{t('crack-card.how')}</p>
      <ul className="grid grid-cols-2 gap-2">
        {cardLines(pxPerMm, devicePixelRatio).map(({ mm, px, isRough }) => (
          <li key={mm}>
            <button
              type="button"
              // shown too wide or too narrow it would be read as what it is not
              disabled={isRough}
              onClick={() => onRead(mm)}
              className="flex h-16 w-full items-stretch gap-3 rounded-[3px] border border-rule-strong bg-white pl-3 text-left text-base text-black disabled:opacity-60"
            >
              <span aria-hidden className="shrink-0 bg-black" style={{ width: px }} />
              <span className="self-center">
                <b>{formatQuantity(mm, 'mm', units)}</b>
                {isRough ? <span className="block text-[13px]">{t('crack-card.rough')}</span> : null}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <p className="text-[13px] text-soft">{t('crack-card.caution')}</p>
      <Button look="quiet" className="h-14" onClick={again}>
        {t('crack-card.again')}
      </Button>
    </div>
  );
}
