import { ACCOUNT } from './account';
import { BUILD_UP } from './build-up';
import { CARE } from './care';
import { MATERIALS } from './materials';
import { COAT_LOOKS } from './coat-looks';
import { CREW } from './crew';
import { DETAILS } from './details';
import { DIAGNOSIS } from './diagnosis';
import { DOSSIER } from './dossier';
import { DRAWERS } from './drawers';
import { FIGURES } from './figures';
import { GATE } from './gate';
import { HANDS } from './hands';
import { HOT_WORK } from './hot-work';
import { RESCUE } from './rescue';
import { HOUSE } from './house';
import { INCIDENTS } from './incidents';
import { LABELS } from './labels';
import { LAST_CHANCE } from './last-chance';
import { PLATES } from './plates';
import { PROOF } from './proof';
import { PROOF_FIELDS } from './proof-fields';
import { SIGNING } from './signing';
import { SITE_LOG } from './site-log';
import { STORES } from './stores';
import { SYSTEMS } from './systems';
import { VISITS } from './visits';

/** Words that come with the plan: what is chosen, made, bought and kept. */
export const LATER = {
  ...ACCOUNT,
  ...DRAWERS,
  ...HOUSE,
  ...HANDS,
  ...HOT_WORK,
  ...RESCUE,
  ...COAT_LOOKS,
  ...FIGURES,
  ...SITE_LOG,
  ...INCIDENTS,
  ...LABELS,
  ...LAST_CHANCE,
  ...STORES,
  ...BUILD_UP,
  ...CARE,
  ...MATERIALS,
  ...CREW,
  ...SYSTEMS,
  ...DETAILS,
  ...DIAGNOSIS,
  ...DOSSIER,
  ...SIGNING,
  ...VISITS,
  ...PLATES,
  ...GATE,
  ...PROOF,
  ...PROOF_FIELDS,
} as const;
