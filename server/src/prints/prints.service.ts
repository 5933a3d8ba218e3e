import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { PrintAnswer, PrintDto, PrintedPage, PrintedRecord } from '@caulkhorn/contract';
import { Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { Piscina } from 'piscina';
import type { Caller } from '../people/caller.js';
import { RefusedError, notFound } from '../platform/errors.js';
import { DOSSIER_PRINT, JobQueue } from '../platform/job-queue.js';
import { RecordsDatabase } from '../records/records.js';
import { PrintAnswers } from './print-answers.js';
import type { PageTask } from './page.worker.js';
import { canPrint, printPage } from './print-page.js';
import { PrintPictures } from './print-pictures.js';

/** the compiled worker, also for tests that run this file from its source */
const WORKER = resolve(__dirname, '../../dist/prints/page.worker.js');
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
    const signal = AbortSignal.any([stopping.signal, this.ending.signal]);
    const pictures = new PrintPictures((path) => this.answers.picture(path, jobId, caller));
    try {
      // of a part or a face only some are wanted
      if (asked.part === 'all' && !asked.faceId) void pictures.makeAhead(await this.answers.pictures(jobId, caller));
      const file = await printPage({
        ...{ webRoot: this.settings.webRoot!, paper: asked.paper, pictures, signal },
        page: this.written(jobId, asked, caller, signal),
        tell: (now) => (share = now),
      });
      this.ending.signal.throwIfAborted();
      await this.database.inJob(jobId, caller, ({ prints }) => (file ? prints.end(printId, file) : prints.forget(printId)));
    } catch (fault) {
      if (this.ending.signal.aborted) throw fault;
      this.log.error(fault);
      await this.database.inJob(jobId, caller, ({ prints }) => prints.end(printId, null));
    } finally {
      pictures.close();
      clearInterval(looking);
    }
  }

  /** Half a second to several: in a thread, so that who asks this server for anything else is answered meanwhile. */
  private async written(
    jobId: string,
    { locale, units, part, faceId }: PrintDto,
    caller: Caller,
    signal: AbortSignal,
  ): Promise<PrintedPage> {
    const { organisationId, standing } = caller;
    const record: PrintedRecord = {
      ...{ organisationId, jobId, standing, units, part, styles: stylesOf(this.settings.webRoot!) },
      ...(faceId ? { faceId } : {}),
      ...(await this.answers.record(jobId, caller)),
    };
    const thread = new Piscina({ filename: WORKER, minThreads: 0, maxThreads: 1 });
    try {
      return (await thread.run({ writer: writerOf(this.settings.webRoot!), locale, record } satisfies PageTask, { signal })) as PrintedPage;
    } finally {
      await thread.destroy();
    }
  }

  onModuleDestroy(): void {
    this.ending.abort();
  }
}

/** Beside the built web app lies what writes its pages on a server. */
const writerOf = (webRoot: string): string => resolve(webRoot, '../dist-print/print-record.mjs');

/** Those that its own page names. */
function stylesOf(webRoot: string): string[] {
  const page = readFileSync(join(webRoot, 'index.html'), 'utf8');
  return [...page.matchAll(/<link rel="stylesheet"[^>]* href="([^"]+)"/g)].map(([, href]) => href!);
}
