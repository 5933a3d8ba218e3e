import type { SlotSize } from '@caulkhorn/core/build-up';
import type { SlotFill } from '@caulkhorn/core/materials';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';

const PX_PER_MM = 2.6;
const WALL_MM = 44;
const COAT_MM = 1.6;

/** A cut through the filled slot, to scale: wall, plug at the back, mortar before it, two coats over all. */
export function SlotSection({ slot, filled, units }: { slot: SlotSize; filled: SlotFill; units: UnitSystem }) {
  const mouth = slot.widthMm * PX_PER_MM;
  const back = (slot.backWidthMm ?? slot.widthMm) * PX_PER_MM;
  const depth = slot.depthMm * PX_PER_MM;
  const plugDepth = depth * slot.plugFraction;
  const wall = WALL_MM * PX_PER_MM;
  const coat = Math.max(5, COAT_MM * PX_PER_MM);
  const centre = 120;
  const top = coat + 6;
  const half = (y: number) => (mouth + (back - mouth) * (y / depth)) / 2;
  const band = (from: number, to: number) =>
    `${centre - half(from)},${top + from} ${centre + half(from)},${top + from} ${centre + half(to)},${top + to} ${centre - half(to)},${top + to}`;
  const seam = depth - plugDepth;
  return (
    <svg viewBox={`0 0 340 ${top + wall + 4}`} role="img" aria-label={t('section.name')} className="w-full max-w-[340px] text-[11px]">
      <rect x={20} y={top} width={200} height={wall} fill="var(--paper-sunk)" stroke="var(--rule-strong)" />
      <polygon points={band(0, seam)} fill="var(--ochre-soft)" stroke="var(--ink)" />
      {filled.mortarLayers.slice(1).map((_, i) => {
        const y = (seam * (i + 1)) / filled.mortarLayers.length;
        return (
          <line key={i} x1={centre - half(y)} x2={centre + half(y)} y1={top + y} y2={top + y} stroke="var(--ink)" strokeDasharray="3 2" />
        );
      })}
      {plugDepth > 0 ? <polygon points={band(seam, depth)} fill="var(--rule-strong)" stroke="var(--ink)" /> : null}
      <polyline
        points={`${centre},${top + depth} ${centre - 4},${top + depth + 18} ${centre + 3},${top + depth + 34} ${centre - 2},${top + wall}`}
        fill="none"
        stroke="var(--iron)"
        strokeWidth={1.5}
      />
      <rect x={20} y={top - coat} width={200} height={coat / 2} fill="var(--water)" opacity={0.65} />
      <rect x={20} y={top - coat / 2} width={200} height={coat / 2} fill="var(--water)" />
      <g fill="var(--ink)">
        <Leader y={top - coat / 2} text={t('section.coats')} from={218} />
        <Leader
          y={top + seam / 2 + 2}
          text={t('section.mortar', { mm: formatQuantity(slot.depthMm * (1 - slot.plugFraction), 'mm', units) })}
          from={centre + half(seam / 2)}
        />
        {plugDepth > 0 ? (
          <Leader
            y={top + seam + plugDepth / 2 + 4}
            text={t('section.plug', { mm: formatQuantity(slot.depthMm * slot.plugFraction, 'mm', units) })}
            from={centre + half(depth)}
          />
        ) : null}
      </g>
      <g stroke="var(--ink)" fill="var(--ink)">
        <line x1={centre - mouth / 2} x2={centre + mouth / 2} y1={top + depth + 8} y2={top + depth + 8} />
        <line x1={34} x2={34} y1={top} y2={top + depth} />
        <text stroke="none" x={centre - mouth / 2 - 6} y={top + depth + 12} textAnchor="end">
          {formatQuantity(slot.widthMm, 'mm', units)}
        </text>
        <text stroke="none" x={38} y={top + depth / 2 + 4}>
          {formatQuantity(slot.depthMm, 'mm', units)}
        </text>
      </g>
    </svg>
  );
}

function Leader({ y, text, from }: { y: number; text: string; from: number }) {
  return (
    <>
      <line x1={from} x2={232} y1={y} y2={y} stroke="var(--ink-soft)" strokeWidth={0.75} />
      <text x={236} y={y + 4}>
        {text}
      </text>
    </>
  );
}
