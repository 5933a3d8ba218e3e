import { FEATURE_KINDS, FEATURE_SPECS } from '@caulkhorn/core/jobs';
import type { Tool } from '../job/selection';

/** In the order in which one surveys: what is measured and runs first, then what lets it in, then what it has left behind. */
export const FIRST_TOOLS: readonly Tool[] = ['reading', 'leak', 'crack', 'joint', 'penetration', 'damp-area', 'salt-bloom', 'honeycomb'];

/** All of them: what is met less often comes after. */
export const TOOLS: readonly Tool[] = [...FIRST_TOOLS, ...FEATURE_KINDS.filter((kind) => !FIRST_TOOLS.includes(kind))];

/** What is stamped on the tool: the letter of the marks it makes, and the key that takes it up. */
export function letterOf(tool: Tool): string {
  return tool === 'reading' ? 'R' : FEATURE_SPECS[tool].letter;
}
