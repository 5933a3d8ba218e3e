import { ApiError, api } from '../shared/api';
import { PrintStopped, printDossier } from './print-dossier';

const ASKED = { paper: 'A4', units: 'metric', part: 'all', locale: 'en-GB' } as const;
const file = { size: 4 } as Blob;
const away = new ApiError(503, 'database-away');

const post = jest.spyOn(api, 'post');
const get = jest.spyOn(api, 'get');
const getFile = jest.spyOn(api, 'getFile');
const remove = jest.spyOn(api, 'delete');
let shares: number[];
beforeEach(() => {
  jest.resetAllMocks();
  shares = [];
  post.mockResolvedValue({ printId: 'p' });
  getFile.mockResolvedValue(file);
  remove.mockResolvedValue(undefined);
});

const print = (signal = new AbortController().signal, lookMs = 1) =>
  printDossier('/job', ASKED, { signal, lookMs, onShare: (share) => shares.push(share) });
const answers = (...states: (string | Error)[]) =>
  states.forEach((state, i) =>
    state instanceof Error ? get.mockRejectedValueOnce(state) : get.mockResolvedValueOnce({ state, share: i / 10, bytes: null }),
  );

test('a server that restarts meanwhile is asked again, and the file is fetched and let go', async () => {
  answers('waiting', away, new ApiError(0, 'no-answer'), 'running', 'done');
  expect(await print()).toBe(file);
  expect(shares).toEqual([0, 0.3]);
  expect(getFile).toHaveBeenCalledWith('/job/prints/p/file', expect.anything());
  expect(remove).toHaveBeenCalledWith('/job/prints/p');
});

test('one that stays silent is given up after a while; silence before an answer does not count', async () => {
  answers(away, 'running');
  get.mockRejectedValue(away);
  // looks 45 s apart as it counts them: two in a row are 90 s
  jest.useFakeTimers();
  const outcome = print(undefined, 45_000).catch((fault: unknown) => fault);
  await jest.advanceTimersByTimeAsync(45_000 * 4);
  jest.useRealTimers();
  expect(await outcome).toEqual(new PrintStopped('away'));
  expect(get).toHaveBeenCalledTimes(4);
  expect(remove).toHaveBeenCalled();
});

test('what failed, and a server that cannot print, are told apart', async () => {
  answers('failed');
  await expect(print()).rejects.toMatchObject({ code: 'fault' });
  post.mockRejectedValue(new ApiError(501, 'cannot-print'));
  await expect(print()).rejects.toMatchObject({ code: 'cannot-print' });
  post.mockRejectedValue(away);
  await expect(print()).rejects.toMatchObject({ code: 'away' });
});

test('stopped, the server is told, and no file is fetched', async () => {
  const controller = new AbortController();
  get.mockImplementation(() => {
    controller.abort();
    return Promise.resolve({ state: 'running', share: 0.5, bytes: null });
  });
  await expect(print(controller.signal)).rejects.toThrow('aborted');
  expect(remove).toHaveBeenCalledWith('/job/prints/p');
  expect(getFile).not.toHaveBeenCalled();
});
