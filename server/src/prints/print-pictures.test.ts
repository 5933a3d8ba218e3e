import sharp from 'sharp';
import { PrintPictures } from './print-pictures';

const wide = () =>
  sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#666' } })
    .jpeg()
    .toBuffer();
const widthOf = async (picture: unknown) => (await sharp(picture as Buffer).metadata()).width;

/** Pictures that tell how often each was asked of the records. */
function counted() {
  const times = new Map<string, number>();
  const pictures = new PrintPictures(async (path) => {
    times.set(path, (times.get(path) ?? 0) + 1);
    if (path === 'gone') return undefined;
    if (path === 'torn') return Buffer.from('no picture');
    return wide();
  });
  return { pictures, times };
}

test('a picture is as wide as it is printed, one that is no wider as it was, and none where there is none', async () => {
  const { pictures } = counted();
  expect(await widthOf(await pictures.at('a'))).toBe(720);
  expect(await pictures.at('gone')).toBeUndefined();
  const small = await sharp(await wide())
    .resize(300)
    .toBuffer();
  expect(await new PrintPictures(async () => small).at('s')).toBe(small);
});

test('what is made ahead is made once, whenever it is asked for, and what was asked for before is not made again', async () => {
  const { pictures, times } = counted();
  await pictures.at('first');
  const ahead = pictures.makeAhead(['first', 'second', 'third', 'torn', 'gone', 'last']);
  expect(await widthOf(await pictures.at('second'))).toBe(720);
  expect(await widthOf(await pictures.at('last'))).toBe(720);
  await ahead;
  expect(await widthOf(await pictures.at('third'))).toBe(720);
  expect(Object.fromEntries(times)).toEqual({ first: 1, second: 1, third: 1, torn: 1, gone: 1, last: 1 });
  // the fault of one stops none of the others, and is told to whoever asks for it
  await expect(pictures.at('torn')).rejects.toThrow();
});

test('once the page is printed no more is made', async () => {
  const { pictures, times } = counted();
  const ahead = pictures.makeAhead(['a', 'b', 'c']);
  pictures.close();
  await ahead;
  expect([...times.keys()]).toEqual(['a']);
});
