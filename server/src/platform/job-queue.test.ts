import PgBoss from 'pg-boss';
import { TestServer, loginUrl } from '../testing/test-server';
import { JobQueue } from './job-queue';

const OWN = 'outlasts-its-server';

test('work that outlasts its server’s stop is put back, and its end afterwards disturbs nobody', async () => {
  const server = await TestServer.start();
  const lost: unknown[] = [];
  const onLost = (fault: unknown) => lost.push(fault);
  process.on('unhandledRejection', onLost);
  try {
    const owner = new PgBoss({ connectionString: server.databaseUrl, schema: 'queue', supervise: false, schedule: false, max: 1 });
    await owner.start();
    await owner.createQueue(OWN, { name: OWN, retryLimit: 3, retryDelay: 0 });
    const queue = new JobQueue(loginUrl(server.databaseUrl));
    let end = () => {};
    const begun = new Promise<void>((resolve) => {
      void queue.work(OWN, async () => {
        resolve();
        await new Promise<void>((ended) => (end = ended));
      });
    });
    await queue.send(OWN, { n: 1 }, 600);
    await begun;
    await queue.onApplicationShutdown();
    end();
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(lost).toEqual([]);
    const again = await owner.fetch(OWN);
    expect(again.map(({ data }) => data)).toEqual([{ n: 1 }]);
    await owner.stop({ graceful: false, close: true, wait: true });
  } finally {
    process.off('unhandledRejection', onLost);
    await server.stop();
  }
}, 60_000);
