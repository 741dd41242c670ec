/** Routing: rules with conditions, tried on orders; what the rules leave out; a rule changed, and what then arrives. */
import { arrived, choose, choosePick, expect, mailbox, placeByEvent, signIn, test } from './support';

test('a colleague hears only of some orders, is found to leave a hole, and hears of them once the rule is changed', async ({
  page,
  request,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/routing');
  const late = page.getByRole('region', { name: 'Stop: cancelled' });
  await expect(late.getByRole('listitem').filter({ hasText: 'Tom Ashdown' })).toContainText(
    'orders of which this is true: the order total is at least €100.00',
  );

  // Only Pawel hears of all new orders: once he is for one place, the others are heard of by nobody.
  const fresh = page.getByRole('region', { name: 'New order' });
  await expect(fresh.getByTestId('hole')).toHaveCount(0);
  await fresh.getByRole('button', { name: 'Change the rule of Pawel Rutka' }).click();
  const form = page.getByRole('form', { name: 'Change the rule of Pawel Rutka' });
  await form.getByLabel('Gets messages about').click();
  await page.getByRole('option', { name: 'orders of which something is true' }).click();
  await choosePick(page, 'Condition on', 'Place of dispatch');
  await expect(form.getByTestId('sentence')).toHaveText(
    /^Gets messages about orders of which this is true: the order ships from the /,
  );
  await form.getByRole('button', { name: 'Keep the change' }).click();
  await expect(form).toHaveCount(0);
  const hole = fresh.getByTestId('hole');
  await expect(hole).toContainText(/^Of \d+ of the last \d+ orders nobody would hear:/);

  const number = `R-${Date.now()}-H`;
  const customer = `hole-${Date.now()}@routing-e2e.example`;
  await placeByEvent(request, number, customer);
  await page.reload();
  // An order of those that are named is a click away; the newest is tried without one.
  const named = hole.getByRole('button').first();
  const left = await named.innerText();
  await named.click();
  await expect(page.getByLabel('Try an order')).toHaveValue(new RegExp(`^${left} `));
  await page.reload();
  await expect(page.getByLabel('Try an order')).toHaveValue(new RegExp(`^${number} `));
  await expect(
    page.getByText(/Pawel Rutka gets messages only about orders where the order ships from the/),
  ).toBeVisible();
  const heard = async (of: string): Promise<boolean> =>
    (await mailbox('pawel@quillwick.example')).some((m) => m.subject.includes(of));
  await arrived(customer, 'We have your order');
  expect(await heard(number)).toBe(false);

  await fresh.getByRole('button', { name: 'Change the rule of Pawel Rutka' }).click();
  await form.getByLabel('Gets messages about').click();
  await page.getByRole('option', { name: 'all orders' }).click();
  await form.getByRole('button', { name: 'Keep the change' }).click();
  await expect(hole).toHaveCount(0);
  const next = `R-${Date.now()}-J`;
  await placeByEvent(request, next, `hole-${Date.now()}@routing-e2e.example`);
  await expect.poll(() => heard(next)).toBe(true);
});

test('a rule that no order can meet is refused where it is built', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/routing');
  await page.getByRole('button', { name: 'Choose who gets it for New order' }).click();
  const form = page.getByRole('form', { name: 'Choose who gets it for New order' });
  await form.getByRole('radio', { name: 'Another address' }).click();
  await form.getByLabel('Address', { exact: true }).fill('never@bindery-print.example');
  await form.getByLabel('Gets messages about').click();
  await page.getByRole('option', { name: 'orders of which something is true' }).click();
  await choosePick(page, 'Condition on', 'Guest or account');
  await form.getByRole('button', { name: 'Add a condition' }).click();
  await form
    .getByLabel(/^Condition on/)
    .nth(1)
    .click();
  await page.getByRole('option', { name: 'Guest or account' }).click();
  await form
    .getByRole('radio', { name: /account/i })
    .last()
    .click();
  await form.getByRole('button', { name: 'Add to New order' }).click();
  await expect(form.getByRole('alert')).toContainText(
    'No order would be told of by this rule. No order can match both “the customer ordered as a guest” and “the customer has an account”.',
  );
  await expect(form.getByLabel('Address', { exact: true })).toHaveValue('never@bindery-print.example');
  await form.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText('never@bindery-print.example')).toHaveCount(0);
});

test('who is away is stood in for, and copies of what customers get reach the team', async ({ page, request }) => {
  await signIn(page);
  await page.goto('/s/quillwick/routing');
  const placed = page.getByRole('region', { name: 'New order' });
  const stamp = Date.now();
  await test.step('a rule is tried on the orders of late while it is made', async () => {
    await placed.getByRole('button', { name: 'Choose who gets it for New order' }).click();
    const form = page.getByRole('form', { name: 'Choose who gets it for New order' });
    await form.getByRole('radio', { name: 'Another address' }).click();
    await form.getByLabel('Address', { exact: true }).fill('press@bindery-print.example');
    await expect(form.getByRole('status')).toContainText(
      /Tried on the last \d+ orders, of \d+ days:press@bindery-print\.example: \d+ messages more, at most \d+ on one day\./,
    );
    await form.getByRole('button', { name: 'Close' }).click();
  });
  await test.step('all rules of who is away rest, and who stands in gets their messages', async () => {
    await placed.getByRole('button', { name: 'Pause ... Pawel Rutka' }).click();
    const dialog = page.getByRole('dialog', { name: 'Pause the rule of Pawel Rutka' });
    await choose(page, 'Who stands in', 'Tom Ashdown');
    await expect(dialog.getByLabel(/^All \d rules of Pawel Rutka$/)).toBeChecked();
    await dialog.getByRole('button', { name: 'Pause', exact: true }).click();
    await expect(dialog).toHaveCount(0);
    await expect(placed).toContainText('paused · Tom Ashdown stands in');
    await placeByEvent(request, `AW-${stamp}`, `away-${stamp}@routing-e2e.example`);
    await arrived('tom@quillwick.example', `AW-${stamp}`);
    const heard = (await mailbox('pawel@quillwick.example')).some((m) => m.subject.includes(`AW-${stamp}`));
    expect(heard).toBe(false);
    await placed.getByRole('button', { name: 'Go on with Pawel Rutka' }).click();
    await expect(placed).not.toContainText('stands in');
  });
  await test.step('copies say whom the message went to', async () => {
    const copies = page.getByRole('region', { name: 'Copies of what customers get' });
    await copies.getByRole('button', { name: 'Send copies to ...' }).click();
    const form = copies.getByRole('form', { name: 'Send copies to ...' });
    await form.getByRole('radio', { name: 'Another address' }).click();
    await form.getByLabel('Address', { exact: true }).fill('archive@bindery-print.example');
    await expect(form).toContainText(/\d+ messages of last month would have been among them\./);
    await form.getByRole('button', { name: 'Send copies' }).click();
    await expect(copies.getByText('archive@bindery-print.example')).toBeVisible();
    const customer = `copied-${stamp}@routing-e2e.example`;
    await placeByEvent(request, `CP-${stamp}`, customer);
    await arrived('archive@bindery-print.example', `[Cc ${customer}]`);
    await copies.getByRole('button', { name: 'Remove the copies to archive@bindery-print.example' }).click();
    await expect(copies.getByText('archive@bindery-print.example')).toHaveCount(0);
  });
});

test('a rule is changed, tried on past orders, live, and taken back from the list of changes', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/routing');
  const rules = page.getByRole('region', { name: 'New order' });
  await rules.getByRole('button', { name: 'Change the rule of Pawel Rutka' }).click();
  const form = page.getByRole('form', { name: 'Change the rule of Pawel Rutka' });
  await form.getByLabel('Gets messages about').click();
  await page.getByRole('option', { name: /kits/ }).click();
  // Tried before it is live.
  await expect(form.getByRole('status')).toContainText('Pawel Rutka');
  await form.getByRole('button', { name: 'Keep the change' }).click();
  await expect(rules).toContainText('orders with kits');
  const changes = page.getByRole('region', { name: 'Changes of late' });
  await expect(changes.getByRole('listitem').first()).toContainText('Changed: New order to Pawel Rutka');
  await changes.getByRole('button', { name: 'Take back' }).first().click();
  const dialog = page.getByRole('dialog', { name: 'Take a change back' });
  await dialog.getByRole('button', { name: 'Look' }).click();
  await expect(dialog.getByRole('status')).toContainText('Pawel Rutka');
  await dialog.getByRole('button', { name: 'Take back' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(rules).not.toContainText('orders with kits');
  await expect(changes).toContainText('taken back by Marta Oyelaran');
});

test('changes are gathered, tried together, go live as one and are taken back as one', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/routing');
  const rules = page.getByRole('region', { name: 'New order' });
  await page.getByRole('button', { name: 'Gather changes first' }).click();
  const gathered = page.getByRole('region', { name: 'Gathered changes' });
  await rules.getByRole('button', { name: 'Choose who gets it for New order' }).click();
  const form = page.getByRole('form', { name: 'Choose who gets it for New order' });
  await form.getByRole('radio', { name: 'Another address' }).click();
  await form.getByLabel('Address', { exact: true }).fill('night@bindery-print.example');
  await form.getByRole('button', { name: 'Gather it' }).click();
  await expect(gathered).toContainText('night@bindery-print.example gets New order too: all orders');
  await expect(form).toHaveCount(0);
  await rules.getByRole('button', { name: 'Remove Pawel Rutka' }).click();
  await expect(gathered).toContainText('Pawel Rutka no longer gets New order');
  await expect(rules.getByRole('listitem').filter({ hasText: 'Pawel Rutka' })).toContainText('its removal is gathered');
  // Tried together: nobody is left out, since one comes as the other goes.
  await expect(gathered.getByRole('status')).toContainText(/night@bindery-print\.example: \d+ messages more/);
  await expect(gathered.getByRole('status')).toContainText(/Pawel Rutka: \d+ messages fewer/);
  await expect(gathered.getByRole('status')).not.toContainText('nobody');
  // It stays while one is away.
  await page.reload();
  await expect(gathered.getByRole('listitem').filter({ hasText: 'Marta Oyelaran' })).toHaveCount(2);
  await gathered.getByRole('button', { name: 'Make them live' }).click();
  await expect(gathered).toHaveCount(0);
  await expect(rules).toContainText('night@bindery-print.example');
  await expect(rules).not.toContainText('Pawel Rutka');
  const changes = page.getByRole('region', { name: 'Changes of late' });
  await changes.getByRole('button', { name: 'Take back' }).first().click();
  const dialog = page.getByRole('dialog', { name: 'Take a change back' });
  await dialog.getByRole('button', { name: 'Look' }).click();
  await dialog.getByRole('button', { name: 'Take back' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(rules).toContainText('Pawel Rutka');
  await expect(rules).not.toContainText('night@bindery-print.example');
});

test('a rule’s messages wait for each other, each can be sent before, and its order says so', async ({
  page,
  request,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/routing');
  const to = `evening-${Date.now()}@bindery-print.example`;
  const rules = page.getByRole('region', { name: 'New order' });
  await rules.getByRole('button', { name: 'Choose who gets it for New order' }).click();
  const form = page.getByRole('form', { name: 'Choose who gets it for New order' });
  await form.getByRole('radio', { name: 'Another address' }).click();
  await form.getByLabel('Address', { exact: true }).fill(to);
  await form.getByRole('radio', { name: 'Together in one mail' }).click();
  await form.getByLabel('At', { exact: true }).fill('06:15');
  await expect(form.getByRole('status')).toContainText(/messages? more, at most 1 on one day/);
  await form.getByRole('button', { name: 'Add to New order' }).click();
  const rule = rules.getByRole('listitem').filter({ hasText: to });
  await expect(rule).toContainText('together in one mail, every working day at 06:15');
  const number = `EV-${Date.now()}`;
  await placeByEvent(request, number, `evening-${number.toLowerCase()}@routing-e2e.example`);
  await page.goto(`/s/quillwick/deliveries?recipient=${to}`);
  await page.getByRole('row').filter({ hasText: to }).getByRole('link').first().click();
  await expect(
    page.getByText('It goes out in one mail with the others that wait, every working day at 06:15.'),
  ).toBeVisible();
  expect(await mailbox(to)).toEqual([]);
  await page.getByRole('button', { name: 'Send it now' }).click();
  await arrived(to, number);
  await page.goto('/s/quillwick/routing');
  await rules.getByRole('button', { name: `Remove ${to}` }).click();
  await expect(rule).toHaveCount(0);
});
