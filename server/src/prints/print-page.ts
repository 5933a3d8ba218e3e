import { existsSync } from 'node:fs';
import type { PrintDto, PrintedPage } from '@caulkhorn/contract';
import { type Browser, type Page, chromium } from 'playwright-core';
import type { PrintPictures } from './print-pictures.js';
import { servePrint } from './print-server.js';

/** Debian's, the one without windows first: it is the leaner; unless the environment names another. */
const BROWSERS = [process.env['CHROMIUM'], '/usr/lib/chromium/chromium-headless-shell', '/usr/bin/chromium'];
const browserHere = (): string | undefined => BROWSERS.find((path) => path !== undefined && existsSync(path));

const OPEN_MS = 90_000;
const LOOK_MS = 250;
const SCREEN_PX = { width: 900, height: 1200 };
/** Where there is nobody: whatever the page would ask for elsewhere leads nowhere. */
const NOWHERE = 'MAP * ~NOTFOUND, EXCLUDE 127.0.0.1';

export interface PrintTask extends Pick<PrintDto, 'paper'> {
  /** folder of the built web app, for styles and fonts */ webRoot: string;
  /** what is printed, as soon as it is written */ page: Promise<PrintedPage>;
  pictures: PrintPictures;
  /** How far it is, 0 to 1. */
  tell(share: number): void;
  /** ends it, wherever it is */ signal: AbortSignal;
}

export const canPrint = (webRoot: string | undefined): webRoot is string => webRoot !== undefined && browserHere() !== undefined;

/**
 * Prints a page as PDF, tagged, with bookmarks and page numbers; null where it was stopped. The browser has no network, no session and
 * no script of the page: it reaches a server of its own, which has this page alone.
 */
export async function printPage(task: PrintTask): Promise<Buffer | null> {
  // told where it is waited for, once the browser stands
  task.page.catch(() => {});
  const browser = await chromium.launch({
    executablePath: browserHere(),
    args: [
      // nothing but our own page and pictures that we encoded ourselves is opened
      ...['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage', '--no-first-run', '--disable-background-networking'],
      `--host-resolver-rules=${NOWHERE}`,
    ],
    ...{ handleSIGINT: false, handleSIGTERM: false },
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
  const { title, html, notHere } = await task.page;
  task.tell(WRITTEN);
  const { origin, headers, close } = await servePrint({ ...task, html });
  try {
    const context = await browser.newContext({ viewport: SCREEN_PX, colorScheme: 'light', extraHTTPHeaders: headers });
    await context.addInitScript(addSheet(UNSEEN));
    const page = await context.newPage();
    // a page that is not laid out waits for its pictures all the same, and those are many
    await page.goto(origin, { timeout: OPEN_MS, waitUntil: 'domcontentloaded' });
    await picturesIn(page, task);
    await page.evaluate(wordForMissing(notHere));
    await page.evaluate(addSheet(paperOf(task, title)));
    return await page.pdf({ preferCSSPageSize: true, tagged: true, outline: true, printBackground: true });
  } finally {
    close();
  }
}

/** Shares of the whole: the page is written, its pictures are in. */
const WRITTEN = 0.2;
const PICTURED = 0.5;

/** On a screen that nobody looks at nothing is laid out: only the paper is, which saves a third of time and memory. */
const UNSEEN = '@media screen { main { display: none } }';

/** Title and number in the margin by the style of the page: a foot as a page of its own, for each page, takes a third as long as all the rest. */
const paperOf = ({ paper }: PrintTask, title: string): string => `@page {
  size: ${paper.toLowerCase()}; margin: 16mm 14mm 18mm;
  @bottom-left { content: ${JSON.stringify(title)}; font: 8px sans-serif; color: #333 }
  @bottom-right { content: counter(page) " / " counter(pages); font: 8px sans-serif; color: #333 }
}`;

/** Runs in the page. */
const addSheet = (css: string): string => `{
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(${JSON.stringify(css)});
  document.adoptedStyleSheets.push(sheet);
}`;

// runs in the page, which may be read to its end before its styles have come
const STYLES = `Promise.all(
  [...document.querySelectorAll('link[rel=stylesheet]')].map((link) => link.sheet ?? new Promise((come) => (link.onload = link.onerror = come))),
).then(() => {})`;

// runs in the page; a picture that is fetched only when it comes into view never would be
const PICTURES = `(() => {
  const pictures = [...document.images];
  for (const picture of pictures) picture.loading = 'eager';
  return [pictures.filter(({ complete }) => complete).length, pictures.length];
})()`;

/** Runs in the page. */
const wordForMissing = (notHere: string): string => `
  for (const picture of [...document.images]) if (picture.naturalWidth === 0) picture.replaceWith(${JSON.stringify(notHere)})`;

/** Waits for every picture, and tells how many there are by now. */
async function picturesIn(page: Page, task: PrintTask): Promise<void> {
  await page.evaluate(STYLES);
  // what is not laid out asks for no font by itself
  await page.evaluate('Promise.allSettled([...document.fonts].map((font) => font.load())).then(() => {})');
  for (;;) {
    const [loaded, all] = await page.evaluate<[number, number]>(PICTURES);
    task.tell(WRITTEN + (PICTURED - WRITTEN) * (all === 0 ? 1 : loaded / all));
    if (loaded === all) return;
    await page.waitForTimeout(LOOK_MS);
  }
}
