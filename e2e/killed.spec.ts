import { type ChildProcess, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, type Page, type Route, chromium, expect, test } from '@playwright/test';
import { type LogLine, findBrokenLink } from '@caulkhorn/core/site-log';
import { CHROMIUM } from '../tools/lib/chromium.mjs';
import { apiPath, releasedCopy, signIn } from './support.js';

// a phone that dies at any moment, over a line that fails in every way: what the screen showed as written is in the log, once

const LIVES = Number(process.env['KILLED_LIVES'] ?? 200);
/** Fixed, so that a run that failed can be run again. */
const SEED = 20_261_128;
/** Whatever a phone waits for. */
const LONGEST_MS = 30_000;

/** The moments at which it dies, ms after a press: writing, queueing, sending, answering. */
const MOMENTS = { writing: [0, 15], queueing: [15, 60], sending: [60, 250], answering: [0, 40] } as const;
type Moment = keyof typeof MOMENTS;
/** What the line does with what is sent. */
const LINES = ['good', 'good', 'slow', 'cut', 'answer-lost', 'log-in-page'] as const;
type Line = (typeof LINES)[number];

/** How many of the deaths are the whole browser's, as by an empty battery; the others are the page's own. */
const WHOLE_PHONES = 0.15;

interface Phone {
  browser: ChildProcess;
  context: BrowserContext;
}

// one loss is a loss: no second try
test.describe.configure({ retries: 0 });

test('killed at random moments over a failing line: nothing that was shown as written is lost or doubled', async ({ page, baseURL }) => {
  test.setTimeout(25 * 60_000);
  await signIn(page);
  const path = await releasedCopy(page, `Drowned phones ${Date.now()}`);
  const cookies = await page.context().cookies();
  const seen: Seen = { shown: new Set(), pressed: [], count: new Map() };
  const phones = ['a', 'b'].map((name, i) => livesOf(name, SEED + i, LIVES / 2, { url: `${baseURL}${path}/site-log`, cookies, seen }));
  await Promise.all(phones);

  const lines = (await (await page.request.get(`/api${apiPath(path)}/log`)).json()) as LogLine[];
  const written = lines.flatMap(({ entry: { body } }) => (body.kind === 'note' ? [body.note] : []));
  const doubled = written.filter((note, i) => written.indexOf(note) !== i);
  const lost = [...seen.shown].filter((note) => !written.includes(note));
  process.stdout.write(
    `killed ${LIVES} times (${[...seen.count]
      .sort()
      .map(([what, n]) => `${what} ${n}`)
      .join(
        ', ',
      )}): ${seen.pressed.length} pressed, ${seen.shown.size} shown, ${written.length} in the log, ${lost.length} lost, ${doubled.length} doubled\n`,
  );
  expect({ lost, doubled, broken: findBrokenLink(lines) }).toEqual({ lost: [], doubled: [], broken: null });
  expect(seen.shown.size).toBeGreaterThan(LIVES / 2);
});

interface Seen {
  shown: Set<string>;
  pressed: string[];
  count: Map<string, number>;
}

/** One phone that writes, dies and is taken up again so many times, and at last sends all that it kept. */
async function livesOf(
  name: string,
  seed: number,
  lives: number,
  { url, cookies, seen }: { url: string; cookies: Parameters<BrowserContext['addCookies']>[0]; seen: Seen },
): Promise<void> {
  const random = seeded(seed);
  const folder = mkdtempSync(join(tmpdir(), 'caulkhorn-killed-'));
  const tally = (what: string) => seen.count.set(what, (seen.count.get(what) ?? 0) + 1);
  let line: Line = 'good';
  let answered: () => void = () => {};
  let phone: Phone | undefined;

  const open = async (): Promise<Page> => {
    phone ??= await start(folder);
    await phone.context.addCookies(cookies);
    // a spare process may have been killed with the page's own
    const opened = await phone.context.newPage().catch(() => phone!.context.newPage());
    opened.setDefaultTimeout(LONGEST_MS);
    await opened.setViewportSize({ width: 390, height: 844 });
    await opened.exposeBinding('shownAsWritten', (_source, note: string) => void seen.shown.add(note));
    await opened.addInitScript(tellWhatIsShown);
    await opened.route('**/commands', (route) => over(line, route, answered));
    await opened.goto(url);
    await opened.getByRole('form', { name: 'Air, surface, note' }).getByLabel('Note').waitFor();
    return opened;
  };

  try {
    for (let life = 0; life < lives; life++) {
      const moment = pick(random, Object.keys(MOMENTS) as Moment[]);
      const dies = random() < WHOLE_PHONES ? 'phone' : 'page';
      line = pick(random, LINES);
      for (const what of [moment, `${dies} killed`, `line ${line}`]) tally(what);
      const answer = new Promise<void>((resolve) => (answered = resolve));
      const opened = await open();
      const form = opened.getByRole('form', { name: 'Air, surface, note' });
      for (let i = 0, notes = 1 + Math.floor(random() * 3); i < notes; i++) {
        const note = `note ${name}${life}.${i};`;
        seen.pressed.push(note);
        await form.getByLabel('Note').fill(note);
        await form.getByRole('button', { name: 'Write it down' }).click({ noWaitAfter: true });
      }
      if (moment === 'answering') await Promise.race([answer, pause(600)]);
      const [from, to] = MOMENTS[moment];
      await pause(from + random() * (to - from));
      if (dies === 'phone') {
        await kill(phone!);
        phone = undefined;
      } else await crash(opened);
    }
    line = 'good';
    // a phone has no room to show it
    const last = await open();
    await expect(last.getByText('all sent')).toBeAttached({ timeout: 120_000 });
    // nor is anything said not to be taken that was
    await expect(last.getByRole('alert', { name: 'Changes that were not taken' })).toHaveCount(0);
  } finally {
    if (phone) await kill(phone);
    rmSync(folder, { recursive: true, force: true, maxRetries: 5 });
  }
}

/** Tells of each note as soon as it stands in the log on the screen. */
function tellWhatIsShown(): void {
  const told = new Set<string>();
  new MutationObserver(() => {
    for (const [note] of [...document.querySelectorAll('ol li')]
      // that it is not on the device yet is said beside it
      .filter(({ textContent }) => !textContent?.includes('not kept on this device yet'))
      .map(({ textContent }) => textContent)
      .join(' ')
      .matchAll(/note [ab]\d+\.\d+;/g))
      if (!told.has(note)) {
        told.add(note);
        (window as unknown as { shownAsWritten(note: string): void }).shownAsWritten(note);
      }
  }).observe(document, { childList: true, subtree: true, characterData: true });
}

async function over(line: Line, route: Route, answered: () => void): Promise<void> {
  try {
    if (line === 'cut') return await route.abort();
    if (line === 'log-in-page')
      return await route.fulfill({ status: 200, contentType: 'text/html', body: '<h1>Welcome to the harbour network</h1>' });
    if (line === 'slow') await pause(150);
    const response = await route.fetch();
    answered();
    await (line === 'answer-lost' ? route.abort() : route.fulfill({ response }));
  } catch {
    // the phone is dead
  }
}

async function start(folder: string, triesLeft = 2): Promise<Phone> {
  const port = join(folder, 'DevToolsActivePort');
  rmSync(port, { force: true });
  const args = [...CHROMIUM.args, '--headless=new', '--remote-debugging-port=0', `--user-data-dir=${folder}`];
  const browser = spawn(CHROMIUM.executablePath, args, { detached: true, stdio: 'ignore' });
  await expect.poll(() => existsSync(port) && readFileSync(port, 'utf8').includes('\n')).toBe(true);
  const connected = await chromium.connectOverCDP(`http://127.0.0.1:${readFileSync(port, 'utf8').split('\n')[0]}`).catch(() => undefined);
  const phone = { browser, context: connected?.contexts()[0] as BrowserContext };
  if (phone.context) return phone;
  // a browser that hangs while it starts has not begun a life
  if (triesLeft === 0) throw new Error('the browser does not answer');
  await kill(phone);
  return start(folder, triesLeft - 1);
}

async function kill({ browser }: Phone): Promise<void> {
  const ended = new Promise((resolve) => browser.once('exit', resolve));
  process.kill(-browser.pid!, 'SIGKILL');
  await ended;
}

/** Kills the page's own process. */
async function crash(page: Page): Promise<void> {
  const ended = new Promise((resolve) => page.once('crash', resolve));
  const devtools = await page.context().browser()!.newBrowserCDPSession();
  const { processInfo } = await devtools.send('SystemInfo.getProcessInfo');
  for (const { id } of processInfo.filter(({ type }) => type === 'renderer')) process.kill(id, 'SIGKILL');
  await Promise.race([ended, pause(2000)]);
  await page.close();
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const pick = <T>(random: () => number, from: readonly T[]): T => from[Math.floor(random() * from.length)]!;

/** Park and Miller's minimal standard generator, 0 to 1 (Communications of the ACM 31, 1988). */
function seeded(seed: number): () => number {
  let state = seed % 2_147_483_647;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}
