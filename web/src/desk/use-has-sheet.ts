import { usePreferences } from '../shared/preferences';
import type { Lens } from './lenses';

/** What draws for itself takes the page, unless somebody asked for the sheet above it. */
export function useHasSheet(lens: Pick<Lens, 'id' | 'layout'> | undefined): boolean {
  const across = usePreferences((preferences) => preferences.across);
  return lens?.layout !== 'page' || across[lens.id] === true;
}
