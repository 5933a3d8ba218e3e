import { type EntryBody, FIRST_LINK, type LogEntry, sealEntry } from '@caulkhorn/core/site-log';
import { type Locator, type Page, expect } from '@playwright/test';

export const PASSWORD = 'wet-edge-always';

export async function signIn(page: Page, who = 'planner@hollin.example'): Promise<void> {
  await page.goto('/');
  await page.getByLabel('E-mail').fill(who);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('button', { name: 'Sign out' })).toBeVisible();
}

/** The list of jobs on the first page, under what the day brings. */
export const jobs = (page: Page): Locator => page.getByRole('region', { name: 'Jobs' });

export async function openJob(page: Page, name: string): Promise<void> {
  await jobs(page)
    .getByRole('link', { name: new RegExp(name) })
    .first()
    .click();
  await expect(page.getByTestId('sheet')).toBeVisible();
}

export async function makeJob(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Name of the job').fill(name);
  await page.getByLabel('Site', { exact: true }).fill('Behind the pump house');
  await page.getByLabel('Datum').fill('ground floor');
  await page.getByLabel('Time zone').selectOption('Europe/Oslo');
  await page.getByRole('button', { name: 'Make the job' }).click();
  await expect(page.getByTestId('sheet')).toBeVisible();
}

export async function addFace(
  page: Page,
  face: { kind?: 'wall' | 'slab'; mark: string; name: string; length: string; height: string; foot: string },
): Promise<void> {
  await page.getByLabel('Kind', { exact: true }).selectOption(face.kind ?? 'wall');
  await page.getByLabel('Mark').fill(face.mark);
  await page.getByLabel('Name', { exact: true }).fill(face.name);
  await page.getByLabel(/^Length/).fill(face.length);
  await page.getByLabel(face.kind === 'slab' ? /^Depth/ : /^Height/).fill(face.height);
  await page.getByLabel(/^Foot level/).fill(face.foot);
  await page.getByLabel('Made of').selectOption('cast concrete');
  await page.getByRole('button', { name: 'Add it to the walk' }).click();
  await expect(row(page, face.name)).toBeVisible();
}

export async function goTo(page: Page, lens: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Steps of the work' })
    .getByRole('link', { name: new RegExp(`^${lens}`) })
    .click();
}

/** What comes next of Ropewalk Cellars, on the foreman's phone. */
export async function workOfForeman(page: Page): Promise<Locator> {
  await signIn(page, 'foreman@hollin.example');
  await jobs(page)
    .getByRole('link', { name: /Ropewalk Cellars/ })
    .first()
    .tap();
  return page.getByRole('article', { name: /^Work on face/ });
}

/** A face or feature in the list beside the sheet. */
export function row(page: Page, text: string | RegExp): Locator {
  return page.getByRole('listbox', { name: 'Faces and features' }).getByRole('option', { name: text });
}

export function slate(page: Page): Locator {
  return page.getByRole('complementary', { name: 'Slate' });
}

export async function allSent(page: Page): Promise<void> {
  await expect(page.getByText('all sent')).toBeVisible();
}

/** Chooses a face or feature in the list. */
export async function choose(page: Page, text: string | RegExp): Promise<void> {
  await row(page, text).click();
  await expect(row(page, text)).toHaveAttribute('aria-selected', 'true');
}

/** What addresses are made of: the house, a job in it (Ropewalk), and a coated face of that. */
export async function addresses(page: Page, job = 'Ropewalk', mark = 'B'): Promise<{ o: string; j: string; f: string }> {
  return page.evaluate(
    async (of) => {
      const json = async (path: string) => (await (await fetch(`/api${path}`)).json()) as never;
      const session: { organisations: { id: string }[] } = await json('/session');
      const o = session.organisations[0]!.id;
      const jobs: { id: string; name: string }[] = await json(`/organisations/${o}/jobs`);
      const j = jobs.find(({ name }) => name.startsWith(of.job))!.id;
      const { model }: { model: { faces: { id: string; mark: string }[] } } = await json(`/organisations/${o}/jobs/${j}`);
      return { o, j, f: model.faces.find((face) => face.mark === of.mark)!.id };
    },
    { job, mark },
  );
}

/** A job of its own with all that Harbour works is made of: what is released in it is no other test's business. Answers its address. */
export const copyOfHarbourWorks = (page: Page, name: string): Promise<string> => copyOf(page, 'Harbour works', name);

/** The same of any job of the demo. */
export async function copyOf(page: Page, of: string, name: string): Promise<string> {
  const { o } = await addresses(page);
  const jobs = (await (await page.request.get(`/api/organisations/${o}/jobs`)).json()) as { id: string; name: string }[];
  const original = jobs.find((each) => each.name.startsWith(of))!;
  const copy = { id: crypto.randomUUID(), name, withSurvey: true };
  expect((await page.request.post(`/api/organisations/${o}/jobs/${original.id}/copies`, { data: copy })).status()).toBe(201);
  return `/o/${o}/jobs/${copy.id}`;
}

/** Turns to a face's work on the phone's Now, where the other faces are folded away. */
export async function workOn(page: Page, work: RegExp): Promise<void> {
  const others = page.getByRole('button', { name: /^Other faces/ });
  if ((await others.getAttribute('aria-expanded')) !== 'true') await others.tap();
  await page.getByRole('button', { name: work }).tap();
}

/** A copy of Harbour works whose first plan is released to the site, with a hold point where one is named. Answers its address. */
export async function releasedCopy(page: Page, name: string, hold?: string): Promise<string> {
  const path = await copyOfHarbourWorks(page, name);
  await page.goto(`${path}/programme`);
  if (hold) {
    await page.getByRole('button', { name }).click();
    await page.getByRole('checkbox', { name: hold }).check();
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'Release plan 1 to the site' }).click();
  await expect(page.getByText('Survey and choices are as they were then.')).toBeVisible();
  return path;
}

/** Where the server answers for a job's page. */
export const apiPath = (path: string) => path.replace('/o/', '/organisations/');

/** A copy of a job whose plan has been released, and that plan. */
export async function released(page: Page, of: string, name: string): Promise<{ path: string; latest: ReleasedRevision }> {
  const path = await copyOf(page, of, name);
  await page.goto(`${path}/programme`);
  await page.getByRole('button', { name: /^Release plan \d+ to the site/ }).click();
  await expect(page.getByText(/^Plan \d+ was released/)).toBeVisible();
  const { latest } = (await (await page.request.get(`/api${apiPath(path)}/plan`)).json()) as { latest: ReleasedRevision };
  return { path, latest };
}

export interface ReleasedRevision {
  id: string;
  workItems: { id: string; faceId: string; step: string; targetId?: string; machines?: string[] }[];
  decided: { faces: { faceId: string; family?: string }[] };
}

/** Writes into a job's log as a second device of whoever is signed in would. */
export async function writeLog(page: Page, path: string, bodies: readonly EntryBody[], minutesAgo = 1): Promise<void> {
  const session = (await (await page.request.get('/api/session')).json()) as { personId: string; name: string };
  const deviceId = crypto.randomUUID();
  const jobId = path.split('/').at(-1)!;
  let last: Pick<LogEntry, 'hash' | 'deviceSeq'> = { hash: FIRST_LINK, deviceSeq: 0 };
  for (const body of bodies) {
    const occurredAt = new Date(Date.now() - minutesAgo * 60_000).toISOString();
    const entry = sealEntry({
      ...{ id: crypto.randomUUID(), jobId, deviceId, deviceSeq: last.deviceSeq + 1, prevHash: last.hash },
      ...{ personId: session.personId, personName: session.name, occurredAt, writtenAt: occurredAt },
      body,
    });
    const command = { id: crypto.randomUUID(), deviceId, jobId, kind: 'log.append', baseVersion: 0, payload: entry, occurredAt };
    expect((await page.request.post(`/api${apiPath(path)}/commands`, { data: command })).status()).toBe(200);
    last = entry;
  }
}

/** Addresses of a plate: what anybody opens, and the paper to print. */
export async function plateOf(page: Page, o: string, j: string): Promise<[page: string, paper: string]> {
  const plates = `/api/organisations/${o}/jobs/${j}/plates`;
  const made = await page.request.post(plates, { data: { contact: '0990' } });
  expect(made.status()).toBe(201);
  const { id } = (await made.json()) as { id: string };
  const all = (await (await page.request.get(plates)).json()) as { id: string; token: string }[];
  return [`/plate/${all.find((each) => each.id === id)!.token}`, `/o/${o}/jobs/${j}/plate/${id}`];
}

/** Writes something like a name on the pad. */
export async function writeOn(page: Page): Promise<void> {
  const pad = page.getByRole('img', { name: 'Sign here' });
  await pad.scrollIntoViewIfNeeded();
  const box = (await pad.boundingBox())!;
  const at = (x: number, y: number) => [box.x + x * box.width, box.y + y * box.height] as const;
  await page.mouse.move(...at(0.1, 0.6));
  await page.mouse.down();
  for (let i = 1; i <= 30; i++) await page.mouse.move(...at(0.1 + i * 0.026, 0.5 + 0.3 * Math.sin(i)));
  await page.mouse.up();
}
