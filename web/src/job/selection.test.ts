import { newSelection } from './selection';

let selection = newSelection();
const state = () => selection.getState();
beforeEach(() => (selection = newSelection()));

test('taking a tool drops what was begun with another', () => {
  state().take('crack');
  state().setDraft({ faceId: 'a', path: [[0, 0]] });
  state().take('leak');
  expect([state().tool, state().draft]).toEqual(['leak', null]);
});

test('opening a floor in plan drops a half-drawn line', () => {
  state().setDraft({ faceId: 'a', path: [[0, 0]] });
  state().openPlate('g');
  expect([state().openPlateId, state().draft]).toEqual(['g', null]);
});

test('another job begins with nothing chosen', () => {
  state().select({ kind: 'face', id: 'a' });
  state().take('crack');
  selection = newSelection();
  expect(state()).toMatchObject({ selected: null, tool: null, draft: null, openPlateId: null });
});

test('features are taken into what is chosen together and out of it; the first gives way to the next', () => {
  state().select({ kind: 'feature', id: 'a' });
  state().toggle('b');
  state().toggle('c');
  expect([state().selected?.id, state().also]).toEqual(['a', ['b', 'c']]);
  state().toggle('b');
  expect(state().also).toEqual(['c']);
  state().toggle('a');
  expect([state().selected?.id, state().also]).toEqual(['c', []]);
  state().toggle('c');
  expect(state().selected).toBeNull();
});

test('one press on another thing ends what was chosen together; a face never joins', () => {
  state().select({ kind: 'feature', id: 'a' });
  state().toggle('b');
  state().select({ kind: 'feature', id: 'c' });
  expect(state().also).toEqual([]);
  state().select({ kind: 'face', id: 'f' });
  state().toggle('a');
  expect([state().selected, state().also]).toEqual([{ kind: 'feature', id: 'a' }, []]);
});

test('taking another tool drops the figures typed for the one before', () => {
  state().take('crack');
  state().setTyped('1.2 ');
  state().take('leak');
  expect(state().typed).toBe('');
});
