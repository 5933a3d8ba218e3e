import { FEATURE_SPECS, type FeatureKind } from '@caulkhorn/core/jobs';
import {
  CircleDashed,
  CircleDot,
  Cloudy,
  CloudFog,
  Diamond,
  Droplets,
  Gauge,
  Grip,
  Layers2,
  type LucideIcon,
  MousePointer2,
  Pin,
  Snowflake,
  Spline,
  SquareDashedBottom,
  Rows3,
  Sprout,
  Waves,
} from 'lucide-react';
import type { Tool } from '../job/selection';

const ICONS: Readonly<Record<FeatureKind, LucideIcon>> = {
  crack: Spline,
  leak: Waves,
  joint: Layers2,
  'mortar-joint': Rows3,
  penetration: CircleDot,
  'tie-hole': Diamond,
  fixing: Pin,
  drain: CircleDashed,
  honeycomb: Grip,
  spall: SquareDashedBottom,
  'blow-holes': Snowflake,
  'damp-area': Cloudy,
  'salt-bloom': CloudFog,
  mould: Sprout,
  ponding: Droplets,
};

export interface ToolEntry {
  tool: Tool;
  icon: LucideIcon;
  letter: string;
}

/** One tool a kind of feature, in the order of the kinds, the one that chooses and the one that places a reading. */

export const TOOLS: readonly ToolEntry[] = [
  { tool: 'select', icon: MousePointer2, letter: 'V' },
  { tool: 'reading', icon: Gauge, letter: 'R' },
  ...(Object.entries(FEATURE_SPECS) as [FeatureKind, { letter: string }][]).map(([tool, { letter }]) => ({
    tool,
    icon: ICONS[tool],
    letter,
  })),
];

/** Always in reach; the rest opens beside them. */
export const FIRST_TOOLS: ReadonlySet<Tool> = new Set<Tool>(['select', 'reading', 'crack', 'leak', 'joint', 'penetration']);
