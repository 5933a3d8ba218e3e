import { type EntryBody, GLASS_PATH, checkEntry, glassPath, isWritten } from './index';

const wave = Array.from({ length: 20 }, (_, i) => ({ x: 20 + 10 * i, y: 60 + 20 * Math.sin(i) }));

test('strokes become path data in thousandths of the width, whatever the pad’s size', () => {
  expect(
    glassPath(
      [
        [
          { x: 0, y: 0 },
          { x: 200, y: 100 },
        ],
      ],
      400,
    ),
  ).toBe('M0 0L500 250');
  expect(glassPath([wave], 400)).toBe(glassPath([wave.map(({ x, y }) => ({ x: 2 * x, y: 2 * y }))], 800));
  // two points that fall on one, a dot, and what went over the edge
  expect(
    glassPath(
      [
        [
          { x: 1, y: 1 },
          { x: 1.1, y: 1 },
          { x: 9, y: 1 },
        ],
        [{ x: 5, y: 5 }],
        [
          { x: -3, y: 2 },
          { x: 900, y: 2 },
        ],
      ],
      400,
    ),
  ).toBe('M3 3L23 3M0 5L1000 5');
  expect(glassPath([], 400)).toBe('');
});

test('what is drawn always has the form that is kept; a tap is no signature', () => {
  const drawn = glassPath([wave, wave], 400);
  expect(drawn).toMatch(GLASS_PATH);
  expect(isWritten(drawn)).toBe(true);
  expect(isWritten('M10 10L20 20')).toBe(false);
  expect(isWritten('')).toBe(false);
  expect(isWritten(`${drawn}<svg onload=x>`)).toBe(false);
});

test('only a client signs on the glass', () => {
  const covers = { revisionFingerprint: 'a', receiptSeq: 1, receiptHash: 'b', readingsSha256: 'c', photosSha256: 'd' };
  const signed = (role: 'client' | 'foreman', drawn: string): EntryBody => ({
    ...{ kind: 'sign', role, covers, fingerprint: 'f' },
    glass: { name: 'Nora Quill', drawn },
  });
  const codes = (body: EntryBody) => checkEntry(body, '2026-05-20T10:00:00Z').map(({ code, path }) => `${path} ${code}`);
  expect(codes(signed('client', glassPath([wave], 400)))).toEqual([]);
  expect(codes(signed('client', 'M1 1L2 2'))).toEqual(['body.glass.drawn glass-empty']);
  expect(codes(signed('foreman', glassPath([wave], 400)))).toEqual(['body.glass not-wanted']);
});
