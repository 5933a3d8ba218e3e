import type { Issue } from '@caulkhorn/core/issues';
import { learnClock } from './true-clock';

/** What a route answered instead of doing what was asked. `status` 0: nothing answered at all. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly fields: Record<string, FieldFault[]> = {},
    readonly current?: unknown,
  ) {
    super(code);
  }

  /** The fields at fault as a list, as the core's own checks give it. */
  issues(): Issue[] {
    return Object.entries(this.fields).flatMap(([path, faults]) => faults.map((fault) => ({ path, ...fault })));
  }

  /** Nothing is wrong with the request: the line or the database is away and will be back. */
  get isAway(): boolean {
    return this.status === 0 || this.status === 503 || this.status === 502 || this.status === 504;
  }
}

export interface FieldFault {
  code: string;
  values?: Record<string, string | number | boolean | null>;
}

const LONGEST_WAIT_MS = 20_000;
/** A photo over a poor line. */
const LONGEST_FILE_WAIT_MS = 180_000;

interface RequestParts {
  body?: unknown;
  signal?: AbortSignal;
  /** asked again and again: answered from memory where nothing changed */ again?: boolean;
}

/** What was answered last at an address that is asked again and again, by its entity tag. */
const answered = new Map<string, { tag: string; answer: unknown }>();

async function request<T>(method: string, path: string, { body, signal, again = false }: RequestParts = {}): Promise<T> {
  const before = again ? answered.get(path) : undefined;
  const isFile = body instanceof Blob;
  const timeout = AbortSignal.timeout(isFile ? LONGEST_FILE_WAIT_MS : LONGEST_WAIT_MS);
  let response: Response;
  const askedMs = Date.now();
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers:
        body === undefined
          ? before
            ? // some browsers would add `no-cache` to it, and then the server says it all again
              { 'if-none-match': before.tag, 'cache-control': 'max-age=0' }
            : {}
          : { 'content-type': isFile ? 'application/octet-stream' : 'application/json' },
      body: body === undefined ? undefined : isFile || typeof body === 'string' ? body : JSON.stringify(body),
      credentials: 'same-origin',
      signal: signal ? AbortSignal.any([signal, timeout]) : timeout,
    });
  } catch (fault) {
    if (signal?.aborted) throw fault;
    throw new ApiError(0, 'no-answer');
  }
  if (response.headers.get('x-caulkhorn') !== null) learnClock(askedMs, Date.now(), response.headers.get('date'));
  if (before && response.status === 304) return before.answer as T;
  const parsed = await ownAnswer(response);
  if (response.ok) {
    const tag = response.headers.get('etag');
    if (again && tag) answered.set(path, { tag, answer: parsed });
    return parsed as T;
  }
  const refusal = parsed as { error?: string; fields?: Record<string, FieldFault[]>; current?: unknown };
  throw new ApiError(response.status, refusal.error ?? 'fault', refusal.fields, refusal.current);
}

const NOT_OURS = 'not-our-answer';

/**
 * What our own server answered. The log-in page of a Wi-Fi and the page of a proxy answer 200 as well: whatever does not bear our mark
 * and is not of our shape counts as no answer at all, so that nothing waiting is taken for sent.
 */
async function ownAnswer(response: Response): Promise<unknown> {
  if (response.headers.get('x-caulkhorn') === null) throw new ApiError(0, NOT_OURS);
  if (response.status === 204) return undefined;
  const isJson = response.headers.get('content-type')?.startsWith('application/json');
  const parsed = isJson ? await response.json().catch(() => undefined) : undefined;
  if (typeof parsed !== 'object' || parsed === null) throw new ApiError(0, NOT_OURS);
  return parsed;
}

export const api = {
  get: <T>(path: string, signal?: AbortSignal) => request<T>('GET', path, { signal }),
  /** The very same answer as before while nothing has changed: a large job is not read and compared anew at every look. */
  getAgain: <T>(path: string, signal?: AbortSignal) => request<T>('GET', path, { signal, again: true }),
  /** No answer given to one person is kept for the next. */
  forget: () => answered.clear(),
  /** A file of ours, as it is. */
  getFile: async (path: string, signal?: AbortSignal): Promise<Blob> => {
    const timeout = AbortSignal.timeout(LONGEST_FILE_WAIT_MS);
    const response = await fetch(`/api${path}`, {
      credentials: 'same-origin',
      signal: signal ? AbortSignal.any([signal, timeout]) : timeout,
    }).catch((fault: unknown) => {
      if (signal?.aborted) throw fault;
      throw new ApiError(0, 'no-answer');
    });
    if (response.headers.get('x-caulkhorn') === null) throw new ApiError(0, NOT_OURS);
    if (!response.ok) throw new ApiError(response.status, 'fault');
    return response.blob();
  },
  post: <T>(path: string, body: unknown) => request<T>('POST', path, { body }),
  put: <T>(path: string, body: unknown) => request<T>('PUT', path, { body }),
  putFile: <T>(path: string, file: Blob) => request<T>('PUT', path, { body: file }),
  delete: <T>(path: string, body?: unknown) => request<T>('DELETE', path, { body }),
};
