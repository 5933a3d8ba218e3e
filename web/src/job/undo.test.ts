import type { Feature } from '@caulkhorn/core/jobs';
import { type Step, UndoStack } from './undo';

/** A shelf of one feature with a version, which refuses steps that expect another. */
function shelf() {
  let item: Partial<Feature> | undefined;
  let version = 0;
  const stack = new UndoStack();
  const play = (step: Step): Step | null => {
    if (step.expectedVersion !== version) return null;
    const before = item as Feature | undefined;
    item = step.item as Feature | undefined;
    version++;
    return { ...step, item: before, expectedVersion: version };
  };
  return {
    change(next: Partial<Feature> | undefined) {
      const before = item as Feature | undefined;
      item = next;
      version++;
      stack.done({ itemKind: 'feature', id: 'k', item: before, expectedVersion: version, about: { id: 'k', mark: 'K' } as Feature });
    },
    someoneElse(next: Partial<Feature>) {
      item = next;
      version++;
    },
    undo: () => stack.undo(play),
    redo: () => stack.redo(play),
    get note() {
      return item?.note;
    },
  };
}

test('back through several changes and forth again', () => {
  const s = shelf();
  s.change({ note: 'a' });
  s.change({ note: 'b' });
  s.change(undefined);
  const seen = [];
  for (const step of ['undo', 'undo', 'undo', 'redo', 'redo', 'redo', 'undo'] as const) {
    expect(s[step]()).toBe(true);
    seen.push(s.note);
  }
  expect(seen).toEqual(['b', 'a', undefined, 'a', 'b', undefined, 'b']);
});

test('nothing to undo says so', () => {
  const s = shelf();
  expect(s.undo()).toBe(false);
  s.change({ note: 'a' });
  expect(s.redo()).toBe(false);
});

test('a change made after undoing ends the way forth', () => {
  const s = shelf();
  s.change({ note: 'a' });
  s.undo();
  s.change({ note: 'b' });
  expect(s.redo()).toBe(false);
});

test('someone else’s change stays', () => {
  const s = shelf();
  s.change({ note: 'mine' });
  s.someoneElse({ note: 'theirs' });
  s.undo();
  expect(s.note).toBe('theirs');
});

test('what was done at once goes back and forth at once; what someone else changed stays alone', () => {
  const items = new Map([
    ['a', { note: 'a1', version: 1 }],
    ['b', { note: 'b1', version: 1 }],
  ]);
  const stack = new UndoStack();
  const play = (step: Step): Step | null => {
    const before = items.get(step.id)!;
    if (before.version !== step.expectedVersion) return null;
    items.set(step.id, { note: (step.item as Feature).note!, version: before.version + 1 });
    return { ...step, item: { note: before.note } as Feature, expectedVersion: before.version + 1 };
  };
  const change = (id: string, note: string): Step => {
    const before = items.get(id)!;
    items.set(id, { note, version: before.version + 1 });
    return {
      itemKind: 'feature',
      id,
      item: { note: before.note } as Feature,
      expectedVersion: before.version + 1,
      about: { id: 'k', mark: 'K' } as Feature,
    };
  };
  const notes = () => [...items.values()].map(({ note }) => note);
  stack.done(change('a', 'a2'), change('b', 'b2'));
  stack.undo(play);
  expect(notes()).toEqual(['a1', 'b1']);
  stack.redo(play);
  expect(notes()).toEqual(['a2', 'b2']);
  items.set('b', { note: 'theirs', version: 9 });
  stack.undo(play);
  expect(notes()).toEqual(['a1', 'theirs']);
});
