import { mkdtempSync, readFileSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Download, type Page, expect, test } from '@playwright/test';
import { DxfWriter, Units, point2d, point3d } from '@tarikjabiri/dxf';
import ICAL from 'ical.js';
import { allSent, choose, goTo, makeJob, openJob, row, signIn, slate } from './support.js';

const dialog = (page: Page, name: string) => page.getByRole('dialog', { name });

/** 100 MB that a browser must not try to read. */
function hugeFile(): string {
  const file = join(mkdtempSync(join(tmpdir(), 'caulkhorn-')), 'huge.csv');
  writeFileSync(file, '');
  truncateSync(file, 100_000_000);
  return file;
}

/** Two elevations with a door and a window on one layer, an open line on another; as another program would write it. */
function drawing(units: boolean): string {
  const file = new DxfWriter();
  if (units) file.setUnits(Units.Millimeters);
  const rectangle = (x: number, y: number, w: number, h: number) =>
    file.addLWPolyline(
      [
        [x, y],
        [x + w, y],
        [x + w, y + h],
        [x, y + h],
      ].map(([px, py]) => ({ point: point2d(px!, py!) })),
      { flags: 1 },
    );
  file.addLayer('elevations', 7, 'Continuous');
  file.setCurrentLayerName('elevations');
  rectangle(0, 0, 6000, 2500);
  rectangle(1000, 0, 900, 2100);
  rectangle(6500, 0, 4000, 2500);
  rectangle(7500, 1200, 800, 600);
  file.addLayer('axis', 1, 'Continuous');
  file.setCurrentLayerName('axis');
  file.addLine(point3d(0, 0, 0), point3d(100, 0, 0));
  const text = file.stringify();
  return units ? text : text.replace(/\$INSUNITS\s+70\s+\d+/, '$INSUNITS\n 70\n0');
}

async function give(page: Page, label: string, name: string, text: string) {
  await page.getByLabel(label).setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
}

async function content(download: Download): Promise<Buffer> {
  return readFileSync(await download.path());
}

test('a drawing brings the walls, two tables the levels and readings, and all of it leaves again', async ({ page }) => {
  await signIn(page);
  const job = `Drawn cellar ${Date.now()}`;
  await makeJob(page, job);

  await test.step('what is no drawing, has no unit or no closed line is told so', async () => {
    await page.getByRole('button', { name: 'Outlines from a drawing' }).click();
    const open = dialog(page, 'Outlines from a drawing');
    await give(page, 'Drawing file', 'cellar.pdf', 'x');
    await expect(open.getByRole('alert')).toContainText('DXF and SVG files can be read.');
    await give(page, 'Drawing file', 'cellar.dxf', drawing(true).slice(0, 500));
    await expect(open.getByRole('alert')).toContainText('no DXF file in text form, or it is cut off');
    await give(page, 'Drawing file', 'cellar.dxf', drawing(false));
    await expect(open).toContainText('The file does not say: ask who drew it.');
    await expect(open.getByRole('button', { name: /^Add/ })).toHaveCount(0);
    await open.getByLabel('Unit of the drawing').selectOption('mm');
    await open.getByLabel('Layer').selectOption('axis');
    await expect(open.getByRole('alert')).toContainText('No line on this layer is closed');
    await open.getByLabel('Layer').selectOption('elevations');
    await expect(open).toContainText('2 faces; the whole is 10.50 m wide and 2.50 m high');
    await open.getByRole('button', { name: 'Add 2 faces' }).click();
    await expect(open.getByRole('alert')).toContainText('At which level does it stand?');
    await open.getByLabel(/Level of the lowest line/).fill('-2,5');
    await open.getByLabel('Name of the room').fill('Drawn room');
    await open.getByRole('button', { name: 'Add 2 faces' }).click();
    await expect(open.getByRole('alert')).toContainText('What is it made of?');
    await open.getByLabel('Made of').selectOption('cast concrete');
    await open.getByRole('button', { name: 'Add 2 faces' }).click();
    await expect(open).toBeHidden();
    await choose(page, /Drawn room, wall 1/);
    // 6 × 2.5 less a door of 0.9 × 2.1
    await expect(slate(page).getByText('13.1 m²')).toBeVisible();
    await allSent(page);
  });

  await test.step('readings and levels as tables', async () => {
    await slate(page).getByRole('button', { name: 'Readings from a CSV' }).click();
    const now = new Date().toISOString();
    await give(
      page,
      'CSV file',
      'meter.csv',
      `face,kind,value,time,along_m,up_m,instrument,note\nA,moisture-meter,71,${now},3,0.3,pin meter,=1+1\nA,moisture-meter,22,${now},3,1.9,pin meter,\n`,
    );
    await page.getByRole('button', { name: 'Take 2 readings' }).click();
    await expect(slate(page).getByText('71 digits')).toBeVisible();
    await page.getByRole('link', { name: /^Water/ }).click();
    await slate(page)
      .getByLabel(/^Level/)
      .fill('-1');
    await slate(page).getByRole('button', { name: 'Add the level' }).click();
    await slate(page).getByRole('button', { name: 'Import levels from CSV' }).click();
    await expect(page.getByLabel('CSV file')).toHaveCount(0);
    await page.getByLabel('What the figures are counted from').selectOption('datum');
    await page.getByLabel('CSV file').setInputFiles(hugeFile());
    await expect(page.getByRole('alert')).toContainText('The file is too large.');
    await give(page, 'CSV file', 'levels.csv', 'time,level\n2026-03-01T06:00:00,"-1.4');
    await expect(page.getByRole('alert')).toContainText('it may be cut off');
    await give(page, 'CSV file', 'levels.csv', 'level,time\n-4 ft,2026-03-01 06:00\n-0.95,2026-03-01 12:00\n');
    await page.getByLabel('Times in it carry no offset. They go by').selectOption('those clocks without summer time, as loggers keep it');
    await expect(page.getByRole('alert')).toContainText('line 3: Level: line 2 names a unit and this one does not.');
    await give(page, 'CSV file', 'levels.csv', 'level,time\n-4 ft,2026-03-01 06:00\n-0.95 m,2026-03-01 12:00\n');
    await expect(dialog(page, 'Import levels from CSV')).toContainText('between −1.22 m and −0.95 m');
    await page.getByRole('button', { name: 'Take 2 levels' }).click();
    await expect(slate(page).getByText('−0.95 m').first()).toBeVisible();
    await allSent(page);
  });

  await test.step('out as PDF, SVG, DXF and tables', async () => {
    await page.getByRole('link', { name: /^Survey/ }).click();
    const save = async (format: string): Promise<Buffer> => {
      await page.getByTestId('sheet').click({ position: { x: 400, y: 12 } });
      await slate(page).getByRole('button', { name: 'Drawing and tables out' }).click();
      const open = dialog(page, 'Drawing and tables out');
      await open.getByRole('radio', { name: format }).check();
      const [download] = await Promise.all([page.waitForEvent('download'), open.getByRole('button', { name: 'Save the file' }).click()]);
      expect(download.suggestedFilename()).toMatch(/^Drawn-cellar-\d+-\d{4}-\d{2}-\d{2}/);
      return content(download);
    };
    const pdf = await save('PDF');
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    expect(pdf.length).toBeGreaterThan(5000);
    const svg = (await save('SVG')).toString();
    expect(svg).toContain('Drawn room, wall 1');
    expect((await save('DXF')).toString()).toContain('LWPOLYLINE');
    expect((await save('Readings, CSV')).toString()).toContain(`'=1+1`);
    expect((await save('Features, CSV')).toString()).toContain('face,mark,kind');

    // what went out comes in again
    await page.getByTestId('sheet').click({ position: { x: 400, y: 12 } });
    await page.getByRole('button', { name: 'Outlines from a drawing' }).click();
    await give(page, 'Drawing file', 'back.svg', svg);
    const open = dialog(page, 'Outlines from a drawing');
    await open.getByLabel('Layer').selectOption('faces');
    await open.getByLabel('Scale 1 :').fill('100');
    await expect(open).toContainText('the whole is 10.00 m wide and 2.50 m high');
    await page.keyboard.press('Escape');
    await expect(row(page, /wall 3/)).toHaveCount(0);
  });
});

test('a drawing of a hundred megabytes is refused before it is read', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Lock gatehouse');
  await page.getByRole('button', { name: 'Outlines from a drawing' }).click();
  await expect(page.getByLabel('Drawing file')).toBeVisible();
  await page.evaluate(() => {
    const file = new File([new Uint8Array(100_000_000)], 'huge.dxf');
    const transfer = new DataTransfer();
    transfer.items.add(file);
    const input = [...document.querySelectorAll<HTMLInputElement>('input[type=file]')].find((each) => each.accept.includes('dxf'))!;
    input.files = transfer.files;
    input.dispatchEvent(new Event('change', { bubbles: true }));
  });
  await expect(dialog(page, 'Outlines from a drawing').getByRole('alert')).toContainText('The file is too large.');
});

test('the programme leaves as a calendar that other programs read, and as a table', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  await goTo(page, 'Programme');
  const [calendar] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Calendar', exact: true }).click(),
  ]);
  expect(calendar.suggestedFilename()).toMatch(/\.ics$/);
  const events = new ICAL.Component(ICAL.parse((await content(calendar)).toString('utf8')) as unknown[])
    .getAllSubcomponents('vevent')
    .map((each) => new ICAL.Event(each));
  expect(events.length).toBeGreaterThan(10);
  expect(new Set(events.map(({ uid }) => uid)).size).toBe(events.length);
  expect(events.some(({ summary, description }) => summary.includes('coat 2') && description.includes('Window'))).toBe(true);
  for (const { startDate, endDate } of events) expect(endDate.toUnixTime()).toBeGreaterThanOrEqual(startDate.toUnixTime());
  const [table] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'CSV', exact: true }).click()]);
  const lines = (await content(table)).toString('utf8').split('\r\n');
  expect(lines[0]).toBe('face,work,start,end,window_opens,window_closes,amount,unit,state,person');
  const rounds = events.filter(({ summary }) => summary.endsWith(': mist'));
  expect(rounds.length).toBeGreaterThan(0);
  expect(lines.length).toBeGreaterThan(events.length - rounds.length);
});
