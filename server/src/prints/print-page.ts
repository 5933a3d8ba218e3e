import { existsSync } from 'node:fs';
import type { PrintDto } from '@caulkhorn/contract';
import { type Browser, type Page, chromium } from 'playwright-core';
import { type Source, servePrint } from './print-server.js';

/** Debian's, the one without windows first: it is the leaner; unless the environment names another. */
const BROWSERS = [process.env['CHROMIUM'], '/usr/lib/chromium/chromium-headless-shell', '/usr/bin/chromium'];
const browserHere = (): string | undefined => BROWSERS.find((path) => path !== undefined && existsSync(path));

const OPEN_MS = 90_000;
const LOOK_MS = 250;
const SCREEN_PX = { width: 900, height: 1200 };
/** Where there is nobody: whatever the page would ask for elsewhere leads nowhere. */
const NOWHERE = 'MAP * ~NOTFOUND, EXCLUDE 127.0.0.1';

export interface PrintTask extends Pick<PrintDto, 'paper' | 'units' | 'locale'>, Source {
  /** of the page, after the origin */ address: string;
  /** How far it is, 0 to 1. */
  tell(share: number): void;
  /** ends it, wherever it is */ signal: AbortSignal;
}

export const canPrint = (webRoot: string | undefined): webRoot is string => webRoot !== undefined && browserHere() !== undefined;

/**
 * Prints a page of the app as PDF, tagged, with bookmarks and page numbers; null where it was stopped.
 * The browser has no network and no session: it reaches a server of its own, which answers reading requests alone.
 */
export async function printPage(task: PrintTask): Promise<Buffer | null> {
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
  const { origin, headers, close } = await servePrint(task);
  try {
    const context = await browser.newContext({
      ...{ viewport: SCREEN_PX, locale: task.locale, serviceWorkers: 'block', colorScheme: 'light' },
      extraHTTPHeaders: headers,
    });
    const preferences = JSON.stringify({ state: { units: task.units, theme: 'light' }, version: 0 });
    await context.addInitScript(`localStorage.setItem('caulkhorn-preferences', ${JSON.stringify(preferences)})`);
    await context.addInitScript(addSheet(UNSEEN));
    const page = await context.newPage();
    await page.goto(`${origin}${task.address}`, { timeout: OPEN_MS });
    // said by the page itself, once what it shows was read anew
    await page.waitForSelector('[data-read="read"]', { state: 'attached', timeout: OPEN_MS });
    await picturesIn(page, task);
    await page.evaluate(addSheet(paperOf(task, await page.title())));
    await page.evaluate(STAND_STILL);
    return await page.pdf({ preferCSSPageSize: true, tagged: true, outline: true, printBackground: true });
  } finally {
    close();
  }
}

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

// runs in the page; a picture that is fetched only when it comes into view never would be
const PICTURES = `(() => {
  const pictures = [...document.images];
  for (const picture of pictures) picture.loading = 'eager';
  return [pictures.filter(({ complete }) => complete).length, pictures.length];
})()`;

// runs in the page: as it stands now it is printed, and asks for nothing new while that lasts
const STAND_STILL = `for (let id = setTimeout(() => {}); id > 0; id--) clearTimeout(id)`;

/** Waits for every picture, and tells how many there are by now. */
async function picturesIn(page: Page, task: PrintTask): Promise<void> {
  // what is not laid out asks for no font by itself
  await page.evaluate('Promise.allSettled([...document.fonts].map((font) => font.load())).then(() => {})');
  for (;;) {
    const [loaded, all] = await page.evaluate<[number, number]>(PICTURES);
    task.tell(0.2 + 0.6 * (all === 0 ? 1 : loaded / all));
    if (loaded === all) return;
    await page.waitForTimeout(LOOK_MS);
  }
}
