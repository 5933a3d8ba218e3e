import type { PrintAnswer, PrintDto } from '@caulkhorn/contract';
import { ApiError, api } from '../shared/api';

export type Printing =
  | { state: 'making'; share: number }
  | { state: 'made'; kB: number }
  | { state: 'stopped' }
  | { state: 'failed'; code: PrintStopped['code'] };

/** Why there is no PDF: nobody answered for long, this server cannot make one, or it stumbled. */
export class PrintStopped extends Error {
  constructor(readonly code: 'away' | 'cannot-print' | 'fault') {
    super(code);
  }
}

interface Following {
  signal: AbortSignal;
  onShare(share: number): void;
  /** between two looks, ms */ lookMs?: number;
}

/** A server that restarts is asked again for so long; another may have taken the print up meanwhile. */
const SILENT_MS = 90_000;

/** Has the server make the PDF, and fetches it. Throws `PrintStopped`, or whatever the signal was aborted with. */
export async function printDossier(path: string, asked: PrintDto, { signal, onShare, lookMs = 500 }: Following): Promise<Blob> {
  const { printId } = await api.post<{ printId: string }>(`${path}/prints`, asked).catch((fault: unknown) => {
    if (!(fault instanceof ApiError)) throw fault;
    throw new PrintStopped(fault.isAway ? 'away' : fault.code === 'cannot-print' ? 'cannot-print' : 'fault');
  });
  const print = `${path}/prints/${printId}`;
  try {
    await untilDone(print, { signal, onShare, lookMs });
    return await api.getFile(`${print}/file`, signal);
  } finally {
    // fetched or given up: nobody asks for it again
    void api.delete(print).catch(() => {});
  }
}

async function untilDone(print: string, { signal, onShare, lookMs }: Required<Following>): Promise<void> {
  for (let silentMs = 0; silentMs < SILENT_MS; silentMs += lookMs) {
    await new Promise((resolve) => setTimeout(resolve, lookMs));
    signal.throwIfAborted();
    const found = await api.get<PrintAnswer>(print, signal).catch((fault: unknown) => {
      if (fault instanceof ApiError && fault.isAway) return undefined;
      throw fault;
    });
    if (!found) continue;
    if (found.state === 'done') return;
    if (found.state !== 'waiting' && found.state !== 'running') throw new PrintStopped('fault');
    silentMs = -lookMs;
    onShare(found.share);
  }
  throw new PrintStopped('away');
}
