/** One notice to many people, from the screen to the mailboxes: chosen, tested, sent, paused, stopped, begun again. */
import type { Page } from '@playwright/test';
import { arrived, expect, mailbox, signIn, test } from './support';

const pick = async (page: Page, label: string, option: string): Promise<void> => {
  await page.getByRole('combobox', { name: label }).click();
  await page.getByRole('option', { name: option }).click();
};
const count = (page: Page) => page.getByRole('region', { name: 'People' });

test('people are chosen, those without consent are listed, a test goes first, and each gets it once', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/notices');
  await expect(page.getByText('No notices yet')).toBeVisible();
  await page.getByRole('link', { name: 'New notice' }).click();
  await expect(count(page)).toContainText('Everybody who has ordered.');
  await pick(page, 'Countries', 'Germany');
  await expect(count(page)).toContainText('Customers who live in Germany.');
  await expect(count(page)).toContainText('Have not agreed to news and offers');
  const people = await count(page).getByRole('heading').first().innerText();
  const n = Number(/^(\d+) people/.exec(people)![1]);
  expect(n).toBeGreaterThan(3);
  const begin = page.getByRole('button', { name: `Send to ${n} people ...` });
  // Not before a test has gone out.
  await expect(begin).toBeDisabled();
  await page.getByRole('button', { name: 'Send a test to marta@quillwick.example' }).click();
  await expect(page.getByText('Test sent to marta@quillwick.example.')).toBeVisible();
  await arrived('marta@quillwick.example', '[Test] News from Quillwick');

  await test.step('the selection is kept for the next time', async () => {
    await page.getByLabel('Save this selection as').fill('In Germany');
    await page.getByLabel('Save this selection as').press('Enter');
    await expect(page.getByRole('button', { name: /^Saved selection: In Germany/ })).toBeVisible();
  });

  await begin.click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('What has gone out cannot be taken back.');
  await dialog.getByRole('button', { name: 'Begin sending' }).click();
  await page.waitForURL(/\/notices\/[0-9a-f-]{36}$/);
  const progress = page.getByRole('region', { name: 'Progress' });
  await expect(progress.getByRole('progressbar')).toBeVisible();
  await expect(progress).toContainText(/\d+ sent|One sent/);
  await expect(page.getByRole('region', { name: 'People' })).toContainText('Have not agreed to news and offers');
  await page.getByRole('link', { name: 'See them' }).click();
  await expect(page.getByRole('row', { name: /News from the store/ }).first()).toBeVisible();
  await page
    .getByRole('row', { name: /accepted/ })
    .first()
    .getByRole('link')
    .first()
    .click();
  await expect(page.getByText('was chosen for this notice.')).toBeVisible();
  const address = /[\w.+-]+@[\w.-]+\.example/.exec(await page.locator('dl').first().innerText())![0];
  const news = (await mailbox(address)).filter((m) => /^(News from|Neues von) Quillwick$/.test(m.subject));
  expect(news).toHaveLength(1);
});

test('a notice is paused, stopped, and begun again with the rest', async ({ page }) => {
  await signIn(page);
  await test.step('a service with little room makes it slow', async () => {
    await page.goto('/s/quillwick/sending/services');
    await page
      .getByRole('link', { name: /harrowpost/i })
      .first()
      .click();
    await page.getByLabel('Messages a minute').fill('10');
    await page.getByRole('button', { name: 'Save and check' }).click();
    await expect(page.getByText('It sends.').or(page.locator('[data-step="sender"]')).first()).toBeVisible();
  });
  await page.goto('/s/quillwick/notices/new');
  await page.getByRole('button', { name: /^Saved selection/ }).click();
  await page.getByRole('option', { name: 'In Germany' }).click();
  await expect(count(page)).toContainText('Customers who live in Germany.');
  await page.getByRole('button', { name: /^Send to \d+ people/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Begin sending' }).click();
  await page.waitForURL(/\/notices\/[0-9a-f-]{36}$/);
  await expect(page.getByText('Up to 8 messages a minute go out')).toBeVisible();
  await page.getByRole('button', { name: 'Stop ...' }).click();
  await expect(page.getByRole('dialog')).toContainText('will not be');
  await page.getByRole('dialog').getByRole('button', { name: 'Stop it' }).click();
  await expect(page.getByText('Marta Oyelaran stopped the notice. Nobody is written to twice.')).toBeVisible();
  await page.getByRole('button', { name: 'Begin again with the rest' }).click();
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByText('Marta Oyelaran paused the notice.')).toBeVisible();
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.goto('/s/quillwick/notices');
  await expect(page.getByRole('row', { name: /News from the store/ })).toHaveCount(2);
});
