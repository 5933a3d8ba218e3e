import type { HouseRulesDto } from '@caulkhorn/contract';
import type { JobModel } from '@caulkhorn/core/jobs';
import { USUAL_CREW, USUAL_HOUSE, keepProgramme, placingOptions, planJob, programmeJob } from '@caulkhorn/core/planning';
import { demoId } from './survey.js';

const DAY_MS = 24 * 3_600_000;

/** What the invented firm has in its yard, who works for it, and when nobody does: one pump for all its jobs. */
export function demoYard(now: Date): HouseRulesDto {
  const day = (ahead: number) => new Date(now.getTime() + ahead * DAY_MS).toISOString().slice(0, 10);
  const { schools, paces, labourMinorPerH, sparePct } = USUAL_HOUSE;
  return {
    ...{ baseVersion: 0, schools, paces, labourMinorPerH, sparePct },
    machines: { 'injection-pump': 1, 'spray-pump': 1, blaster: 1, jet: 1, kettle: 1, dehumidifier: 2 },
    people: [
      {
        ...{ name: 'Jorun Veld', skills: ['injection', 'resins', 'confined-spaces'], daysOff: [] },
        cards: [
          { skill: 'injection', number: 'IN-2041', until: day(400) },
          { skill: 'confined-spaces', number: 'CS-118', until: day(-20) },
        ],
      },
      { name: 'Pauli Aho', skills: ['spraying', 'blasting'], daysOff: [day(3)] },
      { name: 'Signe Brodal', skills: ['hot-work', 'resins'], daysOff: [] },
    ],
    holidays: [{ day: day(12), name: 'Harbour day' }],
  };
}

/** A job whose people have been told when they work: what it has from the yard then, no other job has. */
export function withProgrammeTold(model: JobModel, now: Date, keptBy: string): JobModel {
  const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const from = {
    model,
    plan,
    workItems: plan.workItems,
    house: USUAL_HOUSE,
    bookings: [],
    today: now.toISOString().slice(0, 10),
    tool: undefined,
    wallsC: new Map(),
  };
  const programme = programmeJob(plan.workItems, { done: new Map() }, { nowMs: now.getTime(), ...placingOptions(from) });
  const kept = keepProgramme(programme, {
    ...{ before: undefined, id: demoId(`${model.job.id} told`), keptAt: now.toISOString(), keptBy },
    ...{ pinned: new Set<string>(), personOf: () => undefined, workItems: plan.workItems },
  });
  return { ...model, keptProgrammes: [kept] };
}
