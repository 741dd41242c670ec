import { rmSync } from 'node:fs';

export default async function stop(): Promise<void> {
  const shared = globalThis as typeof globalThis & { libellusTests?: { end: () => Promise<void> } };
  await shared.libellusTests?.end();
  if (process.env.LIBELLUS_DATA?.includes('libellus-server-tests-'))
    rmSync(process.env.LIBELLUS_DATA, { recursive: true, force: true });
}
