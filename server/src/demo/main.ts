import { resolve } from 'node:path';
import { createApp } from '../create-app.js';
import { readConfig } from '../platform/config.js';
import { DEMO_GUEST, DEMO_PASSWORD, DEMO_PEOPLE } from './demo-people.js';
import { loadDemo } from './load-demo.js';

/** The server with invented data in it, for trying things out on one machine. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  if (!config.ownerUrl) throw new Error('the demo fills an empty database: OWNER_DATABASE_URL is missing');
  const app = await createApp({
    ...config,
    webRoot: resolve(__dirname, '../../../web/dist'),
    logLevel: process.env['LOG_LEVEL'] ?? 'warn',
    signInsPerMinute: 60,
  });
  await loadDemo(app, config.ownerUrl!, new Date());
  app.enableShutdownHooks();
  await app.listen(config.port, config.host);
  const people = [
    ...DEMO_PEOPLE.map(({ email, name, role }) => ({ email, name, role: role as string })),
    { ...DEMO_GUEST, role: 'guest on one job' },
  ];
  console.log(
    `\nCaulkhorn is ready: ${config.tls ? 'https' : 'http'}://localhost:${config.port}\n\nSign in with the password ${DEMO_PASSWORD} as`,
  );
  for (const { email, name, role } of people) console.log(`  ${email.padEnd(30)} ${name}, ${role}`);
  console.log('\nAll people, places and products are invented. Ctrl-C stops everything.\n');
}

main().catch((fault: unknown) => {
  console.error(fault);
  process.exit(1);
});
