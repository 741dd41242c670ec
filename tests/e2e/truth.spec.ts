/** What messages say of money, parcels and promises, read back from the mailbox. */
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { axeFindings } from './axe';
import {
  arrived,
  choose,
  choosePick,
  expect,
  happens,
  mailbox,
  placeByEvent,
  saved,
  sheet,
  signIn,
  test,
  words,
} from './support';

interface NewOrder {
  who: string;
  language?: string;
  first?: string;
  goods?: [name: string, pieces: number][];
  pays?: string;
  open?: boolean;
}

/** Places an order as a guest; gives its number and the guest's address. */
async function place(
  page: Page,
  { who, language = 'English', first = 'Mirela', goods, pays = 'Card', open }: NewOrder,
) {
  const address = `${who}-${Date.now()}@e2e-truth.example`;
  await page.goto('/s/quillwick/orders/new');
  await page.getByRole('radio', { name: 'Somebody new, as a guest' }).click();
  await page.getByLabel('Email address').fill(address);
  await page.getByLabel('First name').fill(first);
  await choosePick(page, 'Language of the order', language);
  for (const [name, pieces] of goods ?? [
    ['Kozo sheet', 2],
    ['Bone folder', 1],
  ]) {
    await choose(page, 'Add a product', name);
    await page.getByLabel(new RegExp(`Quantity of ${name}`)).fill(String(pieces));
  }
  await choosePick(page, 'Pays by', pays);
  if (open) await page.getByRole('radio', { name: 'Not paid yet' }).click();
  await page.getByRole('button', { name: 'Place the order' }).click();
  await page.waitForURL(/\/orders\/(?!new)/);
  const number = (await page.getByRole('heading', { level: 1 }).textContent())!.trim();
  return { number, address };
}

const menuItem = (page: Page, name: RegExp) => page.getByRole('menuitem', { name });

/** What a PDF says, read by a program of its own. */
function pdfWords(bytes: Buffer): { words: string; files: string[] } {
  const out = execFileSync(process.execPath, [join('tests', 'read-pdf.mjs')], { input: bytes, maxBuffer: 64_000_000 });
  const pdf = JSON.parse(out.toString()) as { pages: { text: string }[][]; attachments: { name: string }[] };
  return {
    words: pdf.pages
      .flat()
      .map((p) => p.text)
      .join(' ')
      .replace(/\s+/g, ' '),
    files: pdf.attachments.map((a) => a.name),
  };
}

test('a bank transfer is asked for with its account, and no day is promised before the money is there', async ({
  page,
}) => {
  await signIn(page);
  const { number, address } = await place(page, { who: 'transfer', pays: 'Bank transfer', open: true });
  await test.step('the confirmation has account, amount and reference, a code to scan, and no day', async () => {
    const { message } = await arrived(address, `We have your order ${number}`);
    expect(message.text).toContain('Please transfer €34.80 to the account below');
    expect(message.text).toContain('IBAN: DE38 9999 0000 0000 4826 00');
    expect(message.text).toContain(`Payment reference: ${number}`);
    expect(message.text).not.toMatch(/We expect to send/);
    // The code travels in the message, whatever is set for other pictures.
    const code = message.attachments.find((a) => a.filename === 'transfer.png')!;
    expect(code.contentType).toBe('image/png');
    expect(message.html).toContain(`cid:${code.cid}`);
  });
  await test.step('a part of it comes in: what came, and what is still to come', async () => {
    await happens(page, 'Payment comes in', async (dialog) => {
      await dialog.getByLabel('Amount that came in').fill('40');
      await dialog.getByRole('button', { name: 'Payment comes in' }).click();
      await expect(dialog.getByText('Enter at most what is still to be paid.')).toBeVisible();
      await dialog.getByLabel('Amount that came in').fill('10');
    });
    const { message } = await arrived(address, `A part of your payment for ${number} has arrived`);
    expect(message.text).toContain('we have received €10.00 so far');
    expect(message.text).toContain('Still to be paid: €24.80');
    await expect(page.getByText('still open: €24.80')).toBeVisible();
  });
  await test.step('an invoice now says what is due, and its PDF too', async () => {
    await happens(page, 'Issue an invoice', async (dialog) => {
      await dialog.getByLabel('Invoice number').fill('R-PART');
    });
    const { message } = await arrived(address, 'Invoice R-PART');
    expect(message.text).toContain('€10.00 is paid, and €24.80 is still to be paid');
    const pdf = pdfWords(message.attachments.find((a) => a.contentType === 'application/pdf')!.content);
    expect(pdf.words).toContain('Still to pay: €24.80');
    expect(pdf.words).toMatch(/Due on: \d/);
  });
  await test.step('the rest comes in, and the next invoice is paid', async () => {
    await happens(page, 'Payment comes in');
    const { message } = await arrived(address, `Your payment for ${number} has arrived`);
    expect(message.text).toContain('We expect to send it on');
    await happens(page, 'Issue an invoice', async (dialog) => {
      await dialog.getByLabel('Invoice number').fill('R-PAID');
    });
    const invoice = await arrived(address, 'Invoice R-PAID');
    expect(invoice.message.text).toContain('It is paid, and there is nothing left to do.');
    expect(invoice.message.text).not.toMatch(/due on|is to be paid/);
    const pdf = pdfWords(invoice.message.attachments.find((a) => a.contentType === 'application/pdf')!.content);
    expect(pdf.words).toContain('Paid: €34.80');
    expect(pdf.words).not.toMatch(/Due on|Still to pay/);
    expect(pdf.words).toContain('Bill to Mirela');
  });
});

test('a refund of a piece with goodwill lists both, and what is offered afterwards is never more than is left', async ({
  page,
}) => {
  await signIn(page);
  const { address } = await place(page, { who: 'goodwill' });
  await happens(page, 'Refund', async (dialog) => {
    await dialog.getByLabel(/Pieces of Bone folder/).fill('1');
    await dialog.getByLabel('For goodwill').fill('2');
    await expect(dialog.getByTestId('goes-back')).toHaveText('€14.90');
    await dialog.getByLabel('Why').fill('its edge is chipped');
  });
  const { message } = await arrived(address, '€14.90 is on its way back to you');
  expect(message.text).toContain('1 × Bone folder, hand-finished: €12.90\nGoodwill: €2.00\nRefunded: €14.90');
  expect(message.text).toContain('Reason: its edge is chipped');
  const back = page.getByRole('region', { name: 'Refunds' });
  await expect(back).toContainText('1 × Bone folder');
  await expect(back).toContainText('Goodwill');
  await happens(page, 'Refund', async (dialog) => {
    await dialog.getByRole('button', { name: 'All of it' }).click();
    await expect(dialog.getByTestId('goes-back')).toHaveText('€19.90');
    await expect(dialog.getByText(/of €19.90 that can be refunded/)).toBeVisible();
  });
  const rest = await arrived(address, '€19.90 is on its way back to you');
  expect(rest.message.text).toMatch(/all that you paid for order .* is refunded/);
  await page.getByRole('button', { name: 'What happens next' }).click();
  await expect(menuItem(page, /^Refund All of it was refunded/)).toBeDisabled();
});

test('a cancellation is of certain pieces: what is cancelled, what was sent, what comes back, and what goes to stock', async ({
  page,
}) => {
  await signIn(page);
  const { number, address } = await place(page, {
    who: 'cancel',
    goods: [
      ['Kozo sheet', 3],
      ['Bone folder', 1],
    ],
  });
  await happens(page, 'Dispatch', async (dialog) => {
    await dialog.getByLabel(/Pieces of Kozo sheet/).fill('1');
    await dialog.getByLabel(/Pieces of Bone folder/).fill('0');
    await dialog.getByLabel('Carrier').fill('Carterline');
    await dialog.getByLabel('Tracking number').fill('CL 55');
  });
  await test.step('the parcel is followed by a link made from carrier and number', async () => {
    const { message } = await arrived(address, `A part of ${number} is on its way`);
    expect(message.text).toContain('https://carterline.example/follow?number=CL55&language=en');
  });
  await test.step('one piece is cancelled', async () => {
    await happens(page, 'Cancel order', async (dialog) => {
      await expect(dialog.getByText('Sent already, and not cancelled: 1 × Kozo sheet')).toBeVisible();
      await dialog.getByLabel(/Pieces of Kozo sheet/).fill('1');
      await dialog.getByLabel(/Pieces of Bone folder/).fill('0');
      await expect(dialog.getByTestId('outcome')).toContainText('The customer is told that €8.50 comes back.');
      await dialog.getByLabel('Why').fill('out of stock');
    });
    const { message } = await arrived(address, `A part of your order ${number} is cancelled`);
    expect(message.text).toContain('1 × Kozo sheet');
    expect(message.text).not.toContain('Bone folder');
    expect(message.text).toContain('€8.50 comes back to you');
    expect(message.text).toContain('The reason: out of stock.');
    expect(message.text).not.toContain('Nothing of it will be sent');
    await expect(page.getByRole('region', { name: 'What was cancelled' })).toContainText('1 × Kozo sheet');
    // Who packs reads what goes back to stock, and what has left already.
    const staff = await arrived('pawel@quillwick.example', `Einen Teil von ${number} anhalten`);
    expect(staff.message.text).toContain('Zurück ins Lager');
    expect(staff.message.text).toContain('1 × Kozo sheet');
    expect(staff.message.text).toContain('Schon versandt: 1 × Kozo sheet');
    expect(staff.message.text).toMatch(/Bestellung öffnen: http:.*\/orders\//);
  });
  await test.step('then the rest of it, and only that', async () => {
    await happens(page, 'Cancel order');
    const sent = await mailbox(address);
    const { message } = await arrived(address, `A part of your order ${number} is cancelled`);
    expect(sent.length).toBeGreaterThan(0);
    expect(message.subject).toContain(number);
    await page.getByRole('button', { name: 'What happens next' }).click();
    await expect(menuItem(page, /^Dispatch Nothing is left to send/)).toBeDisabled();
    await page.keyboard.press('Escape');
  });
});

test('a piece of a part-paid order is cancelled: what is left to pay is the rest, and the invoice is for it', async ({
  page,
}) => {
  await signIn(page);
  const { number, address } = await place(page, { who: 'part-paid', pays: 'Bank transfer', open: true });
  await happens(page, 'Payment comes in', async (dialog) => {
    await dialog.getByLabel('Amount that came in').fill('10');
  });
  await test.step('nothing comes back for a piece that nobody paid for', async () => {
    await happens(page, 'Cancel order', async (dialog) => {
      await dialog.getByLabel(/Pieces of Kozo sheet/).fill('0');
      await expect(dialog.getByTestId('outcome')).toContainText('€11.90');
      await expect(dialog.getByTestId('outcome')).not.toContainText('comes back');
    });
    const { message } = await arrived(address, `A part of your order ${number} is cancelled`);
    expect(message.text).toContain('€11.90 is still to be paid');
    expect(message.text).not.toContain('comes back to you');
    await expect(page.getByText('still open: €11.90')).toBeVisible();
  });
  await test.step('the invoice leaves it out, in the mail and in the PDF', async () => {
    await happens(page, 'Issue an invoice', async (dialog) => {
      await dialog.getByLabel('Invoice number').fill('R-REST');
    });
    const { message } = await arrived(address, 'Invoice R-REST');
    expect(message.text).not.toContain('Bone folder');
    expect(message.text).toContain('Total: €21.90');
    expect(message.text).toContain('Paid: -€10.00\nStill to pay: €11.90');
    const pdf = pdfWords(message.attachments.find((a) => a.contentType === 'application/pdf')!.content);
    expect(pdf.words).not.toContain('Bone folder');
    expect(pdf.words).toContain('Still to pay: €11.90');
  });
  await test.step('once it is paid, no more can be given back than came in', async () => {
    const refund = async (): Promise<Locator> => {
      await page.getByRole('button', { name: 'What happens next' }).click();
      await menuItem(page, /^Refund/).click();
      const dialog = page.getByRole('dialog');
      await dialog.getByRole('button', { name: 'All of it' }).click();
      return dialog;
    };
    await expect((await refund()).getByTestId('goes-back')).toHaveText('€10.00');
    await page.keyboard.press('Escape');
    await happens(page, 'Payment comes in');
    await expect(page.getByText('still open: €11.90')).toHaveCount(0);
    const dialog = await refund();
    await expect(dialog.getByTestId('goes-back')).toHaveText('€21.90');
    await expect(dialog.getByLabel(/Pieces of Bone folder/)).toHaveCount(0);
  });
});

test('one piece that comes back does not make the order returned', async ({ page }) => {
  await signIn(page);
  const { address } = await place(page, { who: 'return' });
  await happens(page, 'Dispatch');
  await happens(page, 'Goods come back', async (dialog) => {
    await dialog.getByLabel(/Pieces of Kozo sheet/).fill('1');
  });
  const { message } = await arrived(address, 'Your return for');
  expect(message.text).toContain('1 × Kozo sheet');
  await expect(page.getByText('Mirela, on its way')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Returns' })).toContainText('1 × Kozo sheet');
  await happens(page, 'Goods come back', async (dialog) => {
    await dialog.getByLabel(/Pieces of Kozo sheet/).fill('1');
    await dialog.getByLabel(/Pieces of Bone folder/).fill('1');
  });
  await expect(page.getByText('Mirela, returned')).toBeVisible();
});

test('a German message has no English in it: names of methods and places have words of their own', async ({ page }) => {
  await signIn(page);
  const { number, address } = await place(page, {
    who: 'deutsch',
    language: 'German',
    first: 'Jonas',
    pays: 'Bank transfer',
    open: true,
  });
  const { message } = await arrived(address, `Ihre Bestellung ${number} ist bei uns`);
  expect(message.text).toContain('Paket, versichert: ');
  expect(message.text).toMatch(/Enthält 19\s?% MwSt\./);
  expect(message.text).not.toMatch(/Parcel, insured|VAT|Bank transfer/);
});

test('who is not written to is in no forecast: not in Routing, and not in what is counted before sending', async ({
  page,
  request,
}) => {
  await signIn(page);
  const stamp = Date.now();
  const [kept, left] = [`kept-${stamp}@e2e-truth.example`, `left-${stamp}@withheld-${stamp}.example`];
  const [one, two] = [`T-${stamp}-1`, `T-${stamp}-2`];
  await placeByEvent(request, one, kept);
  await placeByEvent(request, two, left);
  await page.goto('/s/quillwick/sending/withheld');
  await page.getByLabel('Address or domain').fill(`@withheld-${stamp}.example`);
  await page.getByLabel('Why').fill('asked to');
  await page.getByRole('button', { name: 'Add to list' }).click();
  await expect(page.getByRole('row').filter({ hasText: `@withheld-${stamp}.example` })).toBeVisible();
  await page.goto(`/s/quillwick/orders/write?orders=${one},${two}`);
  await page.getByRole('button', { name: /^Send to Grace/ }).click();
  await expect(page.getByRole('dialog')).toContainText('1 person does not get it');
  await page.getByRole('dialog').getByRole('button', { name: 'Not yet' }).click();
  await expect(page.getByText(`@withheld-${stamp}.example is on the do-not-send list: asked to`).first()).toBeVisible();
  await page.goto(`/s/quillwick/routing?order=${two}`);
  await choose(page, 'Try an order', two);
  await expect(page.getByText(`@withheld-${stamp}.example is on the do-not-send list: asked to`).first()).toBeVisible();
});

test('a method is set up: wrong digits and patterns are refused at their place, and a change reaches the next message', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/payment');
  const method = page.getByRole('region', { name: 'Bank transfer' });
  await method.getByLabel('IBAN').fill('DE38 9999 0000 0000 4826 01');
  await expect(method.getByText('The check digits of the IBAN are wrong')).toBeVisible();
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByText('Nothing was saved. Correct the marked fields.')).toBeVisible();
  // What is typed in one part stays while another is looked at.
  await page.getByRole('link', { name: 'Carriers' }).click();
  const carrier = page.getByRole('region', { name: 'Fieldpost' });
  await carrier.getByLabel('Where a parcel is followed').fill('https://fieldpost.example/{nummer}');
  await expect(carrier.getByText('The pattern asks for {nummer}.')).toBeVisible();
  await carrier.getByLabel('Where a parcel is followed').fill('https://fieldpost.example/p/{number}');
  await expect(carrier.getByTestId('tried')).toHaveText('https://fieldpost.example/p/FP44710932');
  await page.getByRole('link', { name: 'Payment' }).click();
  await method.getByLabel('Account holder').fill('Quillwick Papers GmbH');
  await method.getByLabel('IBAN').fill('DE38 9999 0000 0000 4826 00');
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByText('Saved. Messages say it from now on.')).toBeVisible();
  const { address, number } = await place(page, { who: 'holder', pays: 'Bank transfer', open: true });
  const { message } = await arrived(address, `We have your order ${number}`);
  expect(message.text).toContain('Account holder: Quillwick Papers GmbH');
});

test('a place gets an address and opening hours, and who collects an order there reads them in their language', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/places');
  const showroom = page.getByRole('region', { name: 'the Showroom' });
  await showroom.getByLabel('Address, in one line').fill('Linden Court 12, 10115 Berlin');
  await showroom.getByRole('button', { name: 'Add hours' }).click();
  const added = showroom.getByRole('group', { name: 'Hours 3' });
  for (const day of ['Mon', 'Tue', 'Wed', 'Thu', 'Fri']) await added.getByLabel(day, { exact: true }).uncheck();
  await added.getByLabel('Sun', { exact: true }).check();
  await added.getByLabel('Opens, hours 3').fill('12:00');
  await added.getByLabel('Closes, hours 3').fill('11:00');
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(added.getByText('It closes before it opens.')).toBeVisible();
  await added.getByLabel('Closes, hours 3').fill('15:00');
  await expect(showroom.getByText(/Messages say: .*Sun/)).toBeVisible();
  expect(await axeFindings(page, 'places')).toEqual([]);
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByText('Saved. Messages say it from now on.')).toBeVisible();

  const { address, number } = await place(page, { who: 'holder', pays: 'Card', open: true });
  await page.goto(`/s/quillwick/orders/${number}`);
  await page.getByRole('button', { name: 'What happens next' }).click();
  await menuItem(page, /^Ready to collect/).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('From').fill('the Showroom');
  await dialog.getByRole('button', { name: 'Ready to collect' }).click();
  const { message } = await arrived(address, `Ready for you to collect: ${number}`);
  expect(message.text).toContain('Linden Court 12, 10115 Berlin');
  expect(message.text).toMatch(/Open: Tue.*Sun/);
});

test('words are said in two forms on the Desk, one of them for orders that lack a value', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/your-downloads?order=SAMPLE-GUEST');
  await sheet(page).locator('.lb-say').click();
  await page.getByRole('button', { name: 'Say it another way when ...' }).click();
  await menuItem(page, /^First name is missing/).click();
  const forms = page.getByRole('radiogroup', { name: 'Form', exact: true });
  await expect(forms.getByRole('radio')).toHaveCount(2);
  await expect(forms.getByRole('radio', { name: /without first name.*this order/ })).toBeVisible();
  await words(page).focus();
  await page.keyboard.press('ControlOrMeta+End');
  await page.getByRole('radio', { name: 'this one' }).click();
  await words(page).focus();
  await page.keyboard.press('ControlOrMeta+End');
  await page.keyboard.type(' We do not know your name.');
  await saved(page);
  await expect(sheet(page).locator('.lb-say')).toContainText('We do not know your name.');
  await choose(page, 'Order on the sheet', 'nothing to send');
  await expect(sheet(page).locator('.lb-say')).not.toContainText('We do not know your name.');
  await page.getByRole('button', { name: 'Keep one form for first name' }).click();
  await expect(forms).toHaveCount(0);
});
