// A certificate for the local network: pages are kept on a phone, and its camera opens, only over https.
import { execFileSync } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';

const ROOT_DAYS = 3650;
/** phones distrust what is valid for longer than 398 days */
const SERVER_DAYS = 390;
const RENEW_BEFORE_MS = 30 * 86_400_000;
/** The root may speak for private networks and this machine's names alone: whoever steals it can pose as no one else. */
const PRIVATE = ['10.0.0.0/255.0.0.0', '172.16.0.0/255.240.0.0', '192.168.0.0/255.255.0.0', '127.0.0.0/255.0.0.0'];

/** This machine's addresses on private networks. */
export function privateAddresses() {
  return Object.values(networkInterfaces())
    .flatMap((each) => each ?? [])
    .filter(
      ({ family, internal, address }) => family === 'IPv4' && !internal && /^(10\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.)/.test(address),
    )
    .map(({ address }) => address);
}

/**
 * A root certificate, made once, and a server certificate signed by it for the given names; made anew when names change or it runs out.
 * @param {string} folder @param {{ names?: string[], addresses?: string[] }} [of]
 */
export function ensureCertificate(folder, { names = [], addresses = privateAddresses() } = {}) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = (/** @type {string} */ name) => join(folder, name);
  const [rootKey, rootCert, key, cert] = [file('root.key'), file('root.crt'), file('server.key'), file('server.crt')];
  const own = hostname().toLowerCase();
  const dns = [...new Set(['localhost', own, `${own}.local`, ...names])];
  const ips = [...new Set(['127.0.0.1', ...addresses])];
  if (!existsSync(rootCert)) {
    const permitted = [
      ...dns.map((name) => `permitted;DNS:${name}`),
      'permitted;DNS:local',
      ...PRIVATE.map((range) => `permitted;IP:${range}`),
    ];
    openssl(
      file('root.cnf'),
      `[req]\ndistinguished_name=dn\nx509_extensions=ca\nprompt=no\n[dn]\nCN=Caulkhorn on ${own}\n[ca]\nbasicConstraints=critical,CA:TRUE,pathlen:0\nkeyUsage=critical,keyCertSign\nsubjectKeyIdentifier=hash\nnameConstraints=critical,${permitted.join(',')}\n`,
      (config) => ['req', '-x509', ...NEW_KEY, '-keyout', rootKey, '-out', rootCert, '-days', String(ROOT_DAYS), '-config', config],
    );
  }
  const wanted = [...dns.map((name) => `DNS:${name}`), ...ips.map((ip) => `IP Address:${ip}`)];
  if (!existsSync(cert) || !isGoodFor(cert, wanted)) {
    const request = file('server.csr');
    openssl(file('request.cnf'), `[req]\ndistinguished_name=dn\nprompt=no\n[dn]\nCN=${own}\n`, (config) => [
      ...['req', '-new', ...NEW_KEY, '-keyout', key, '-out', request, '-config', config],
    ]);
    const alternatives = [...dns.map((name) => `DNS:${name}`), ...ips.map((ip) => `IP:${ip}`)].join(',');
    openssl(
      file('server.cnf'),
      `basicConstraints=critical,CA:FALSE\nkeyUsage=critical,digitalSignature\nextendedKeyUsage=serverAuth\nsubjectAltName=${alternatives}\nauthorityKeyIdentifier=keyid\n`,
      (config) => [
        ...['x509', '-req', '-in', request, '-CA', rootCert, '-CAkey', rootKey, '-CAcreateserial', '-out', cert],
        ...['-days', String(SERVER_DAYS), '-extfile', config],
      ],
    );
  }
  return { rootCert, cert, key };
}

const NEW_KEY = ['-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes'];

/** @param {string} configFile @param {string} config @param {(file: string) => string[]} command */
function openssl(configFile, config, command) {
  writeFileSync(configFile, config);
  execFileSync('openssl', command(configFile), { stdio: ['ignore', 'ignore', 'pipe'] });
}

/** @param {string} file @param {string[]} wanted */
function isGoodFor(file, wanted) {
  const { subjectAltName = '', validTo } = new X509Certificate(readFileSync(file));
  const has = subjectAltName.split(', ');
  return wanted.every((name) => has.includes(name)) && Date.parse(validTo) - Date.now() > RENEW_BEFORE_MS;
}

/** Hands the root certificate to phones, over plain http: there is no other way before they trust it. @param {string} rootCert @param {string} app  address of the app */
export function rootCertificateServer(rootCert, app) {
  const fingerprint = new X509Certificate(readFileSync(rootCert)).fingerprint256;
  return createServer((request, response) => {
    if (request.url === '/caulkhorn-root.crt')
      return response.writeHead(200, { 'content-type': 'application/x-x509-ca-cert' }).end(readFileSync(rootCert));
    if (request.url !== '/') return response.writeHead(404).end();
    return response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(page(app, fingerprint));
  });
}

/** @param {string} app @param {string} fingerprint */
function page(app, fingerprint) {
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Caulkhorn on this phone</title>
<style>body{font:18px/1.5 system-ui;margin:1.5rem;max-width:34rem;background:#f4f1e8;color:#1f2629}a.b{display:block;padding:1rem;margin:1rem 0;background:#1f2629;color:#f4f1e8;text-align:center;font-weight:600;text-decoration:none}code{word-break:break-all}</style>
<h1>Caulkhorn on this phone</h1>
<p>Pages are kept for work without signal, and the camera opens, only over a connection that this phone trusts. Once for each phone:</p>
<ol><li><a class="b" href="/caulkhorn-root.crt">Fetch the certificate</a></li>
<li><b>Android:</b> Settings, search for “CA certificate”, install from storage, choose the file.<br><b>iPhone, iPad:</b> Settings, “Profile downloaded”, install; then General, About, Certificate Trust Settings, switch it on.</li>
<li><a class="b" href="${app}">Open Caulkhorn</a></li></ol>
<p>It can only vouch for addresses of private networks. Before you trust it, compare its SHA-256 fingerprint with the one in the terminal: <code>${fingerprint}</code></p>
<p>To undo it, remove “Caulkhorn on …” among the phone’s certificates.</p></html>`;
}
