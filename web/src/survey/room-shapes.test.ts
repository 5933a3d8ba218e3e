import { accepted, refusals } from '../../../core/src/testing/results';
import { roomTexts, shapesOf } from './room-shapes';

const AT = { xM: 0, yM: 0 };
const room = (part: object) => ({ ...roomTexts('metric'), substrate: 'cast-concrete', floor: 'screed', ...part });

test('a rectangle from four figures is the same room as its four walls one by one', () => {
  const figures = { lengthM: '5', widthM: '3', heightM: '2,4', footM: '-2.4' };
  const taped = ['5', '3', '5', '3'].map((length) => ({ length, turn: '90' }));
  const rectangle = accepted(shapesOf(room(figures), 'metric', AT));
  expect(rectangle.map(({ kind }) => kind)).toEqual(['wall', 'wall', 'wall', 'wall', 'slab']);
  expect(rectangle).toEqual(accepted(shapesOf(room({ ...figures, shape: 'walls', walls: taped }), 'metric', AT)));
});

test('what walls and floor are made of is looked at: nothing is taken for granted; a tunnel has no floor of its own', () => {
  const unsaid = { substrate: '', floor: '', lengthM: '5', widthM: '3', heightM: '2.4', footM: '-2.4', diameterM: '2' };
  expect(refusals(shapesOf(room(unsaid), 'metric', AT))).toEqual(['missing at substrate', 'missing at floor']);
  expect(refusals(shapesOf(room({ ...unsaid, shape: 'tunnel' }), 'metric', AT))).toEqual(['missing at substrate']);
  expect(roomTexts('metric')).toMatchObject({ substrate: '', floor: '', strengthMPa: '' });
});

test('what is missing is asked for by its field; a unit may be typed with it', () => {
  expect(refusals(shapesOf(room({ lengthM: '5', heightM: 'x' }), 'metric', AT))).toEqual([
    'missing at widthM',
    'not-a-number at heightM',
    'missing at footM',
  ]);
  const [wall] = accepted(shapesOf(room({ lengthM: `16' 5"`, widthM: '3', heightM: '2.4', footM: '-2.4' }), 'metric', AT));
  expect(wall!.outline[1]![0]).toBeCloseTo(16 * 0.3048 + 5 * 0.0254, 3);
});
