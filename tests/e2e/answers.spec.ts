/** What readers answer and what they do not want: from the mailbox back to the screen, and on to the team. */
import type { Page } from '@playwright/test';
import { arrived, expect, MAILBOXES, mailbox, placeByEvent, PORT, REGISTRAR, signIn, test } from './support';

const NEWS = 'A word about the order';
const TEAM = 'team@answers-e2e.example';

/** Opens the newest message of a mailbox whose subject holds some words. */
async function openMail(page: Page, address: string, words: string): Promise<void> {
  await page.goto(`${MAILBOXES}/read/${encodeURIComponent(address)}`);
  await page.getByRole('link', { name: words }).first().click();
}

test('a reader unsubscribes from news by the link in it, does not get the next, and still hears of their orders', async ({
  page,
  request,
}) => {
  const address = `reader-${Date.now()}@answers-e2e.example`;
  const number = `N-${Date.now()}`;
  await signIn(page);
  await page.goto('/s/quillwick/journey/a-word');
  await page.getByLabel('News or an offer').check();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(/changed A word about the order: news or an offer/)).toBeVisible();

  await placeByEvent(request, number, address);
  await arrived(address, number);
  await page.goto(`/s/quillwick/orders/write?orders=${number}`);
  await page.getByRole('link', { name: NEWS }).click();
  await page.getByRole('button', { name: /^Send to/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Send it' }).click();
  await page.waitForURL(`**/orders/${number}`);
  await expect.poll(async () => (await mailbox(address)).length).toBe(2);
  const [news] = await mailbox(address);
  const { message } = await arrived(address, news!.subject);
  const { url } = (message.headers.get('list') as { unsubscribe: { url: string } }).unsubscribe;
  expect(message.text).toContain(url);

  await test.step('on the page, by keyboard alone', async () => {
    await page.goto(url);
    await expect(page.getByRole('heading', { name: 'Which messages do you want?' })).toBeVisible();
    await expect(page.getByText(address)).toBeVisible();
    await expect(page.getByLabel('News and offers')).not.toBeChecked();
    await expect(page.getByLabel('Questions about how it went')).toBeChecked();
    await page.getByRole('button', { name: 'Save' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('status')).toContainText('Saved.');
  });

  await page.goto(`/s/quillwick/orders/write?orders=${number}`);
  await expect(page.getByRole('navigation', { name: 'Messages' })).toContainText(
    `${address} does not want news and offers.`,
  );
  await page.goto('/s/quillwick/sending/withheld');
  const row = page.getByRole('row').filter({ hasText: address });
  await expect(row).toContainText('Unsubscribed by the link in a message');
  await expect(row).toContainText('news and offers');
  // Asked by telephone, a colleague puts them back.
  await row.getByRole('button', { name: /^Remove from list/ }).click();
  await expect(row).toHaveCount(0);
  await page.goto(`/s/quillwick/orders/write?orders=${number}`);
  await expect(page.getByRole('link', { name: NEWS })).toBeVisible();
});

test('a reply comes through Libellus: it stands with its order, reaches the team with its picture, and is one thread', async ({
  page,
  request,
}) => {
  const address = `answers-${Date.now()}@answers-e2e.example`;
  const number = `R-${Date.now()}`;
  await signIn(page);
  await page.goto('/s/quillwick/sending/senders');
  await expect(page.getByText(/^Replies go to orders@quillwick\.example|^Needs a sending domain/)).toBeVisible();
  await page.goto('/s/quillwick/sending/services/new');
  await page.getByLabel('A relay for larger senders').check();
  await page.getByLabel('Host', { exact: true }).fill('relay.fernbridge.example');
  await page.getByRole('textbox', { name: 'Port' }).fill(String(PORT + 6));
  await page.getByLabel('User').fill('quillwick');
  await page.getByLabel('Password', { exact: true }).fill('fern-and-bracken');
  await page.getByLabel('Domains verified there').fill('quillwick.example');
  await page.getByRole('button', { name: 'Save and check' }).click();
  await expect(page.locator('[data-step="sender"]')).toHaveAttribute('data-state', 'passed');
  await page.goto(REGISTRAR);
  await page.getByLabel('Host').fill('bounce');
  await page.getByLabel('Type').selectOption('MX');
  await page.getByLabel('Value').fill('10 bounces.quillwick.example');
  await page.getByRole('button', { name: 'Add the record' }).click();
  await expect(page.getByRole('heading', { name: 'Stand-in registrar' })).toBeVisible();
  await page.goto('/s/quillwick/sending/domains');
  await page.getByLabel('Domain', { exact: true }).fill('quillwick.example');
  await page.getByRole('button', { name: 'Add the domain' }).click();
  await expect(page.locator('[data-record="bounce-mx"]')).toContainText('Bounces come back to Libellus.');

  await page.goto('/s/quillwick/sending/senders');
  await page.getByLabel('Reply-to address').fill(TEAM);
  await page.getByLabel('Replies come through Libellus').check();
  await expect(page.getByText(`A reply is kept with its order and passed on to ${TEAM}.`)).toBeVisible();
  await page.getByRole('button', { name: 'Save the senders' }).click();
  await expect(page.getByText('Saved', { exact: false }).first()).toBeVisible();

  await placeByEvent(request, number, address);
  await arrived(address, number);
  await openMail(page, address, number);
  await page.getByLabel('Answer as').fill('Can the parcel go to the mill instead?');
  await page.getByLabel('with a picture').check();
  await page.getByRole('button', { name: 'Send the answer' }).click();
  await expect(page.getByRole('button', { name: 'Send the answer' })).toBeVisible();

  const { message } = await arrived(TEAM, `Re: `);
  expect(message.text).toContain('Can the parcel go to the mill instead?');
  expect(message.text).toContain(`About order ${number}`);
  expect(message.replyTo!.value[0]!.address).toBe(address);
  expect(message.attachments.map((a) => a.filename)).toEqual(['picture.png']);

  await page.goto(`/s/quillwick/orders/${number}`);
  const replies = page.getByRole('region', { name: 'Replies' });
  await expect(replies).toContainText('Can the parcel go to the mill instead?');
  await expect(replies).toContainText('1 attachment: picture.png');
  await expect(replies).toContainText(`Passed on to ${TEAM}`);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    replies.getByRole('link', { name: 'Download the reply' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^reply-.*\.eml$/);

  await test.step('a holiday answer stays here', async () => {
    await openMail(page, address, number);
    await page.getByLabel('Answer as').fill('I am away until Monday.');
    await page.getByLabel('as a holiday answer').check();
    await page.getByRole('button', { name: 'Send the answer' }).click();
    await page.goto(`/s/quillwick/orders/${number}`);
    await expect(replies).toContainText('It was written by a program and was not passed on.');
    expect((await mailbox(TEAM)).filter((m) => m.subject.startsWith('Re: '))).toHaveLength(1);
  });

  await test.step('a message called spam comes back as a complaint, and they get nothing more that they need not get', async () => {
    // The relay lets return-paths be ours, where complaints come back to.
    await page.goto('/s/quillwick/sending/services');
    await page.getByRole('button', { name: 'Move down' }).first().click();
    await expect(page.getByTestId('services').getByRole('listitem').first()).toContainText('relay.fernbridge.example');
    const unwanted = `${number}-spam`;
    await placeByEvent(request, unwanted, address);
    await arrived(address, unwanted);
    await openMail(page, address, unwanted);
    await page.getByRole('button', { name: 'This is spam' }).click();
    await expect(page.getByRole('button', { name: 'This is spam' })).toBeVisible();
    await expect(async () => {
      await page.goto('/s/quillwick/sending/withheld');
      await expect(page.getByRole('row').filter({ hasText: address }).first()).toContainText('Called a message spam', {
        timeout: 1_000,
      });
    }).toPass();
    await page.goto(`/s/quillwick/deliveries?recipient=${address}`);
    await page
      .getByRole('row', { name: new RegExp(unwanted) })
      .getByRole('link')
      .first()
      .click();
    await expect(page.getByText('the reader called it spam')).toBeVisible();
    // What is about their orders still comes.
    const next = `${number}-next`;
    await placeByEvent(request, next, address);
    await arrived(address, next);
  });
});
