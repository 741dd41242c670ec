import { rmSync } from 'node:fs';

export default async function stop(): Promise<void> {
  const shared = globalThis as typeof globalThis & { libellusTests?: { end: () => Promise<void> } };
  await shared.libellusTests?.end();
  const folder = process.env.LIBELLUS_TEST_FOLDER;
  if (folder?.includes('libellus-server-tests-')) rmSync(folder, { recursive: true, force: true });
}
