/** Commands beside the running processes: `./libellus backup`, `restore`, `secret`, `share` and `rehearse`. */
import { parseArgs } from 'node:util';
import { openInstallation } from './installation';

const USAGE = `./libellus backup FILE [--data DIR] [--port N]
./libellus restore FILE [--replace] [--data DIR] [--port N]
./libellus secret [--lost] [--data DIR] [--port N]
./libellus share [N --store ID] [--data DIR] [--port N]
./libellus rehearse --store ID [--changes] [--format text|json|junit] [--data DIR] [--port N]`;

async function main(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      port: { type: 'string' },
      data: { type: 'string' },
      replace: { type: 'boolean', default: false },
      lost: { type: 'boolean', default: false },
      store: { type: 'string' },
      format: { type: 'string', default: 'text' },
      changes: { type: 'boolean', default: false },
    },
  });
  const [command, file] = positionals;
  if (command !== 'secret' && command !== 'rehearse' && command !== 'share' && !file) throw new Error(USAGE);
  const installation = await openInstallation(values);
  try {
    if (command === 'backup') {
      const { backUp } = await import('./backup');
      await backUp(installation, file!);
      console.log(`${file} holds the database and all pictures. The secret is not in it: keep it apart.`);
    } else if (command === 'restore') {
      const { restore } = await import('./backup');
      const { at, held, secret } = await restore(installation, file!, { replace: values.replace });
      console.log(`The backup of ${at} is restored.`);
      if (held > 0) {
        console.log(
          `${held} messages that were due then are on hold: they may have been sent since. See them under Deliveries.`,
        );
      }
      if (secret)
        console.log(
          `${secret} Give the one of the installation that was backed up; if it is lost, run ./libellus secret --lost.`,
        );
    } else if (command === 'share') {
      const { setShare, storeShares } = await import('../src/server/operations/shares');
      if (file !== undefined && values.store === undefined) throw new Error('Name the store: --store ID.');
      if (file !== undefined) await setShare(values.store!, Number(file));
      const shares = await storeShares();
      const all = shares.reduce((sum, s) => sum + s.share, 0);
      console.log('While all stores have messages due, each is sent of all:');
      for (const { id, share } of shares) console.log(`  ${id}: ${share} of ${all}`);
    } else if (command === 'rehearse') {
      process.env.LIBELLUS_LOG ??= 'silent';
      const { rehearse } = await import('./rehearse');
      // What could not be tried is no message that failed.
      process.exitCode = await rehearse(values.store, values.format, values.changes).catch((error: Error) => {
        console.error(error.message);
        return 2;
      });
    } else if (command === 'secret' && values.lost) {
      const { loseSecret } = await import('./secret');
      console.log(await loseSecret(installation));
    } else if (command === 'secret') {
      const { changeSecret } = await import('./secret');
      await changeSecret(installation);
      console.log(
        'The secret is changed. Passwords and keys are sealed with the new one, and everybody has to sign in again.',
      );
      if (installation.secretGiven) console.log('Set LIBELLUS_SECRET to the new one before you start Libellus.');
      console.log('What comes back for messages that were sent before is not recognised any more.');
    } else throw new Error(USAGE);
  } finally {
    const { closeDatabase } = await import('../src/server/db/client');
    await closeDatabase();
    await installation.close();
  }
}

main().catch((error: Error) => {
  console.error(error.message);
  process.exit(1);
});
