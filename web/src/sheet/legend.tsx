import type { FeatureKind } from '@caulkhorn/core/jobs';
import { type ReactNode, useEffect, useRef } from 'react';
import { t, tOf } from '../messages/t';
import { usePreferences } from '../shared/preferences';
import { AREA_HATCHES, type Ground, GROUND_NAMES, Hatches } from './hatch';
import { readPalette } from './palette';

/** What the lines and marks on the sheet mean. */
export function Legend() {
  return (
    <details className="mt-4 border-t border-rule pt-2">
      <summary className="py-1 font-semibold">{t('legend.title')}</summary>
      <dl className="grid grid-cols-[64px_1fr] items-center gap-x-3 gap-y-1.5 pt-1">
        <Sign name="face">
          <rect x="24" y="1" width="14" height="14" fill="var(--ink)" stroke="none" />
          <text x="31" y="12" textAnchor="middle" fontSize="11" fontWeight="700" fill="var(--paper)" stroke="none">
            A
          </text>
        </Sign>
        <Sign name="count">
          <path
            transform="translate(20 8)"
            d="M0 -5 C3 -1 3.6 0.6 3.6 2 A3.6 3.6 0 1 1 -3.6 2 C-3.6 0.6 -3 -1 0 -5 Z"
            fill="var(--iron)"
            stroke="none"
          />
          <text x="40" y="12" textAnchor="middle" fontSize="11" fontWeight="600" fill="var(--iron)" stroke="none">
            1 / 4
          </text>
        </Sign>
        <Sign name="reading">
          <path d="M16 13 l-4 -7 h8 Z" fill="var(--water)" stroke="none" />
          <circle cx="44" cy="8" r="7" stroke="var(--water)" strokeWidth="2" />
          <text x="44" y="11.5" textAnchor="middle" fontSize="10" fontWeight="600" fill="var(--water)" stroke="none">
            3
          </text>
        </Sign>
        <Sign name="fine">
          <path d="M4 8 L24 5 L60 9" stroke="var(--ink)" strokeWidth="1.1" />
        </Sign>
        <Sign name="wide">
          <path d="M4 8 L24 5 L60 9" stroke="var(--ink)" strokeWidth="3.5" />
        </Sign>
        <Sign name="moving">
          <path d="M4 8 H60" stroke="var(--ink)" strokeWidth="2.5" strokeDasharray="7 3" />
        </Sign>
        <Sign name="leaking">
          <path d="M4 8 L24 5 L60 9" stroke="var(--iron)" strokeWidth="2.5" />
        </Sign>
        <Sign name="drops">
          {[10, 22, 34].map((x) => (
            <path
              key={x}
              transform={`translate(${x} 8)`}
              d="M0 -5 C3 -1 3.6 0.6 3.6 2 A3.6 3.6 0 1 1 -3.6 2 C-3.6 0.6 -3 -1 0 -5 Z"
              fill="var(--iron)"
              stroke="none"
            />
          ))}
        </Sign>
        <Sign name="pipe">
          <path d="M20 8 a6 6 0 1 0 12 0 a6 6 0 1 0 -12 0 M20 8 h12 M26 2 v12" stroke="var(--ink)" strokeWidth="1.5" />
        </Sign>
        <Sign name="joint">
          <path d="M4 8 H60" stroke="var(--ink)" strokeWidth="2.2" strokeDasharray="10 3 2 3" />
        </Sign>
        <Sign name="mortar-joint">
          <path d="M4 8 H60" stroke="var(--ink)" strokeWidth="2.2" strokeDasharray="1 3.5" />
        </Sign>
        <Sign name="tie-hole">
          <path d="M26 2 l6 6 l-6 6 l-6 -6 Z" stroke="var(--ink)" strokeWidth="1.5" />
        </Sign>
        <Sign name="fixing">
          <path d="M21 3 h10 v10 h-10 Z" stroke="var(--ink)" strokeWidth="1.5" />
        </Sign>
        <Sign name="drain">
          <path d="M20 8 a6 6 0 1 0 12 0 a6 6 0 1 0 -12 0 M23 3 v10 M26 2 v12 M29 3 v10" stroke="var(--ink)" strokeWidth="1.5" />
        </Sign>
        {AREAS.map((kind) => (
          <HatchSign key={kind} hatch={kind} text={t(`feature.${kind}`)} />
        ))}
        {GROUND_NAMES.map((ground) => (
          <HatchSign key={ground} hatch={ground} text={ground === 'lime' ? t('legend.lime') : t(`substrate.${ground}`)} />
        ))}
        <Sign name="fillet">
          <path d="M4 8 H60" stroke="var(--ochre)" strokeWidth="3" opacity="0.7" />
        </Sign>
        <Sign name="governing">
          <path d="M4 8 H60" stroke="var(--water)" strokeWidth="2.5" />
        </Sign>
        <Sign name="level">
          <path d="M4 8 H60" stroke="var(--water)" strokeWidth="1" strokeDasharray="5 4" />
        </Sign>
        <Sign name="head">
          {[0.15, 0.3, 0.45].map((opacity, i) => (
            <rect key={opacity} x={4 + i * 19} y="2" width="18" height="12" fill="var(--water)" opacity={opacity} stroke="none" />
          ))}
        </Sign>
      </dl>
    </details>
  );
}

const AREAS = Object.keys(AREA_HATCHES) as FeatureKind[];

/** A patch of a hatch, painted as on the sheet. */
function HatchSign({ hatch, text }: { hatch: Ground | FeatureKind; text: string }) {
  const theme = usePreferences((preferences) => preferences.theme);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const ctx = canvas.current?.getContext('2d');
    if (!ctx) return;
    const { ink } = readPalette(theme);
    ctx.clearRect(0, 0, 64, 18);
    ctx.fillStyle = new Hatches(ctx, ink).at(hatch, 0, 0) ?? 'transparent';
    ctx.strokeStyle = ink;
    ctx.fillRect(4, 1, 56, 16);
    ctx.strokeRect(4.5, 1.5, 55, 15);
  }, [hatch, theme]);
  return (
    <>
      <dt>
        <canvas ref={canvas} width={64} height={18} aria-hidden />
      </dt>
      <dd className="text-[13px]">{text}</dd>
    </>
  );
}

function Sign({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt>
        <svg viewBox="0 0 64 16" className="h-4 w-16" fill="none" aria-hidden>
          {children}
        </svg>
      </dt>
      <dd className="text-[13px]">{tOf(`legend.${name}`)}</dd>
    </>
  );
}
