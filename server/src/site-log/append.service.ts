import type { Command, CommandDto, CommandOutcome } from '@caulkhorn/contract';
import { type Issue, issue } from '@caulkhorn/core/issues';
import { type PlanRevision, workItemsBefore } from '@caulkhorn/core/planning';
import { type ReleasedPlan, type TestBody, coveredBy, dossierFingerprint, productOfWork } from '@caulkhorn/core/proof';
import { type CareId, type Photo, permitsFor, permitsLapsed } from '@caulkhorn/core/jobs';
import {
  type EntryIsAbout,
  type LogEntry,
  type Receipt,
  airBeforeStartMs,
  careLeft,
  checkEntry,
  entryHash,
  isHiddenSeen,
  isLetGo,
  isOwnLook,
  isRefused,
  isWithdrawnInTime,
  wantsAir,
} from '@caulkhorn/core/site-log';
import { Injectable } from '@nestjs/common';
import type { Caller } from '../people/caller.js';
import { RefusedError, invalid } from '../platform/errors.js';
import type { KnownDevice } from '../records/device-rows.js';
import { ServerKeys } from '../records/server-keys.js';
import { isSignedByDevice } from '../records/signatures.js';
import { may } from '../people/people.service.js';
import type { LogRows } from '../records/log-rows.js';
import type { JobRecords } from '../records/records.js';

@Injectable()
export class AppendService {
  constructor(private readonly keys: ServerKeys) {}

  /** All that can be said of an entry without holding up the job: refused with what is wrong with it. */
  async check(command: Command<'log.append'>, given: CommandDto, records: JobRecords): Promise<void> {
    const entry = given.payload as LogEntry;
    const issues = await this.checkOrigin(command, records);
    if (entryHash(entry) !== entry.hash) issues.push(issue('hash-does-not-match', 'payload.hash'));
    const { body } = entry;
    let about: Omit<EntryIsAbout, 'path'> = {};
    if ('workItemId' in body) {
      const revision = await records.revisions.byId(body.planRevisionId);
      if (!revision) issues.push(issue('not-found', 'payload.body.planRevisionId'));
      else {
        const item = revision.workItems.find(({ id }) => id === body.workItemId);
        if (!item) issues.push(issue('not-found', 'payload.body.workItemId'));
        const product = productOfWork(revision, body.workItemId);
        about = { product, isLaid: wantsAir(product) };
        if (item && (body.kind === 'hold' || body.kind === 'redone'))
          about = await this.aboutHold(revision, item, { ...entry, body }, records);
        if (item && body.kind === 'start') about = { ...about, ...(await this.gates(revision, item, entry.occurredAt, records)) };
      }
    }
    if (body.kind === 'test') issues.push(...(await this.checkTest(body, records)));
    if (body.kind === 'inside') about = { ...about, ...(await records.log.confinedAt(body.spaceId, Date.parse(entry.occurredAt))) };
    if (body.kind === 'photo') {
      const photo = await records.items.item('photo', body.photoId);
      about.isOtherPicture = !photo || photo.deleted || (photo.body as Photo).originalSha256 !== body.originalSha256;
    }
    if (body.kind === 'pail' && (await records.log.entry(body.mixId))?.body.kind !== 'mix')
      issues.push(issue('not-found', 'payload.body.mixId'));
    issues.push(...checkEntry(body, entry.occurredAt, { ...about, path: 'payload.body' }));
    if (issues.length > 0) throw invalid(issues);
  }

  /** A test is one of those that were released for its face, and is of that kind. */
  private async checkTest(body: TestBody, { revisions }: JobRecords): Promise<Issue[]> {
    const revision = await revisions.byId(body.planRevisionId);
    if (!revision) return [issue('not-found', 'payload.body.planRevisionId')];
    const face = (revision.decided as ReleasedPlan | null)?.faces.find(({ faceId }) => faceId === body.faceId);
    const planned = face?.proof?.find(({ id }) => id === body.testId);
    return [
      ...(planned ? [] : [issue('not-found', 'payload.body.testId')]),
      ...(planned && planned.test !== body.result.kind ? [issue('not-one-of', 'payload.body.result.kind', { choices: planned.test })] : []),
      ...(body.mendId !== undefined && !face?.mends?.some(({ id }) => id === body.mendId)
        ? [issue('not-found', 'payload.body.mendId')]
        : []),
    ];
  }

  /** What keeps work from being started, by the plan that stood then: whoever names an older one does not get past a newer one's gates. */
  private async gates(
    named: PlanRevision,
    item: PlanRevision['workItems'][number],
    occurredAt: string,
    records: JobRecords,
  ): Promise<Pick<EntryIsAbout, 'careLeft' | 'permitsLapsed' | 'isHeld' | 'gas'>> {
    const latest = await records.revisions.latest();
    const newer =
      latest && Date.parse(latest.madeAt) <= Date.parse(occurredAt) ? latest.workItems.find(({ id }) => id === item.id) : undefined;
    const [plan, work] = newer ? [latest!, newer] : [named, item];
    return {
      careLeft: await this.careLeft(plan, work, occurredAt, records),
      permitsLapsed: await this.permitsLapsed(plan, work, occurredAt, records),
      gas: work.room && (await records.log.confinedAt(work.room.spaceId, airBeforeStartMs(Date.parse(occurredAt)))).gas,
      isHeld: work.hold !== undefined && (await this.isHeld(plan, work, records)),
    };
  }

  /** Nobody has let it go, or something was done before it since. */
  private async isHeld({ workItems }: PlanRevision, item: PlanRevision['workItems'][number], { log }: JobRecords): Promise<boolean> {
    const finished = await log.finished(workItemsBefore(workItems, item));
    return !isLetGo(await log.verdicts(item.id), Math.max(-Infinity, ...finished.values()));
  }

  /** Checks that the place of this work asks for, and that nobody ticked there that day. */
  private async careLeft(
    { decided }: PlanRevision,
    item: PlanRevision['workItems'][number],
    occurredAt: string,
    { log }: JobRecords,
  ): Promise<string[]> {
    const plan = decided as ReleasedPlan | null;
    const wanted = plan?.faces.find(({ faceId }) => faceId === item.faceId)?.care ?? [];
    if (!plan || !item.room || wanted.length === 0) return [];
    const { spaceId } = item.room;
    const when = { spaceId, atMs: Date.parse(occurredAt), timeZone: plan.job.timeZone };
    return careLeft(await log.careTicked(spaceId), wanted, when);
  }

  /** Whether there is a hold point before this work, whether what it asks to be looked at is finished, and whether who speaks did it. */
  private async aboutHold(
    { workItems }: PlanRevision,
    item: PlanRevision['workItems'][number],
    { body, personId, personName }: Pick<LogEntry, 'body' | 'personId' | 'personName'>,
    { log }: JobRecords,
  ): Promise<Pick<EntryIsAbout, 'isNoHold' | 'isUnfinished' | 'isOwnWork' | 'isUnseen' | 'isNotRefused'>> {
    if (!item.hold) return { isNoHold: true };
    const before = workItemsBefore(workItems, item);
    const finished = await log.finished(before);
    const said = await log.verdicts(item.id);
    if (body.kind !== 'hold') return { isNotRefused: !isRefused(said) };
    const redoers = said.flatMap(({ verdict, personId: id, personName: name }) => (verdict === 'redone' ? [{ id, name }] : []));
    return {
      isUnfinished: before.some((id) => !finished.has(id)),
      isOwnWork: isOwnLook(body, { id: personId, name: personName }, [...(await log.doers(before)), ...redoers]),
      isUnseen: item.hold === 'cover' && !isHiddenSeen(await log.photosOf(item.id), Math.max(-Infinity, ...finished.values())),
    };
  }

  /** Kinds of permit that this work wants by the plan that was released, that the job keeps, and none of which holds then. */
  private async permitsLapsed(
    { decided }: PlanRevision,
    { faceId, room, machines = [] }: PlanRevision['workItems'][number],
    occurredAt: string,
    { items }: JobRecords,
  ): Promise<string[]> {
    const plan = decided as ReleasedPlan | null;
    const care = (plan?.faces.find((face) => face.faceId === faceId)?.care ?? []) as CareId[];
    const wanted = permitsFor(care, machines);
    if (wanted.length === 0) return [];
    return permitsLapsed(await items.permits(), wanted, { spaceId: room?.spaceId ?? '', atMs: Date.parse(occurredAt) });
  }

  /** Adds a checked entry and gives its receipt. The job is locked by the caller. */
  async append(given: CommandDto, records: JobRecords): Promise<Omit<CommandOutcome, 'id'>> {
    // the hash covers exactly what the device sent, so the stored entry is that, not the checked copy
    const entry = given.payload as LogEntry;
    const { log, caller } = records;
    const { receipt: last, device } = await log.ends(entry.deviceId);
    const issues = [...(await this.checkSuperseding(entry, log, caller)), ...(await this.checkSigning(entry, last, records))];
    if (issues.length > 0) throw invalid(issues);
    if (entry.prevHash !== device.hash || entry.deviceSeq !== device.deviceSeq + 1)
      throw new RefusedError(409, { error: 'chain-moved-on', current: device });
    const receipt = await log.append(entry, last, new Date(), await this.keys.current());
    if (entry.body.kind === 'sign' && caller.standing === 'client') await records.signingLinks.spend(caller.personId);
    return { version: receipt.receiptSeq, receipt };
  }

  /** Whose entry it is the session says, and whose device the register; an entry only repeats both. */
  private async checkOrigin({ payload: entry, jobId, deviceId }: Command<'log.append'>, { devices, caller }: JobRecords): Promise<Issue[]> {
    const found: Issue[] = [];
    if (entry.jobId !== jobId) found.push(issue('not-this-job', 'payload.jobId'));
    if (entry.deviceId !== deviceId) found.push(issue('not-this-device', 'payload.deviceId'));
    const writer = await devices.writer(caller.personId, entry.deviceId);
    if (entry.personId !== caller.personId) found.push(issue('not-this-person', 'payload.personId'));
    else if (entry.personName !== writer.name) found.push(issue('not-this-person', 'payload.personName'));
    if (found.length > 0) return found;
    // a device that nobody made known is its first writer's, and holds no key
    const device = writer.device ?? (await devices.enrol(entry.deviceId, caller.personId, undefined));
    if (device.personId !== caller.personId) found.push(issue('device-of-another', 'payload.deviceId'));
    else if (device.publicKey ? !isSigned(entry, device.publicKey) : entry.signature !== null)
      found.push(issue('signature-does-not-match', 'payload.signature'));
    return found;
  }

  /** One signs as one stands in the house, and for the record as it is at that moment; a signature is taken back by who gave it, or by who plans. */
  private async checkSigning(
    { body, personId }: LogEntry,
    receipt: Receipt | null,
    { items, log, revisions, signingLinks, caller }: JobRecords,
  ): Promise<Issue[]> {
    if (body.kind === 'unsign') {
      const signed = await log.entry(body.signId);
      if (signed?.body.kind !== 'sign') return [issue('not-found', 'payload.body.signId')];
      return signed.personId === personId || may(caller.standing, 'plan') ? [] : [issue('not-yours-to-correct', 'payload.body.signId')];
    }
    if (body.kind !== 'sign') return [];
    const found: Issue[] = [];
    const isForClient = body.role === 'client' && caller.standing !== 'client';
    if (isForClient && !body.glass) found.push(issue('glass-wanted', 'payload.body.glass'));
    if (!isForClient && body.role !== caller.standing) found.push(issue('not-your-role', 'payload.body.role'));
    if (caller.standing === 'client' && !(await signingLinks.isOpen(personId))) found.push(issue('link-spent', 'payload.body.role'));
    const revision = await revisions.latest();
    const stored = await items.read();
    if (!receipt || !revision || !stored) return [...found, issue('nothing-to-sign', 'payload.body.covers')];
    const { readings, photos } = stored.model;
    const covers = coveredBy({ revisionFingerprint: revision.fingerprint, last: receipt, readings, photos });
    if (dossierFingerprint(covers) !== body.fingerprint || dossierFingerprint(body.covers) !== body.fingerprint)
      found.push(issue('record-has-moved-on', 'payload.body.fingerprint'));
    return found;
  }

  /** One corrects oneself; another's only who looks after the log, with a reason. What is corrected already is corrected by its correction. */
  private async checkSuperseding(entry: LogEntry, log: LogRows, caller: Caller): Promise<Issue[]> {
    const { supersedes, supersedesReason } = entry;
    if (supersedes === undefined && entry.body.kind === 'withdrawn') return [issue('missing', 'payload.supersedes')];
    if (supersedes === undefined)
      return supersedesReason === undefined ? [] : [issue('only-with', 'payload.supersedesReason', { field: 'supersedes' })];
    const before = await log.entry(supersedes);
    if (!before) return [issue('not-found', 'payload.supersedes')];
    if (await log.isSuperseded(supersedes)) return [issue('superseded-before', 'payload.supersedes')];
    if (before.body.kind === 'withdrawn') return [issue('superseded-before', 'payload.supersedes')];
    if (before.body.kind === 'sign' || before.body.kind === 'unsign') return [issue('signature-stands', 'payload.supersedes')];
    if (entry.body.kind === 'withdrawn' && !isWithdrawnInTime(before, entry)) return [issue('withdrawn-too-late', 'payload.supersedes')];
    if (before.personId === caller.personId) return [];
    if (!may(caller.standing, 'supersede-others')) return [issue('not-yours-to-correct', 'payload.supersedes')];
    return supersedesReason?.trim() ? [] : [issue('supersede-needs-reason', 'payload.supersedesReason')];
  }
}

const isSigned = ({ hash, signature }: LogEntry, key: NonNullable<KnownDevice['publicKey']>): boolean =>
  signature !== null && isSignedByDevice(hash, signature, key);
