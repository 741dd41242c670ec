/** Ways in besides the password: a passkey of a device, and the sign-in of an organisation. */
import type { BrowserContext, CDPSession, Page } from '@playwright/test';
import { axeFindings } from './axe';
import { arrived, expect, forgetSession, signIn, test } from './support';

/** Passkeys need an address with a name; the tests' own is the machine's. */
const named = (url: string): string => url.replace('127.0.0.1', 'localhost');

/** A device of Chromium's own that keeps passkeys, and asks for a finger that is always the right one. */
async function device(page: Page, isUserVerified = true): Promise<{ client: CDPSession; id: string }> {
  const client = await page.context().newCDPSession(page);
  await client.send('WebAuthn.enable');
  const { authenticatorId } = await client.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      ...{ protocol: 'ctap2', transport: 'internal', hasResidentKey: true, hasUserVerification: true },
      ...{ isUserVerified, automaticPresenceSimulation: true },
    },
  });
  return { client, id: authenticatorId };
}

async function byPassword(page: Page, email: string): Promise<void> {
  await page.goto('/sign-in?to=/s/quillwick/you');
  await page.waitForLoadState('networkidle');
  await page.getByLabel('Email address').fill(email);
  await page.getByLabel('Password').fill('paper-and-thread');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.waitForURL(/:\d+\/s\/quillwick\/you$/);
}

test('a passkey is made after the password, lets in without it, is two factors in one, and is removed', async ({
  page,
  browser,
}) => {
  const url = named(test.info().project.use.baseURL!);
  const context: BrowserContext = await browser.newContext({ baseURL: url });
  const theirs = await context.newPage();
  const { client, id } = await device(theirs);
  await byPassword(theirs, 'jonas@quillwick.example');
  const part = theirs.getByRole('region', { name: 'Passkeys' });
  await expect(part).toContainText('You have none yet.');
  await part.getByRole('button', { name: 'Add a passkey ...' }).click();
  const dialog = theirs.getByRole('dialog', { name: 'Add a passkey' });
  await dialog.getByLabel('Your password').fill('not it at all');
  await dialog.getByRole('button', { name: 'Go on' }).click();
  await expect(dialog).toContainText('This is not your password.');
  await dialog.getByLabel('Your password').fill('paper-and-thread');
  await dialog.getByRole('button', { name: 'Go on' }).click();
  await expect(dialog.getByLabel('What you call it')).toHaveValue('Chromium, Linux');
  expect(await axeFindings(theirs, 'passkey')).toEqual([]);
  await dialog.getByLabel('What you call it').fill('Laptop in the shop');
  await dialog.getByRole('button', { name: 'Make it' }).click();
  await expect(theirs.getByText('The passkey Laptop in the shop lets you in from now on.')).toBeVisible();
  await expect(part).toContainText('not used yet');

  // The same device keeps one for a person.
  await part.getByRole('button', { name: 'Add a passkey ...' }).click();
  await dialog.getByLabel('Your password').fill('paper-and-thread');
  await dialog.getByRole('button', { name: 'Go on' }).click();
  await dialog.getByRole('button', { name: 'Make it' }).click();
  await expect(dialog).toContainText('This device keeps a passkey for you already.');
  await theirs.keyboard.press('Escape');

  await context.clearCookies();
  await theirs.goto('/sign-in?to=/s/quillwick/orders');
  await theirs.getByRole('button', { name: 'Sign in with a passkey' }).click();
  await theirs.waitForURL(/:\d+\/s\/quillwick\/orders$/);
  await theirs.goto('/s/quillwick/you');
  await expect(part).toContainText('last used');
  await expect(theirs.getByRole('region', { name: 'Where you are signed in' })).toContainText('by passkey');

  await test.step('a device that does not know its holder lets nobody in', async () => {
    await client.send('WebAuthn.setUserVerified', { authenticatorId: id, isUserVerified: false });
    await context.clearCookies();
    await theirs.goto('/sign-in');
    await theirs.getByRole('button', { name: 'Sign in with a passkey' }).click();
    await expect(theirs.getByRole('alert').filter({ hasText: 'Nothing was chosen' })).toBeVisible();
    await client.send('WebAuthn.setUserVerified', { authenticatorId: id, isUserVerified: true });
  });

  await test.step('a store that asks for two factors takes it for both', async () => {
    await signIn(page);
    await page.goto('/s/quillwick/store/colleagues');
    await expect(page.getByRole('row').filter({ hasText: 'Jonas Feld' })).toContainText('passkey');
    await byPassword(theirs, 'jonas@quillwick.example');
    const owners = await browser.newContext({ baseURL: url });
    const owner = await owners.newPage();
    const own = await device(owner);
    await byPassword(owner, 'marta@quillwick.example');
    await owner.getByRole('region', { name: 'Passkeys' }).getByRole('button', { name: 'Add a passkey ...' }).click();
    const ask = owner.getByRole('dialog', { name: 'Add a passkey' });
    await ask.getByLabel('Your password').fill('paper-and-thread');
    await ask.getByRole('button', { name: 'Go on' }).click();
    await ask.getByRole('button', { name: 'Make it' }).click();
    await expect(owner.getByText(/lets you in from now on/)).toBeVisible();
    await owner.goto('/s/quillwick/store/colleagues');
    // Signed in by the password, the owner would shut themselves out.
    await expect(owner.getByLabel('Everybody signs in with two factors')).toBeDisabled();
    await owners.clearCookies();
    await owner.goto('/sign-in?to=/s/quillwick/store/colleagues');
    await owner.getByRole('button', { name: 'Sign in with a passkey' }).click();
    await owner.getByLabel('Everybody signs in with two factors').check();
    await expect(owner.getByText('Whoever comes in needs a second factor now.')).toBeVisible();

    await theirs.goto('/s/quillwick/orders');
    await expect(theirs.getByRole('heading', { name: 'A second factor is needed' })).toBeVisible();
    await expect(theirs.getByText('You have a passkey, which stands for both')).toBeVisible();
    expect(await axeFindings(theirs, 'second factor or passkey')).toEqual([]);
    await theirs.getByRole('button', { name: 'Sign in with a passkey' }).click();
    await theirs.waitForURL(/:\d+\/s\/quillwick\/orders$/);
    await owner.getByLabel('Everybody signs in with two factors').uncheck();
    await expect(owner.getByText('A password alone lets colleagues in again.')).toBeVisible();
    await own.client.detach();
    await owners.close();
  });

  await theirs.goto('/s/quillwick/you');
  await part.getByRole('button', { name: 'Rename ... Laptop in the shop' }).click();
  const rename = theirs.getByRole('dialog', { name: 'Rename Laptop in the shop' });
  await rename.getByLabel('What you call it').fill('Old laptop');
  await rename.getByRole('button', { name: 'Save' }).click();
  await part.getByRole('button', { name: 'Remove ... Old laptop' }).click();
  const remove = theirs.getByRole('dialog', { name: 'Remove the passkey Old laptop?' });
  await expect(remove).toContainText('You need your password then');
  await remove.getByLabel('Your password').fill('paper-and-thread');
  await remove.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(part).toContainText('You have none yet.');
  await context.clearCookies();
  await theirs.goto('/sign-in');
  await theirs.getByRole('button', { name: 'Sign in with a passkey' }).click();
  await expect(theirs.getByRole('alert').filter({ hasText: 'Libellus does not know this passkey' })).toBeVisible();
  await context.close();

  // By the address of the machine there are none, and the page says which one to open.
  await page.goto('/s/quillwick/you');
  await expect(page.getByRole('region', { name: 'Passkeys' })).toContainText(`Open Libellus as ${url}`);
  for (const name of ['marta', 'jonas']) forgetSession(`${name}@quillwick.example`);
});

test('one comes in through the sign-in of the organisation; who was invited takes part without a password', async ({
  page,
  browser,
}) => {
  const context = await browser.newContext({ baseURL: test.info().project.use.baseURL! });
  const theirs = await context.newPage();
  const through = async (): Promise<void> => {
    await theirs.getByRole('button', { name: 'Sign in through Quillwick staff' }).click();
    await expect(theirs.getByRole('heading', { name: 'Quillwick staff' })).toBeVisible();
  };
  await theirs.goto('/sign-in?to=/s/quillwick/deliveries');
  expect(await axeFindings(theirs, 'sign-in')).toEqual([]);
  await through();
  await theirs.getByRole('button', { name: 'Refuse' }).click();
  await expect(theirs.getByRole('alert').filter({ hasText: 'Quillwick staff did not let you in.' })).toBeVisible();
  await through();
  await theirs.getByLabel('Another address').fill('amira@quillwick.example');
  await theirs.getByLabel('vouch for the address').uncheck();
  await theirs.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(theirs.getByRole('alert').filter({ hasText: 'does not vouch for your address' })).toBeVisible();
  await through();
  await theirs.getByLabel('Another address').fill('stranger@elsewhere.example');
  await theirs.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(
    theirs.getByRole('alert').filter({ hasText: 'Ask an owner of your store to invite you.' }),
  ).toBeVisible();
  await through();
  await theirs.getByRole('button', { name: 'Amira Haddad' }).click();
  await theirs.waitForURL(/:\d+\/s\/quillwick\/deliveries$/);
  await theirs.goto('/s/quillwick/you');
  await expect(theirs.getByRole('region', { name: 'Where you are signed in' })).toContainText(
    'through Quillwick staff',
  );
  await context.clearCookies();

  await signIn(page);
  await page.goto('/s/quillwick/store/colleagues');
  await page.getByRole('button', { name: 'Invite ...' }).click();
  const email = `ines-${Date.now()}@colleague-e2e.example`;
  const dialog = page.getByRole('dialog', { name: 'Invite a colleague' });
  await dialog.getByLabel('Their email address').fill(email);
  await dialog.getByRole('button', { name: 'Invite', exact: true }).click();
  const { message } = await arrived(email, 'Marta Oyelaran invites you to Quillwick');
  await theirs.goto(/http\S+\/join\/\S+/.exec(message.text ?? '')![0]);
  await expect(theirs.getByText(`Come back with the address ${email}.`)).toBeVisible();
  expect(await axeFindings(theirs, 'join')).toEqual([]);
  await theirs.getByRole('button', { name: 'Join through Quillwick staff' }).click();
  await theirs.getByLabel('Another address').fill(email);
  await theirs.getByLabel('Name', { exact: true }).fill('Ines Marling');
  await theirs.getByRole('button', { name: 'Sign in', exact: true }).click();
  await theirs.getByRole('button', { name: 'Take part' }).click();
  await theirs.waitForURL(/:\d+\/s\/quillwick\/today$/);
  await theirs.goto('/s/quillwick/you');
  await expect(theirs.getByText('You sign in through Quillwick staff and have no password here.')).toBeVisible();
  const factor = theirs.getByRole('region', { name: 'Second factor' });
  await expect(factor).toContainText('Off: Quillwick staff alone lets you in.');
  await factor.getByRole('button', { name: 'Set up ...' }).click();
  const setUp = theirs.getByRole('dialog', { name: 'Set up a second factor' });
  await expect(setUp.getByLabel('Your password')).toHaveCount(0);
  await setUp.getByRole('button', { name: 'Go on' }).click();
  await expect(setUp.getByRole('img', { name: 'The key as a QR code' })).toBeVisible();
  await page.goto('/s/quillwick/store/history');
  await expect(page.getByText(/Ines Marling came in by an invitation/)).toBeVisible();
  await context.close();
});
