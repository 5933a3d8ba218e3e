import { addMonths } from 'date-fns';
import { COMMON_PRACTICE, type Calculator, date, list, number, tex, withDefault } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';
import { DAY_MS } from '../quantities/index.js';

const celsius = number('°C', { min: -50, max: 80 });
const fields = {
  madeOn: date(),
  months: withDefault(number('month', { min: 0, max: 600, whole: true }), 12),
  storeTemperatureC: list(celsius, 100_000),
  min: withDefault(celsius, 5),
  max: withDefault(celsius, 35),
  onDate: date(),
};

export interface ShelfLife {
  /** last day on which it may be used */ expiresOn: string;
  /** negative once expired */ daysLeft: number;
  /** readings outside the store's limits; `index` from 0 */ breaches: { index: number; temperatureC: number; kind: 'cold' | 'hot' }[];
}

/** Shelf life of a sealed pack, with the store's temperatures held against their limits. Months as a calendar counts them. */
export const shelfLife: Calculator<typeof fields, ShelfLife> = {
  id: 'shelf-life',
  fields,
  outputs: { expiresOn: '', daysLeft: 'day', breaches: '' },
  symbols: { expiresOn: 'd_{end}', madeOn: 'd_{made}', months: 'n', daysLeft: 'D', onDate: 'd', min: 'T_{min}', max: 'T_{max}' },
  equation: [
    tex`@expiresOn = @madeOn + @months \text{ calendar months}`,
    tex`@daysLeft = @expiresOn - @onDate`,
    tex`@min \le T_{store} \le @max`,
  ],
  sources: [COMMON_PRACTICE],
  compute({ madeOn, months, storeTemperatureC, min, max, onDate }) {
    if (max < min) return refuse(issue('max-below-min', 'max'));
    const expires = addMonths(midnight(madeOn), months);
    if (expires.getFullYear() > 9999) return refuse(issue('beyond-calendar', 'months'));
    const expiresOn = dayOf(expires);
    return accept({
      expiresOn,
      daysLeft: (Date.parse(expiresOn) - Date.parse(onDate)) / DAY_MS,
      breaches: storeTemperatureC.flatMap((temperatureC, index) =>
        temperatureC < min || temperatureC > max
          ? [{ index, temperatureC, kind: temperatureC < min ? ('cold' as const) : ('hot' as const) }]
          : [],
      ),
    });
  },
};

/** A day at midnight of the machine's own zone, in which the calendar function counts. */
function midnight(day: string): Date {
  return new Date(Number(day.slice(0, 4)), Number(day.slice(5, 7)) - 1, Number(day.slice(8)));
}

function dayOf(date: Date): string {
  const two = (value: number) => String(value).padStart(2, '0');
  return `${String(date.getFullYear()).padStart(4, '0')}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
}
