import { Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import type { Caller } from '../people/caller.js';
import { PersonRows } from '../people/person-rows.js';
import { TenantDatabase } from '../platform/database.js';
import { CommandRows } from './command-rows.js';
import { DeviceRows } from './device-rows.js';
import { HouseRows } from './house-rows.js';
import { ImportRows } from './import-rows.js';
import { JobList } from './job-list.js';
import {
  type JobText,
  type JobTextRow,
  type JobVersionsRow,
  JobRows,
  READ_JOB_TEXT,
  READ_JOB_VERSIONS,
  jobTag,
  storedJobText,
} from './job-rows.js';
import { LogRows } from './log-rows.js';
import { PhotoFileRows } from './photo-file-rows.js';
import { IncidentRows } from './incident-rows.js';
import { PlateRows } from './plate-rows.js';
import { PrintRows } from './print-rows.js';
import { RevisionRows } from './revision-rows.js';
import { SearchRows } from './search-rows.js';
import { SigningLinkRows } from './signing-link-rows.js';
import { StockRows } from './stock-rows.js';

/** What a request may read and write: who asks, and in one transaction the tables of his organisation, each behind its store. */
export class Records {
  readonly people: PersonRows;
  readonly house: HouseRows;
  readonly devices: DeviceRows;
  readonly stock: StockRows;
  readonly imports: ImportRows;
  readonly jobs: JobList;

  constructor(
    readonly caller: Caller,
    private readonly manager: EntityManager,
  ) {
    const { organisationId } = caller;
    this.people = new PersonRows(manager);
    this.house = new HouseRows(manager, organisationId);
    this.devices = new DeviceRows(manager, organisationId);
    this.stock = new StockRows(manager, organisationId);
    this.imports = new ImportRows(manager, organisationId);
    this.jobs = new JobList(manager, caller);
  }

  ofJob(jobId: string): JobRecords {
    return new JobRecords(this.caller, this.manager, jobId);
  }

  /** Two who do the same kind of thing in one organisation do it one after the other, to the end of their transactions. */
  async takeTurns(what: string): Promise<void> {
    await this.manager.query(`select pg_advisory_xact_lock(hashtext($1))`, [`${what} ${this.caller.organisationId}`]);
  }

  /** For work that is known to take longer than a request otherwise may. */
  async mayTakeS(seconds: number): Promise<void> {
    await this.manager.query(`select set_config('statement_timeout', $1, true)`, [`${seconds}s`]);
  }
}

/** The same, with the tables of one job. */
export class JobRecords extends Records {
  readonly items: JobRows;
  readonly log: LogRows;
  readonly revisions: RevisionRows;
  readonly commands: CommandRows;
  readonly photoFiles: PhotoFileRows;
  readonly searches: SearchRows;
  readonly prints: PrintRows;
  readonly signingLinks: SigningLinkRows;
  readonly plates: PlateRows;
  readonly incidents: IncidentRows;

  constructor(
    caller: Caller,
    manager: EntityManager,
    readonly jobId: string,
  ) {
    super(caller, manager);
    const { organisationId } = caller;
    this.items = new JobRows(manager, organisationId, jobId);
    this.log = new LogRows(manager, organisationId, jobId);
    this.revisions = new RevisionRows(manager, organisationId, jobId);
    this.commands = new CommandRows(manager, organisationId, jobId);
    this.photoFiles = new PhotoFileRows(manager, organisationId, jobId);
    this.searches = new SearchRows(manager, organisationId, jobId);
    this.prints = new PrintRows(manager, organisationId, jobId);
    this.plates = new PlateRows(manager, organisationId, jobId);
    this.incidents = new IncidentRows(manager, organisationId, jobId);
    this.signingLinks = new SigningLinkRows(manager, organisationId, jobId);
  }
}

/** Opens a transaction in a caller's name and hands over what it may touch. */
@Injectable()
export class RecordsDatabase {
  constructor(private readonly database: TenantDatabase) {}

  within<T>(caller: Caller, action: (records: Records) => Promise<T>): Promise<T> {
    return this.database.within(caller, (manager) => action(new Records(caller, manager)));
  }

  /** Tells whether a job is still what it was. */
  async readJobTag(jobId: string, caller: Caller): Promise<string | null> {
    return jobTag(await this.database.ask<JobVersionsRow>(caller, READ_JOB_VERSIONS, [caller.organisationId, jobId]));
  }

  /** A job as it stands, as JSON; the commonest question of all, so it goes by itself. */
  async readJob(jobId: string, caller: Caller): Promise<JobText | null> {
    return storedJobText(await this.database.ask<JobTextRow>(caller, READ_JOB_TEXT, [caller.organisationId, jobId]));
  }

  inJob<T>(jobId: string, caller: Caller, action: (records: JobRecords) => Promise<T>): Promise<T> {
    return this.database.within(caller, (manager) => action(new JobRecords(caller, manager, jobId)));
  }
}
