import type { FamilyId } from '../../jobs/index.js';
import type { Family } from '../family.js';
import type { Product } from '../product.js';
import { crystallineSlurry } from './crystalline-slurry.js';
import { crystallineAdmixture } from './crystalline-admixture.js';
import { crystallineDryShake } from './crystalline-dry-shake.js';
import { blockWallCrystalline } from './block-wall-crystalline.js';
import { rigidSlurry } from './rigid-slurry.js';
import { flexibleCementitious } from './flexible-cementitious.js';
import { thickFilm } from './thick-film.js';
import { liquidRubber } from './liquid-rubber.js';
import { moistureCurePu } from './moisture-cure-pu.js';
import { hotRubber } from './hot-rubber.js';
import { DECK_PRODUCTS, deckMembrane } from './deck-membrane.js';
import { elastomericAndWearCoat } from './elastomeric-and-wear-coat.js';
import { epoxyVapourBarrier } from './epoxy-vapour-barrier.js';
import { silicateSealer } from './silicate-sealer.js';
import { poreSealer } from './pore-sealer.js';
import { limeBaseCoat } from './lime-base-coat.js';
import { aboveGradeElastomeric } from './above-grade-elastomeric.js';
import { SEWER_PRODUCTS, sewerLining } from './sewer-lining.js';
import { INJECTION_PRODUCTS, resinInjection } from './resin-injection.js';
import { CAVITY_PRODUCTS, drainedCavity } from './drained-cavity.js';

/** The build-up of each family, from the substrate outwards. Rates and waits are the product's unless a row says otherwise. */
export const FAMILIES: Readonly<Record<FamilyId, Family>> = {
  'crystalline-slurry': crystallineSlurry,
  'crystalline-admixture': crystallineAdmixture,
  'crystalline-dry-shake': crystallineDryShake,
  'block-wall-crystalline': blockWallCrystalline,
  'rigid-slurry': rigidSlurry,
  'flexible-cementitious': flexibleCementitious,
  'thick-film': thickFilm,
  'liquid-rubber': liquidRubber,
  'moisture-cure-pu': moistureCurePu,
  'hot-rubber': hotRubber,
  'elastomeric-and-wear-coat': elastomericAndWearCoat,
  'deck-membrane': deckMembrane,
  'epoxy-vapour-barrier': epoxyVapourBarrier,
  'silicate-sealer': silicateSealer,
  'pore-sealer': poreSealer,
  'lime-base-coat': limeBaseCoat,
  'above-grade-elastomeric': aboveGradeElastomeric,
  'sewer-lining': sewerLining,
  'resin-injection': resinInjection,
  'drained-cavity': drainedCavity,
};

/** Invented products that came with their family. */
export const FAMILY_PRODUCTS: readonly Product[] = [...DECK_PRODUCTS, ...SEWER_PRODUCTS, ...INJECTION_PRODUCTS, ...CAVITY_PRODUCTS];
