/** Before the server tests: a MariaDB of their own and the stand-ins, on ports of their own. */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setUp } from '../../ops/setting';

export default async function start(): Promise<void> {
  const dataDir = mkdtempSync(join(tmpdir(), 'libellus-server-tests-'));
  const setting = await setUp({
    basePort: Number(process.env.LIBELLUS_TEST_PORT ?? 5610),
    dataDir,
    demo: true,
    seed: false,
    web: false,
    worker: false,
  });
  const shared = globalThis as typeof globalThis & { libellusTests?: { end: () => Promise<void> } };
  shared.libellusTests = setting;
  process.env.LIBELLUS_TEST_DATABASE = setting.mariadb!.url('');
  process.env.LIBELLUS_TEST_SMTP = String(setting.ports.smtp.starttls);
  process.env.LIBELLUS_TEST_SMTPS = String(setting.ports.smtp.tls);
  process.env.LIBELLUS_LOG = 'silent';
}
