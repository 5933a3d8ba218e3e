// npm run bench: prints ratios against references taken in the same run. Not a test: it judges nothing.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build } from '../lib/build.mjs';
import { Cluster, clusterFolder, freePort } from '../lib/postgres.mjs';
import { ROOT, dataFolder, ensureModules, ensurePackages } from '../lib/setup.mjs';

ensurePackages('postgresql', 'chromium');
ensureModules();
build();
dataFolder();
const { benchBacklog } = await import('./backlog.mjs');
const { benchApiRead } = await import('./api-read.mjs');
const { benchBoard } = await import('./board.mjs');
const { benchBrowser } = await import('./browser.mjs');
const { jobOfSize } = await import('./jobs.mjs');
const { benchPdf } = await import('./pdf.mjs');
const { benchPhone } = await import('./phone.mjs');
const { benchPlanning, coated } = await import('./planning.mjs');
const { benchProgrammeJob } = await import('./programme-job.mjs');
const { benchSurvey } = await import('./survey.mjs');

const cluster = new Cluster(clusterFolder(ROOT, 'bench-postgres').folder, { durable: false });
cluster.destroy();
cluster.create();
await cluster.start();
cluster.createDatabase('bench');
const databaseUrl = cluster.url('bench');
const port = await freePort();
const url = `http://localhost:${port}`;
const server = spawn(process.execPath, [join(ROOT, 'server/dist/demo/main.js')], {
  stdio: ['ignore', 'ignore', 'inherit'],
  env: {
    ...process.env,
    NODE_ENV: 'production',
    ...cluster.environment('bench'),
    PORT: String(port),
    SESSION_SECRET: 'only for measuring on this machine today',
    LOG_LEVEL: 'error',
  },
});
try {
  await up();
  const signIn = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: 'planner@hollin.example', password: 'wet-edge-always' }),
  });
  const cookie = signIn.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  const organisationId = (await signIn.json()).organisations[0].id;
  const load = async (/** @type {object} */ file) => {
    const response = await fetch(`${url}/api/organisations/${organisationId}/import`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie },
      body: JSON.stringify(file),
    });
    return (await response.json()).jobId;
  };
  const jobId = await load(jobOfSize(20, 500));
  const largeJobId = await load(jobOfSize(50, 5000));
  benchPlanning();
  benchProgrammeJob();
  await benchApiRead({ url, databaseUrl, cookie, organisationId, jobId });
  const manyFacesId = await load(jobOfSize(1000, 2000, 2000));
  const manyFeaturesId = await load(jobOfSize(50, 5000, 5000));
  await benchSurvey({ url, databaseUrl, cookie, organisationId, manyFacesId, manyFeaturesId });
  const takeOffJobId = await load(coated(jobOfSize(50, 5000)));
  await benchBrowser({ url, cookie, organisationId, jobId, largeJobId, takeOffJobId });
  await benchBoard({ url, cookie, organisationId, load });
  await benchPhone({ url, cookie, organisationId });
  await benchBacklog({ url, cookie, organisationId });
  await benchPdf({ url, cookie, organisationId, load });
} finally {
  server.kill('SIGTERM');
  cluster.destroy();
}

async function up() {
  for (let tries = 0; tries < 120; tries++) {
    if (
      await fetch(`${url}/api/health`).then(
        (r) => r.ok,
        () => false,
      )
    )
      return;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  throw new Error('the server did not come up');
}
