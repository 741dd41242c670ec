/** What Today says about sending, in each state that a service, a limit or a sender can be in. */
import { eq } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { deliveries, services } from '@/server/db/schema';
import { servicesOf } from '@/server/sending/service';
import { pauseService, runCheck, serviceViews } from '@/server/features/sending/services';
import { sendingLines } from '@/server/features/sending/today-lines';
import { accessAs, connectRelay, connectService, sendAs, SHOP, useDatabase } from './fixture';
import { drain, order, reader } from './orders';

useDatabase();

const today = async (held = 0) => {
  const access = await accessAs();
  return sendingLines(access, held, await serviceViews(access));
};
const lines = async (held = 0): Promise<string[]> => (await today(held)).map((l) => `${l.state}: ${l.fact}`);
const service = async () => (await servicesOf(SHOP))[0]!;
const change = async (set: Partial<typeof services.$inferInsert>) =>
  database().update(services).set(set).where(eq(services.storeId, SHOP));

describe('without a service', () => {
  it('says that nothing can go out, and how many messages are held for it', async () => {
    expect(await lines()).toEqual(['failing: No sending service is connected, so nothing can go out.']);
    expect(await lines(1)).toEqual([
      'failing: No sending service is connected; one message is on hold until there is one.',
    ]);
    expect(await lines(12)).toEqual([
      'failing: No sending service is connected; 12 messages are on hold until there is one.',
    ]);
  });
});

describe('of a service', () => {
  beforeEach(() => connectService());

  it('says that it was never checked, passed, or why it failed', async () => {
    expect(await lines()).toEqual(['waiting: Harrowpost is connected and not checked since it was saved.']);
    await runCheck(await accessAs(), (await service()).id);
    expect(await lines()).toEqual(['good: Harrowpost takes mail.']);
    await change({ port: 1 });
    await runCheck(await accessAs(), (await service()).id);
    expect(await lines()).toEqual([
      'failing: Harrowpost failed its check: Nothing listens on port 1 of smtp.harrowpost.example.',
    ]);
  });

  it('says that it is paused, whatever its check said, and that it goes on', async () => {
    const access = await accessAs();
    await runCheck(access, (await service()).id);
    await pauseService(access, (await service()).id, true);
    expect(await lines()).toEqual(['waiting: Harrowpost is paused; what is for it waits.']);
    await pauseService(access, (await service()).id, false);
    expect(await lines()).toEqual(['good: Harrowpost takes mail.']);
  });

  it('says that it rests after a failure, and why', async () => {
    await change({ port: 1 });
    await order(reader());
    expect(await lines()).toEqual([
      'failing: Harrowpost failed and will be retried: Nothing listens on port 1 of smtp.harrowpost.example.',
    ]);
  });

  it('says when four fifths of its day are used, and when all is', async () => {
    // What the test before left waiting for the service would be due again after some seconds, and count here.
    await database().delete(deliveries);
    // Two messages for an order: one to the customer, one to a colleague.
    await change({ perDay: 5 });
    await order(reader());
    expect(await lines()).toHaveLength(1);
    await order(reader());
    const near = (await lines()).find((l) => l.includes('messages today'));
    expect(near).toMatch(/^waiting: Harrowpost has sent 4 of 5 messages today/);
    await order(reader());
    await drain();
    const over = (await lines()).find((l) => l.includes('messages today'));
    expect(over).toMatch(/^failing: Harrowpost has sent 5 of 5 messages today; the rest waits until \d\d:\d\d\.$/);
  });
});

describe('of senders', () => {
  it('says which address nothing goes out as, until a service may send as it', async () => {
    await connectService();
    await sendAs('press@quillwick.example', 'service');
    const trouble = (await lines()).filter((l) => l.includes('press@quillwick.example'));
    expect(trouble).toEqual([
      expect.stringMatching(/^failing: Nothing goes out as press@quillwick\.example \(service\): /),
    ]);
    await connectRelay();
    expect((await lines()).filter((l) => l.includes('press@'))).toEqual([]);
  });

  it('leads to where each is seen to', async () => {
    for (const { action, href } of await today()) {
      expect(action).not.toBe('');
      expect(href).toMatch(/^\/sending\/(services\/[\w-]+|senders|domains\/[\w.-]+)$/);
    }
  });
});
