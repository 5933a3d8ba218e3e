import { expect, test } from '@playwright/test';
import { addFace, allSent, choose, goTo, makeJob, signIn, slate, writeLog } from './support.js';

test('a confined space: said on the face, released, ticked on the phone, and only then started', async ({ page, browser }) => {
  await signIn(page);
  await makeJob(page, `Valve pit ${Date.now()}`);
  await addFace(page, { mark: 'A', name: 'Pit wall', length: '3', height: '2', foot: '-3' });
  const jobUrl = page.url().replace(/\/[^/]*$/, '');

  await test.step('what nobody can simply walk out of is said once', async () => {
    await goTo(page, 'Build-up');
    await choose(page, /Pit wall/);
    await slate(page).getByText('What is asked of this face').click();
    await slate(page).getByRole('button', { name: 'confined space' }).click();
    await expect(slate(page).getByRole('button', { name: 'confined space' })).toHaveAttribute('aria-pressed', 'true');
    await goTo(page, 'Survey');
    await expect(slate(page).getByRole('region', { name: 'Before each day’s first start here' })).toContainText('oxygen 19.5 to 23.5 %');
  });

  await test.step('against a hard limit only with a reason, under one’s own name', async () => {
    await goTo(page, 'Build-up');
    await choose(page, /Pit wall/);
    await slate(page).getByText('cannot be used here, and why').click();
    const film = slate(page).getByRole('listitem').filter({ hasText: 'Liquid rubber' }).first();
    await film.getByText('Choose it all the same').click();
    const against = film.getByRole('button', { name: 'Choose Liquid rubber against its limits' });
    await expect(against).toBeDisabled();
    await film.getByLabel('Why, for the record').fill('The pit is to be drained for good.');
    await against.click();
    await expect(slate(page)).toContainText('Ines Varrow answers for it: The pit is to be drained for good.');
    // a system that holds there is taken after all
    await slate(page).getByRole('button', { name: 'Choose another system' }).click();
    await slate(page).getByRole('button', { name: 'Choose Crystalline slurry', exact: true }).click();
    await expect(slate(page)).not.toContainText('answers for it');
  });

  await test.step('a third coat where it drinks', async () => {
    await slate(page).getByText('Layers altered (0)').click();
    await slate(page).getByLabel('Coats in all').fill('3');
    await slate(page).getByLabel('Why', { exact: true }).fill('Open, it drinks.');
    await slate(page).getByRole('button', { name: 'Alter it' }).click();
    await expect(slate(page)).toContainText('coats: 3 in all.');
    await expect(slate(page)).toContainText('coat 3');
    await allSent(page);
  });

  await test.step('released', async () => {
    await goTo(page, 'Programme');
    await page.getByRole('button', { name: 'Release plan 1 to the site' }).click();
    await expect(slate(page)).toContainText('Plan 1 was released');
  });

  await test.step('on the phone every check is ticked before the first start of the day', async () => {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
    const phone = await context.newPage();
    await phone.goto('/');
    await phone.getByLabel('E-mail').fill('foreman@hollin.example');
    await phone.getByLabel('Password').fill('wet-edge-always');
    await phone.getByRole('button', { name: 'Sign in' }).click();
    await expect(phone.getByRole('button', { name: 'Sign out' })).toBeVisible();
    await phone.goto(`${jobUrl}/site-log`);
    const work = phone.getByRole('article', { name: 'Work on face A' });
    await expect(work).toContainText('Right when: it rings everywhere');
    await expect(work.getByRole('button', { name: 'Start prepare' })).toHaveCount(0);
    const checks = work.getByRole('checkbox');
    await expect(checks).toHaveCount(4);
    await expect(work.getByRole('button', { name: 'Tick each as it is seen to' })).toBeDisabled();
    for (const check of await checks.all()) await check.check();
    await work.getByRole('button', { name: 'All seen to: write it down' }).tap();
    await work.getByRole('button', { name: 'Start prepare' }).tap();
    await expect(work.getByRole('button', { name: 'Finish prepare' })).toBeVisible();

    // nobody goes in on air that was not read, or that is bad
    const confined = work.getByRole('region', { name: /^Confined space/ });
    await confined.getByLabel('Who stays outside').fill('Bo Falk');
    await confined.getByRole('button', { name: 'Goes in now' }).tap();
    await expect(confined).toContainText('The air was not read here in the last half hour');
    // nor before it is said how he would be brought out
    await expect(confined).toContainText('How somebody is brought out was not said here in this shift');
    const rescue = confined.getByRole('region', { name: 'If somebody in there is down' });
    await rescue.getByLabel('Who is called').fill('112, gate B of the yard');
    await rescue.getByRole('button', { name: 'It stands ready: write it down' }).tap();
    await expect(rescue.getByLabel('How he is brought out')).toHaveAttribute('aria-invalid', 'true');
    await rescue.getByLabel('How he is brought out').fill('Winch over the hatch, line on each harness');
    await rescue.getByRole('button', { name: 'It stands ready: write it down' }).tap();
    await expect(rescue).toContainText('Called: 112, gate B of the yard');
    await expect(confined).not.toContainText('How somebody is brought out was not said here');
    const read = async (oxygen: string) => {
      for (const [gas, figure] of [
        ['Oxygen', oxygen],
        ['Explosive', '0'],
        ['H₂S', '0'],
        ['CO', '3'],
      ] as const)
        await confined.getByLabel(gas, { exact: false }).first().fill(figure);
      await confined.getByRole('button', { name: 'Write down this air' }).tap();
    };
    await read('18.9');
    await expect(confined.getByRole('alert').filter({ hasText: 'Nobody goes in. Oxygen 18.9, least 19.5.' })).toBeVisible();
    // nor is anything begun in it
    await work.getByRole('button', { name: 'Finish prepare' }).tap();
    const odd = work.getByRole('button', { name: 'Finish prepare' });
    if (await odd.isVisible()) await odd.tap();
    const begin = work.getByRole('button', { name: /^Start / });
    await begin.tap();
    await expect(work.getByText('nobody goes in, nothing is started')).toBeVisible();
    await read('20.8');
    await expect(confined.getByRole('alert')).toHaveCount(0);
    await begin.tap();
    await expect(work.getByText('nobody goes in, nothing is started')).toHaveCount(0);
    await confined.getByRole('button', { name: 'Goes in now' }).tap();
    await expect(confined).toContainText('Bo Falk watches outside');
    await read('19.1');
    await expect(confined.getByRole('alert')).toContainText('Everybody out, now.');
    await confined.getByRole('button', { name: 'Tomas Brekkan is out' }).tap();
    await expect(confined).toContainText('Nobody is inside by the log.');

    // the talk before work: by the work and the place, ticked by each
    await phone.getByText('Talk before work').tap();
    const talk = phone.getByRole('form', { name: 'Who has heard it' });
    await expect(talk.getByRole('button', { name: 'Tick who has heard it' })).toBeDisabled();
    await talk.getByRole('checkbox', { name: 'Tomas Brekkan' }).check();
    await talk.getByRole('checkbox', { name: 'Jorun Veld' }).check();
    await talk.getByLabel('Somebody else').fill('Bo Falk');
    await talk.getByRole('button', { name: 'Add to those who heard it' }).tap();
    await talk.getByRole('button', { name: 'They have heard it' }).tap();
    await expect(phone.getByText('Heard all of it today: Tomas Brekkan, Jorun Veld, Bo Falk')).toBeVisible();

    // a round alone: asked, answered, ended
    await phone.getByText('Working alone').tap();
    await phone.getByRole('button', { name: 'I am alone: ask me' }).tap();
    const alone = phone.getByRole('region', { name: 'Working alone' });
    await expect(alone.getByRole('timer')).toContainText(/Asks in (20:00|19:\d\d)/);
    await alone.getByRole('button', { name: 'I am all right' }).tap();
    await alone.getByRole('button', { name: 'I am no longer alone' }).tap();
    await expect(alone).toHaveCount(0);

    await phone.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Log' }).tap();
    const rescued = phone.getByRole('listitem').filter({ hasText: 'Rescue from First room' });
    await expect(rescued).toContainText('called: 112, gate B of the yard');
    // the newest twelve first
    await phone.getByRole('button', { name: 'Show 1 more of 13' }).tap();
    await expect(phone.getByText('Seen to before work,')).toBeVisible();
    await expect(phone.getByText('not sent yet')).toHaveCount(0);
    await context.close();
  });

  await test.step('who works alone and does not answer is told to the others, wherever they are in the job', async () => {
    const context = await browser.newContext();
    const other = await context.newPage();
    await signIn(other, 'apprentice@hollin.example');
    await writeLog(other, new URL(jobUrl).pathname, [{ kind: 'alone', state: 'begun', everyMin: 20 }], 26);
    await context.close();
    const told = page.getByRole('alert').filter({ hasText: 'works alone and has not answered since' });
    await expect(told).toContainText('Juno Pellow');
    await goTo(page, 'Survey');
    await expect(told).toBeVisible();
  });

  await test.step('the dossier holds the check, the altered layer and the plan', async () => {
    await goTo(page, 'Handover');
    await page.getByRole('link', { name: 'Open the dossier' }).click();
    await expect(page.getByRole('main')).toContainText('coats: 3 in all. Open, it drinks.');
    // who was there, with the cards that were shown at the talk
    await expect(page.getByRole('listitem').filter({ hasText: /^Jorun Veld/ })).toContainText(
      /injecting IN-2041, good until .*CS-118, had run out on/,
    );
    await expect(page.getByRole('listitem').filter({ hasText: /^Bo Falk/ })).toBeVisible();
  });
});
