import { addMonths, differenceInCalendarDays, formatISO, parseISO } from 'date-fns';
import { COMMON_PRACTICE, type Calculator, date, list, number, tex, withDefault } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';

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
    const expires = addMonths(parseISO(madeOn), months);
    if (expires.getFullYear() > 9999) return refuse(issue('beyond-calendar', 'months'));
    return accept({
      expiresOn: formatISO(expires, { representation: 'date' }),
      daysLeft: differenceInCalendarDays(expires, parseISO(onDate)),
      breaches: storeTemperatureC.flatMap((temperatureC, index) =>
        temperatureC < min || temperatureC > max
          ? [{ index, temperatureC, kind: temperatureC < min ? ('cold' as const) : ('hot' as const) }]
          : [],
      ),
    });
  },
};
