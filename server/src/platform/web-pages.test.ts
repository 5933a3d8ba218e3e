import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { type NestExpressApplication } from '@nestjs/platform-express';
import compression from 'compression';
import express from 'express';
import request from 'supertest';
import { serveWeb } from './web-pages';

const SCRIPT = 'export const coat = "second";\n'.repeat(100);
/** not what a middleware would make of it: by this one sees that what lies pressed was sent, and nothing pressed again */
const PRESSED = gzipSync(`${SCRIPT}// pressed when it was built`);
let root: string;
const app = express();

beforeAll(async () => {
  root = await mkdtemp(join(tmpdir(), 'caulkhorn-pages-'));
  await mkdir(join(root, 'assets'));
  await writeFile(join(root, 'assets/desk-1.js'), SCRIPT);
  await writeFile(join(root, 'assets/desk-1.js.gz'), PRESSED);
  await writeFile(join(root, 'assets/plain-1.js'), 'export {};');
  await writeFile(join(root, 'index.html'), '<!doctype html><title>page</title>');
  app.use(compression({ threshold: 1024 }));
  serveWeb(app as unknown as NestExpressApplication, root);
});
afterAll(() => rm(root, { recursive: true }));

test('what was pressed at the build goes out as it lies there, to who can read it, and may be kept for good', async () => {
  const answer = await request(app).get('/assets/desk-1.js').set('Accept-Encoding', 'gzip').expect(200);
  expect(answer.headers['content-encoding']).toBe('gzip');
  expect(answer.headers['content-type']).toMatch(/^text\/javascript/);
  expect(answer.headers['cache-control']).toBe('public, max-age=31536000, immutable');
  expect(answer.headers.vary).toMatch(/Accept-Encoding/i);
  expect(answer.text).toBe(`${SCRIPT}// pressed when it was built`);
});

test('who cannot read it gets the file itself; so does who asks for one that was not worth pressing', async () => {
  const whole = await request(app).get('/assets/desk-1.js').set('Accept-Encoding', 'identity').expect(200);
  expect(whole.headers['content-encoding']).toBeUndefined();
  expect(whole.text).toBe(SCRIPT);
  expect((await request(app).get('/assets/plain-1.js').set('Accept-Encoding', 'gzip').expect(200)).text).toBe('export {};');
});

test('an asset that is not there is none; an address that is no file leads to the page, always asked for anew', async () => {
  await request(app).get('/assets/gone-1.js').expect(404);
  for (const path of ['/', '/o/x/jobs/y/survey']) {
    const page = await request(app).get(path).expect(200);
    expect(page.text).toContain('<title>page</title>');
    expect(page.headers['cache-control']).toBe('no-cache');
  }
  await request(app).get('/api/none').expect(404);
});
