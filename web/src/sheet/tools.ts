import { CircleDot, type LucideIcon, MousePointer2, Spline, Waves } from 'lucide-react';
import type { Tool } from '../workspace/selection';

export const TOOLS: readonly { tool: Tool; icon: LucideIcon; letter: string }[] = [
  { tool: 'select', icon: MousePointer2, letter: 'V' },
  { tool: 'crack', icon: Spline, letter: 'K' },
  { tool: 'leak', icon: Waves, letter: 'L' },
  { tool: 'penetration', icon: CircleDot, letter: 'N' },
];
