import type { JobState } from './job-admin.js';

/** A job as the list shows it. */
export interface JobSummary {
  id: string;
  name: string;
  site: string;
  /** IANA zone in which its times are read */ timeZone: string;
  updatedAt: string;
  faces: number;
  features: number;
  entries: number;
  state: JobState;
  /** ISO 8601; since when it is that */ stateSince: string;
}
