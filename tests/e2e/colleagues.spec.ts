/** Colleagues: one is invited, takes part, gets another role and sees other screens; a forgotten password; one's own page. */
import { codeAt } from '../totp';
import { axeFindings } from './axe';
import { arrived, expect, forgetSession, mailbox, placeByEvent, signIn, test } from './support';

const PASSWORD = 'paper and a long thread';

test('a colleague is invited, takes part by the link, gets another role and sees the screens change', async ({
  page,
  browser,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/colleagues');
  const email = `ada-${Date.now()}@colleague-e2e.example`;
  await page.getByRole('button', { name: 'Invite ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Invite a colleague' });
  await dialog.getByLabel('Their email address').fill('marta@quillwick.example');
  await dialog.getByRole('button', { name: 'Invite', exact: true }).click();
  await expect(dialog).toContainText('Marta Oyelaran has this address and is a colleague here already.');
  await dialog.getByLabel('Their email address').fill(email);
  await dialog.getByLabel('Role').click();
  await page.getByRole('option', { name: 'viewer' }).click();
  await expect(dialog).toContainText('As viewer they can: read everything of the store but its keys.');
  await dialog.getByRole('button', { name: 'Invite', exact: true }).click();
  await expect(dialog).toContainText(`An invitation went to ${email}.`);
  const link = await dialog.getByLabel('Link to hand over').inputValue();
  expect((await arrived(email, 'Marta Oyelaran invites you to Quillwick')).message.text).toContain(link);
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('region', { name: 'Invited' })).toContainText(`${email} · viewer`);
  expect(await axeFindings(page, 'colleagues')).toEqual([]);

  const context = await browser.newContext({ baseURL: test.info().project.use.baseURL! });
  const theirs = await context.newPage();
  await theirs.goto(link);
  await expect(theirs.getByRole('heading', { name: 'Take part in Quillwick' })).toBeVisible();
  await theirs.getByLabel('Your name').fill('Ada Quill');
  await theirs.getByLabel('Password').fill('short');
  await theirs.getByRole('button', { name: 'Take part' }).click();
  await expect(theirs.getByText(/at least 10/i).last()).toBeVisible();
  await theirs.getByLabel('Password').fill(PASSWORD);
  await theirs.getByRole('button', { name: 'Take part' }).click();
  await theirs.waitForURL('**/s/quillwick/today');
  await theirs.goto('/s/quillwick/store/colleagues');
  await expect(theirs.getByRole('row').filter({ hasText: 'Ada Quill' })).toContainText('you');
  await expect(theirs.getByRole('button', { name: 'Invite ...' })).toHaveCount(0);
  // The link is over now.
  await theirs.goto(link);
  await expect(theirs.getByRole('heading', { name: 'This invitation is not open' })).toBeVisible();

  await page.reload();
  await page.getByLabel('Role of Ada Quill').click();
  await page.getByRole('option', { name: 'owner' }).click();
  await expect(page.getByText('Ada Quill is owner now.')).toBeVisible();
  await theirs.goto('/s/quillwick/store/colleagues');
  await expect(theirs.getByRole('button', { name: 'Invite ...' })).toBeVisible();

  await page.getByRole('button', { name: 'Switch off Ada Quill' }).click();
  await expect(page.getByRole('row').filter({ hasText: 'Ada Quill' })).toContainText('switched off');
  await theirs.goto('/s/quillwick/today');
  await expect(theirs.getByRole('heading', { level: 1 })).not.toHaveText('Today');
  await page.getByRole('button', { name: 'Remove ... Ada Quill' }).click();
  const leaving = page.getByRole('dialog', { name: 'Remove Ada Quill?' });
  await leaving.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByRole('row').filter({ hasText: 'Ada Quill' })).toHaveCount(0);
  await context.close();
});

test('one’s own page changes name and password, and a forgotten password is set by a mailed link', async ({
  page,
  browser,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/colleagues');
  const email = `bo-${Date.now()}@colleague-e2e.example`;
  await page.getByRole('button', { name: 'Invite ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Invite a colleague' });
  await dialog.getByLabel('Their email address').fill(email);
  await dialog.getByRole('button', { name: 'Invite', exact: true }).click();
  const link = await dialog.getByLabel('Link to hand over').inputValue();

  const context = await browser.newContext({ baseURL: test.info().project.use.baseURL! });
  const own = await context.newPage();
  await own.goto(link);
  await own.getByLabel('Your name').fill('Bo Rag');
  await own.getByLabel('Password').fill(PASSWORD);
  await own.getByRole('button', { name: 'Take part' }).click();
  await own.waitForURL('**/s/quillwick/today');
  await own.goto('/s/quillwick/you');
  await expect(own.getByRole('region', { name: 'Where you are signed in' })).toContainText('this browser');
  expect(await axeFindings(own, 'own page')).toEqual([]);
  await own.getByLabel('Your name').fill('Bo Ragman');
  await own.getByRole('button', { name: 'Save' }).click();
  await expect(own.getByText('You are called Bo Ragman now.')).toBeVisible();
  const next = 'linen and a longer thread';
  await own.getByLabel('Password of now').fill('not it at all');
  await own.getByLabel('New password').fill(next);
  await own.getByRole('button', { name: 'Change the password' }).click();
  await expect(own.getByText('This is not your password.')).toBeVisible();
  await own.getByLabel('Password of now').fill(PASSWORD);
  await own.getByRole('button', { name: 'Change the password' }).click();
  await expect(own.getByText('The password is changed. Everywhere else you are signed out.')).toBeVisible();

  await context.clearCookies();
  await own.goto('/sign-in');
  await own.getByRole('link', { name: 'Forgot the password?' }).click();
  await own.getByLabel('Their email address').fill(email);
  await own.getByRole('button', { name: 'Send the link' }).click();
  await expect(own.getByRole('status')).toContainText(`If somebody signs in with ${email}, a link is on its way.`);
  const { message } = await arrived(email, 'A new password for Libellus');
  const [url] = /http\S+\/sign-in\/new\/[\w-]+/.exec(message.text!)!;
  await own.goto(url);
  await own.getByLabel('New password').fill('one that I remember');
  await own.getByRole('button', { name: 'Set the password' }).click();
  await own.waitForURL('**/s/quillwick/**');
  await own.goto(url);
  await expect(own.getByRole('heading', { name: 'This link is not open' })).toBeVisible();
  await context.close();
});

test('an owner of two stores sees and changes what a colleague is in each', async ({ page, browser }) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/colleagues');
  await page.getByRole('button', { name: 'Stores ... Amira Haddad' }).click();
  const dialog = page.getByRole('dialog', { name: 'Amira Haddad in your stores' });
  await expect(dialog.getByLabel(/^Role in Quillwick(?! Trade)/)).toContainText('support');
  const trade = dialog.getByLabel('Role in Quillwick Trade');
  await expect(trade).toContainText('not in it');
  expect(await axeFindings(page, 'stores of a colleague')).toEqual([]);
  await trade.click();
  await page.getByRole('option', { name: 'designer' }).click();
  await expect(page.getByText('Amira Haddad is designer in Quillwick Trade now.')).toBeVisible();
  await expect(trade).toContainText('designer');
  const context = await browser.newContext({ baseURL: test.info().project.use.baseURL! });
  const amira = await context.newPage();
  await signIn(amira, 'amira@quillwick.example');
  await amira.goto('/s/quillwick-trade/journey');
  await expect(amira.getByRole('heading', { level: 1, name: 'Journey' })).toBeVisible();
  await trade.click();
  await page.getByRole('option', { name: 'not in it' }).click();
  await expect(page.getByText('Amira Haddad is not in Quillwick Trade any more.')).toBeVisible();
  await amira.goto('/s/quillwick-trade/journey');
  await expect(amira.getByRole('heading', { level: 1, name: 'Journey' })).toHaveCount(0);
  await context.close();
});

test('a second factor is set up, asked for at sign-in, and asked of everybody by a store', async ({
  page,
  browser,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/colleagues');
  await expect(page.getByLabel('Everybody signs in with two factors')).toBeDisabled();
  await page.getByRole('region', { name: 'Second factor' }).getByRole('link', { name: 'Your page' }).click();

  const part = page.getByRole('region', { name: 'Second factor' });
  await expect(part).toContainText('Off: whoever has your password is in.');
  await part.getByRole('button', { name: 'Set up ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Set up a second factor' });
  await dialog.getByLabel('Your password').fill('not it at all');
  await dialog.getByRole('button', { name: 'Go on' }).click();
  await expect(dialog).toContainText('This is not your password.');
  await dialog.getByLabel('Your password').fill('paper-and-thread');
  await dialog.getByRole('button', { name: 'Go on' }).click();
  await expect(dialog.getByRole('img', { name: 'The key as a QR code' })).toBeVisible();
  const [, key] = /key:\s*((?:[A-Z2-7]{4} ?)+[A-Z2-7]*)/.exec(await dialog.innerText())!;
  const codes = await dialog.getByRole('list', { name: 'Recovery codes' }).getByRole('listitem').allInnerTexts();
  expect(codes).toHaveLength(10);
  expect(await axeFindings(page, 'second factor')).toEqual([]);
  await dialog.getByLabel('Code', { exact: true }).fill(codeAt(key!));
  await expect(dialog.getByRole('button', { name: 'Turn on' })).toBeDisabled();
  await dialog.getByLabel('I keep them safe').check();
  await dialog.getByRole('button', { name: 'Turn on' }).click();
  await expect(part).toContainText('On: signing in asks for a code besides the password.');
  await expect(part).toContainText('10 recovery codes are left.');

  const context = await browser.newContext({ baseURL: test.info().project.use.baseURL! });
  const elsewhere = await context.newPage();
  const password = async (): Promise<void> => {
    await elsewhere.goto('/sign-in?to=/s/quillwick/orders');
    await elsewhere.waitForLoadState('networkidle');
    await elsewhere.getByLabel('Email address').fill('marta@quillwick.example');
    await elsewhere.getByLabel('Password').fill('paper-and-thread');
    await elsewhere.getByRole('button', { name: 'Sign in', exact: true }).click();
    await expect(elsewhere.getByRole('heading', { name: 'Enter the code' })).toBeVisible();
  };
  await password();
  await expect(elsewhere.getByLabel('Code', { exact: true })).toBeFocused();
  expect(await axeFindings(elsewhere, 'code')).toEqual([]);
  await elsewhere.keyboard.type('000000');
  await elsewhere.keyboard.press('Enter');
  await expect(elsewhere.getByRole('alert').first()).toContainText('This code is not right.');
  await elsewhere.getByLabel('Code', { exact: true }).fill(codeAt(key!, Date.now() + 30_000));
  await elsewhere.getByLabel('Do not ask in this browser for 30 days').check();
  await elsewhere.getByRole('button', { name: 'Sign in', exact: true }).click();
  await elsewhere.waitForURL(/:\d+\/s\/quillwick\/orders$/);
  await context.clearCookies();
  await password();
  await elsewhere.getByRole('button', { name: 'Use a recovery code' }).click();
  await elsewhere.getByLabel('Recovery code').fill(codes[0]!);
  await elsewhere.getByRole('button', { name: 'Sign in', exact: true }).click();
  await elsewhere.waitForURL(/:\d+\/s\/quillwick\/orders$/);
  await elsewhere.goto('/s/quillwick/you');
  await expect(elsewhere.getByRole('region', { name: 'Second factor' })).toContainText('9 recovery codes are left.');
  await context.close();

  const others = await browser.newContext({ baseURL: test.info().project.use.baseURL! });
  const tom = await others.newPage();
  await signIn(tom, 'tom@quillwick.example');
  await page.goto('/s/quillwick/store/colleagues');
  const required = page.getByLabel('Everybody signs in with two factors');
  await required.check();
  await expect(page.getByText('Whoever comes in needs a second factor now.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Second factor' })).toContainText(
    /1 of \d+ colleagues has a second factor\. The others set theirs up when they come in next/,
  );
  await tom.goto('/s/quillwick/orders');
  await expect(tom.getByRole('heading', { name: 'A second factor is needed' })).toBeVisible();
  await expect(tom.getByText('Quillwick lets nobody in with a password alone.')).toBeVisible();
  expect(await axeFindings(tom, 'second factor needed')).toEqual([]);
  await tom.getByLabel('Your password').fill('paper-and-thread');
  await tom.getByRole('button', { name: 'Go on' }).click();
  await expect(tom.getByRole('img', { name: 'The key as a QR code' })).toBeVisible();
  // A sheet that is taller than the window is read from its top.
  await tom.setViewportSize({ width: 390, height: 500 });
  await tom.getByRole('heading', { name: 'A second factor is needed' }).scrollIntoViewIfNeeded();
  await expect(tom.getByRole('heading', { name: 'A second factor is needed' })).toBeInViewport();
  await tom.setViewportSize({ width: 1280, height: 800 });
  const [, toms] = /key:\s*((?:[A-Z2-7]{4} ?)+[A-Z2-7]*)/.exec(await tom.getByRole('main').innerText())!;
  await tom.getByLabel('I keep them safe').check();
  await tom.getByLabel('Code', { exact: true }).fill(codeAt(toms!));
  await tom.getByRole('button', { name: 'Turn on' }).click();
  await tom.waitForURL(/:\d+\/s\/quillwick\/orders$/);

  // Tom has lost his phone.
  await page.reload();
  await page.getByRole('button', { name: 'Reset sign-in ... Tom Ashdown' }).click();
  const reset = page.getByRole('dialog', { name: 'Reset how Tom Ashdown signs in?' });
  await expect(reset).toContainText('They set up another before they see anything of Quillwick.');
  await reset.getByRole('button', { name: 'Reset', exact: true }).click();
  await expect(page.getByText('Tom Ashdown signs in anew, without what is forgotten.')).toBeVisible();
  await tom.goto('/s/quillwick/orders');
  await expect(tom.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  await others.close();
  await required.uncheck();
  await expect(page.getByText('A password alone lets colleagues in again.')).toBeVisible();
  await page.goto('/s/quillwick/you');
  await part.getByRole('button', { name: 'Turn off ...' }).click();
  const off = page.getByRole('dialog', { name: 'Turn the second factor off?' });
  await off.getByLabel('Your password').fill('paper-and-thread');
  await off.getByRole('button', { name: 'Turn off', exact: true }).click();
  await expect(part).toContainText('Off: whoever has your password is in.');
  for (const name of ['marta', 'tom']) forgetSession(`${name}@quillwick.example`);
});

test('one chooses what one is told by mail, sees who else is told, and hears of a message that failed', async ({
  page,
  request,
}) => {
  await signIn(page, 'tom@quillwick.example');
  await page.goto('/s/quillwick/you');
  const part = page.getByRole('region', { name: 'Mails you get about Quillwick' });
  const failures = part.getByRole('radiogroup', { name: 'Messages that failed or came back' });
  await expect(failures.getByRole('radio', { name: 'Not' })).toBeChecked();
  await expect(part.getByRole('listitem').first()).toContainText('1 other colleague is told');
  await failures.getByRole('radio', { name: 'At once' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.reload();
  await expect(failures.getByRole('radio', { name: 'At once' })).toBeChecked();
  expect(await axeFindings(page, 'your page')).toEqual([]);
  await placeByEvent(request, `AL-${Date.now()}`, 'gone@alerts-e2e.example');
  const told = async (): Promise<string[]> => (await mailbox('tom@quillwick.example')).map((m) => m.subject);
  await expect
    .poll(told, { timeout: 90_000, message: 'a mail to Tom of what failed' })
    .toContainEqual(expect.stringMatching(/^Quillwick: \d+ messages? did not arrive$/));
});

test('a key is made, told once, replaced and revoked, and the door goes by it', async ({ page, request }) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/keys');
  await page.getByRole('button', { name: 'New key ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'A new key' });
  await dialog.getByLabel('What uses it').fill('Stock sheet');
  await dialog.getByRole('radio', { name: 'Reading' }).click();
  await dialog.getByLabel('orders').check();
  await dialog.getByRole('button', { name: 'Make the key' }).click();
  const key = await dialog.getByLabel('The key').inputValue();
  await dialog.getByRole('button', { name: 'Close' }).click();
  const row = page.getByRole('row').filter({ hasText: 'Stock sheet' });
  await expect(row).toContainText(`ends with ${key.slice(-4)}`);
  await expect(row).toContainText('reading: deliveries and orders');
  const reads = async (with_: string, what: string): Promise<number> =>
    (await request.get(`/api/v1/${what}`, { headers: { authorization: `Bearer ${with_}` } })).status();
  expect([await reads(key, 'deliveries'), await reads(key, 'orders/QW-10482')]).toEqual([200, 200]);
  expect([await reads(key, 'codes'), await reads(key, 'customers')]).toEqual([401, 401]);
  expect(await axeFindings(page, 'keys')).toEqual([]);

  await page.getByRole('button', { name: 'Replace ... Stock sheet' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Replace', exact: true }).click();
  const next = await dialog.getByLabel('The key').inputValue();
  await dialog.getByRole('button', { name: 'Close' }).click();
  expect([await reads(key, 'deliveries'), await reads(next, 'deliveries')]).toEqual([200, 200]);
  await expect(row.filter({ hasText: 'replaced, holds until' })).toHaveCount(1);
  await row
    .filter({ hasNotText: 'replaced, holds until' })
    .getByRole('button', { name: 'Revoke ... Stock sheet' })
    .click();
  await page.getByRole('dialog').getByRole('button', { name: 'Revoke', exact: true }).click();
  await expect(page.getByText('Stock sheet opens nothing any more.')).toBeVisible();
  expect(await reads(next, 'deliveries')).toBe(401);
});
