import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, expect, test } from '@playwright/test';
import { ensureCertificate, rootCertificateServer } from '../tools/lib/certificate.mjs';
import { CHROMIUM } from '../tools/lib/chromium.mjs';
import { freePort } from '../tools/lib/postgres.mjs';
import { jobs, signIn } from './support.js';

/** A name of the local network, which no browser trusts by itself as it does localhost. */
const NAME = 'cellar-office.local';
const databaseUrl = process.env['E2E_DATABASE_URL'];
const ROOT = join(__dirname, '..');
const folder = mkdtempSync(join(tmpdir(), 'caulkhorn-lan-'));
const made = ensureCertificate(folder, { names: [NAME], addresses: ['192.168.7.7'] });
let server: ChildProcess;
let port: number;

test.skip(!databaseUrl, 'needs the database of npm test');

test.beforeAll(async () => {
  port = await freePort();
  server = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
    stdio: 'ignore',
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      SESSION_SECRET: 'only for the end-to-end tests on loopback',
      TLS_CERT: made.cert,
      TLS_KEY: made.key,
      LOG_LEVEL: 'error',
    },
  });
  await expect.poll(() => health('localhost', readFileSync(made.rootCert))).toBe(200);
});

test.afterAll(() => {
  server?.kill('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
});

/** Status of the health route under a name, as someone who trusts only this root; the reason why there is none. */
function health(name: string, ca?: Buffer): Promise<number | string> {
  return new Promise((resolve) => {
    request({ host: '127.0.0.1', port, path: '/api/health', servername: name, headers: { host: name }, ca }, (response) => {
      response.resume();
      resolve(response.statusCode ?? 0);
    })
      .on('error', (fault: NodeJS.ErrnoException) => resolve(fault.code ?? fault.message))
      .end();
  });
}

test('the certificate holds for its names alone, and only for who trusts its root', async () => {
  const root = readFileSync(made.rootCert);
  expect(await health('localhost', root)).toBe(200);
  expect(await health(NAME, root)).toBe(200);
  expect(await health('elsewhere.example', root)).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
  expect(await health('localhost')).toBe('UNABLE_TO_VERIFY_LEAF_SIGNATURE');
  // the root cannot be used against anyone else: it may not vouch for names of the internet
  const other = ensureCertificate(folder, { names: [NAME, 'bank.example'], addresses: [] });
  expect(() => execFileSync('openssl', ['verify', '-CAfile', other.rootCert, other.cert], { stdio: 'pipe' })).toThrow(/permitted subtree/);
});

test('it is handed out over plain http, with its fingerprint', async () => {
  const handOut = rootCertificateServer(made.rootCert, 'https://192.168.7.7:4400').listen(0);
  const { port: at } = handOut.address() as { port: number };
  const page = await (await fetch(`http://127.0.0.1:${at}/`)).text();
  const printed = execFileSync('openssl', ['x509', '-in', made.rootCert, '-noout', '-fingerprint', '-sha256'], { encoding: 'utf8' });
  expect(page).toContain(printed.split('=')[1]!.trim());
  expect(await (await fetch(`http://127.0.0.1:${at}/caulkhorn-root.crt`)).text()).toBe(readFileSync(made.rootCert, 'utf8'));
  expect((await fetch(`http://127.0.0.1:${at}/root.key`)).status).toBe(404);
  handOut.close();
});

test('a phone that trusts the root keeps the pages; one that does not is not let in', async () => {
  const home = mkdtempSync(join(tmpdir(), 'caulkhorn-phone-'));
  const database = `sql:${join(home, '.pki/nssdb')}`;
  execFileSync('mkdir', ['-p', join(home, '.pki/nssdb')]);
  execFileSync('certutil', ['-d', database, '-N', '--empty-password']);
  const launch = async () => {
    const browser = await chromium.launch({
      ...CHROMIUM,
      args: [...CHROMIUM.args, `--host-resolver-rules=MAP ${NAME} 127.0.0.1`],
      env: { ...process.env, HOME: home } as Record<string, string>,
    });
    return {
      browser,
      page: await browser.newPage({ baseURL: `https://${NAME}:${port}`, viewport: { width: 390, height: 844 }, serviceWorkers: 'allow' }),
    };
  };
  const stranger = await launch();
  await expect(stranger.page.goto('/')).rejects.toThrow(/ERR_CERT_AUTHORITY_INVALID/);
  await stranger.browser.close();
  execFileSync('certutil', ['-d', database, '-A', '-t', 'C,,', '-n', 'caulkhorn', '-i', made.rootCert]);
  const { browser, page } = await launch();
  await signIn(page);
  expect(await page.evaluate(() => isSecureContext)).toBe(true);
  await expect(page.getByRole('status', { name: 'Without signal' })).toContainText('Opens without signal');
  const [cookie] = await page.context().cookies();
  expect(cookie).toMatchObject({ secure: true, httpOnly: true });
  await page.context().setOffline(true);
  await page.reload();
  await expect(jobs(page).getByRole('link', { name: /Lock gatehouse/ })).toBeVisible();
  await browser.close();
  rmSync(home, { recursive: true, force: true });
});
