import { randomUUID } from 'node:crypto';
import { AskToSignDto, type MadeSigningLink, type SigningLink } from '@caulkhorn/contract';
import { Controller, Delete, Get, HttpCode, Post } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import type { Caller } from '../people/caller.js';
import { codeFingerprintOf, fingerprintOf, newCode, newToken } from '../people/one-time-token.js';
import { SecurityEvents } from '../people/security-events.js';
import { CheckedBody } from '../platform/checked-body.js';
import { notFound } from '../platform/errors.js';
import { Needs, idOf } from '../platform/route-rules.js';
import { RecordsDatabase } from '../records/records.js';

/** Clients who were asked to sign one job's dossier. */
@Controller('organisations/:organisationId/jobs/:jobId/signing-links')
@Needs('ask-to-sign')
export class SigningLinksController {
  constructor(
    private readonly database: RecordsDatabase,
    private readonly events: SecurityEvents,
  ) {}

  @Get()
  list(@idOf('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<SigningLink[]> {
    return this.database.inJob(jobId, caller, ({ signingLinks }) => signingLinks.all());
  }

  @Post()
  async ask(
    @idOf('jobId') jobId: string,
    @CheckedBody(AskToSignDto) { name, firm }: AskToSignDto,
    @WhoAsks() caller: Caller,
  ): Promise<MadeSigningLink> {
    const made = { id: randomUUID(), token: newToken(), code: newCode() };
    await this.database.inJob(jobId, caller, async ({ items, signingLinks }) => {
      if (!(await items.exists())) throw notFound();
      await signingLinks.add({
        ...{ id: made.id, name: name.trim(), madeBy: caller.personId, ...(firm?.trim() ? { firm: firm.trim() } : {}) },
        ...{ tokenSha256: fingerprintOf(made.token), codeSha256: codeFingerprintOf(made.token, made.code) },
      });
    });
    await this.events.add({ kind: 'asked-to-sign', personId: caller.personId, detail: made.id });
    return made;
  }

  @Delete(':linkId')
  @HttpCode(204)
  async withdraw(@idOf('jobId') jobId: string, @idOf('linkId') linkId: string, @WhoAsks() caller: Caller): Promise<void> {
    const isDone = await this.database.inJob(jobId, caller, ({ signingLinks }) => signingLinks.withdraw(linkId));
    if (!isDone) throw notFound();
    await this.events.add({ kind: 'signing-link-withdrawn', personId: caller.personId, detail: linkId });
  }
}
