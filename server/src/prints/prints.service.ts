import { randomUUID } from 'node:crypto';
import type { PrintAnswer, PrintDto } from '@caulkhorn/contract';
import { Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import type { Caller } from '../people/caller.js';
import { RefusedError, notFound } from '../platform/errors.js';
import { DOSSIER_PRINT, JobQueue } from '../platform/job-queue.js';
import { RecordsDatabase } from '../records/records.js';
import { PrintAnswers } from './print-answers.js';
import { canPrint, printPage } from './print-page.js';

/** Whoever has not made it by then is taken for fallen, and another server takes it up. */
const LONGEST_S = 240;
const LOOK_MS = 500;

/** What lies in the queue: names of rows, and nothing of what is in them. */
interface Wanted {
  organisationId: string;
  jobId: string;
  printId: string;
  personId: string;
}

/** Where the built web app lies, whose pages are printed. */
export class PrintSettings {
  constructor(readonly webRoot: string | undefined) {}
}

/** Dossiers as PDF: asked for at any server, made by whichever has time, told and stopped through the database. */
@Injectable()
export class PrintsService implements OnModuleInit, OnModuleDestroy {
  /** a server that ends leaves what it has begun to another */ private readonly ending = new AbortController();

  private readonly log = new Logger('prints');

  constructor(
    private readonly settings: PrintSettings,
    private readonly database: RecordsDatabase,
    private readonly queue: JobQueue,
    private readonly answers: PrintAnswers,
  ) {}

  async onModuleInit(): Promise<void> {
    // a server that cannot print leaves it to one that can
    if (canPrint(this.settings.webRoot)) await this.queue.work<Wanted>(DOSSIER_PRINT, (wanted) => this.make(wanted));
  }

  async ask(jobId: string, asked: PrintDto, caller: Caller): Promise<{ printId: string }> {
    if (!canPrint(this.settings.webRoot)) throw new RefusedError(501, { error: 'cannot-print' });
    const printId = randomUUID();
    await this.database.inJob(jobId, caller, async ({ items, prints }) => {
      if (!(await items.exists())) throw notFound();
      await prints.add(printId, caller.personId, { ...asked, standing: caller.standing });
    });
    const { organisationId, personId } = caller;
    await this.queue.send(DOSSIER_PRINT, { organisationId, jobId, printId, personId } satisfies Wanted, LONGEST_S);
    return { printId };
  }

  read(jobId: string, printId: string, caller: Caller): Promise<PrintAnswer> {
    return this.found(this.database.inJob(jobId, caller, ({ prints }) => prints.read(printId)));
  }

  file(jobId: string, printId: string, caller: Caller): Promise<Buffer> {
    return this.found(this.database.inJob(jobId, caller, ({ prints }) => prints.file(printId)));
  }

  stop(jobId: string, printId: string, caller: Caller): Promise<void> {
    return this.database.inJob(jobId, caller, ({ prints }) => prints.stop(printId));
  }

  private async found<T>(answer: Promise<T | undefined>): Promise<T> {
    const value = await answer;
    if (value === undefined) throw notFound();
    return value;
  }

  private async make({ organisationId, jobId, printId, personId }: Wanted): Promise<void> {
    // the rows say as whom; they are found by the person alone
    const asPerson: Caller = { organisationId, personId, standing: 'guest' };
    const asked = await this.database.inJob(jobId, asPerson, ({ prints }) => prints.takeUp(printId));
    if (!asked) return;
    const caller: Caller = { ...asPerson, standing: asked.standing };
    const stopping = new AbortController();
    let share = 0;
    const looking = setInterval(() => {
      const told = this.database.inJob(jobId, caller, ({ prints }) => prints.tell(printId, share));
      // a database that is away for a moment ends no print
      void told.then((goesOn) => goesOn || stopping.abort()).catch(() => {});
    }, LOOK_MS);
    try {
      const file = await printPage({
        webRoot: this.settings.webRoot!,
        ...{ paper: asked.paper, units: asked.units, locale: asked.locale, address: addressOf(organisationId, jobId, asked) },
        answer: (path) => this.answers.at(path, jobId, caller),
        // of a part or a face only some are wanted
        pictures: asked.part === 'all' && !asked.faceId ? await this.answers.pictures(jobId, caller) : [],
        tell: (now) => (share = now),
        signal: AbortSignal.any([stopping.signal, this.ending.signal]),
      });
      this.ending.signal.throwIfAborted();
      await this.database.inJob(jobId, caller, ({ prints }) => (file ? prints.end(printId, file) : prints.forget(printId)));
    } catch (fault) {
      if (this.ending.signal.aborted) throw fault;
      this.log.error(fault);
      await this.database.inJob(jobId, caller, ({ prints }) => prints.end(printId, null));
    } finally {
      clearInterval(looking);
    }
  }

  onModuleDestroy(): void {
    this.ending.abort();
  }
}

function addressOf(organisationId: string, jobId: string, { part, faceId }: PrintDto): string {
  const which = new URLSearchParams({ ...(part === 'all' ? {} : { part }), ...(faceId ? { face: faceId } : {}) });
  return `/o/${organisationId}/jobs/${jobId}/dossier?${which}`;
}
