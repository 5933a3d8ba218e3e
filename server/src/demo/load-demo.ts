import type { INestApplicationContext } from '@nestjs/common';
import { ExchangeService } from '../exchange/exchange.service.js';
import { Accounts } from '../people/accounts.js';
import { demoJobs } from './demo-jobs.js';
import { StoresService } from '../stores/stores.service.js';
import { HouseService } from '../house/house.service.js';
import { demoStock } from './demo-stock.js';
import { demoYard } from './demo-yard.js';
import { DEMO_GUEST, DEMO_ORGANISATION, DEMO_PEOPLE } from './demo-people.js';

/** Fills an empty database: accounts directly, jobs by the same import as a user's file. False when there was something already. */
export async function loadDemo(app: INestApplicationContext, databaseUrl: string, now: Date): Promise<boolean> {
  const jobs = demoJobs(now);
  const isNew = await Accounts.using(databaseUrl, async (accounts) => {
    if (!(await accounts.isEmpty())) return false;
    await accounts.addOrganisation(DEMO_ORGANISATION.name, DEMO_ORGANISATION.id);
    for (const person of DEMO_PEOPLE) await accounts.addMembership(DEMO_ORGANISATION.id, await accounts.addPerson(person), person.role);
    await accounts.addPerson(DEMO_GUEST);
    return true;
  });
  if (!isNew) return false;
  const planner = { personId: DEMO_PEOPLE[0]!.id, organisationId: DEMO_ORGANISATION.id, standing: 'planner' } as const;
  // the far one last, so that it tops the list of jobs
  for (const job of [...jobs].reverse()) await app.get(ExchangeService).import(Buffer.from(JSON.stringify(job)), undefined, planner);
  await app.get(HouseService).put(demoYard(now), planner);
  for (const move of demoStock(now)) await app.get(StoresService).add(move, planner);
  await Accounts.using(databaseUrl, (accounts) => accounts.addGuest(DEMO_ORGANISATION.id, jobs[0]!.job.id, DEMO_GUEST.id));
  return true;
}
