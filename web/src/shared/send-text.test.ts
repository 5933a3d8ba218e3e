import { sendText } from './send-text';

const saved: string[] = [];
jest.mock('./save-file', () => ({ saveFile: (name: string, text: string) => saved.push(`${name}: ${text}`) }));
const device: { share?: (data: ShareData) => Promise<void> } = {};
Object.defineProperty(globalThis, 'navigator', { value: device, configurable: true });

beforeEach(() => (saved.length = 0));
afterEach(() => delete device.share);

test('the device sends it by its own means, and nothing is saved', async () => {
  const sent: ShareData[] = [];
  device.share = (data) => Promise.resolve(void sent.push(data));
  await sendText('Diary', 'Two hours lost.');
  expect(sent).toEqual([{ title: 'Diary', text: 'Two hours lost.' }]);
  expect(saved).toEqual([]);
});

test('where the device has no means, or they fail, it is saved as a file; who thinks better of it gets none', async () => {
  await sendText('Diary', 'a');
  device.share = () => Promise.reject(new DOMException('', 'NotAllowedError'));
  await sendText('Diary', 'b');
  device.share = () => Promise.reject(new DOMException('', 'AbortError'));
  await sendText('Diary', 'c');
  expect(saved).toEqual(['Diary.txt: a', 'Diary.txt: b']);
});
