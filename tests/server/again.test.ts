/** A message that was sent, asked for once more. */
import { eq } from 'drizzle-orm';
import { testOrder } from '@/core/testing';
import { database } from '@/server/db/client';
import { channels, customers, deliveries, history } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { checkEvent } from '@/server/events/schema';
import { newId } from '@/server/base/ids';
import { sendAgain } from '@/server/features/deliveries/again';
import { deliveryDetail } from '@/server/features/deliveries/deliveries';
import { switchNotification } from '@/server/features/templates/templates';
import { withhold } from '@/server/features/sending/withheld';
import { accessAs, connectService, laterEvent, mailbox, placedEvent, SHOP, useDatabase, planAnew } from './fixture';
import { byOrder, drain, order, reader } from './orders';
import { historyOf } from '@/server/auth/history';

useDatabase();

const state = async (id: string): Promise<string> =>
  (await database().select().from(deliveries).where(eq(deliveries.id, id)))[0]!.state;

describe('sending again', () => {
  it('brings the same message once more, as a delivery and a message of its own', async () => {
    await connectService();
    const email = reader();
    const first = await order(email);
    const access = await accessAs('support', 'Amira Haddad');
    const id = await sendAgain(access, first.id, { to: email });
    await drain();
    const [newer, older] = await mailbox(email);
    expect(newer!.subject).toBe(older!.subject);
    const [one, two] = [await deliveryDetail(access, first.id), await deliveryDetail(access, id)];
    expect(two.message!.text).toBe(one.message!.text);
    expect(two.messageId).not.toBe(one.messageId);
    expect(two.reasons[0]).toBe('Amira Haddad sent it again.');
    expect(two.others.map((o) => o.id)).toContain(first.id);
    const [entry] = await historyOf(SHOP, eq(history.action, 'sentAgain'));
    expect(entry!.words).toBe(`Marta Oyelaran sent Order received again to ${email}`);
    // And a third time: each sending has its place, and the reason does not pile up.
    const third = await deliveryDetail(access, await sendAgain(access, id, { to: email }));
    expect(third.reasons.filter((r) => r.includes('sent it again'))).toHaveLength(1);
  });

  it('keeps what was true then, though the order has changed since', async () => {
    const email = reader();
    const first = await order(email);
    const renamed = testOrder({
      number: first.orderNumber,
      customer: { email, firstName: 'Iwona', lastName: 'Renamed' },
    });
    await receiveEvent(SHOP, laterEvent('order.payment-received', renamed));
    await drain();
    const access = await accessAs();
    const id = await sendAgain(access, first.id, { to: email });
    await drain();
    const [was, again] = [await deliveryDetail(access, first.id), await deliveryDetail(access, id)];
    expect(again.message!.text).toBe(was.message!.text);
    expect(again.message!.text).not.toContain('Renamed');
  });

  it('goes to an address that was mistyped first, and the record says where it had gone', async () => {
    const wrong = `gone.${reader()}`;
    const right = reader();
    const first = await order(wrong);
    expect(first.state).toBe('failed');
    const access = await accessAs();
    const view = (await deliveryDetail(access, first.id)).again!;
    expect(view.known).toEqual([{ address: wrong, name: 'Iwona Sobczyk', what: 'where it went' }]);
    const id = await sendAgain(access, first.id, { to: right });
    await drain();
    expect(await mailbox(right)).toHaveLength(1);
    const story = await deliveryDetail(access, id);
    expect(story).toMatchObject({ recipient: right, recipientName: 'Iwona Sobczyk', state: 'accepted' });
    expect(story.reasons[0]).toContain(`to another address than ${wrong}`);
    // What failed stays on record as it was.
    expect(await state(first.id)).toBe('failed');
  });

  it('offers the customer’s contacts, each once', async () => {
    const email = reader();
    await database()
      .insert(customers)
      .values({
        ...{ id: newId(), storeId: SHOP, email, firstName: 'Iwona', lastName: 'Sobczyk', language: 'en' },
        address: testOrder().billingAddress!,
        contacts: [
          { label: 'Accounts', email: `books-${email}`, name: 'Books' },
          { label: 'Goods in', email: email.toUpperCase() },
        ],
      });
    const first = await order(email);
    expect((await deliveryDetail(await accessAs(), first.id)).again!.known.map((k) => [k.address, k.what])).toEqual([
      [email, 'where it went'],
      [`books-${email}`, 'contact: Accounts'],
    ]);
  });

  it('does not go round a marketplace that hides its customers’ addresses', async () => {
    await database()
      .update(channels)
      .set({ customerMail: true, maskedDomain: 'masked.bazaarlane.example', maskedKinds: [] })
      .where(eq(channels.id, 'bazaarlane'));
    await planAnew();
    const email = `m-${Date.now()}@masked.bazaarlane.example`;
    const event = placedEvent({ channel: 'bazaarlane', customer: { email, firstName: 'A', lastName: 'B' } });
    await receiveEvent(SHOP, event);
    await drain();
    const first = (await byOrder(event.data.order.number)).find((d) => d.role === 'customer')!;
    const access = await accessAs();
    await expect(sendAgain(access, first.id, { to: reader() })).rejects.toMatchObject({
      code: 'invalid',
      message: 'Bazaarlane lets its customers be written to at its own addresses only.',
    });
    await sendAgain(access, first.id, { to: email.toUpperCase() });
    await drain();
    expect(await mailbox(email)).toHaveLength(2);
  });

  it('is withheld like any other from an address that is not to be written to', async () => {
    const email = reader();
    const first = await order(email);
    const access = await accessAs();
    await withhold(access, { pattern: email, reason: 'asked us not to', kinds: [] });
    const id = await sendAgain(access, first.id, { to: email });
    await drain();
    expect(await state(id)).toBe('withheld');
    expect(await mailbox(email)).toHaveLength(1);
  });

  it('is refused for what waits, for no address, and for a link that sets a password', async () => {
    const access = await accessAs();
    const event = placedEvent({ customer: { email: reader(), firstName: 'A', lastName: 'B' } });
    const { deliveries: planned } = await receiveEvent(SHOP, event);
    await expect(sendAgain(access, planned[0]!, { to: 'a@b.example' })).rejects.toMatchObject({ code: 'conflict' });
    const first = await order(reader());
    await expect(sendAgain(access, first.id, { to: 'nobody' })).rejects.toMatchObject({
      code: 'invalid',
      problems: [{ path: '/to', message: expect.stringContaining('Enter an email address') }],
    });
    const lost = checkEvent({
      ...{ specversion: '1.0', id: 'lost-again', source: 'https://quillwick.example/shop' },
      type: 'account.reset-requested',
      data: {
        ...{ customer: { email: reader(), firstName: 'Ada' }, channel: 'web-shop', language: 'en' },
        details: { reset: { url: 'https://quillwick.example/reset/2' } },
      },
    });
    if (!lost.ok) throw new Error(JSON.stringify(lost.problems));
    await switchNotification(access, 'new-password', true);
    const [link] = (await receiveEvent(SHOP, lost.value)).deliveries;
    await drain();
    expect(await state(link!)).toBe('accepted');
    await expect(sendAgain(access, link!, { to: 'a@b.example' })).rejects.toMatchObject({ code: 'conflict' });
    expect((await deliveryDetail(access, link!)).again).toBeUndefined();
    await expect(sendAgain(access, 'none', { to: 'a@b.example' })).rejects.toMatchObject({ code: 'not-found' });
  });
});
