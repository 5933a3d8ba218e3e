import type { NestExpressApplication } from '@nestjs/platform-express';
import { Client } from 'pg';
import supertest from 'supertest';
import { createApp } from '../create-app';
import { DEMO_GUEST, DEMO_ORGANISATION, DEMO_PASSWORD, DEMO_PEOPLE } from '../demo/demo-people';
import { loadDemo } from '../demo/load-demo';

export type Agent = ReturnType<typeof supertest.agent>;

interface TestOptions {
  signInsPerMinute?: number;
  /** folder of pages, for what prints them */ webRoot?: string;
}

const SETTINGS = { sessionSecret: 'only for tests, thirty-two characters', signInsPerMinute: 1000 };

/** A whole server on a throw-away database of its own in the cluster at TEST_DATABASE_URL, copied from one that holds the demo. */
export class TestServer {
  private constructor(
    public app: NestExpressApplication,
    readonly databaseUrl: string,
    private readonly adminUrl: string,
    private readonly database: string,
  ) {}

  private options: TestOptions = {};

  static async start(options: TestOptions = {}): Promise<TestServer> {
    const adminUrl = process.env['TEST_DATABASE_URL'];
    if (!adminUrl) throw new Error('TEST_DATABASE_URL is missing: run these tests with npm test');
    const database = `test_${process.pid}_${Math.random().toString(36).slice(2, 10)}`;
    await sql(adminUrl, `create database ${database} template ${await demoTemplate(adminUrl)}`);
    const ownerUrl = urlOf(adminUrl, database);
    const server = new TestServer(await appOn(ownerUrl, options), ownerUrl, adminUrl, database);
    server.options = options;
    return server;
  }

  get http(): ReturnType<typeof supertest> {
    return supertest(this.app.getHttpServer());
  }

  /** Someone signed in, by the local part of a demo address. */
  async as(who: 'planner' | 'foreman' | 'inspector' | 'apprentice' | 'guest'): Promise<Agent> {
    const email = who === 'guest' ? DEMO_GUEST.email : DEMO_PEOPLE.find((person) => person.role === who)!.email;
    return this.signIn(email, DEMO_PASSWORD);
  }

  async signIn(email: string, password: string): Promise<Agent> {
    const agent = supertest.agent(this.app.getHttpServer());
    await agent.post('/api/session').send({ email, password }).expect(200);
    return agent;
  }

  async stop(): Promise<void> {
    await this.stopServing();
    await this.forget();
  }

  async stopServing(): Promise<void> {
    await this.app.close();
  }

  /** A second server on the same database; only its serving is stopped. */
  async another(): Promise<TestServer> {
    return new TestServer(await appOn(this.databaseUrl, this.options), this.databaseUrl, this.adminUrl, this.database);
  }

  /** As after a power cut that was kind: ended, and begun anew on what it left. */
  async restart(): Promise<void> {
    await this.stopServing();
    this.app = await appOn(this.databaseUrl, this.options);
  }

  /** Past all that the server itself may do. */
  async asOwner<T>(action: (client: Client) => Promise<T>): Promise<T> {
    const client = new Client({ connectionString: this.databaseUrl });
    await client.connect();
    try {
      return await action(client);
    } finally {
      await client.end();
    }
  }

  async forget(): Promise<void> {
    await sql(this.adminUrl, `drop database ${this.database} with (force)`);
  }
}

export const ORGANISATION = `/api/organisations/${DEMO_ORGANISATION.id}`;

/** The server's own login in a cluster of tests. */
export function loginUrl(ownerUrl: string): string {
  const url = new URL(ownerUrl);
  [url.username, url.password] = ['caulkhorn_login', 'only for tests'];
  return url.href;
}

function appOn(ownerUrl: string, options: TestOptions = {}): Promise<NestExpressApplication> {
  const logLevel = process.env['TEST_LOG_LEVEL'] ?? 'silent';
  return createApp({ ...SETTINGS, ownerUrl, databaseUrl: loginUrl(ownerUrl), logLevel, ...options });
}

function urlOf(adminUrl: string, database: string): string {
  const url = new URL(adminUrl);
  url.pathname = `/${database}`;
  return url.href;
}

/** The database that the tests of one run copy: the first of its workers fills it, the others wait for it. */
async function demoTemplate(adminUrl: string): Promise<string> {
  const template = `demo_${process.ppid}`;
  const client = new Client({ connectionString: adminUrl });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock(hashtext($1))', [template]);
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [template]);
    if (rowCount) return template;
    // under another name until it is whole: a worker that fell leaves nothing that looks ready
    const unfinished = `${template}_unfinished`;
    await client.query(`drop database if exists ${unfinished} with (force)`);
    await client.query(`create database ${unfinished}`);
    const ownerUrl = urlOf(adminUrl, unfinished);
    const app = await appOn(ownerUrl);
    await loadDemo(app, ownerUrl, new Date('2026-05-20T10:00:00Z'));
    await app.close();
    await client.query(`alter database ${unfinished} rename to ${template}`);
    return template;
  } finally {
    await client.end();
  }
}

async function sql(url: string, statement: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  await client.query(statement);
  await client.end();
}
