import { readPhoto } from './read-photo';

const context = { now: '2026-05-20T10:00:00Z', room: undefined, draw: () => Promise.resolve() };
const file = (text: string, type = 'image/jpeg') => new File([text], 'photo', { type });
const codes = async (...args: Parameters<typeof readPhoto>) => {
  const result = await readPhoto(...args);
  return result.ok ? [] : result.issues.map(({ code }) => code);
};

test('a photo carries the hash of the file as it came from the camera', async () => {
  const result = await readPhoto(file('abc'), { faceId: 'f', featureId: 'k' }, context);
  // FIPS 180-4, the one-block message of its example: SHA-256 of "abc"
  expect(result).toMatchObject({
    ok: true,
    value: {
      faceId: 'f',
      featureId: 'k',
      at: context.now,
      originalSha256: 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
    },
  });
});

test('what cannot be drawn, is of another kind, too large or without room is refused', async () => {
  const of = { faceId: 'f' };
  expect(await codes(file('x'), of, { ...context, draw: () => Promise.reject(new Error()) })).toEqual(['not-a-picture']);
  expect(await codes(file('x', 'image/svg+xml'), of, context)).toEqual(['not-a-picture']);
  expect(await codes(new File([new Uint8Array(15 * 1024 * 1024 + 1)], 'p', { type: 'image/jpeg' }), of, context)).toEqual([
    'photo-too-large',
  ]);
  expect(await codes(file('x'), of, { ...context, room: { usedBytes: 1, leftBytes: 5_000_000 } })).toEqual(['no-room']);
  expect(await codes(file('x'), of, { ...context, room: { usedBytes: 1, leftBytes: 5_000_001 } })).toEqual([]);
});
