import '../messages/later';
import { type Command, type CommandDto, WaitingFileDto, checkShape, readCommand } from '@caulkhorn/contract';
import { type Issue, type Result, issue, refuse } from '@caulkhorn/core/issues';
import type { Photo } from '@caulkhorn/core/jobs';
import type { LogEntry } from '@caulkhorn/core/site-log';
import { keys } from 'idb-keyval';
import { api } from '../shared/api';
import { type PublicKey, publicKey, signed } from '../shared/device';
import { keptIn } from '../shared/send-queue';
import { trueNowIso } from '../shared/true-clock';
import { OUTBOX_PREFIX } from './outbox';
import type { Outboxes } from './outboxes';
import { keepPhotoFile, photoFile } from './photo-files';

const JOB_PATH = /^\/organisations\/[0-9a-f-]{36}\/jobs\/([0-9a-f-]{36})$/;

/** All that one person's device has not handed over yet, entries signed by it; undefined where nothing waits. */
export async function waitingFile(personId: string): Promise<WaitingFileDto | undefined> {
  const prefix = `${OUTBOX_PREFIX}${personId} `;
  const jobs: WaitingFileDto['jobs'] = [];
  const devices = new Map<string, PublicKey | undefined>();
  const photos: WaitingFileDto['photos'] = [];
  for (const key of await keys<string>()) {
    if (typeof key !== 'string' || !key.startsWith(prefix)) continue;
    const kept = await keptIn<Command>(key);
    if (!kept?.path || kept.pending.length + kept.refused.length === 0) continue;
    const commands: CommandDto[] = [];
    for (const command of [...kept.refused.map((each) => each.command), ...kept.pending]) {
      commands.push(command.kind === 'log.append' ? await underSignature(command, devices) : command);
      const file = command.kind === 'photo.put' ? await photoFile((command.payload as Photo).id) : undefined;
      if (file) photos.push({ id: (command.payload as Photo).id, base64: await base64Of(file) });
    }
    jobs.push({ path: kept.path, jobId: key.slice(prefix.length), commands });
  }
  if (jobs.length === 0) return undefined;
  return {
    ...{ format: 'caulkhorn-waiting', version: 1, personId, savedAt: trueNowIso(), jobs, photos },
    devices: [...devices].map(([id, known]) => ({ id, ...(known ? { publicKey: known } : {}) })),
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
export async function bringIn(text: string, personId: string, outboxes: Outboxes): Promise<Result<number>> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return refuse(issue('not-a-waiting-file', ''));
  }
  const file = checkShape<WaitingFileDto>(WaitingFileDto, parsed);
  if (!file.ok) return refuse(issue('not-a-waiting-file', file.issues[0]?.path ?? ''));
  if (file.value.personId !== personId) return refuse(issue('waiting-of-another', 'personId'));
  // an address is only ever a job's own: a file may say anything
  if (file.value.jobs.some(({ path, jobId }) => JOB_PATH.exec(path)?.[1] !== jobId))
    return refuse(issue('not-a-waiting-file', 'jobs.path'));
  const issues: Issue[] = [];
  const jobs = file.value.jobs.map(({ path, jobId, commands }) => ({
    ...{ path, jobId },
    commands: commands.flatMap((given) => {
      const read = readCommand(given);
      if (!read.ok) issues.push(...read.issues);
      // what was signed is sent as it was signed
      return read.ok ? [given.kind === 'log.append' ? ({ ...read.value, payload: given.payload } as Command) : read.value] : [];
    }),
  }));
  if (issues.length > 0) return { ok: false, issues };
  for (const { path } of jobs)
    for (const { id, publicKey: known } of file.value.devices)
      await api.put(`${path.replace(/\/jobs\/.*$/, '')}/devices/${id}`, known ? { publicKey: known } : {});
  for (const { id, base64 } of file.value.photos) await keepPhotoFile(id, blobOf(base64));
  for (const { path, jobId, commands } of jobs) for (const command of commands) await outboxes.of(path, jobId).add(command);
  return { ok: true, value: jobs.reduce((sum, { commands }) => sum + commands.length, 0) };
}

async function base64Of(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = '';
  const slice = 0x8000;
  for (let at = 0; at < bytes.length; at += slice) text += String.fromCharCode(...bytes.subarray(at, at + slice));
  return btoa(text);
}

const blobOf = (base64: string): Blob => new Blob([Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0))]);
