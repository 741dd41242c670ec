/** All versions of a notification in the Desk's head: moved between on the same sheet, and published together. */
import type { Page } from '@playwright/test';
import { arrived, choosePick, expect, placeByEvent, publish, saved, sheet, signIn, test, words } from './support';

const DESK = '/s/quillwick/desk/order-received';

test('versions stand side by side, and none is forgotten when one is published', async ({ page }) => {
  await signIn(page);
  await page.goto(`${DESK}?order=LBL-1001&language=de`);
  const versions = page.getByRole('navigation', { name: 'Versions' });
  await expect(versions.getByRole('link')).toHaveCount(3);
  await expect(versions.getByRole('link', { name: /^Everyone else/ })).toHaveAttribute('aria-current', 'page');
  await expect(versions.getByRole('link', { name: /^Guests/ })).toContainText(/edition 1 · \d+% of orders/);

  await test.step('the next is looked at with the same order and language', async () => {
    await versions.getByRole('link', { name: /^Guests/ }).click();
    await expect(page).toHaveURL(/order-received~guests\?order=LBL-1001&language=de/);
    await expect(versions.getByRole('link', { name: /^Guests/ })).toHaveAttribute('aria-current', 'page');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Order received, Guests');
  });

  const say = async (line: string): Promise<void> => {
    await expect(sheet(page).locator('.lb-help')).toBeVisible();
    await page.getByRole('list', { name: 'Blocks' }).locator('[data-block="help"]').click();
    await words(page).focus();
    await page.keyboard.press('ControlOrMeta+End');
    // "Saved" stands there before what is typed is known of, too: all of it has to be kept before the page is left.
    const kept = page.waitForResponse((r) => r.request().postData()?.includes(line) === true);
    await page.keyboard.type(` ${line}`);
    await expect(sheet(page).locator('.lb-help')).toContainText(line);
    await kept;
    await saved(page);
  };
  await say('Guten Abend.');
  await page.goto(DESK);
  await say('Good evening.');
  await page.reload();
  await expect(versions.getByRole('link', { name: /^Guests/ })).toContainText('draft differs');

  await test.step('publishing offers the other one, and makes both live', async () => {
    await page.getByRole('button', { name: 'Publish edition 2' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByText('Other versions that differ from what is live')).toBeVisible();
    // How it changed is read, not only that it did.
    await expect(dialog.getByTestId('changes').locator('ins').filter({ hasText: 'Good evening.' })).toBeVisible();
    await dialog.getByLabel('Guests').check();
    await dialog.getByLabel('Why, for colleagues').fill('The evening shift asked for it');
    await dialog.getByRole('button', { name: 'Publish 2 versions' }).click();
    await expect(page.getByText('Edition 2 is live, and 1 other version.')).toBeVisible();
    await expect(versions.getByRole('link', { name: /^Guests/ })).toContainText('edition 2');
    await expect(versions.getByRole('link', { name: /^Everyone else/ })).toContainText('edition 2');
  });

  await test.step('editions say when, who and why; any two are compared, of other versions and of what ships too', async () => {
    await page.getByRole('button', { name: 'edition 2 is live' }).click();
    const edition = page.getByRole('menuitem', { name: /Edition 2/ });
    await expect(edition).toContainText('Marta Oyelaran');
    await expect(edition).toContainText('The evening shift asked for it');
    await page.getByRole('menuitem', { name: /Edition 1/ }).click();
    const dialog = page.getByRole('dialog', { name: 'Compare editions' });
    const added = dialog.getByTestId('changes').locator('ins');
    await expect(added.filter({ hasText: 'Good evening.' })).toBeVisible();
    await choosePick(page, 'After', 'Guests: edition 2');
    await expect(dialog.getByTestId('changes').locator('ins').filter({ hasText: 'Guten Abend.' })).toBeVisible();
    await choosePick(page, 'Before', 'What ships');
    await choosePick(page, 'After', 'The draft');
    await expect(added.filter({ hasText: 'safely' })).not.toHaveCount(0);
  });

  await test.step('what ships is the draft again in two steps, and undo brings the draft back', async () => {
    await page.getByRole('dialog').getByRole('button', { name: 'Make the draft what this is: What ships' }).click();
    await expect(sheet(page).locator('.lb-next')).not.toContainText('safely');
    await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
    await expect(sheet(page).locator('.lb-next')).toContainText('safely');
    await saved(page);
  });

  await test.step('with nothing else to publish, nothing else is offered', async () => {
    await say('Good night.');
    await publish(page, 'Publish edition 3');
  });
});

test('a version follows another: one change reaches both, its own stays, and a change meanwhile needs no decision', async ({
  page,
  request,
  context,
}) => {
  await signIn(page);
  const line = async (on: Page, block: string, text: string): Promise<void> => {
    await expect(sheet(on).locator(`.lb-${block}`)).toBeVisible();
    await on.getByRole('list', { name: 'Blocks' }).locator(`[data-block="${block}"]`).click();
    await words(on).focus();
    await on.keyboard.press('ControlOrMeta+End');
    await on.keyboard.type(` ${text}`);
    await expect(sheet(on).locator(`.lb-${block}`)).toContainText(text);
  };
  const guests = `${DESK}~guests?order=LBL-1001`;
  await page.goto(guests);
  await expect(sheet(page).locator('.lb-help')).toBeVisible();
  const bar = page.getByRole('note').filter({ hasText: 'Follows Everyone else' });

  await test.step('what differs when it begins to follow is named first, and undone in one step', async () => {
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('menuitem', { name: 'Follow another version ...' }).click();
    const dialog = page.getByRole('dialog', { name: 'Order received, Guests follows another version' });
    await expect(dialog.getByTestId('own-parts').getByText(/^Button: words of its own in/)).toBeVisible();
    await dialog.getByRole('button', { name: 'Follow', exact: true }).click();
    await expect(bar).toContainText(/\d parts of its own/);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(bar).toHaveCount(0);
    await page.getByRole('button', { name: 'Redo', exact: true }).click();
    await expect(bar).toBeVisible();
    await saved(page);
  });

  await test.step('a part of its own is given up, and becomes its own again by typing', async () => {
    const button = page.getByRole('list', { name: 'Blocks' }).getByRole('button', { name: /Button/ });
    await expect(button).toContainText('own');
    await button.click();
    await page.getByRole('button', { name: 'As in Everyone else again' }).click();
    await expect(button).not.toContainText('own');
    await expect(page.getByText('As in Everyone else. What you change here becomes this version’s own.')).toBeVisible();
    await expect(sheet(page).getByText('Follow your order, without an account')).toHaveCount(0);
    await line(page, 'help', 'For guests only.');
    await expect(page.getByText('This version’s own in English.')).toBeVisible();
    await saved(page);
  });

  await test.step('the other is changed while this one is open: what was typed here is kept, nobody has to choose', async () => {
    const other = await context.newPage();
    await other.goto(`${DESK}?order=LBL-1001`);
    await expect(other.getByText(/^Followed by Guests: what you change here is changed there/)).toBeVisible();
    await line(other, 'next', 'Thread and all.');
    await saved(other);
    await line(page, 'help', 'Ask at the bench.');
    await expect(page.getByText('Everyone else was changed meanwhile.')).toBeVisible();
    await expect(sheet(page).locator('.lb-next')).toContainText('Thread and all.');
    await expect(sheet(page).locator('.lb-help')).toContainText('For guests only. Ask at the bench.');
    await saved(page);
    await other.reload();
    await expect(sheet(other).locator('.lb-help')).not.toContainText('Ask at the bench.');

    await test.step('both are published in one step, and each reader gets their version', async () => {
      await expect(sheet(other).locator('.lb-next')).toBeVisible();
      await line(other, 'next', 'And wax.');
      await saved(other);
      await other.getByRole('button', { name: /^Publish edition/ }).click();
      const dialog = other.getByRole('dialog');
      await expect(dialog.getByLabel('Guests')).toBeChecked();
      await dialog.getByRole('button', { name: 'Publish 2 versions' }).click();
      await expect(other.getByText(/is live, and 1 other version\./)).toBeVisible();
      await other.close();
    });
    await placeByEvent(request, 'FOLLOW-1', 'guest@follows.example', undefined, { guest: true });
    await placeByEvent(request, 'FOLLOW-2', 'member@follows.example');
    const guest = await arrived('guest@follows.example', 'FOLLOW-1');
    expect(guest.message.text).toContain('Thread and all. And wax.');
    expect(guest.message.text).toContain('For guests only. Ask at the bench.');
    const member = await arrived('member@follows.example', 'FOLLOW-2');
    expect(member.message.text).toContain('Thread and all. And wax.');
    expect(member.message.text).not.toContain('For guests only.');
  });
});
