import { type SpawnSyncReturns, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, test } from '@playwright/test';
import { Cluster } from '../tools/lib/postgres.mjs';
import { OwnServer, SECRET } from './own-server.js';
import { PASSWORD } from './support.js';

const ROOT = resolve(__dirname, '..');
const folder = (name: string) => join('/var/tmp', `caulkhorn-backup-${process.pid}-${name}`);

test.skip(!process.env['E2E_CLUSTER'], 'needs the clusters of npm test');

const tool = (name: string, args: string[], env: NodeJS.ProcessEnv): SpawnSyncReturns<string> =>
  spawnSync(process.execPath, [join(ROOT, 'tools', `${name}.mjs`), ...args], {
    encoding: 'utf8',
    env: { PATH: process.env['PATH'], ...env },
  });

async function signedIn(url: string) {
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: 'planner@hollin.example', password: PASSWORD }),
  });
  const cookie = answer.headers.getSetCookie()[0]!.split(';')[0]!;
  const { organisations } = (await answer.json()) as { organisations: { id: string }[] };
  const path = `${url}/api/organisations/${organisations[0]!.id}`;
  return async (rest: string) => (await fetch(`${path}${rest}`, { headers: { cookie } })).text();
}

test('a backup brings everything to a fresh cluster: the server starts on it, and its jobs, log and key are the same', async () => {
  const from = new Cluster(folder('from'), { durable: false });
  const to = new Cluster(folder('to'), { durable: false });
  const file = join(tmpdir(), `caulkhorn-backup-${process.pid}.tar`);
  let running: OwnServer | undefined;
  try {
    for (const cluster of [from, to]) {
      cluster.destroy();
      cluster.create();
      await cluster.start();
      cluster.createDatabase('caulkhorn');
    }
    running = await OwnServer.start('server/dist/demo/main.js', from.environment('caulkhorn'));
    const before = await signedIn(running.url);
    const jobs = JSON.parse(await before('/jobs')) as { id: string }[];
    const exported = async (ask: (rest: string) => Promise<string>) =>
      Promise.all(
        jobs.map(async ({ id }) =>
          createHash('sha256')
            .update(await ask(`/jobs/${id}/export`))
            .digest('hex'),
        ),
      );
    const hashes = await exported(before);
    await running.stop();

    const ownerOf = (cluster: Cluster) => ({ OWNER_DATABASE_URL: cluster.url('caulkhorn') });
    expect(tool('backup', ['--to', file], ownerOf(from))).toMatchObject({
      status: 0,
      stdout: expect.stringMatching(/ tables, [\d.]+ MB/) as unknown as string,
    });
    expect(tool('backup', ['--to', file], ownerOf(from)).status).toBe(1);
    // not over what is there
    expect(tool('restore', ['--from', file], ownerOf(from)).stderr).toMatch(
      /^Not restored: the database at OWNER_DATABASE_URL is not empty/,
    );

    const half = spawnSync(process.execPath, [join(ROOT, 'server/dist/main.js')], {
      encoding: 'utf8',
      env: { ...process.env, ...to.environment('caulkhorn'), OWNER_DATABASE_URL: '', PORT: '0', SESSION_SECRET: SECRET },
    });
    expect([half.status, half.stderr.trim().split('\n').length]).toEqual([1, 1]);

    expect(tool('restore', ['--from', file], to.environment('caulkhorn'))).toMatchObject({ status: 0 });
    // from now on the server has its own login alone
    running = await OwnServer.start('server/dist/main.js', { ...to.environment('caulkhorn'), OWNER_DATABASE_URL: '' });
    const after = await signedIn(running.url);
    expect(await exported(after)).toEqual(hashes);
  } finally {
    await running?.stop();
    for (const cluster of [from, to]) cluster.destroy();
    if (existsSync(file)) rmSync(file);
  }
});
