import { type ChildProcess, spawn } from 'node:child_process';
import { join, resolve } from 'node:path';
import { expect } from '@playwright/test';
import { freePort } from '../tools/lib/postgres.mjs';

const ROOT = resolve(__dirname, '..');
export const SECRET = 'only for the end-to-end tests on loopback';

/** A server of a test's own, on a database of its own, that may be stopped and killed. */
export class OwnServer {
  private constructor(
    private readonly script: string,
    private readonly env: NodeJS.ProcessEnv,
    private readonly port: number,
    private process: ChildProcess,
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  static async start(script: string, env: NodeJS.ProcessEnv): Promise<OwnServer> {
    const port = await freePort();
    const server = new OwnServer(script, env, port, run(script, env, port));
    await server.answers();
    return server;
  }

  stop(): Promise<void> {
    return this.end('SIGTERM');
  }

  /** As when its machine loses power; nothing is told. */
  kill(): Promise<void> {
    return this.end('SIGKILL');
  }

  async again(): Promise<void> {
    this.process = run(this.script, this.env, this.port);
    await this.answers();
  }

  private async end(signal: NodeJS.Signals): Promise<void> {
    if (this.process.exitCode !== null || this.process.signalCode !== null) return;
    const ended = new Promise((done) => this.process.once('exit', done));
    this.process.kill(signal);
    await ended;
  }

  private async answers(): Promise<void> {
    const status = () =>
      fetch(`${this.url}/api/health`).then(
        (answer) => answer.status,
        () => 0,
      );
    await expect.poll(status, { timeout: 120_000 }).toBe(200);
  }
}

function run(script: string, env: NodeJS.ProcessEnv, port: number): ChildProcess {
  return spawn(process.execPath, [join(ROOT, script)], {
    stdio: 'ignore',
    env: { ...process.env, NODE_ENV: 'production', PORT: String(port), SESSION_SECRET: SECRET, LOG_LEVEL: 'error', ...env },
  });
}
