import { createHash, randomBytes, randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('ropewalk');
const PATH = `${ORGANISATION}/jobs/${JOB}`;
const FACE = demoId('ropewalk face B');
const sha256 = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
const binary = (response: { body: unknown }) => response.body as Buffer;

let server: TestServer;
let planner: Agent;
beforeAll(async () => {
  server = await TestServer.start();
  planner = await server.as('planner');
});
afterAll(() => server.stop());

const put = (photo: object, kind = 'photo.put', baseVersion = 0) =>
  planner.post(`${PATH}/commands`).send({
    id: randomUUID(),
    deviceId: demoId('device'),
    jobId: JOB,
    kind,
    baseVersion,
    payload: photo,
    occurredAt: '2026-05-20T10:00:00Z',
  });
const photoOf = (file: Buffer, part: object = {}) => ({
  id: randomUUID(),
  faceId: FACE,
  at: '2026-05-20T10:00:00Z',
  originalSha256: sha256(file),
  ...part,
});
const upload = (id: string, file: Buffer) => planner.put(`${PATH}/photos/${id}/file`).set('content-type', 'image/jpeg').send(file);
const picture = (id: string, size: 'image' | 'thumbnail') => planner.get(`${PATH}/photos/${id}/${size}`).buffer().responseType('blob');

/** A camera's picture: noise in a frame, lying on its side, with its place written into it. */
async function fromCamera(width = 800, height = 600): Promise<Buffer> {
  return sharp(randomBytes(width * height * 3), { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 60 })
    .withExif({ IFD0: { Make: 'Camera' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '59/1 54/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .toBuffer();
}

/** Saves a photo with its file; what the server refused of the file. */
async function refusedFor(file: Buffer): Promise<unknown> {
  const photo = photoOf(file);
  await put(photo).expect(200);
  const { body } = await upload(photo.id, file).expect(400);
  await picture(photo.id, 'image').expect(404);
  return (body as { fields: unknown }).fields;
}

test('a picture is made anew: upright, small enough, without its place; a thumbnail beside it', async () => {
  const file = await fromCamera(3600, 2700);
  const withPlace = await sharp(file).metadata();
  expect(withPlace.exif!.includes('Camera')).toBe(true);
  const photo = photoOf(file, { caption: '<img src=x onerror=alert(1)>' });
  await put(photo).expect(200);
  const { body: facts } = await upload(photo.id, file).expect(200);
  // orientation 6 is a quarter turn: the sides change places (Exif 2.32, tag 0x0112)
  expect(facts).toMatchObject({ widthPx: 1920, heightPx: 2560 });
  const stored = binary(await picture(photo.id, 'image').expect(200).expect('content-type', 'image/jpeg'));
  const seen = await sharp(stored).metadata();
  expect([seen.format, seen.width, seen.height]).toEqual(['jpeg', 1920, 2560]);
  expect([seen.exif, seen.xmp, seen.iptc, seen.orientation]).toEqual([undefined, undefined, undefined, undefined]);
  expect(stored.includes('Exif')).toBe(false);
  expect((facts as { storedSha256: string }).storedSha256).toBe(sha256(stored));
  const thumbnail = await sharp(binary(await picture(photo.id, 'thumbnail').expect(200))).metadata();
  expect([thumbnail.width, thumbnail.height]).toEqual([270, 360]);
});

test('sent twice it is stored once; another file under the same photo is refused', async () => {
  const file = await fromCamera();
  const photo = photoOf(file);
  await put(photo).expect(200);
  const first = await upload(photo.id, file).expect(200);
  const second = await upload(photo.id, file).expect(200);
  expect(second.body).toEqual(first.body);
  const other = await upload(photo.id, await fromCamera()).expect(400);
  expect(other.body).toMatchObject({ fields: { file: [{ code: 'another-picture' }] } });
});

test('a photo of nothing, of a feature on another face, and a file without its photo are refused', async () => {
  const file = await fromCamera();
  const { body: job } = await planner.get(PATH);
  const { features } = (job as { model: { features: { id: string; faceId: string }[] } }).model;
  const elsewhere = features.find(({ faceId }) => faceId !== FACE)!;
  const refused = async (part: object) => (await put(photoOf(file, part)).expect(400)).body as { fields: object };
  expect(Object.keys((await refused({ faceId: randomUUID() })).fields)).toEqual(['payload.faceId']);
  expect(Object.keys((await refused({ featureId: elsewhere.id })).fields)).toEqual(['payload.featureId']);
  expect(Object.keys((await refused({ originalSha256: 'abc' })).fields)).toEqual(['payload.originalSha256']);
  await upload(randomUUID(), file).expect(404);
  await planner.put(`${PATH}/photos/not-an-id/file`).send(file).expect(404);
});

test('what only says that it is a picture is refused, and why', async () => {
  expect(await refusedFor(Buffer.from('GIF89a, or so it says'))).toEqual({ file: [{ code: 'not-a-picture' }] });
  expect(await refusedFor(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'))).toEqual({
    file: [{ code: 'not-a-picture' }],
  });
  const whole = await fromCamera();
  expect(await refusedFor(whole.subarray(0, whole.length / 2))).toEqual({ file: [{ code: 'picture-damaged' }] });
  // a small file that unpacks to 100 megapixels
  const bomb = await sharp({ create: { width: 10_000, height: 10_000, channels: 3, background: '#000' } })
    .png()
    .toBuffer();
  expect(await refusedFor(bomb)).toEqual({ file: [{ code: 'picture-too-large', values: { max: 60 } }] });
});

test('nothing, and more than fifteen megabytes, are refused before anything is read', async () => {
  const photo = photoOf(Buffer.alloc(1));
  await put(photo).expect(200);
  expect((await upload(photo.id, Buffer.alloc(0)).expect(400)).body).toMatchObject({ fields: { file: [{ code: 'not-a-picture' }] } });
  const large = await upload(photo.id, Buffer.alloc(15 * 1024 * 1024 + 1)).expect(400);
  expect(large.body).toMatchObject({ fields: { '': [{ code: 'body-too-large' }] } });
});

test('who may look may see it; a feature with a photo stays until the photo goes', async () => {
  const file = await fromCamera();
  const { body: job } = await planner.get(PATH);
  const { model, versions } = job as { model: { features: { id: string; faceId: string }[] }; versions: Record<string, number> };
  const feature = model.features.find(({ faceId }) => faceId === FACE)!;
  const photo = photoOf(file, { featureId: feature.id });
  await put(photo).expect(200);
  await upload(photo.id, file).expect(200);
  const guest = await server.as('guest');
  await guest.get(`${PATH}/photos/${photo.id}/thumbnail`).expect(200);
  const kept = await put({ id: feature.id }, 'feature.remove', versions[feature.id]).expect(400);
  expect(kept.body).toMatchObject({ fields: { 'payload.id': [{ code: 'still-in-use' }] } });
  await put({ id: photo.id }, 'photo.remove', 1).expect(200);
  await picture(photo.id, 'image').expect(404);
});

test('a job that leaves and comes back knows its photos', async () => {
  const { body: file } = await planner.get(`${PATH}/export`).expect(200);
  expect((file as { photos: object[] }).photos.length).toBeGreaterThan(0);
  const { body: made } = await planner
    .post(`${ORGANISATION}/import`)
    .send(file as object)
    .expect(201);
  const { body: copy } = await planner.get(`${ORGANISATION}/jobs/${(made as { jobId: string }).jobId}`);
  expect((copy as { model: { photos: object[] } }).model.photos).toHaveLength((file as { photos: object[] }).photos.length);
});

describe('with a bundle', () => {
  const bring = (id: string, image: Buffer) =>
    planner.put(`${PATH}/brought-photos/${id}`).set('content-type', 'application/octet-stream').send(image);
  const fresh = async () => {
    const photo = photoOf(await fromCamera());
    await put(photo).expect(200);
    return photo.id;
  };

  test('what was kept elsewhere is kept here byte for byte, and is told from what a camera sent', async () => {
    const camera = await fromCamera();
    const first = photoOf(camera);
    await put(first).expect(200);
    await upload(first.id, camera).expect(200);
    const kept = binary(await picture(first.id, 'image').expect(200));
    const second = await fresh();
    expect((await bring(second, kept).expect(200)).body).toMatchObject({ storedSha256: sha256(kept) });
    expect(sha256(binary(await picture(second, 'image').expect(200)))).toBe(sha256(kept));
    await picture(second, 'thumbnail').expect(200);
    const { body: brought } = await planner.get(`${PATH}/brought-photos`).expect(200);
    expect(brought).toContain(second);
    expect(brought).not.toContain(first.id);
    // once more does nothing, and another picture does not take its place
    await bring(second, kept).expect(200);
    await bring(first.id, kept).expect(200);
    expect((await planner.get(`${PATH}/brought-photos`)).body).not.toContain(first.id);
    const other = binary(await picture(second, 'thumbnail'));
    expect((await bring(second, other).expect(400)).body).toMatchObject({ fields: { file: [{ code: 'another-picture' }] } });
  });

  test('nothing but a plain picture: no place, no other format, nothing behind it, none too large', async () => {
    const plain = await sharp(await fromCamera())
      .rotate()
      .jpeg()
      .toBuffer();
    const id = await fresh();
    const bad = {
      marked: await fromCamera(),
      png: await sharp(plain).png().toBuffer(),
      progressive: await sharp(plain).jpeg({ progressive: true }).toBuffer(),
      more: Buffer.concat([plain, Buffer.from('<script>')]),
      cut: plain.subarray(0, plain.length / 2),
      large: await sharp(await fromCamera(2600, 40))
        .rotate()
        .jpeg()
        .toBuffer(),
      text: Buffer.from('no picture at all'),
    };
    for (const [what, image] of Object.entries(bad))
      expect([what, (await bring(id, image).expect(400)).body]).toEqual([
        what,
        expect.objectContaining({ fields: { file: [{ code: 'not-as-kept' }] } }),
      ]);
    await picture(id, 'image').expect(404);
    await bring(randomUUID(), plain).expect(404);
    await bring(id, plain).expect(200);
  });
});
