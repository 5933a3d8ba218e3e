// A server over a demo and a database of its own, for the end-to-end tests: two of them share a machine without meeting.
import { Cluster, clusterFolder, freePort } from './postgres.mjs';
import { ROOT, spawnNode } from './setup.mjs';

/** What a worker of the tests is told about the lane it runs in. @typedef {{ E2E_URL: string, E2E_DATABASE_URL: string, E2E_CLUSTER: string, E2E_CLUSTER_PORT: string }} LaneEnvironment */

export class Lane {
  /** @type {import('node:child_process').ChildProcess | undefined} */
  #server;
  #cluster;

  /** @param {string} name */
  constructor(name) {
    this.#cluster = new Cluster(clusterFolder(ROOT, `e2e-${name}`).folder, { durable: false });
  }

  /** Throws where the server does not come up in two minutes. @returns {Promise<LaneEnvironment>} */
  async start() {
    this.#cluster.destroy();
    this.#cluster.create();
    await this.#cluster.start();
    this.#cluster.createDatabase('e2e');
    const port = await freePort();
    this.#server = spawnNode('server/dist/demo/main.js', [], {
      NODE_ENV: 'production',
      ...this.#cluster.environment('e2e'),
      PORT: String(port),
      SESSION_SECRET: 'only for the end-to-end tests on loopback',
      LOG_LEVEL: 'error',
    });
    await answers(`http://127.0.0.1:${port}/api/health`);
    return {
      E2E_URL: `http://localhost:${port}`,
      E2E_DATABASE_URL: this.#cluster.loginUrl('e2e'),
      E2E_CLUSTER: this.#cluster.folder,
      E2E_CLUSTER_PORT: String(this.#cluster.port),
    };
  }

  stop() {
    this.#server?.kill('SIGTERM');
    this.#cluster.destroy();
  }
}

/** @param {string} url */
async function answers(url) {
  for (let tries = 0; tries < 480; tries++) {
    const ok = await fetch(url).then(
      (response) => response.ok,
      () => false,
    );
    if (ok) return;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  throw new Error('the server did not come up');
}
