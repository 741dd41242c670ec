/** The certificate of the stand-in sending service: made at start, trusted because we say so. */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { X509Certificate } from 'node:crypto';
import { join } from 'node:path';
import { generate } from 'selfsigned';
import { MAILBOX_HOST, PROVIDER_HOST, SERVERS, WEB_HOSTS } from './scenery';

const HOSTS = [...SERVERS.map((s) => s.host), MAILBOX_HOST, ...WEB_HOSTS];

export interface CertificateFiles {
  key: string;
  cert: string;
}

/** Makes a key and certificate below `dir`, or takes those of an earlier start while they are valid for another week. */
export async function certificateFiles(dir: string): Promise<CertificateFiles> {
  const files = { key: join(dir, 'standin-key.pem'), cert: join(dir, 'standin-cert.pem') };
  if (existsSync(files.cert) && existsSync(files.key)) {
    const kept = new X509Certificate(readFileSync(files.cert));
    const left = Date.parse(kept.validTo) - Date.now();
    if (left > 7 * 86_400_000 && HOSTS.every((host) => kept.checkHost(host))) return files;
  }
  mkdirSync(dir, { recursive: true });
  const made = await generate([{ name: 'commonName', value: PROVIDER_HOST }], {
    keySize: 2048,
    algorithm: 'sha256',
    notBeforeDate: new Date(Date.now() - 3_600_000),
    notAfterDate: new Date(Date.now() + 365 * 86_400_000),
    extensions: [
      { name: 'basicConstraints', cA: true, critical: true },
      { name: 'subjectAltName', altNames: HOSTS.map((value) => ({ type: 2 as const, value })) },
    ],
  });
  writeFileSync(files.key, made.private, { mode: 0o600 });
  writeFileSync(files.cert, made.cert);
  return files;
}
