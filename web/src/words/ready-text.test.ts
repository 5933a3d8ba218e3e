import { SHIPPED_PRODUCTS } from '@caulkhorn/core/catalogue';
import { readyCard } from '@caulkhorn/core/planning';
import { readySteps } from './ready-text';

const steps = (id: string, what = 'coat') =>
  readySteps(
    readyCard(
      SHIPPED_PRODUCTS.find((product) => product.id === id)!,
      24,
      { faceId: 'a', what, times: 1 },
    ),
    'metric',
  ).join(' ');

test.each<[string, string, string, RegExp]>([
  ['the kettle, half hour by half hour', 'hulvane-cauldron', 'coat', /2\.5 h before.*191.*218.*260.*288.*75 %.*every half hour/],
  ['a pass that is thinned', 'osmere-shed', 'thinned', /clean water, 1 to 2\. Only this first pass/],
  ['its coats are not', 'osmere-shed', 'coat', /Nothing goes into it/],
  ['the water that a grade may take', 'osmere-mole', 'coat', /0\.13\sL of clean water.*no longer than 1\smin/],
  ['a wall grade takes none', 'fennick-burrow', 'coat', /Nothing goes into it/],
  ['what is rinsed off', 'tarnwick-flint', 'coat', /after 2\sh is rinsed/],
  ['rubber from the pail', 'fennick-eel', 'coat', /Stir up slowly/],
])('%s', (_says, id, what, wanted) => expect(steps(id, what)).toMatch(wanted));
