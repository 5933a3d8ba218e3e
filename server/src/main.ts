import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { createApp } from './create-app.js';
import { ConfigError, type ServerConfig, readConfig } from './platform/config.js';
import { isDatabaseAway } from './platform/errors.js';

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const webRoot = resolve(__dirname, '../../web/dist');
  const app = await createApp({
    ...config,
    webRoot: existsSync(webRoot) ? webRoot : undefined,
    logLevel: process.env['LOG_LEVEL'] ?? 'info',
  });
  app.enableShutdownHooks();
  await app.listen(config.port, config.host);
  console.log(`Caulkhorn is ready at ${addressOf(config)}`);
}

function addressOf({ tls, host, port }: ServerConfig): string {
  return `${tls ? 'https' : 'http'}://${host === '0.0.0.0' || host === '127.0.0.1' ? 'localhost' : host}:${port}`;
}

main().catch((fault: unknown) => {
  const code = (fault as { code?: string }).code;
  if (fault instanceof ConfigError) console.error(fault.message);
  else if (code === 'EADDRINUSE') console.error(`Port ${process.env['PORT']} is taken: choose another with PORT.`);
  else if (/^(28P01|28000|42501|42704|22023)$/.test(code ?? ''))
    console.error('The database does not let in the login of DATABASE_URL, or does not know its roles: run "npm run migrate".');
  else if (isDatabaseAway(fault)) console.error('The database does not answer at DATABASE_URL.');
  else console.error(fault);
  process.exit(1);
});
