import { ApiError, api } from './api';

const answers: Response[] = [];
const asked: Request[] = [];
beforeEach(() => {
  asked.length = answers.length = 0;
  api.forget();
  globalThis.fetch = ((path: string, init: RequestInit) => {
    asked.push(new Request(`http://here${path}`, { method: init.method, headers: init.headers }));
    const answer = answers.shift();
    return answer ? Promise.resolve(answer) : Promise.reject(new TypeError('away'));
  }) as typeof fetch;
});
const OURS = { 'x-caulkhorn': '1', 'content-type': 'application/json; charset=utf-8' };
const tagged = (body: object, tag: string) => new Response(JSON.stringify(body), { headers: { ...OURS, etag: tag } });

test('while nothing has changed the very same answer is given, and nothing is read', async () => {
  answers.push(tagged({ n: 1 }, 'W/"a"'), new Response(null, { status: 304 }), tagged({ n: 2 }, 'W/"b"'));
  const first = await api.getAgain('/job');
  expect(asked[0]!.headers.get('if-none-match')).toBeNull();
  expect(await api.getAgain('/job')).toBe(first);
  expect(asked[1]!.headers.get('if-none-match')).toBe('W/"a"');
  // Fetch standard, HTTP-network-or-cache fetch: without one of its own such a request is sent with `Cache-Control: no-cache`
  expect(asked[1]!.headers.get('cache-control')).toBe('max-age=0');
  expect(await api.getAgain('/job')).toEqual({ n: 2 });
});

test('an address asked once never says what it knows, and what was forgotten is asked anew', async () => {
  answers.push(tagged({}, 'W/"a"'), tagged({}, 'W/"a"'), tagged({}, 'W/"a"'));
  await api.getAgain('/job');
  await api.get('/job');
  api.forget();
  await api.getAgain('/job');
  expect(asked.map(({ headers }) => headers.get('if-none-match'))).toEqual([null, null, null]);
});

test('no answer, and an answer that refuses, are told apart', async () => {
  await expect(api.get('/x')).rejects.toMatchObject({ status: 0, isAway: true });
  answers.push(new Response(JSON.stringify({ error: 'invalid', fields: { mark: [{ code: 'missing' }] } }), { status: 400, headers: OURS }));
  const fault = await api.post('/x', {}).catch((each: unknown) => each);
  expect(fault).toBeInstanceOf(ApiError);
  expect((fault as ApiError).isAway).toBe(false);
  expect((fault as ApiError).issues()).toEqual([{ path: 'mark', code: 'missing' }]);
});

test.each<[string, Response]>([
  ['the log-in page of a Wi-Fi', new Response('<html>Accept our terms</html>', { headers: { 'content-type': 'text/html' } })],
  ['a page that says it is JSON', new Response('<html>', { headers: { 'content-type': 'application/json' } })],
  ['the JSON of a proxy', new Response('{"ok":true}', { headers: { 'content-type': 'application/json' } })],
  ['a proxy that says there is nothing', new Response(null, { status: 204 })],
  ['a proxy that refuses', new Response('{"error":"blocked"}', { status: 403, headers: { 'content-type': 'application/json' } })],
  ['our server, cut short', new Response('{"id":"a', { headers: OURS })],
  ['our server, but no object', new Response('"x"', { headers: OURS })],
])('%s is no answer: nothing counts as sent, nothing as refused', async (_what, response) => {
  answers.push(response);
  await expect(api.post('/x', {})).rejects.toMatchObject({ status: 0, code: 'not-our-answer', isAway: true });
});

test('our own answer without a body is one', async () => {
  answers.push(new Response(null, { status: 204, headers: OURS }));
  expect(await api.delete('/session')).toBeUndefined();
});
