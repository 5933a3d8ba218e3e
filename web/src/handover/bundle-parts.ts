import type { PrintDto } from '@caulkhorn/contract';
import type { JobModel } from '@caulkhorn/core/jobs';
import type { PlanRevision } from '@caulkhorn/core/planning';
import { AFTER_CARE, type DossierFace, type ProofRow, careLooks } from '@caulkhorn/core/proof';
import { HOUR_MS } from '@caulkhorn/core/quantities';
import type { Part } from '../bundle/make-bundle';
import { logCsv } from '../exchange/log-csv';
import { asCalendar } from '../exchange/write-calendar';
import { featuresCsv, readingsCsv } from '../exchange/write-csv';
import type { ShownLine } from '../job/log-lines';
import { t, tOf } from '../messages/t';
import { testsCsv } from '../proof/tests-csv';
import { ApiError } from '../shared/api';
import { itemName } from '../words/item-name';
import { PrintStopped, printDossier } from './print-dossier';

export interface PartsOf {
  /** of the job with the server */ path: string;
  model: JobModel;
  revision: PlanRevision | null;
  /** as the server has received them */ lines: readonly ShownLine[];
  proof: ReadonlyMap<string, readonly ProofRow[]>;
  faces: readonly DossierFace[];
  madeMs: number;
  /** how the dossier is printed; none: it is left out */ print?: PrintDto;
}

/** All that a bundle holds, in the order in which it is packed. */
export function bundleParts(of: PartsOf): Part[] {
  const { path, model, revision, lines, proof, print } = of;
  const marks = new Map(model.faces.map(({ id, mark }) => [id, mark]));
  const markOf = (faceId: string) => marks.get(faceId) ?? '';
  const items = new Map(revision?.workItems.map((item) => [item.id, item]));
  const nameOf = (id: string) => (items.has(id) ? itemName(items.get(id)!, model) : id);
  const made = (at: string, content: () => string): Part => ({ path: at, read: () => Promise.resolve(content()) });
  return [
    ...(print ? [{ path: DOSSIER_PDF, read: printed(path, print) }] : []),
    { path: 'job.json', read: (signal) => fetched(`/api${path}/export`, signal, true) },
    made('tables/log.csv', () => logCsv(lines, { nameOf, markOf })),
    made('tables/tests.csv', () => testsCsv(proof, markOf)),
    made('tables/readings.csv', () => readingsCsv(model)),
    made('tables/features.csv', () => featuresCsv(model)),
    made('tests.ics', () => testCalendar(of, markOf)),
    ...(revision?.decided?.products ?? []).map((product) =>
      made(`sheets/${product.id}-${product.version}.json`, () => JSON.stringify(product, null, 1)),
    ),
    { path: 'verify.html', read: (signal) => fetched('/verify.html', signal, false) },
    made('read-me.txt', () => readMe(model)),
    ...[...model.photos]
      .sort((a, b) => (a.id < b.id ? -1 : 1))
      .map(({ id }): Part => ({ path: `photos/${id}.jpg`, read: (signal) => fetched(`/api${path}/photos/${id}/image`, signal, true) })),
  ];
}

export const DOSSIER_PDF = 'dossier.pdf';

/** The dossier as the server prints it; null on a server that cannot. */
const printed =
  (path: string, asked: PrintDto): Part['read'] =>
  async (signal, onShare) => {
    try {
      return new Uint8Array(await (await printDossier(path, asked, { signal, onShare })).arrayBuffer());
    } catch (fault) {
      if (!(fault instanceof PrintStopped)) throw fault;
      if (fault.code === 'cannot-print') return null;
      throw new ApiError(0, fault.code === 'away' ? 'no-answer' : 'fault');
    }
  };

/** The bytes at an address; null where there is nothing. Throws `ApiError` where nobody answered, or somebody else did. */
async function fetched(address: string, signal: AbortSignal, isOurs: boolean): Promise<Uint8Array | null> {
  let response: Response;
  try {
    response = await fetch(address, { signal, credentials: 'same-origin' });
  } catch (fault) {
    if (signal.aborted) throw fault;
    throw new ApiError(0, 'no-answer');
  }
  if (response.status === 404) return null;
  // the log-in page of a Wi-Fi answers too
  const isJson = response.headers.get('content-type')?.startsWith('text/html');
  if (isOurs && (isJson || response.headers.get('x-caulkhorn') === null)) throw new ApiError(0, 'no-answer');
  if (!response.ok) throw new ApiError(response.status, 'fault');
  return new Uint8Array(await response.arrayBuffer());
}

/** Tests to come, an hour each from when they say something. */
function testCalendar({ model, proof, faces, madeMs }: PartsOf, markOf: (faceId: string) => string): string {
  const { id, name, site } = model.job;
  const events = [...proof].flatMap(([faceId, rows]) =>
    rows.flatMap((row) => {
      const startMs = row.retest?.readyMs ?? row.readyMs;
      const isAhead = row.state === 'waits' || row.state === 'due' || row.state === 'mending';
      if (!isAhead || !startMs) return [];
      const summary = `${markOf(faceId)} · ${tOf(`test.${row.planned.id}`)}`;
      const description = tOf(`test-how.${row.planned.test}`);
      return [{ uid: `${id} ${faceId} ${row.planned.id}`, summary, description, startMs, endMs: startMs + HOUR_MS }];
    }),
  );
  const care = faces.flatMap(({ face, finishedMs }) =>
    face.family === undefined || finishedMs === undefined
      ? []
      : careLooks(face.family, finishedMs).map((startMs) => {
          const look = tOf(`care-look.${AFTER_CARE[face.family!].look}`);
          const uid = `${id} ${face.faceId} care ${new Date(startMs).toISOString().slice(0, 10)}`;
          return { uid, summary: `${face.mark} · ${look}`, description: t('aftercare.how'), startMs, endMs: startMs + HOUR_MS };
        }),
  );
  return asCalendar({ name: t('bundle.calendar', { job: name }), place: site, events: [...events, ...care], madeMs });
}

const readMe = ({ job }: JobModel): string =>
  [t('bundle.read-me', { job: job.name, site: job.site }), t('bundle.verify-how'), t('dossier.disclaimer')].join('\r\n\r\n');
