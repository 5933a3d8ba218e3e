import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { extname, join, normalize, sep } from 'node:path';
import type { PrintDto } from '@caulkhorn/contract';
import { type Browser, type Page, type Route, chromium } from 'playwright-core';

/** Debian's Chromium, unless the environment names another. */
const CHROMIUM = process.env['CHROMIUM'] ?? '/usr/bin/chromium';
/** A name that leads nowhere: whatever the page asks for is answered here. */
const ORIGIN = 'https://caulkhorn.print';
const OPEN_MS = 60_000;
const LOOK_MS = 250;
const PICTURES_PX = { width: 900, height: 1200 };

const TYPES: Readonly<Record<string, string>> = {
  '.html': 'text/html; charset=utf-8',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.woff2': 'font/woff2',
  '.svg': 'image/svg+xml',
  '.png': 'image/png',
  '.wasm': 'application/wasm',
};

/** What the page is answered at an address of the API; undefined where it is not to be known. */
export type Answer = object | Buffer | undefined;

export interface PrintTask extends Pick<PrintDto, 'paper' | 'units' | 'locale'> {
  webRoot: string;
  /** of the page, after the origin */ address: string;
  answer(path: string): Promise<Answer>;
  /** How far it is, 0 to 1. */
  tell(share: number): void;
  /** ends it, wherever it is */ signal: AbortSignal;
}

export const canPrint = (webRoot: string | undefined): webRoot is string => webRoot !== undefined && existsSync(CHROMIUM);

/**
 * Prints a page of the app as PDF, tagged, with bookmarks and page numbers; null where it was stopped.
 * The browser has no network and no session: its requests are answered from here, and only reading ones.
 */
export async function printPage(task: PrintTask): Promise<Buffer | null> {
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    // nothing but our own page and pictures that we encoded ourselves is opened
    args: ['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage', '--no-first-run', '--disable-background-networking'],
    handleSIGINT: false,
    handleSIGTERM: false,
  });
  const stop = () => void browser.close();
  task.signal.addEventListener('abort', stop);
  try {
    return task.signal.aborted ? null : await printIn(browser, task);
  } catch (fault) {
    if (task.signal.aborted) return null;
    throw fault;
  } finally {
    task.signal.removeEventListener('abort', stop);
    await browser.close();
  }
}

async function printIn(browser: Browser, task: PrintTask): Promise<Buffer> {
  const context = await browser.newContext({ viewport: PICTURES_PX, locale: task.locale, serviceWorkers: 'block', colorScheme: 'light' });
  await context.route('**/*', (route) => fulfil(route, task));
  const preferences = JSON.stringify({ state: { units: task.units, theme: 'light' }, version: 0 });
  await context.addInitScript(`localStorage.setItem('caulkhorn-preferences', ${JSON.stringify(preferences)})`);
  const page = await context.newPage();
  await page.goto(`${ORIGIN}${task.address}`, { timeout: OPEN_MS });
  // said by the page itself, once what it shows was read anew
  await page.waitForSelector('[data-read="read"]', { timeout: OPEN_MS });
  await picturesIn(page, task);
  return page.pdf({
    ...{ format: task.paper, tagged: true, outline: true, printBackground: true, displayHeaderFooter: true },
    ...{ headerTemplate: '<span></span>', footerTemplate: FOOTER },
    margin: { top: '16mm', bottom: '18mm', left: '14mm', right: '14mm' },
  });
}

// the browser itself fills in the title and the numbers
const FOOTER = `<div style="width:100%;margin:0 14mm;display:flex;justify-content:space-between;font:8px sans-serif;color:#333">
<span class="title"></span><span><span class="pageNumber"></span> / <span class="totalPages"></span></span></div>`;

// runs in the page; a picture that is fetched only when it comes into view never would be
const PICTURES = `(() => {
  const pictures = [...document.images];
  for (const picture of pictures) picture.loading = 'eager';
  return [pictures.filter(({ complete }) => complete).length, pictures.length];
})()`;

/** Waits for every picture, and tells how many there are by now. */
async function picturesIn(page: Page, task: PrintTask): Promise<void> {
  await page.evaluate('document.fonts.ready.then(() => {})');
  for (;;) {
    const [loaded, all] = await page.evaluate<[number, number]>(PICTURES);
    task.tell(0.2 + 0.6 * (all === 0 ? 1 : loaded / all));
    if (loaded === all) return;
    await page.waitForTimeout(LOOK_MS);
  }
}

async function fulfil(route: Route, task: PrintTask): Promise<void> {
  const request = route.request();
  const { origin, pathname } = new URL(request.url());
  if (origin !== ORIGIN || request.method() !== 'GET') return route.abort();
  if (!pathname.startsWith('/api/')) return route.fulfill(await fileAt(task.webRoot, pathname));
  const answer = await task.answer(pathname.slice('/api'.length));
  const headers = { 'x-caulkhorn': '1', date: new Date().toUTCString() };
  if (answer === undefined) return route.fulfill({ status: 404, headers, json: { error: 'not-found' } });
  if (Buffer.isBuffer(answer)) return route.fulfill({ body: answer, contentType: 'image/jpeg', headers });
  return route.fulfill({ json: answer, headers });
}

/** A file of the built web app; every address that is none leads to the page itself. */
async function fileAt(webRoot: string, pathname: string): Promise<{ body: Buffer; contentType: string }> {
  const path = normalize(join(webRoot, decodeURIComponent(pathname)));
  const type = path.startsWith(webRoot + sep) ? TYPES[extname(path)] : undefined;
  if (type) return { body: await readFile(path), contentType: type };
  return { body: await readFile(join(webRoot, 'index.html')), contentType: TYPES['.html']! };
}
