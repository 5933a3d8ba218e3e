import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { addFace, allSent, choose, goTo, makeJob, openJob, row, signIn, slate } from './support.js';
import { openPdf, textOf } from './pdf-text';

test('choose with reasons, compare, override, and print for the crew', async ({ page }, info) => {
  await signIn(page);
  await makeJob(page, `Cistern ${Date.now()}`);
  await addFace(page, { mark: 'A', name: 'North wall', length: '6', height: '2.5', foot: '-2.5' });
  await choose(page, /North wall/);

  await test.step('a crack and a leak', async () => {
    const sheet = page.getByTestId('sheet');
    const box = (await sheet.boundingBox())!;
    const at = (x: number, y: number) => ({ position: { x: box.width * x, y: box.height * y } });
    await page.getByRole('button', { name: 'Crack', exact: true }).click();
    await sheet.click(at(0.4, 0.4));
    await sheet.click(at(0.42, 0.55));
    await page.keyboard.press('Enter');
    await expect(row(page, /K1/)).toBeVisible();
    await page.getByLabel(/^Width/).fill('0.9');
    await page.getByLabel('Movement').selectOption('static');
    await page.getByLabel('Wet state').selectOption('damp');
    await allSent(page);
  });

  await test.step('every family has its verdict, in an order whose sums are open', async () => {
    await goTo(page, 'Build-up');
    await choose(page, /North wall/);
    const systems = slate(page).getByRole('region', { name: 'Systems for this face' });
    // ground behind it and no level: water may press, nothing plainly fits, and a film inside does not fit at all
    await expect(systems.getByRole('listitem').filter({ hasText: 'Crystalline slurry' }).first()).toContainText('find the water’s level:');
    await systems.getByText('cannot be used here, and why').click();
    await expect(systems.getByRole('listitem').filter({ hasText: 'Thick flexible coating' }).first()).toContainText(
      'nobody has found the level: water may press from there',
    );
    await expect(systems).toContainText('For slabs under a floor finish.');
    await expect(systems).toContainText('Made for filled block walls.');
    await systems.getByText('How this order comes about').click();
    await expect(systems.getByRole('row', { name: /Crystalline slurry/ })).toContainText('€');
    const order = () => systems.getByRole('table').innerText();
    const before = await order();
    for (let i = 0; i < 3; i++) await systems.getByRole('button', { name: 'Cost: less' }).click();
    for (let i = 0; i < 5; i++) await systems.getByRole('button', { name: 'Breathing: more' }).click();
    await expect.poll(order).not.toBe(before);
    await allSent(page);
  });

  await test.step('what must be asked of it shuts some out', async () => {
    await slate(page).getByText('What is asked of this face').click();
    await slate(page).getByLabel('Touches drinking water').selectOption('true');
    await slate(page).getByText('cannot be used here, and why').click();
    await expect(slate(page)).toContainText('Its sheet names no approval for drinking water.');
  });

  await test.step('two side by side', async () => {
    await slate(page).getByLabel('Compare Crystalline slurry').check();
    await slate(page).getByLabel('Compare Rigid tanking slurry').check();
    await slate(page).getByRole('button', { name: 'Compare 2 side by side' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByRole('columnheader')).toHaveCount(3);
    await expect(dialog.getByRole('row', { name: /^Layers/ })).toContainText('kg/m²');
    await expect(dialog.getByRole('row', { name: /^Cost in all/ })).toContainText('€');
    await page.keyboard.press('Escape');
  });

  await test.step('chosen: layers in section, and the crack opened over the threshold', async () => {
    await slate(page).getByRole('button', { name: 'Choose Crystalline slurry', exact: true }).click();
    await expect(slate(page).getByRole('img', { name: 'The build-up in section, from the wall outwards' })).toBeVisible();
    await slate(page).getByText('K1 crack').click();
    await expect(slate(page)).toContainText('Static and wider than the school allows to be coated over.');
  });

  await test.step('decided otherwise, with the reason that the dossier shows', async () => {
    await slate(page).getByText('Treat it otherwise').first().click();
    await slate(page).getByLabel('Treatment', { exact: true }).first().selectOption('leave');
    await slate(page).getByRole('button', { name: 'Decide so' }).first().click();
    await expect(slate(page).getByText('Say why.')).toBeVisible();
    await slate(page).getByLabel('Why, for the dossier').first().fill('Watched for a year, and dry.');
    await slate(page).getByRole('button', { name: 'Decide so' }).first().click();
    await expect(slate(page)).toContainText('Decided otherwise: Watched for a year, and dry.');
    await allSent(page);
    // a dossier is of what was released: before that it has nothing to say of this
    await goTo(page, 'Handover');
    await page.getByRole('link', { name: 'Open the dossier' }).click();
    await expect(page.getByRole('main')).toContainText('No plan has been released to the site.');
    await expect(page.getByRole('main')).not.toContainText('Watched for a year');
    await page.goBack();
    await goTo(page, 'Programme');
    await page.getByRole('button', { name: 'Release plan 1 to the site' }).click();
    await expect(slate(page)).toContainText('Plan 1 was released');
    await goTo(page, 'Handover');
    await page.getByRole('link', { name: 'Open the dossier' }).click();
    await expect(page.getByRole('main')).toContainText('Decided otherwise: Watched for a year, and dry.');
    await page.goBack();
    await goTo(page, 'Build-up');
  });

  await test.step('the sheet for the crew, to scale, on paper', async () => {
    await goTo(page, 'Build-up');
    await choose(page, /K1/);
    await slate(page).getByText('Decided otherwise: Watched').waitFor();
    await slate(page).getByRole('button', { name: 'Back to the table’s treatment' }).click();
    await choose(page, /North wall/);
    await slate(page).getByRole('link', { name: 'Sheet for the crew' }).click();
    await expect(page.getByRole('img', { name: 'Cut through the detail, to scale' }).first()).toBeVisible();
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
    expect((await page.pdf({ format: 'A4' })).subarray(0, 5).toString()).toBe('%PDF-');
    await page.emulateMedia({ media: 'screen' });
    await page.getByRole('link', { name: 'Build-up' }).click();
  });

  await test.step('take-off and order leave as tables, cards as a page', async () => {
    await goTo(page, 'Materials');
    const saved = async (button: string) => {
      const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: button }).click()]);
      const file = info.outputPath(download.suggestedFilename());
      await download.saveAs(file);
      return readFileSync(file);
    };
    expect((await saved('CSV')).toString()).toMatch(/^face,face_name,feature,for,product,version,amount,measure\r\nA,North wall,,coat,/);
    await slate(page).getByRole('tab', { name: 'Order' }).click();
    // a zip, as every .xlsx is
    expect((await saved('XLSX')).subarray(0, 2).toString()).toBe('PK');
    await slate(page).getByRole('tab', { name: 'Cost' }).click();
    await expect(slate(page).getByRole('row', { name: /A North wall/ })).toContainText('€');
    await slate(page).getByRole('tab', { name: 'Mixing cards' }).click();
    await slate(page).getByRole('link', { name: 'Large, to print' }).click();
    await expect(page.getByRole('article').first()).toContainText('Nothing else in it. Never more water later.');
    const before = await page.getByRole('article').first().innerText();
    await page.getByLabel('Placed with').selectOption('spray');
    await expect.poll(() => page.getByRole('article').first().innerText()).not.toBe(before);
    // what the crew holds in hand says what the screen says
    const cards = page.getByRole('article');
    const [names, first] = [await cards.getByRole('heading').allInnerTexts(), await cards.first().innerText()];
    const printed = (await textOf(await openPdf(await saved('PDF')))).join(' ').replace(/\s+/g, ' ');
    // what stands in lines of its own comes without a space from a card that is not painted yet
    for (const name of names) expect(printed.replaceAll(' ', '')).toContain(name.replace(/\s+/g, ''));
    const figures = first.match(/\d[\d.]*\s(?:kg|L)\b/g) ?? [];
    expect(figures.length).toBeGreaterThan(1);
    for (const figure of figures) expect(printed).toContain(figure.replace(/\s/g, ' '));
  });
});

test('a newer sheet is told with what it changes, a trap is named, a pour is dosed', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Kelp house');
  await goTo(page, 'Build-up');
  await choose(page, /Cellar, slope side/);
  await expect(slate(page)).toContainText('Tarnwick Veil slurry has a newer sheet, version 2; this face was planned with version 1.');
  await expect(slate(page)).toContainText(/Rate per coat: 0\.75\skg\/m² → 0\.8\skg\/m²/);
  await slate(page).getByRole('button', { name: 'Plan with version 2' }).click();
  await expect(slate(page).getByRole('button', { name: 'Plan with version 2' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(slate(page).getByRole('button', { name: 'Plan with version 2' })).toBeVisible();
  await choose(page, /Cellar, block wall/);
  await expect(slate(page)).toContainText('Waterproofer in the levelling render: slurry beads on it and lets go.');
  await choose(page, /Cellar floor, new pour/);
  // by hand: 7 · 4.5 · 0.25 m³ · 350 kg · 0.8 %
  await expect(slate(page).getByRole('button', { name: /Powder for this face/ })).toContainText('22.1');
  // it is there already, so it saves itself
  await slate(page).getByLabel(/^Dose/).fill('0.5');
  await slate(page).getByLabel(/^Dose/).press('Tab');
  await expect(slate(page)).toContainText('Under 0.8 % it does not work.');
  await slate(page).getByLabel(/^Dose/).fill('0.8');
  await slate(page).getByLabel(/^Dose/).press('Tab');
  await expect(slate(page).getByText('Under 0.8 % it does not work.')).toHaveCount(0);
  await allSent(page);
});

test('a sheet of one’s own: refused with its faults, imported, chosen, and a school of the house', async ({ page }) => {
  await signIn(page);
  await page.getByRole('link', { name: 'Catalogue, rates, schools' }).click();
  const table = page.getByRole('table', { name: 'Catalogue' });
  await table.getByRole('row', { name: /Osmere Deep slurry/ }).click();
  const dialog = page.getByRole('dialog');
  const id = `own-deep-${Date.now()}`;
  await dialog.getByLabel('Id, small letters and hyphens').fill(id);
  await dialog.getByLabel('Name', { exact: true }).fill(`Deep ${id}`);
  await dialog.getByLabel(/^Working life/).fill('');
  await dialog.getByRole('button', { name: 'Save as own sheet' }).click();
  await expect(dialog.getByRole('alert')).toContainText('workingLifeMin');
  await dialog.getByLabel(/^Working life/).fill('35');
  await dialog.getByRole('button', { name: 'Save as own sheet' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(table.getByRole('row', { name: new RegExp(id) })).toContainText('own sheet');

  await page.getByRole('button', { name: 'Import sheets' }).click();
  const file = (text: string) => ({ name: 'sheets.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await page.getByLabel('JSON or CSV').setInputFiles(file('id,version,colour\nx y,1,grey\n'));
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('line 1, colour');
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('line 2, id');
  await page.keyboard.press('Escape');

  await page.getByRole('link', { name: 'Output rates' }).click();
  const minutes = String(20 + (Date.now() % 1000) / 10);
  await page.getByLabel(/^fillet/).fill(minutes);
  await page.getByLabel(/^fillet/).blur();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel(/^fillet/)).toHaveValue(minutes);
  await page.getByLabel(/^fillet/).fill('');
  await page.getByLabel(/^fillet/).blur();
  await expect(page.getByText('Saved.').first()).toBeVisible();
  await page.getByRole('link', { name: 'Schools' }).click();
  await page.getByLabel('Floor before sealer').selectOption('B');
  await expect(page.getByText('Saved.').first()).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Floor before sealer')).toHaveValue('B');
  await page.getByLabel('Floor before sealer').selectOption('');
  await expect(page.getByText('Saved.').first()).toBeVisible();
});
