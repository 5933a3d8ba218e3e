import { api } from './api';
import { drawersHere, enrolHere, forgetDrawer, makeDrawer } from './drawers';

jest.mock('./api');
const post = jest.mocked(api.post);
const remove = jest.mocked(api.delete);
const session = (personId: string, name: string) => ({ personId, name, email: 'x', organisations: [] }) as never;

let kept: Map<string, string>;
beforeEach(() => {
  jest.resetAllMocks();
  remove.mockResolvedValue(undefined);
  kept = new Map();
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
    },
  });
});

test('one for each person, by name; a new PIN takes the place of the one before, which is shut', async () => {
  post.mockResolvedValueOnce({ drawerId: '1', token: 'a' }).mockResolvedValueOnce({ drawerId: '2', token: 'b' });
  await makeDrawer(session('t', 'Tomas'), '4821');
  await makeDrawer(session('o', 'Odile'), '7305');
  expect(drawersHere().map(({ name, drawerId }) => [name, drawerId])).toEqual([
    ['Odile', '2'],
    ['Tomas', '1'],
  ]);
  post.mockResolvedValueOnce({ drawerId: '3', token: 'c' });
  await makeDrawer(session('t', 'Tomas'), '9034');
  expect(drawersHere().map(({ drawerId }) => drawerId)).toEqual(['2', '3']);
  expect(remove.mock.calls).toEqual([['/account/drawers/1']]);
});

test('where the server makes none, the one before stands', async () => {
  post.mockResolvedValueOnce({ drawerId: '1', token: 'a' }).mockRejectedValueOnce(new Error('away'));
  await makeDrawer(session('t', 'Tomas'), '4821');
  await expect(makeDrawer(session('t', 'Tomas'), '9034')).rejects.toThrow('away');
  expect(drawersHere().map(({ drawerId }) => drawerId)).toEqual(['1']);
  expect(remove).not.toHaveBeenCalled();
});

test('a device that is enrolled has the drawer of whoever the code was for; the PIN is kept nowhere', async () => {
  post.mockResolvedValueOnce({ session: session('t', 'Tomas'), drawerId: '1', token: 'a' });
  await enrolHere('ABCDE12345', '4821');
  expect([...kept.values()].join()).toContain('Tomas');
  expect([...kept.values()].join()).not.toContain('4821');
  forgetDrawer('1');
  expect([drawersHere(), kept.size]).toEqual([[], 0]);
});

test.each(['', 'nonsense', '{}', 'null', '[null, 3, {"drawerId": 1}]', '[{"drawerId":"1","token":"a","personId":"t"}]'])(
  'of what is no list of drawers, %j, there is none',
  (text) => {
    kept.set('caulkhorn-drawers', text);
    expect(drawersHere()).toEqual([]);
  },
);
