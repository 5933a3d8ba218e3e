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
const tagged = (body: object, tag: string) => new Response(JSON.stringify(body), { headers: { etag: tag } });

test('while nothing has changed the very same answer is given, and nothing is read', async () => {
  answers.push(tagged({ n: 1 }, 'W/"a"'), new Response(null, { status: 304 }), tagged({ n: 2 }, 'W/"b"'));
  const first = await api.getAgain('/job');
  expect(asked[0]!.headers.get('if-none-match')).toBeNull();
  expect(await api.getAgain('/job')).toBe(first);
  expect(asked[1]!.headers.get('if-none-match')).toBe('W/"a"');
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
  answers.push(new Response(JSON.stringify({ error: 'invalid', fields: { mark: [{ code: 'missing' }] } }), { status: 400 }));
  const fault = await api.post('/x', {}).catch((each: unknown) => each);
  expect(fault).toBeInstanceOf(ApiError);
  expect((fault as ApiError).isAway).toBe(false);
  expect((fault as ApiError).issues()).toEqual([{ path: 'mark', code: 'missing' }]);
});
