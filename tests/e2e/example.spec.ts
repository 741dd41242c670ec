/** The small shop of `examples/`, as a newcomer runs it. */
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { arrived, demoFacts, expect, PORT, test } from './support';

test('the example tells of an order and reads until it arrived', async () => {
  const { eventsKey, readKey } = demoFacts();
  const email = `example-${Date.now()}@example-e2e.example`;
  const { stdout } = await promisify(execFile)('node', ['--import', 'tsx', 'examples/shop.ts', email], {
    env: {
      ...process.env,
      LIBELLUS_URL: `http://127.0.0.1:${PORT}`,
      LIBELLUS_EVENTS_KEY: eventsKey,
      LIBELLUS_READ_KEY: readKey,
    },
    timeout: 60_000,
  });
  const [, number] = /^Order (\S+) was told\.$/m.exec(stdout) ?? [];
  expect(stdout).toContain(`to ${email}: accepted`);
  await arrived(email, number!);
});
