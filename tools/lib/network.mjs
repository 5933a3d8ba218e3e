// What the start commands share for serving phones and tablets on the local network.
import { X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureCertificate, privateAddresses, rootCertificateServer } from './certificate.mjs';
import { dataFolder, ensurePackages, fail } from './setup.mjs';

/** Makes the certificate where needed, hands it out on the next port, and says how a phone gets in. The environment for the server. @param {number} port */
export function openToNetwork(port) {
  ensurePackages('openssl');
  const addresses = privateAddresses();
  const [address] = addresses;
  if (!address) fail('--lan: this machine has no address on a private network.');
  const { rootCert, cert, key } = ensureCertificate(join(dataFolder(), 'certificate'));
  const handOut = rootCertificateServer(rootCert, `https://${address}:${port}`);
  handOut.on('error', () => fail(`--lan: port ${port + 1}, where phones fetch the certificate, is taken.`));
  handOut.listen(port + 1);
  const { fingerprint256 } = new X509Certificate(readFileSync(rootCert));
  console.log(
    [
      '',
      'On a phone or tablet in the same network:',
      ...addresses.map((each) => `  once: http://${each}:${port + 1}   then: https://${each}:${port}`),
      `  the certificate’s SHA-256 fingerprint: ${fingerprint256}`,
      '',
    ].join('\n'),
  );
  return { handOut, env: { HOST: '0.0.0.0', TLS_CERT: cert, TLS_KEY: key } };
}
