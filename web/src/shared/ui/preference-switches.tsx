import { Moon, Ruler, Sun } from 'lucide-react';
import { t } from '../../messages/t';
import { usePreferences } from '../preferences';

/** The units in use, as a button that turns them. */
export function UnitsSwitch() {
  const { units, toggleUnits } = usePreferences();
  return (
    <button
      type="button"
      className="flex h-9 items-center gap-1.5 rounded-[3px] px-2 hover:bg-white/10"
      onClick={toggleUnits}
      title={t('units.switch')}
    >
      <Ruler size={16} /> {t(`units.${units}`)}
    </button>
  );
}

/** Light for the desk, dark for the basement. */
export function ThemeSwitch() {
  const { theme, toggleTheme } = usePreferences();
  return (
    <button
      type="button"
      className="grid size-9 shrink-0 place-items-center rounded-[3px] hover:bg-white/10"
      onClick={toggleTheme}
      aria-label={t(theme === 'light' ? 'theme.dark' : 'theme.light')}
    >
      {theme === 'light' ? <Moon size={17} /> : <Sun size={17} />}
    </button>
  );
}
