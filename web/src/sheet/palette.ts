/** The sheet's colours, read from the page so that canvas and DOM share one set. */
export interface Palette {
  paper: string;
  raised: string;
  ink: string;
  soft: string;
  rule: string;
  water: string;
  iron: string;
  ochre: string;
  isDark: boolean;
}

export function readPalette(theme: 'light' | 'dark'): Palette {
  const style = getComputedStyle(document.documentElement);
  const read = (name: string) => style.getPropertyValue(name).trim();
  return {
    paper: read('--paper'),
    raised: read('--paper-raised'),
    ink: read('--ink'),
    soft: read('--ink-soft'),
    rule: read('--rule-strong'),
    water: read('--water'),
    iron: read('--iron'),
    ochre: read('--ochre'),
    isDark: theme === 'dark',
  };
}
