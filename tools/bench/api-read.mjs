// Reading a job of 20 faces and 500 features through the API, as it stood and just changed, beside a raw handler: one query, the same JSON, the same compression.
import http from 'node:http';
import { createRequire } from 'node:module';
import { percentile, report } from './stats.mjs';

const require = createRequire(new URL('../../server/package.json', import.meta.url));
const compression = require('compression');
const { Pool } = require('pg');

const ROUNDS = 400;
const CHANGED_ROUNDS = 150;
const AIM = 1.25;

const LISTS = {
  space: 'spaces',
  water_body: 'waterBodies',
  water_level: 'waterLevels',
  face: 'faces',
  feature: 'features',
  build_up: 'buildUps',
  reading: 'readings',
  photo: 'photos',
};
const QUERY = Object.keys(LISTS)
  .map(
    (table) =>
      `select '${table}' as kind, id, version, body from ${table} where organisation_id = $1 and job_id = $2 and deleted_at is null`,
  )
  .concat(`select 'job', id, version, body from job where organisation_id = $1 and id = $2`)
  .join(' union all ');

/** @param {{ url: string, databaseUrl: string, cookie: string, organisationId: string, jobId: string }} bench */
export async function benchApiRead({ url, databaseUrl, cookie, organisationId, jobId }) {
  const pool = new Pool({ connectionString: databaseUrl, max: 4 });
  const compress = /** @type {(request: http.IncomingMessage, response: http.ServerResponse, next: () => void) => void} */ (
    /** @type {unknown} */ (compression({ threshold: 1024 }))
  );
  const raw = http.createServer((request, response) =>
    compress(request, response, async () => {
      const { rows } = await pool.query(QUERY, [organisationId, jobId]);
      /** @type {Record<string, unknown>} */
      const model = Object.fromEntries(Object.values(LISTS).map((list) => [list, []]));
      /** @type {Record<string, number>} */
      const versions = {};
      for (const { kind, id, version, body } of rows) {
        versions[id] = version;
        if (kind === 'job') model.job = body;
        else /** @type {unknown[]} */ (model[LISTS[/** @type {keyof typeof LISTS} */ (kind)]]).push(body);
      }
      response.setHeader('content-type', 'application/json; charset=utf-8');
      response.end(JSON.stringify({ model, versions }));
    }),
  );
  await new Promise((resolve) => raw.listen(0, '127.0.0.1', () => resolve(undefined)));
  const { port } = /** @type {import('node:net').AddressInfo} */ (raw.address());
  const agent = new http.Agent({ keepAlive: true, maxSockets: 1 });
  const api = `${url}/api/organisations/${organisationId}/jobs/${jobId}`;
  const handler = `http://127.0.0.1:${port}/`;
  const [one, two] = [await timed(api, agent, cookie), await timed(handler, agent, '')];
  /** @type {Record<'api' | 'raw', number[]>} */
  const times = { api: [], raw: [] };
  for (let i = 0; i < ROUNDS + 50; i++) {
    const [a, r] = [await timed(api, agent, cookie), await timed(handler, agent, '')];
    if (i < 50) continue;
    times.api.push(a.ms);
    times.raw.push(r.ms);
  }
  const ratio = percentile(times.api, 0.5) / percentile(times.raw, 0.5);
  const show = (/** @type {number[]} */ ms) => `p50 ${percentile(ms, 0.5).toFixed(2)} ms, p95 ${percentile(ms, 0.95).toFixed(2)} ms`;
  console.log(`  API ${show(times.api)} (${one.bytes} bytes on the wire) · raw ${show(times.raw)} (${two.bytes} bytes)`);
  report('API read of 20 faces, 500 features', `${ratio.toFixed(2)} × the raw handler at p50`, `at most ${AIM} ×`, ratio <= AIM);
  // somebody has just changed something: what was pressed for others is of no use
  /** @type {Record<'api' | 'raw', number[]>} */
  const changed = { api: [], raw: [] };
  for (let i = 0; i < CHANGED_ROUNDS; i++) {
    await pool.query('update job set version = version + 1 where organisation_id = $1 and id = $2', [organisationId, jobId]);
    changed.api.push((await timed(api, agent, cookie)).ms);
    changed.raw.push((await timed(handler, agent, '')).ms);
  }
  const after = percentile(changed.api, 0.5) / percentile(changed.raw, 0.5);
  report('the same just after a change', `${after.toFixed(2)} × the raw handler at p50`, `at most ${AIM} ×`, after <= AIM);
  agent.destroy();
  raw.close();
  await pool.end();
}

/** @param {string} url @param {http.Agent} agent @param {string} cookie @returns {Promise<{ ms: number, bytes: number }>} */
function timed(url, agent, cookie) {
  return new Promise((resolve, reject) => {
    const from = process.hrtime.bigint();
    http
      .get(url, { agent, headers: { 'accept-encoding': 'gzip', ...(cookie ? { cookie } : {}) } }, (response) => {
        let bytes = 0;
        response.on('data', (chunk) => (bytes += chunk.length));
        response.on('end', () =>
          response.statusCode === 200
            ? resolve({ ms: Number(process.hrtime.bigint() - from) / 1e6, bytes })
            : reject(new Error(`${url}: ${response.statusCode}`)),
        );
      })
      .on('error', reject);
  });
}
