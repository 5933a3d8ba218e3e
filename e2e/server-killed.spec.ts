import { join } from 'node:path';
import { type Browser, type Page, expect, test } from '@playwright/test';
import { type LogLine, findBrokenLink } from '@caulkhorn/core/site-log';
import { Cluster } from '../tools/lib/postgres.mjs';
import { OwnServer } from './own-server.js';
import { apiPath, releasedCopy, signIn } from './support.js';

// phones write and send while server and database are killed under them: what was written is in the log, once

/** Server and database, in turn, under two phones that go on writing. */
const KILLS = ['server', 'server', 'database', 'server', 'both', 'server', 'database', 'server', 'both', 'server'] as const;
/** Between two falls everything may have come back, or not yet. */
const PAUSES_MS = [40, 900, 300, 1700, 120, 600];

test.skip(!process.env['E2E_CLUSTER'], 'needs the clusters of npm test');

// one loss is a loss: no second try
test.describe.configure({ retries: 0 });

test('server and database are killed while phones send: nothing is lost or doubled, and the chain holds', async ({ browser }) => {
  test.setTimeout(15 * 60_000);
  // as it is run in earnest: what was answered is on the disk
  const cluster = new Cluster(join('/var/tmp', `caulkhorn-falls-${process.pid}`), { durable: true });
  let server: OwnServer | undefined;
  try {
    cluster.destroy();
    cluster.create();
    await cluster.start();
    cluster.createDatabase('caulkhorn');
    server = await OwnServer.start('server/dist/demo/main.js', cluster.environment('caulkhorn'));
    const desk = await (await browser.newContext({ baseURL: server.url, serviceWorkers: 'block' })).newPage();
    await signIn(desk);
    const path = await releasedCopy(desk, 'Under falling servers');
    const phones = await Promise.all(['foreman', 'apprentice'].map((who) => phoneOf(browser, server!.url, path, who)));

    let isFalling = true;
    const written = phones.map((phone, i) => writesUntil(phone, `p${i}`, () => !isFalling));
    for (const [i, falls] of KILLS.entries()) {
      await pause(PAUSES_MS[i % PAUSES_MS.length]!);
      const { port } = cluster;
      if (falls !== 'server') cluster.crash();
      if (falls !== 'database') await server.kill();
      await pause(PAUSES_MS[(i + 3) % PAUSES_MS.length]!);
      if (falls !== 'server') await cluster.start(port);
      if (falls !== 'database') await server.again();
    }
    isFalling = false;
    const notes = (await Promise.all(written)).flat();
    for (const phone of phones) {
      await expect(phone.getByText('all sent')).toBeAttached({ timeout: 180_000 });
      await expect(phone.getByRole('alert', { name: 'Changes that were not taken' })).toHaveCount(0);
    }

    const lines = (await (await desk.request.get(`${server.url}/api${apiPath(path)}/log`)).json()) as LogLine[];
    const kept = lines.flatMap(({ entry: { body } }) => (body.kind === 'note' ? [body.note] : []));
    const lost = notes.filter((note) => !kept.includes(note));
    const doubled = kept.filter((note, i) => kept.indexOf(note) !== i);
    process.stdout.write(
      `${KILLS.length} falls of server and database: ${notes.length} written, ${kept.length} in the log, ${lost.length} lost, ${doubled.length} doubled\n`,
    );
    expect({ lost, doubled, broken: findBrokenLink(lines) }).toEqual({ lost: [], doubled: [], broken: null });
    expect(lines.map(({ receipt }) => receipt.receiptSeq)).toEqual(lines.map((_, i) => i + 1));
    expect(notes.length).toBeGreaterThan(2 * KILLS.length);
  } finally {
    await server?.kill();
    cluster.destroy();
  }
});

async function phoneOf(browser: Browser, baseURL: string, path: string, who: string): Promise<Page> {
  const phone = await (await browser.newContext({ baseURL, viewport: { width: 390, height: 844 }, serviceWorkers: 'block' })).newPage();
  await signIn(phone, `${who}@hollin.example`);
  await phone.goto(`${path}/site-log`);
  await expect(phone.getByRole('form', { name: 'Air, surface, note' })).toBeVisible();
  return phone;
}

/** Writes a note after the other, and answers all that its screen took. */
async function writesUntil(phone: Page, name: string, isOver: () => boolean): Promise<string[]> {
  const form = phone.getByRole('form', { name: 'Air, surface, note' });
  const notes: string[] = [];
  while (!isOver()) {
    const note = `note ${name}.${notes.length};`;
    await form.getByLabel('Note').fill(note);
    await form.getByRole('button', { name: 'Write it down' }).click();
    await expect(form.getByLabel('Note')).toHaveValue('');
    notes.push(note);
    await pause(150);
  }
  return notes;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
