import '../messages/later';
import {
  type Command,
  type CommandDto,
  type SessionInfo,
  WaitingFileDto,
  checkShape,
  readCommand,
  stockMoveClass,
} from '@caulkhorn/contract';
import { type Issue, type Result, issue, refuse } from '@caulkhorn/core/issues';
import type { Photo } from '@caulkhorn/core/jobs';
import type { LogEntry } from '@caulkhorn/core/site-log';
import type { QueryClient } from '@tanstack/react-query';
import type { Outboxes } from '../job/outboxes';
import { keepPhotoFile, photoFile } from '../job/photo-files';
import { queuesOf } from '../job/waiting-of';
import { api } from '../shared/api';
import { type PublicKey, publicKey, signed } from '../shared/device';
import { QUEUES, type SendQueue } from '../shared/send-queue';
import { trueNowIso } from '../shared/true-clock';
import { IncidentOutbox, type IncidentOut } from '../site-log/incident-outbox';
import { type SentMove, StockOutbox } from '../stores/stock-outbox';

const HOUSE_PATH = /^\/organisations\/[0-9a-f-]{36}$/;
const JOB_PATH = /^\/organisations\/[0-9a-f-]{36}\/jobs\/([0-9a-f-]{36})$/;
const houseOf = (jobPath: string): string => jobPath.replace(/\/jobs\/.*$/, '');

/** All that one person's device has not handed over yet, entries signed by it; undefined where nothing waits. */
export async function waitingFile(personId: string): Promise<WaitingFileDto | undefined> {
  const jobs: WaitingFileDto['jobs'] = [];
  const devices = new Map<string, PublicKey | undefined>();
  const photos: WaitingFileDto['photos'] = [];
  for (const { rest: jobId, path, left } of await queuesOf<Command>(QUEUES.job, personId)) {
    const commands: CommandDto[] = [];
    for (const command of left) {
      commands.push(command.kind === 'log.append' ? await underSignature(command, devices) : command);
      const file = command.kind === 'photo.put' ? await photoFile((command.payload as Photo).id) : undefined;
      if (file) photos.push({ id: (command.payload as Photo).id, base64: await base64Of(file) });
    }
    jobs.push({ path, jobId, commands });
  }
  const stores = (await queuesOf<SentMove>(QUEUES.stock, personId)).map(({ path, left }) => ({ path, moves: left }));
  const incidents = (await queuesOf<IncidentOut>(QUEUES.incidents, personId)).flatMap(({ left }) =>
    left.map(({ path, note }) => ({ path, note })),
  );
  if (jobs.length + stores.length + incidents.length === 0) return undefined;
  return {
    ...{ format: 'caulkhorn-waiting', version: 2, personId, savedAt: trueNowIso(), jobs, photos },
    devices: [...devices].map(([id, known]) => ({ id, ...(known ? { publicKey: known } : {}) })),
    ...(stores.length > 0 ? { stores } : {}),
    ...(incidents.length > 0 ? { incidents } : {}),
  };
}

async function underSignature(command: Command, devices: Map<string, PublicKey | undefined>): Promise<CommandDto> {
  const entry = command.payload as LogEntry;
  if (!devices.has(entry.deviceId)) devices.set(entry.deviceId, await publicKey(entry.deviceId));
  return { ...command, payload: { ...entry, signature: await signed(entry.deviceId, entry.hash) } };
}

/**
 * Takes in what another device of the same person had not handed over: from then on it waits here, and is sent in the same order and
 * under the same signatures. Refuses what is no such file, and another person's (`waiting-of-another`). Sent twice, it is there once.
 * @returns how many changes were taken in
 */
export async function bringIn(text: string, session: SessionInfo, outboxes: Outboxes, client: QueryClient): Promise<Result<number>> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return refuse(issue('not-a-waiting-file', ''));
  }
  const read = checkShape<WaitingFileDto>(WaitingFileDto, parsed);
  if (!read.ok) return refuse(issue('not-a-waiting-file', read.issues[0]?.path ?? ''));
  const { stores = [], incidents = [], ...file } = read.value;
  if (file.personId !== session.personId) return refuse(issue('waiting-of-another', 'personId'));
  // an address is only ever a job's or a house's own: a file may say anything
  const isElsewhere =
    file.jobs.some(({ path, jobId }) => JOB_PATH.exec(path)?.[1] !== jobId) ||
    stores.some(({ path }) => !HOUSE_PATH.test(path)) ||
    incidents.some(({ path }) => !JOB_PATH.test(path));
  if (isElsewhere) return refuse(issue('not-a-waiting-file', 'path'));
  const issues: Issue[] = [];
  const jobs = file.jobs.map(({ path, jobId, commands }) => ({
    ...{ path, jobId },
    commands: commands.flatMap((given) => {
      const command = readCommand(given);
      if (!command.ok) issues.push(...command.issues);
      // what was signed is sent as it was signed
      return command.ok ? [given.kind === 'log.append' ? ({ ...command.value, payload: given.payload } as Command) : command.value] : [];
    }),
  }));
  for (const move of stores.flatMap(({ moves }) => moves)) {
    const shape = checkShape(stockMoveClass((move as { kind?: unknown }).kind), move);
    if (!shape.ok) issues.push(...shape.issues);
  }
  if (issues.length > 0) return { ok: false, issues };
  for (const { path } of jobs)
    for (const { id, publicKey: known } of file.devices) await api.put(`${houseOf(path)}/devices/${id}`, known ? { publicKey: known } : {});
  for (const { id, base64 } of file.photos) await keepPhotoFile(id, blobOf(base64));
  for (const { path, jobId, commands } of jobs) for (const command of commands) await outboxes.of(path, jobId).add(command);
  for (const { path, moves } of stores) await addAll(new StockOutbox(client, session, path), moves as SentMove[]);
  for (const house of new Set(incidents.map(({ path }) => houseOf(path))))
    await addAll(
      new IncidentOutbox(client, session.personId, house),
      incidents.filter(({ path }) => houseOf(path) === house).map((each) => ({ id: each.note.id, ...each })),
    );
  const changes = [...jobs.flatMap(({ commands }) => commands), ...stores.flatMap(({ moves }) => moves), ...incidents];
  return { ok: true, value: changes.length };
}

/** From then on they wait here and are on their way. */
async function addAll<C extends { id: string }>(queue: SendQueue<C, unknown>, all: readonly C[]): Promise<void> {
  const leave = queue.open();
  for (const each of all) await queue.add(each);
  leave();
}

async function base64Of(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = '';
  const slice = 0x8000;
  for (let at = 0; at < bytes.length; at += slice) text += String.fromCharCode(...bytes.subarray(at, at + slice));
  return btoa(text);
}

const blobOf = (base64: string): Blob => new Blob([Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0))]);
