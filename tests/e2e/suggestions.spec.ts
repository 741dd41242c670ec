/** Products to go with an order: chosen by rule on the Desk, explained there, and in the mailbox of whoever orders. */
import { arrived, choosePick, expect, placeByEvent, publish, saved, sheet, signIn, test } from './support';

test('what is often bought together is suggested with why, and what was ordered never is', async ({
  page,
  request,
}) => {
  await signIn(page);
  const number = `S-${Date.now()}`;
  const address = `sug-${Date.now()}@suggestions-e2e.example`;
  await placeByEvent(request, number, address);
  const { message: before } = await arrived(address, number);
  expect(before.text).not.toContain('Goes well with your order');

  await page.goto(`/s/quillwick/desk/order-received?order=${number}`);
  await page.getByRole('button', { name: /^Add Suggest/ }).click();
  const why = page.getByRole('region', { name: `Suggested for ${number}` });
  await expect(why.getByRole('listitem').first()).toBeVisible();
  await expect(why).toContainText(/Bought with .* in \d+ of \d+ orders, [\d.]+ times as often as by chance/);
  await expect(why).toContainText(/From \d+ orders, worked out/);
  const name = await why.getByRole('listitem').first().locator('span').first().innerText();
  await expect(sheet(page).getByRole('link', { name })).toBeVisible();
  await expect(sheet(page).getByText('Goes well with your order')).toBeVisible();

  await test.step('another rule and number suggest others', async () => {
    await page.getByRole('radio', { name: '1', exact: true }).click();
    await expect(why.getByRole('listitem')).toHaveCount(1);
    await choosePick(page, 'Which products', 'Chosen by hand');
    await expect(page.getByText('No products are chosen yet.')).toBeVisible();
    await page.getByRole('combobox', { name: 'Add a product' }).click();
    await page.getByRole('option', { name: /Awl with pearwood handle/ }).click();
    await expect(why).toContainText('Chosen by hand');
    await choosePick(page, 'Which products', 'Often bought together');
    await page.getByRole('radio', { name: '3', exact: true }).click();
  });

  await saved(page);
  await publish(page, 'Publish edition 2');
  const next = `S2-${Date.now()}`;
  await placeByEvent(request, next, address);
  const { message } = await arrived(address, next);
  const [, together = ''] = message.text!.split('Goes well with your order');
  expect(together).toContain(name);
  expect(together).toMatch(/€[\d.]+: https:\/\/quillwick\.example\/shop\//);
  const ordered = message.text!.split('Goes well with your order')[0]!;
  for (const line of together.split('\n').filter((l) => l.includes('/shop/')))
    expect(ordered).not.toContain(line.split(', €')[0]!);
});
