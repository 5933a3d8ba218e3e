import type { MachineKind } from '@caulkhorn/core/jobs';
import type { Booking } from '@caulkhorn/core/planning';

/** When another job has what from the yard, and whom, by the programme that its people were told. */
export interface BookingAnswer {
  jobId: string;
  jobName: string;
  startsAt: string;
  endsAt: string;
  machines?: MachineKind[];
  person?: string;
}

/** The same with its times in ms, as the core reckons with them. */
export function bookingsOf(answers: readonly BookingAnswer[]): Booking[] {
  return answers.map(({ jobId, jobName, startsAt, endsAt, machines = [], person }) => ({
    ...{ jobId, jobName, machines, fromMs: Date.parse(startsAt), toMs: Date.parse(endsAt) },
    ...(person === undefined ? {} : { person }),
  }));
}
