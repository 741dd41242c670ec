/** Shared by the browser tests: signing in once, mailboxes, and the sheet. */
import {
  expect,
  test as base,
  type APIRequestContext,
  type FrameLocator,
  type Locator,
  type Page,
} from '@playwright/test';
import { simpleParser, type ParsedMail } from 'mailparser';
import { signedOrder } from '../../demo/shop';
import { dataFile, PORT, startStack, type Beginning, type Stack } from './stack';

export { PORT };

export const PASSWORD = 'paper-and-thread';
export const MAILBOXES = `http://127.0.0.1:${PORT + 2}`;
/** The demo’s shop. */
export const SHOP_PAGE = `http://127.0.0.1:${PORT + 10}`;
export const SERVICE = {
  host: 'smtp.harrowpost.example',
  port: String(PORT + 4),
  user: 'orders@quillwick.example',
  password: 'linen-thread-18',
};

export interface DemoFacts {
  eventsKey: string;
  readKey: string;
}

export function demoFacts(): DemoFacts {
  return JSON.parse(dataFile('demo.json')) as DemoFacts;
}

/** Where people begin; translators at Languages. */
const HOME = /\/s\/[\w-]+\/(today|languages)$/;

const sessions = new Map<string, Awaited<ReturnType<ReturnType<Page['context']>['storageState']>>>();

/** Signs in through the form once for each person, and with the same session afterwards. */
export async function signIn(page: Page, email = 'marta@quillwick.example'): Promise<void> {
  const known = sessions.get(email);
  if (known) {
    await page.context().addCookies(known.cookies);
    return;
  }
  await page.goto('/sign-in');
  await page.getByLabel('Email address').fill(email);
  await page.getByLabel('Password').fill(PASSWORD);
  // Sign-in is limited to some tries a minute, which many tests in a row may come up against.
  await expect(async () => {
    if (!HOME.test(page.url()))
      await page.getByRole('button', { name: 'Sign in', exact: true }).click({ timeout: 5_000 });
    await page.waitForURL(HOME, { timeout: 20_000 });
  }).toPass({ intervals: [10_000], timeout: 100_000 });
  sessions.set(email, await page.context().storageState());
}

/** The next to sign in with this address does so anew: sessions of before were ended. */
export const forgetSession = (email: string): void => void sessions.delete(email);

export interface Mail {
  id: number;
  from: string;
  subject: string;
  folder: string;
  verdict: string;
}

export async function mailbox(address: string): Promise<Mail[]> {
  return (await (await fetch(`${MAILBOXES}/mailboxes/${encodeURIComponent(address)}`)).json()) as Mail[];
}

async function read({ id }: Mail): Promise<ParsedMail> {
  const raw = await (await fetch(`${MAILBOXES}/messages/${id}.eml`)).arrayBuffer();
  return simpleParser(Buffer.from(raw), { skipImageLinks: true });
}

/** Waits for a message in a mailbox whose subject holds `words`, and its text `text` where it is given, and reads it. */
export async function arrived(
  address: string,
  words: string,
  text?: string,
): Promise<{ mail: Mail; message: ParsedMail }> {
  let found: { mail: Mail; message: ParsedMail } | undefined;
  await expect
    .poll(
      async () => {
        for (const mail of (await mailbox(address)).filter((m) => m.subject.includes(words))) {
          const message = await read(mail);
          if (text !== undefined && !message.text?.includes(text)) continue;
          found = { mail, message };
          break;
        }
        return found?.mail.subject;
      },
      { timeout: 60_000, message: `a message with "${words}" in the mailbox of ${address}` },
    )
    .toContain(words);
  return found!;
}

/** The message on the Desk. */
export function sheet(page: Page): FrameLocator {
  return page.frameLocator('iframe[title="The message"]');
}

/** The words being typed on the sheet. */
export function words(page: Page): Locator {
  return page.locator('.on-sheet [role="textbox"]');
}

export async function saved(page: Page): Promise<void> {
  await expect(page.getByTestId('save-state')).toHaveText(/· saved$/);
}

/** Picks an entry of a field that searches. */
export async function choose(page: Page, label: string, typed: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true });
  await field.click();
  await field.fill(typed);
  await page.getByRole('option').filter({ hasText: typed }).first().click();
}

export const test = base.extend<{ page: Page }, { beginning: Beginning; stack: Stack }>({
  beginning: ['connected', { scope: 'worker', option: true }],
  stack: [
    async ({ beginning }, use) => {
      const stack = await startStack(beginning);
      await use(stack);
      await stack.end();
    },
    { scope: 'worker', auto: true, timeout: 180_000 },
  ],
  page: async ({ page }, use, info) => {
    const errors: string[] = [];
    page.on('pageerror', (error) => errors.push(error.message));
    await use(page);
    if (info.status !== info.expectedStatus) console.log(await lastSaid(page, errors));
    expect(errors, 'errors thrown on the page').toEqual([]);
  },
});

/** What the page said when a test failed: where no trace can be opened, this is all there is. */
async function lastSaid(page: Page, errors: readonly string[]): Promise<string> {
  const texts = await page
    .locator('h1, [role="dialog"], [role="alert"], [role="status"], [data-sonner-toast]')
    .allInnerTexts()
    .catch((error: unknown) => [String(error)]);
  return [`The page was ${page.url()} and said:`, ...texts.map((t) => t.replaceAll(/\s+/g, ' ')), ...errors].join(
    '\n  ',
  );
}

/** Publishes what is on the bench by a click each on the button in the head and on that in the dialog. */
export async function publish(page: Page, label: string): Promise<void> {
  await page.getByRole('button', { name: label, exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: label, exact: true }).click();
  await expect(dialog, `the dialog that publishes: ${label}`).toBeHidden();
}

export { expect };

export const REGISTRAR = `http://127.0.0.1:${PORT + 9}`;

/** Chooses from a short list that has a label beside it. */
export async function choosePick(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.getByLabel(label).click();
  await page.getByRole('option', { name: option }).first().click();
}

/** An order as a shop system tells of it, through the signed door. */
export async function placeByEvent(
  request: APIRequestContext,
  number: string,
  email: string,
  placedAt?: string,
  customer?: { guest?: boolean; language?: string; quantity?: number },
): Promise<void> {
  const { body, headers } = signedOrder(demoFacts().eventsKey, number, email, undefined, placedAt, customer);
  // As a shop does: sent again when the line broke. The event's id makes it one event.
  const response = await request.post('/api/v1/events', { data: body, headers, maxRetries: 2 });
  expect(response.status()).toBe(202);
}

/** Lets something happen to the order on the screen. */
export async function happens(
  page: Page,
  label: string,
  fill?: (dialog: ReturnType<Page['getByRole']>) => Promise<void>,
): Promise<void> {
  await page.getByRole('button', { name: 'What happens next' }).click();
  await page.getByRole('menuitem', { name: label, exact: true }).click();
  const dialog = page.getByRole('dialog');
  await fill?.(dialog);
  await dialog.getByRole('button', { name: label, exact: true }).click();
  await expect(dialog).toHaveCount(0);
}
