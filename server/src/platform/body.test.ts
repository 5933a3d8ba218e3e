import 'reflect-metadata';
import type { ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import express, { type NextFunction, type Request, type Response } from 'express';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { of } from 'rxjs';
import { BodyOf, BodyReader } from './body';

class Routes {
  usual() {}
  @BodyOf({ as: 'json', limit: '100b' }) small() {}
  @BodyOf({ as: 'bytes', limit: '1kb' }) bytes() {}
}

let server: Server;
let url: string;
let handled = 0;
beforeAll(async () => {
  const reader = new BodyReader(new Reflector());
  const app = express();
  const route = (handler: () => void) => (request: Request, response: Response, next: NextFunction) => {
    const http = { getRequest: () => request, getResponse: () => response };
    const context = { getHandler: () => handler, getClass: () => Routes, switchToHttp: () => http } as unknown as ExecutionContext;
    reader
      .intercept(context, { handle: () => of(++handled) })
      .then(() => response.json(Buffer.isBuffer(request.body) ? { bytes: request.body.length } : { body: request.body as unknown }), next);
  };
  for (const name of ['usual', 'small', 'bytes'] as const) app.post(`/${name}`, route(Routes.prototype[name]));
  app.use((fault: { type?: string; message: string; response?: unknown }, _request: Request, response: Response, next: NextFunction) => {
    if (response.headersSent) return next(fault);
    response.status(400).json({ refused: fault.type ?? fault.response ?? fault.message });
  });
  server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => new Promise((resolve) => server.close(resolve)));

const send = async (path: string, body: BodyInit, type = 'application/json') => {
  const answer = await fetch(`${url}/${path}`, { method: 'POST', body, headers: { 'content-type': type } });
  return (await answer.json()) as { body?: unknown; bytes?: number; refused?: unknown };
};

test('JSON in UTF-8 is read, and a byte that is too much for its route is not', async () => {
  expect(await send('usual', '{"a":"ü"}')).toEqual({ body: { a: 'ü' } });
  const text = (length: number) => JSON.stringify({ a: 'x'.repeat(length - 8) });
  expect(await send('small', text(100))).toEqual({ body: { a: 'x'.repeat(92) } });
  expect(await send('small', text(101))).toEqual({ refused: 'entity.too.large' });
  expect(await send('usual', text(101))).toEqual({ body: { a: 'x'.repeat(93) } });
});

test('what is no JSON, in another alphabet or nested without end never reaches its handler', async () => {
  const before = handled;
  expect(await send('usual', '{"a":')).toEqual({ refused: 'entity.parse.failed' });
  expect(await send('usual', Buffer.from('{"a":1}', 'utf16le'), 'application/json; charset=utf-16')).toEqual({
    refused: 'unreadable-body',
  });
  expect(await send('usual', `{"a":${'['.repeat(200)}${']'.repeat(200)}}`)).toEqual({ refused: 'too-deep' });
  expect(handled).toBe(before);
});

test.each([
  ['half of a surrogate pair', '{"a":"\\ud800"}'],
  ['the sign NUL', '{"a":"\\u0000"}'],
  ['a name with NUL in it, deep inside', '{"a":[{"b\\u0000":1}]}'],
])('%s is refused', async (_what, body) => {
  const { refused } = await send('usual', body);
  expect(refused).toBeTruthy();
});

test('bytes are taken as they are, whatever they call themselves', async () => {
  expect(await send('bytes', Buffer.from([0, 1, 2, 255]), 'image/jpeg')).toEqual({ bytes: 4 });
  expect(await send('bytes', Buffer.alloc(1025), 'application/json')).toEqual({ refused: 'entity.too.large' });
});
