import type { DetailStep } from '@caulkhorn/core/build-up';
import { type Treatment } from '@caulkhorn/core/materials';
import { type FacePlan } from '@caulkhorn/core/planning';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatFilm, formatQuantity } from '../shared/numbers';

/** Thickest layer of a filler whose sheet does not say; common practice. */
const USUAL_LAYER_MM = 60;

/** One step of a detail as the crew is told it. */
export function howText(step: DetailStep, treatment: Treatment, plan: FacePlan, units: UnitSystem): string {
  const mm = (value: number | undefined) => formatQuantity(value ?? 0, 'mm', units);
  const role =
    step.do === 'plug'
      ? 'plug'
      : step.do === 'seal-joint'
        ? 'sealant'
        : step.do === 'seal-hole'
          ? 'fixing-sealant'
          : step.do === 'drain-channel'
            ? 'drain-channel'
            : 'role' in step
              ? step.role
              : 'coat';
  const product = plan.products?.[role]?.name ?? t(`role.${role}`);
  const filmOf = (what: DetailStep['do']) => {
    const film = treatment.lines.find((line) => line.step === what && line.mm !== undefined)?.mm;
    return film === undefined ? '' : t('how.film', { film: formatFilm(film, units) });
  };
  switch (step.do) {
    case 'open': {
      const { widthMm, depthMm, extendMm } = step.slot;
      return t('how.open', {
        width: mm(widthMm),
        depth: mm(depthMm),
        extend: extendMm
          ? t('how.extend', { by: mm(extendMm), all: formatQuantity(treatment.slot?.output.cutLengthM ?? 0, 'm', units) })
          : '',
      });
    }
    case 'bond':
      return t(bondKey(treatment), { product });
    case 'fill': {
      const layers = treatment.slot?.output.mortarLayers.length ?? 1;
      return t('how.fill', { product, layers: layers > 1 ? t('how.layers', { n: layers }) : t('how.one-layer') });
    }
    case 'patch':
      return t(step.cutBackMm > 0 ? 'how.patch' : 'how.patch-hole', {
        product,
        depth: mm(step.leastDepthMm),
        layer: mm(plan.products?.[role]?.fill?.maxLayerMm ?? USUAL_LAYER_MM),
      });
    case 'skim':
      return t('how.skim', { product, film: mm(step.filmMm) });
    case 'inject': {
      const how = t(`how.${step.role}`, { product, spacing: mm(step.spacingShare * treatment.geometry.wallThicknessMm) });
      if (treatment.mostBar === undefined) return how;
      return `${how} ${t('how.most-pressure', { pressure: formatQuantity(treatment.mostBar, 'bar', units) })}`;
    }
    case 'prime':
      return t('how.prime', { product, side: mm(step.eachSideMm) });
    case 'fillet':
      return t('how.fillet', { product, leg: mm(step.legMm) });
    case 'chamfer':
      return t('how.chamfer', { leg: mm(step.legMm) });
    case 'stripe':
      return t('how.stripe', {
        film: filmOf('stripe'),
        side: mm(step.eachSideMm),
        mesh: step.mesh ? t('how.mesh') : step.fabric ? t('how.fabric') : '',
      });
    case 'seal-joint':
      return t('how.seal-joint', { product, depth: mm(step.depthMm) });
    case 'sheet':
      return t('how.sheet', {
        side: mm(step.lapMm),
        slack: mm(treatment.geometry.movementMm ?? 5),
        bars: step.barSpacingMm === undefined ? '' : t('how.bars', { spacing: mm(step.barSpacingMm) }),
      });
    case 'pour-flush':
      return t('how.pour-flush', { product, sand: formatNumber(step.sandToResin, 1, 0) });
    case 'lap-pipe':
      return t('how.lap-pipe', { film: filmOf('lap-pipe'), onto: mm(step.ontoPipeMm), side: mm(step.ontoFaceMm) });
    case 'lap-drain':
      return t('how.lap-drain', {
        film: filmOf('lap-drain'),
        onto: mm(step.intoMm),
        side: mm(step.ontoFaceMm),
        ring: step.ring ? t('how.ring') : '',
      });
    case 'floor-lap':
      return t('how.floor-lap', { onto: mm(step.ontoMm) });
    case 'kick':
      return t('how.kick', { height: mm(step.heightMm) });
    case 'drain-channel':
      return t('how.drain-channel', { product, port: formatQuantity(step.portEveryM, 'm', units) });
    case 'clean':
      return t(`how.clean.${step.how}`);
    case 'plug':
    case 'seal-hole':
    case 'loose-fill':
      return t(`how.${step.do}`, { product });
  }
}

function bondKey({ rule }: Treatment) {
  const does = (kind: DetailStep['do']) => rule.steps.some((step) => step.do === kind);
  if (does('pour-flush')) return 'how.bond-now';
  if (does('loose-fill')) return 'how.bond-cured';
  return does('fillet') ? 'how.bond-corner' : 'how.bond';
}
