/** Rehearsals of what somebody chose: the rest stays as it was found, and what has changed of it is still to be rehearsed. */
import { askRehearsal, changedSinceNewest, loadRehearsal, rehearsables } from '@/server/features/rehearsal/rehearsal';
import { Rehearser } from '@/server/rehearsal/rehearser';
import { accessAs, useDatabase } from './fixture';
import { broken, FEW_LIVES, publishAll, rehearsed, saying, toFix, turn } from './rehearsals';

useDatabase();
beforeAll(async () => {
  await publishAll();
  await turn(false);
  await turn(true, 'order-received');
  await turn(true, 'payment-received');
}, 120_000);

async function chosen(...notifications: string[]) {
  const access = await accessAs();
  const { number } = await askRehearsal(access, { of: 'chosen', notifications });
  expect(await new Rehearser(FEW_LIVES).turn()).toBe(true);
  return (await loadRehearsal(access, number))!;
}

it('needs a rehearsal of everything before, and something that is live', async () => {
  const access = await accessAs();
  expect((await rehearsables(access)).map((r) => r.slug)).toEqual(['order-received', 'payment-received']);
  await expect(chosen('order-received')).rejects.toMatchObject({ code: 'conflict', message: /Rehearse all messages/ });
  await rehearsed();
  await expect(chosen('on-its-way')).rejects.toMatchObject({ code: 'conflict', message: /on and live/ });
  await expect(chosen('never-was')).rejects.toMatchObject({ code: 'conflict' });
  // Nothing has changed: what is chosen is rehearsed all the same.
  const again = await chosen('order-received');
  expect(again.run).toMatchObject({ chosen: true, state: 'done' });
  expect(await toFix(again)).toEqual([]);
});

it('takes the rest over as it was found, and what has changed of it is still to be rehearsed', async () => {
  const access = await accessAs();
  const all = await rehearsed();
  const before = all.run.number;
  await broken('payment-received', saying('en', 'subject', 'Paid: €12.34'), async () => {
    const view = await chosen('order-received');
    expect(view.run).toMatchObject({ chosen: true, since: before, state: 'done' });
    const from = (notification: string) =>
      new Set(view.messages.filter((m) => m.notification === notification).map((m) => m.from));
    expect(from('Order received')).toEqual(new Set([undefined]));
    expect(from('Payment received')).toEqual(new Set([before]));
    expect(view.messages).toHaveLength(all.messages.length);
    expect(await toFix(view)).toEqual([]);
    const changed = await changedSinceNewest(access);
    expect(changed).toMatchObject({ since: view.run.number, fresh: 0 });
    expect(changed!.messages).toBeGreaterThan(0);
    const rest = await rehearsed(true);
    expect(rest.run.chosen).toBeUndefined();
    expect((await toFix(rest)).join()).toContain('€12.34');
  });
}, 200_000);

it('leaves what went live since for the next one', async () => {
  const access = await accessAs();
  await rehearsed();
  await turn(true, 'on-its-way');
  const view = await chosen('order-received');
  expect(view.messages.some((m) => m.notification === 'On its way')).toBe(false);
  expect(view.unshown.map((u) => u.notification)).not.toContain('On its way');
  expect((await changedSinceNewest(access))!.fresh).toBeGreaterThan(0);
  const rest = await rehearsed(true);
  expect(rest.messages.some((m) => m.notification === 'On its way')).toBe(true);
}, 200_000);
