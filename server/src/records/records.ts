import { Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import type { Caller } from '../people/caller.js';
import { PersonStore } from '../people/person-store.js';
import { TenantDatabase } from '../platform/database.js';
import { CommandStore } from './command-store.js';
import { DeviceStore } from './device-store.js';
import { HouseStore } from './house-store.js';
import { ImportStore } from './import-store.js';
import { JobList } from './job-list.js';
import { JobStore } from './job-store.js';
import { LogStore } from './log-store.js';
import { PhotoFileStore } from './photo-file-store.js';
import { RevisionStore } from './revision-store.js';
import { StockStore } from './stock-store.js';

/** What a request may read and write: who asks, and in one transaction the tables of his organisation, each behind its store. */
export class Records {
  readonly people: PersonStore;
  readonly house: HouseStore;
  readonly devices: DeviceStore;
  readonly stock: StockStore;
  readonly imports: ImportStore;
  readonly jobs: JobList;

  constructor(
    readonly caller: Caller,
    private readonly manager: EntityManager,
  ) {
    const { organisationId } = caller;
    this.people = new PersonStore(manager);
    this.house = new HouseStore(manager, organisationId);
    this.devices = new DeviceStore(manager, organisationId);
    this.stock = new StockStore(manager, organisationId);
    this.imports = new ImportStore(manager, organisationId);
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
  readonly items: JobStore;
  readonly log: LogStore;
  readonly revisions: RevisionStore;
  readonly commands: CommandStore;
  readonly photoFiles: PhotoFileStore;

  constructor(
    caller: Caller,
    manager: EntityManager,
    readonly jobId: string,
  ) {
    super(caller, manager);
    const { organisationId } = caller;
    this.items = new JobStore(manager, organisationId, jobId);
    this.log = new LogStore(manager, organisationId, jobId);
    this.revisions = new RevisionStore(manager, organisationId, jobId);
    this.commands = new CommandStore(manager, organisationId, jobId);
    this.photoFiles = new PhotoFileStore(manager, organisationId, jobId);
  }
}

/** Opens a transaction in a caller's name and hands over what it may touch. */
@Injectable()
export class RecordsDatabase {
  constructor(private readonly database: TenantDatabase) {}

  within<T>(caller: Caller, action: (records: Records) => Promise<T>): Promise<T> {
    return this.database.within(caller, (manager) => action(new Records(caller, manager)));
  }

  inJob<T>(jobId: string, caller: Caller, action: (records: JobRecords) => Promise<T>): Promise<T> {
    return this.database.within(caller, (manager) => action(new JobRecords(caller, manager, jobId)));
  }
}
