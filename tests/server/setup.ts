/** Before the server tests: for each of Jest's workers a MariaDB and stand-ins of its own, on ports of its own. */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Config } from 'jest';
import { setUp, type Setting } from '../../ops/setting';
import { makeSchemaFile } from './schema-file';

const PORTS_EACH = 100;

export default async function start({ maxWorkers }: Config & { maxWorkers: number }): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'libellus-server-tests-'));
  process.env.LIBELLUS_STANDIN_PER_DAY = '100000';
  const before = { ...process.env };
  const base = Number(process.env.LIBELLUS_TEST_PORT ?? 5610);
  const settings: Setting[] = [];
  for (let place = 0; place < maxWorkers; place += 1) {
    settings.push(
      await setUp({
        basePort: base - place * PORTS_EACH,
        dataDir: join(folder, String(place + 1)),
        demo: true,
        seed: false,
        web: false,
        worker: false,
      }),
    );
  }
  const schema = join(folder, 'schema.sql');
  await makeSchemaFile(settings[0]!.env.DATABASE_URL!, schema);
  const shared = globalThis as typeof globalThis & { libellusTests?: { end: () => Promise<void> } };
  shared.libellusTests = {
    end: async () => {
      await Promise.all(settings.map((s) => s.end()));
    },
  };
  // Each worker takes its own: see worker-env.ts.
  process.env.LIBELLUS_TEST_PLACES = JSON.stringify(
    settings.map(({ env, mariadb, ports }) => ({
      ...Object.fromEntries(Object.entries(env).filter(([name, value]) => before[name] !== value)),
      LIBELLUS_TEST_DATABASE: mariadb!.url(''),
      LIBELLUS_TEST_SMTP: String(ports.smtp.starttls),
      LIBELLUS_TEST_SMTPS: String(ports.smtp.tls),
      LIBELLUS_TEST_SCHEMA: schema,
      LIBELLUS_LOG: 'silent',
    })),
  );
  process.env.LIBELLUS_TEST_FOLDER = folder;
}
