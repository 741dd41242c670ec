/** Messages of a rehearsal by the real services, to a mailbox of the store's people and to nobody else. */
import { and, eq } from 'drizzle-orm';
import type { AskPosting } from '@/contract/rehearsal';
import { database } from '@/server/db/client';
import {
  attempts,
  deliveries,
  proofMailboxes,
  rehearsalMessages,
  rehearsalPostings,
  services,
  serviceUse,
} from '@/server/db/schema';
import { saveProofMailbox } from '@/server/features/proof/proof';
import { loadRehearsed } from '@/server/features/rehearsal/message';
import { askPosting, forecastPosting, postingPlaces, stopPosting } from '@/server/features/rehearsal/posting';
import { loadRehearsal } from '@/server/features/rehearsal/rehearsal';
import { Poster } from '@/server/rehearsal/posting';
import { portsFrom } from '../../standins/ports';
import { MAILBOX_PASSWORD } from '../../standins/imap';
import { accessAs, connectService, mailbox, rawMail, SHOP, until, useDatabase } from './fixture';
import { publishAll, rehearsed, turn } from './rehearsals';

useDatabase();

let run = 0;
const ME = `anna-${process.pid}@mail-test.example`;
const asked = (change: Partial<AskPosting> = {}): AskPosting => ({
  ...{ number: run, set: 'notifications', to: 'me', plus: true },
  ...change,
});
const access = async () => {
  const own = await accessAs();
  return { ...own, person: { ...own.person, email: ME } };
};

beforeAll(async () => {
  await publishAll();
  await turn(false);
  for (const slug of ['order-received', 'on-its-way', 'new-order']) await turn(true, slug);
  await connectService();
  run = (await rehearsed()).run.number;
}, 120_000);

/** Sends and looks until nothing is under way. */
async function posted() {
  const poster = new Poster();
  return until(
    async () => {
      await database()
        .update(rehearsalPostings)
        .set({ dueAt: new Date(0) });
      await poster.turn();
      return (await loadRehearsal(await access(), run))!;
    },
    ({ posted: p }) => p !== undefined && p.waiting + p.lookedFor === 0,
  );
}

const checksOf = async (id: string) => (await loadRehearsed(await access(), id)).checks;

it('goes to nobody else, is signed as it is and counts as the services count, and stands in no record', async () => {
  const forecast = await forecastPosting(await access(), asked());
  expect(forecast).toMatchObject({ messages: 3, trouble: '', to: ME.replace('@', `+r${run}-1@`) });
  expect(forecast.services).toEqual([{ name: 'Harrowpost', messages: 3 }]);
  const used = async () =>
    (await database().select().from(serviceUse)).filter((u) => u.span === 'hour').reduce((sum, u) => sum + u.taken, 0);
  const before = await used();
  await askPosting(await access(), asked());
  await expect(askPosting(await access(), asked())).rejects.toMatchObject({ code: 'conflict' });
  const view = await posted();
  expect(view.posted).toEqual({ to: ME, of: 3, waiting: 0, lookedFor: 0 });
  const mails = await mailbox(ME);
  expect(mails).toHaveLength(3);
  const raws = await Promise.all(mails.map(async (m) => (await rawMail(m.id)).toString()));
  const sentTo = raws.map((raw) => /^To: <([^>]+)>/m.exec(raw)?.[1]).toSorted();
  expect(sentTo).toEqual([1, 2, 3].map((n) => ME.replace('@', `+r${run}-${n}@`)));
  for (const raw of raws) expect(raw.slice(0, raw.indexOf('\r\n\r\n'))).not.toContain('rehearsal.example');
  expect((await used()) - before).toBe(3);
  expect(await database().select().from(deliveries)).toEqual([]);
  expect(await database().select().from(attempts)).toEqual([]);
  const rows = await database().select().from(rehearsalPostings);
  const checks = await checksOf(rows[0]!.id);
  expect(checks.find((c) => c.about === 'service')).toMatchObject({ outcome: 'right' });
  expect(checks.find((c) => c.about === 'service')!.words).toMatch(/^The sending service Harrowpost took it: /);
}, 60_000);

it('is looked for in the mailbox for proofs, and says what its server found', async () => {
  const own = await access();
  await expect(askPosting(own, asked({ to: 'proofs' }))).rejects.toMatchObject({ code: 'invalid' });
  const address = `proofs-of-rehearsals-${process.pid}@mail-test.example`;
  const ports = portsFrom(Number(process.env.LIBELLUS_TEST_SMTP) - 4);
  await saveProofMailbox(own, {
    mailbox: {
      ...{ every: 'off', reader: 'imap', address, host: 'imap.harrowpost.example', port: ports.imap },
      ...{ security: 'tls', user: '', password: MAILBOX_PASSWORD },
    },
  });
  expect(await postingPlaces(own)).toEqual({ me: ME, proofs: address });
  await askPosting(own, asked({ to: 'proofs', set: 'versions' }));
  const view = await posted();
  expect(view.posted!.of).toBeGreaterThan(3);
  const rows = await database().select().from(rehearsalPostings);
  const words = await Promise.all(
    rows.map(async (r) => (await checksOf(r.id)).find((c) => c.about === 'mailbox')?.words ?? ''),
  );
  for (const said of words) expect(said).toMatch(/real mailbox.* SPF \w+, DKIM \w+, DMARC \w+/);
  // What was found is removed there.
  expect(await mailbox(address)).toEqual([]);
  await database().delete(proofMailboxes);
}, 60_000);

it('is refused where it would take more than is left of a limit, or no service may send it', async () => {
  const mine = eq(services.storeId, SHOP);
  await database().update(services).set({ perDay: 2 }).where(mine);
  const forecast = await forecastPosting(await access(), asked());
  expect(forecast.services).toMatchObject([{ name: 'Harrowpost', messages: 3, perDay: 2 }]);
  expect(forecast.trouble).toMatch(/^Harrowpost takes only \d more today/);
  await expect(askPosting(await access(), asked())).rejects.toMatchObject({ code: 'conflict' });
  await database().update(services).set({ perDay: null, paused: true }).where(mine);
  expect((await forecastPosting(await access(), asked())).trouble).toMatch(/^No sending service takes 3 of these/);
  await database().update(services).set({ paused: false }).where(mine);
});

it('says what a service answered that does not take it, and the message is to be fixed', async () => {
  const own = { ...(await access()), person: { ...(await access()).person, email: 'gone@mail-test.example' } };
  await askPosting(own, asked({ plus: false }));
  const view = await posted();
  const rows = await database().select().from(rehearsalPostings);
  const refused = view.messages.filter((m) => rows.some((r) => r.id === m.id));
  expect(new Set(refused.map((m) => m.outcome))).toEqual(new Set(['wrong']));
  expect(view.run.counts.wrong).toBe(view.messages.filter((m) => m.outcome === 'wrong').length);
  expect((await checksOf(rows[0]!.id)).find((c) => c.about === 'service')!.words).toMatch(/did not take it.*550/);
}, 60_000);

it('can be stopped, and goes with its run', async () => {
  await askPosting(await access(), asked());
  await stopPosting(await access(), { number: run });
  await new Poster().turn();
  const before = (await mailbox(ME)).length;
  expect((await loadRehearsal(await access(), run))!.posted).toMatchObject({ waiting: 0 });
  await expect(stopPosting(await access(), { number: run })).rejects.toMatchObject({ code: 'conflict' });
  expect((await mailbox(ME)).length).toBe(before);
  const [row] = await database().select().from(rehearsalPostings);
  await database()
    .delete(rehearsalMessages)
    .where(and(eq(rehearsalMessages.id, row!.id)));
  expect(await database().select().from(rehearsalPostings).where(eq(rehearsalPostings.id, row!.id))).toEqual([]);
});
