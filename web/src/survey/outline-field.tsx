import type { FacePoint } from '@caulkhorn/core/jobs';
import { PencilRuler, Trash2 } from 'lucide-react';
import { Suspense, lazy, useRef, useState } from 'react';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { outlineText, readOutline } from './outline-text';

// a pad is opened now and then
const OutlinePad = lazy(() => import('./outline-pad').then((m) => ({ default: m.OutlinePad })));

interface OutlineFieldProps {
  label: string;
  text: string;
  onText(text: string): void;
  /** the text was left, or the pad closed or changed an outline */ onDone?(): void;
  fault?: string;
  placeholder?: string;
  around?: readonly (readonly FacePoint[])[];
  /** the pad is there from the start */ drawn?: boolean;
  remove?: { label: string; onRemove(): void };
}

/** The corners of an outline: typed, or drawn on the pad; the one follows the other. */
export function OutlineField({ label, text, onText, onDone, fault, placeholder, around, drawn = false, remove }: OutlineFieldProps) {
  const units = useUnits();
  const [open, setOpen] = useState(drawn);
  const isWhole = useRef(false);
  const lift = () => {
    if (isWhole.current) onDone?.();
    isWhole.current = false;
  };
  const points = text.trim() === '' ? [] : readOutline(text, units);
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex items-end gap-1.5">
        <div className="min-w-0 flex-1">
          <TextField
            label={label}
            placeholder={placeholder}
            fault={fault}
            value={text}
            onChange={(event) => onText(event.target.value)}
            onBlur={onDone}
          />
        </div>
        <Button
          size="small"
          look={open ? 'solid' : 'outline'}
          className="mb-0.5 max-[719px]:h-14"
          aria-expanded={open}
          aria-label={t('pad.open', { what: label })}
          onClick={() => setOpen(!open)}
        >
          <PencilRuler size={15} aria-hidden /> {t('pad.draw')}
        </Button>
        {remove ? (
          <Button look="quiet" size="small" className="mb-0.5 max-[719px]:size-12" aria-label={remove.label} onClick={remove.onRemove}>
            <Trash2 size={15} aria-hidden />
          </Button>
        ) : null}
      </div>
      {open ? (
        <Suspense fallback={<div className="h-48" />}>
          {/* what is pulled is done when it is let go */}
          <div onPointerUp={lift} onKeyUp={lift} onClick={lift}>
            <OutlinePad
              label={label}
              points={points}
              onChange={(next, closed) => {
                isWhole.current = closed;
                onText(outlineText(next, units));
              }}
              around={around}
            />
          </div>
        </Suspense>
      ) : null}
    </div>
  );
}
