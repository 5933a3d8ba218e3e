import { useSelection } from './selection';

const state = () => useSelection.getState();
beforeEach(() => state().reset());

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
  state().reset();
  expect(state()).toMatchObject({ selected: null, tool: 'select', draft: null, openPlateId: null });
});
