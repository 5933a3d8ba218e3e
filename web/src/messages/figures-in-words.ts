import { type UnitSystem, toSystem } from '@caulkhorn/core/quantities';
import { formatNumber } from './number-text';

/** One figure or several before one unit: "0.3 mm", "25 to 50 mm", "40 × 40 mm"; not what only begins like a unit, as kN/m³ does. */
const FIGURES =
  /(?<![\w.,{-])((?:\d+(?:\.\d+)?(?:\s?(?:–|×|…)\s?|\s(?:to|and|or|by)\s))*\d+(?:\.\d+)?)([ \u202f])(mm|m²|m|kg|L|bar|kPa|MPa|kN|°C|K)(?![\w²³/·])/g;

let system: UnitSystem = 'metric';
const said = new Map<string, string>();

/** From now on figures that stand in the words themselves are said in these units. */
export function sayFiguresIn(units: UnitSystem): void {
  if (units === system) return;
  system = units;
  said.clear();
}

/** Words with the figures in them as their reader reckons; rules are written in metric units. */
export function inReadersUnits(text: string): string {
  if (system === 'metric') return text;
  const known = said.get(text);
  if (known !== undefined) return known;
  const turned = text.replace(FIGURES, (_, figures: string, gap: string, unit: string) => {
    let shownUnit = unit;
    const numbers = figures.replace(/\d+(?:\.\d+)?/g, (figure) => {
      const shown = customary(Number(figure), unit);
      shownUnit = shown.unit;
      return formatNumber(rounded(shown.value, shown.unit), 4, 0);
    });
    return `${numbers}${gap}${shownUnit}`;
  });
  said.set(text, turned);
  return turned;
}

const KPA_PER_BAR = 100;
/** A difference of temperature, not a temperature. */
const F_PER_K = 1.8;

function customary(value: number, unit: string): { value: number; unit: string } {
  if (unit === 'K') return { value: value * F_PER_K, unit: '°F' };
  return unit === 'bar' ? toSystem(value * KPA_PER_BAR, 'kPa', system) : toSystem(value, unit, system);
}

/** A rule's round figure stays one: two digits, degrees whole. */
const rounded = (value: number, unit: string): number => (unit === '°F' ? Math.round(value) : Number(value.toPrecision(2)));
