import { JOB_FILE_FORMAT, JOB_FILE_VERSION, type JobFileDto } from '@caulkhorn/contract';
import type { JobModel, School, SchoolChoices } from '@caulkhorn/core/jobs';
import { type PlanRevision, USUAL_HOUSE, planJob, revisionContent } from '@caulkhorn/core/planning';
import type { LogLine } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from './demo-people.js';
import { surveyHarbourWorks } from './harbour-works.js';
import { netLoft } from './net-loft.js';
import { surveyKelpHouse } from './kelp-house.js';
import { ropewalkLog } from './ropewalk-log.js';
import { surveyRopewalk } from './ropewalk-readings.js';
import { withProgrammeTold } from './demo-yard.js';
import { DemoSurvey, demoId, rectangle } from './survey.js';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** Four jobs, dated back from `now`: the cellars under an old rope walk on a tidal basin, to become a sound archive; a lock gatehouse; a kelp house and a season of harbour works with one face for each way of building. */
export function demoJobs(now: Date): JobFileDto[] {
  const kelpHouse = withProgrammeTold(surveyKelpHouse(now).model, now, DEMO_PEOPLE[0]!.name);
  return [ropewalk(now), gatehouse(now), file(kelpHouse, [], []), file(surveyHarbourWorks(now).model, [], []), netLoft(now)];
}

function file(model: JobModel, planRevisions: PlanRevision[], log: LogLine[]): JobFileDto {
  return { format: JOB_FILE_FORMAT, formatVersion: JOB_FILE_VERSION, ...model, planRevisions, log } as JobFileDto;
}

/** The one far along: five spaces, ground water that rises with the tide, and the trouble that goes with it. */
function ropewalk(now: Date): JobFileDto {
  const s = new DemoSurvey('ropewalk', {
    name: 'Ropewalk Cellars, sound archive',
    site: 'Skarne Haven, Basin Street 4',
    timeZone: 'Europe/Oslo',
    currency: 'EUR',
    datum: 'harbour datum, quay edge = +1.20',
  });
  const daysAgo = (days: number, hour = 9) => new Date(Math.floor(now.getTime() / DAY_MS) * DAY_MS - days * DAY_MS + hour * HOUR_MS);
  const iso = (days: number, hour?: number) => daysAgo(days, hour).toISOString();
  const ground = s.water(
    'Ground water, basin side',
    'ground',
    [
      { at: iso(9, 6), levelM: -1.35, kind: 'dip', note: 'standpipe by wall B, low tide' },
      { at: iso(9, 12), levelM: -0.92, kind: 'dip', note: 'the same, high tide' },
      { at: iso(40), levelM: -0.65, kind: 'seasonal-high', note: 'winter mean of the standpipe' },
      { at: iso(400), levelM: 0.1, kind: 'flood', note: 'mark on the quay stair' },
      { at: iso(1, 7), levelM: -1.18, kind: 'dip' },
      { at: iso(1, 13), levelM: -0.88, kind: 'tide', note: 'table for the basin' },
      { at: iso(6), levelM: -3.4, kind: 'drawn-down', note: 'two well points, north side' },
    ],
    2,
  );
  const tank = s.water(
    'Sprinkler water',
    'tank',
    [
      { at: iso(9, 8), levelM: -0.6, kind: 'dip', note: 'overflow sill' },
      { at: iso(300), levelM: -0.6, kind: 'full', note: 'filled for the fire test' },
    ],
    0,
  );
  const earth = { kind: 'ground', waterBodyId: ground.id } as const;
  const room = { kind: 'room' } as const;

  s.room(
    s.space('Reel store'),
    { xM: 0, yM: 0, lengthM: 8, depthM: 5, floorM: -3, topM: 0.2 },
    [
      { mark: 'A', name: 'Reel store, north', substrate: 'brick', strengthMPa: 22, roughnessFactor: 1.25, thicknessMm: 470 },
      { mark: 'B', name: 'Reel store, east', substrate: 'cast-concrete', strengthMPa: 32 },
      { mark: 'C', name: 'Reel store, south', substrate: 'brick', strengthMPa: 22, roughnessFactor: 1.25, thicknessMm: 470 },
      null,
    ],
    { mark: 'G', name: 'Reel store floor', substrate: 'cast-concrete', strengthMPa: 30, thicknessMm: 250, roughnessFactor: 1 },
    room,
    earth,
  );
  s.room(
    s.space('Listening room'),
    { xM: 12, yM: 0, lengthM: 6, depthM: 4.5, floorM: -2.6, topM: 0.2 },
    [
      { mark: 'D', name: 'Listening room, north', substrate: 'block', strengthMPa: 15, roughnessFactor: 1.2, thicknessMm: 300 },
      { mark: 'E', name: 'Listening room, east', substrate: 'cast-concrete', strengthMPa: 28 },
      null,
      null,
    ],
    { mark: 'H', name: 'Listening room floor', substrate: 'cast-concrete', strengthMPa: 30, thicknessMm: 120, roughnessFactor: 1 },
    room,
    earth,
  );
  s.room(
    s.space('Pump pit'),
    { xM: 20, yM: 0, lengthM: 2.4, depthM: 2.4, floorM: -4.6, topM: -3 },
    [
      { mark: 'P', name: 'Pit, north', substrate: 'cast-concrete', strengthMPa: 38 },
      { mark: 'Q', name: 'Pit, east', substrate: 'cast-concrete', strengthMPa: 38 },
      { mark: 'R', name: 'Pit, south', substrate: 'cast-concrete', strengthMPa: 38 },
      { mark: 'S', name: 'Pit, west', substrate: 'cast-concrete', strengthMPa: 38 },
    ],
    { mark: 'J', name: 'Pit floor', substrate: 'cast-concrete', strengthMPa: 38, thicknessMm: 350, roughnessFactor: 1 },
    room,
    earth,
  );
  const tunnel = s.space('Cable tunnel');
  s.face(
    tunnel,
    { mark: 'F', name: 'Cable tunnel lining', substrate: 'precast', strengthMPa: 45, thicknessMm: 180 },
    'lining',
    { kind: 'cylinder', axis: 'horizontal', xM: 0, yM: -4, zM: -3.3, headingDeg: 0, radiusM: 0.9, startAngleDeg: -90 },
    rectangle(18, 2 * Math.PI * 0.9),
    room,
    earth,
  );
  s.room(
    s.space('Sprinkler tank'),
    { xM: 26, yM: 0, lengthM: 4, depthM: 3, floorM: -2.8, topM: -0.4 },
    [{ mark: 'T', name: 'Tank, north', substrate: 'cast-concrete', strengthMPa: 40 }, null, null, null],
    { mark: 'U', name: 'Tank floor', substrate: 'cast-concrete', strengthMPa: 40, thicknessMm: 300, roughnessFactor: 1 },
    { kind: 'tank', waterBodyId: tank.id },
    earth,
  );

  s.feature('A', 'K1', {
    kind: 'crack',
    path: [
      [1.3, 2.6],
      [1.5, 1.9],
      [1.35, 1.1],
      [1.7, 0.2],
    ],
    widthMm: 0.3,
    movement: 'static',
    wetState: 'damp',
    note: 'along the bed joints',
  });
  s.feature('A', 'L1', {
    kind: 'leak',
    path: [
      [5.2, 0.9],
      [5.9, 0.5],
    ],
    wetState: 'dripping',
    note: '14 drips a minute',
  });
  s.feature('B', 'K2', {
    kind: 'crack',
    path: [
      [1.1, 2.1],
      [1.4, 1.3],
      [1.2, 0.6],
      [1.55, 0.05],
    ],
    widthMm: 0.6,
    movement: 'static',
    wetState: 'weeping',
  });
  s.feature('B', 'K3', {
    kind: 'crack',
    path: [
      [3.9, 3],
      [3.95, 1.6],
      [3.85, 0],
    ],
    widthMm: 2.2,
    movement: 'moving',
    wetState: 'damp',
    note: 'opens in winter: the old expansion joint',
  });
  s.feature('C', 'K4', {
    kind: 'crack',
    path: [
      [6.1, 1.9],
      [6.4, 1.2],
      [6.2, 0.5],
    ],
    widthMm: 0.45,
    movement: 'static',
    wetState: 'dry',
  });
  s.feature('C', 'N1', { kind: 'penetration', path: [[2.2, 1.8]], diameterMm: 110, pipe: 'rigid', wetState: 'damp' });
  s.feature('D', 'K5', {
    kind: 'crack',
    path: [
      [0.8, 1.9],
      [1.2, 1.5],
      [1.2, 1.1],
      [1.6, 0.7],
    ],
    widthMm: 0.9,
    movement: 'static',
    wetState: 'dry',
    note: 'steps through the block joints',
  });
  s.feature('D', 'N2', {
    kind: 'penetration',
    path: [[4.1, 1.4]],
    diameterMm: 75,
    pipe: 'corrugated',
    wetState: 'weeping',
    note: 'two pipes 38 mm apart',
  });
  s.feature('E', 'K6', {
    kind: 'crack',
    path: [
      [2.2, 2.4],
      [2.35, 1.2],
      [2.3, 0.3],
    ],
    widthMm: 0.25,
    movement: 'static',
    wetState: 'dry',
    pastLeakage: true,
  });
  s.feature('Q', 'L2', {
    kind: 'leak',
    path: [
      [0.7, 0.35],
      [1.5, 0.3],
    ],
    wetState: 'running',
    note: 'from the day joint',
  });
  s.feature('S', 'L3', { kind: 'leak', path: [[1.1, 0.8]], wetState: 'weeping' });
  s.feature('F', 'L4', {
    kind: 'leak',
    path: [
      [6, 0.6],
      [6, 2.1],
    ],
    wetState: 'dripping',
    note: 'ring joint',
  });
  s.feature('F', 'K7', {
    kind: 'crack',
    path: [
      [12.4, 3.1],
      [13.1, 3.4],
    ],
    widthMm: 0.2,
    movement: 'static',
    wetState: 'dry',
  });
  s.feature('G', 'K8', {
    kind: 'crack',
    path: [
      [2, 1],
      [3.4, 1.6],
      [5.2, 1.4],
    ],
    widthMm: 0.7,
    movement: 'static',
    wetState: 'damp',
  });

  surveyRopewalk(s, iso, now);

  const schools = (crack: School, second: School): SchoolChoices => ({
    'crack-width': { school: crack },
    'second-coat': { school: second },
  });
  s.coat('A', 'tarnwick-veil', {
    schools: schools('A', 'B'),
    reason: 'Old brick: every fine crack counts, and it drinks, so wet again before coat two.',
  });
  s.coat('B', 'tarnwick-veil', {
    schools: schools('B', 'B'),
    reason: 'Usual practice here; crew can be back on the wall in the afternoon.',
  });
  s.coat('C', 'tarnwick-veil', { schools: schools('B', 'B'), reason: 'As wall B.' });
  s.coat('E', 'tarnwick-veil', { schools: schools('B', 'B'), reason: 'As wall B.' });
  s.coat('Q', 'osmere-deep', {
    schools: schools('A', 'A'),
    reason: 'Deepest wall of the job: the cautious school, and the firmer slurry.',
  });
  s.coat('S', 'osmere-deep', { schools: schools('A', 'A'), reason: 'As wall Q.' });
  s.coat('T', 'osmere-deep', { schools: schools('A', 'A'), reason: 'Tank side, filled: water pushes the coat on.' });

  const conditions = { people: 2, temperatureC: 11 };
  const revision: PlanRevision = {
    id: demoId('ropewalk revision 1'),
    number: 1,
    madeAt: iso(4, 14),
    madeBy: DEMO_PEOPLE[0]!.name,
    ...revisionContent(s.model, planJob(s.model, conditions, USUAL_HOUSE), conditions, USUAL_HOUSE),
  };
  return file(s.model, [revision], ropewalkLog(s, revision, now, daysAgo));
}

/** The fresh one: one wet wall, surveyed this morning, nothing chosen. */
function gatehouse(now: Date): JobFileDto {
  const s = new DemoSurvey('gatehouse', {
    name: 'Lock gatehouse, winch cellar',
    site: 'Skarne Haven, Sluice Quay',
    timeZone: 'Europe/Oslo',
    currency: 'EUR',
    datum: 'harbour datum',
  });
  const ground = s.water(
    'Ground water, lock side',
    'ground',
    [{ at: new Date(now.getTime() - 2 * HOUR_MS).toISOString(), levelM: -0.8, kind: 'dip' }],
    0,
  );
  s.room(
    s.space('Winch cellar'),
    { xM: 0, yM: 0, lengthM: 5, depthM: 4, floorM: -2.4, topM: 0 },
    [
      { mark: 'A', name: 'Winch cellar, lock side', substrate: 'cast-concrete', strengthMPa: 30 },
      { mark: 'B', name: 'Winch cellar, street side', substrate: 'cast-concrete', strengthMPa: 30 },
      null,
      null,
    ],
    { mark: 'G', name: 'Winch cellar floor', substrate: 'cast-concrete', strengthMPa: 30, thicknessMm: 250, roughnessFactor: 1 },
    { kind: 'room' },
    { kind: 'ground', waterBodyId: ground.id },
  );
  s.feature('A', 'K1', {
    kind: 'crack',
    path: [
      [1.9, 1.8],
      [2.1, 1],
      [2, 0.1],
    ],
    widthMm: 0.5,
    movement: 'static',
    wetState: 'weeping',
  });
  return file(s.model, [], []);
}
