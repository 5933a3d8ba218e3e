import type { Tool } from '../catalogue/index.js';
import { type CareId, type Climate, type JobModel, careOf } from '../jobs/index.js';
import type { TemperatureAt } from '../programme/index.js';
import { type Booking, closedHours } from './closed-hours.js';
import { USUAL_CREW } from './conditions.js';
import { wallAhead, weatherOf } from './forecast-hours.js';
import { type HourAhead, hoursAhead } from './hours-ahead.js';
import { OUTDOORS } from './outdoors.js';
import type { House } from './house.js';
import { type Store, materialHours } from './material-hours.js';
import { keptStarts } from './kept-starts.js';
import type { JobPlan } from './plan-job.js';
import { type RoomAhead, roomsAhead } from './rooms-ahead.js';
import type { PlacingOptions } from './programme-job.js';
import type { WorkItem } from './work-items.js';

export interface PlacingFrom {
  model: Pick<JobModel, 'job' | 'faces'> & Partial<Pick<JobModel, 'keptProgrammes'>>;
  plan: Pick<JobPlan, 'faces'>;
  workItems: readonly WorkItem[];
  house: House;
  /** of the other jobs of the organisation */ bookings: readonly Booking[];
  tool: Tool | undefined;
  /** YYYY-MM-DD, in the job's zone */ today: string;
  /** none for who may not see the store */ store?: Omit<Store, 'today'>;
  /** by face, as measured */ wallsC: ReadonlyMap<string, readonly TemperatureAt[]>;
}

/** All that a job's work is placed by but the hour: its week, the days off, walls as they are and as they are forecast, what is kept, and what closes which hours. */
export function placingOptions(from: PlacingFrom): Omit<PlacingOptions, 'nowMs'> {
  const { model, plan, workItems, house, bookings, tool, today, wallsC, store } = from;
  const { timeZone, week, forecast, permits } = model.job;
  const hours = hoursAhead(model.job);
  const rooms = roomsKept(model, wallsC, hours);
  const [before] = model.keptProgrammes ?? [];
  const people = new Map(before?.starts.flatMap(({ workItemId, person }) => (person === undefined ? [] : [[workItemId, person] as const])));
  const closed = closedHours({
    ...{ workItems, bookings, house, timeZone, today },
    ...(permits ? { permits, careOf: careByFace(model) } : {}),
    personOf: (id) => people.get(id),
    ...(store ? { materialOf: materialHours(workItems, plan.faces, { ...store, today }) } : {}),
    ...(forecast ? { weatherOf: weatherOf(hours, { faces: model.faces, plans: plan.faces, tool, rooms }) } : {}),
  });
  return {
    timeZone,
    ...(week ? { week } : {}),
    ...(house.holidays ? { holidays: house.holidays.map(({ day }) => day) } : {}),
    temperatureC: USUAL_CREW.temperatureC,
    wallsC: forecast ? wallsAhead(model, { wallsC, hours, rooms }) : wallsC,
    kept: keptStarts({ keptProgrammes: model.keptProgrammes ?? [] }),
    closed,
    people,
    machines: machinesLeft(house.machines ?? {}, bookings),
  };
}

/** How many of each machine the gangs of a job can count on: what any other job has been told is taken off, at whatever hour; one is left to take turns with. */
function machinesLeft(owned: NonNullable<House['machines']>, bookings: readonly Booking[]): NonNullable<House['machines']> {
  return Object.fromEntries(
    Object.entries(owned).map(([kind, count]) => {
      const jobs = new Set(bookings.filter(({ machines }) => machines.some((each) => each === kind)).map(({ jobId }) => jobId));
      return [kind, Math.max(1, count - jobs.size)];
    }),
  );
}

/** Walls outdoors go by the forecast from when it was made, measured or not, and walls of rooms whose climate is known by that. */
function wallsAhead(
  { faces, job: { forecast } }: PlacingFrom['model'],
  { wallsC, hours, rooms }: { wallsC: PlacingFrom['wallsC']; hours: readonly HourAhead[]; rooms: readonly RoomAhead[] },
): Map<string, readonly TemperatureAt[]> {
  const madeMs = Date.parse(forecast!.madeAt);
  const outdoors = hours.map(({ atMs, airC }) => ({ atMs, temperatureC: airC }));
  const inRoom = new Map(
    rooms.flatMap(({ faceIds, hours: own }) =>
      faceIds.map((id, i) => [id, own.map(({ atMs, surfacesC }) => ({ atMs, temperatureC: surfacesC[i]! }))] as const),
    ),
  );
  return new Map(
    faces.flatMap(({ id, near }): [string, readonly TemperatureAt[]][] => {
      const measured = wallsC.get(id);
      const told = OUTDOORS.has(near.kind) ? outdoors : inRoom.get(id);
      if (told) return [[id, wallAhead(measured ?? [], told, Math.max(madeMs, measured?.at(-1)?.atMs ?? madeMs))]];
      return measured ? [[id, measured]] : [];
    }),
  );
}

/** The work of a job is placed again and again while its rooms stay what they are. */
const lastRooms = new WeakMap<Climate, { from: readonly unknown[]; rooms: RoomAhead[] }>();

function roomsKept({ job, faces }: PlacingFrom['model'], wallsC: PlacingFrom['wallsC'], hours: readonly HourAhead[]): RoomAhead[] {
  if (!job.climate || hours.length === 0) return [];
  const from = [job.forecast, job.usualMonths, faces, wallsC];
  const last = lastRooms.get(job.climate);
  if (last?.from.every((each, i) => each === from[i])) return last.rooms;
  const rooms = roomsAhead({ job, faces, wallsC }, hours);
  lastRooms.set(job.climate, { from, rooms });
  return rooms;
}

function careByFace({ faces, job }: PlacingFrom['model']): (item: WorkItem) => readonly CareId[] {
  const care = new Map(faces.map((face) => [face.id, careOf(face, job)]));
  return ({ faceId }) => care.get(faceId) ?? [];
}
