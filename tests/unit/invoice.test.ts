import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { validateXML } from 'xmllint-wasm';
import { invoiceData, invoiceDataProblem, taxTable } from '@/core/invoice';
import { DEFAULT_LOOK } from '@/core/look';
import { figuresOf, orderTotals, type Order } from '@/core/order';
import { aboutMoment, snapshotOf } from '@/core/snapshot';
import { phrasebookFor } from '@/core/template';
import type { Seller, Terms } from '@/core/terms';
import { STORE, testOrder } from '@/core/testing';
import { invoicePdf } from '@/server/sending/invoice-pdf';
import { TERMS } from '../server/terms';

const SELLER = TERMS.seller as Seller;
const NOW = Date.parse('2026-11-27T10:00:00Z');

interface ReadPdf {
  pages: { text: string; x: number; y: number }[][];
  info: Record<string, unknown>;
  metadata: string;
  attachments: { name: string; text: string }[];
}

const read = (bytes: Buffer): ReadPdf =>
  JSON.parse(
    execFileSync(process.execPath, [join(__dirname, '../read-pdf.mjs')], {
      input: bytes,
      maxBuffer: 64_000_000,
    }).toString(),
  ) as ReadPdf;
const wordsOf = (page: ReadPdf['pages'][number]): string =>
  page
    .map((p) => p.text)
    .filter((t) => t.trim() !== '')
    .join(' ')
    .replace(/\s+/g, ' ');

async function bytesOf(
  order: Order,
  language = 'en',
  terms: Terms = TERMS,
  dueOn = '2026-12-08T11:00:00Z',
): Promise<Buffer> {
  const snapshot = snapshotOf({
    order,
    store: { ...STORE, terms },
    now: NOW,
    locale: language,
    ownLanguage: 'en',
    timeZone: 'Europe/Berlin',
    ...aboutMoment(order, 'invoice.issued'),
    details: { invoice: { number: 'R-1', dueOn } },
  });
  return invoicePdf({
    order,
    snapshot,
    phrases: phrasebookFor(language),
    language,
    locale: language,
    timeZone: 'Europe/Berlin',
    look: DEFAULT_LOOK,
    terms,
  });
}

const made = async (...input: Parameters<typeof bytesOf>): Promise<ReadPdf> => read(await bytesOf(...input));

const schema = (name: string) => ({
  fileName: name,
  contents: readFileSync(join(__dirname, '../schemas/cross-industry-invoice', name), 'utf8'),
});

/** What the schema of Cross Industry Invoice, as EN 16931 uses it, says of some data. */
async function problemsOf(xml: string): Promise<string[]> {
  const result = await validateXML({
    xml: [{ fileName: 'invoice.xml', contents: xml }],
    schema: [schema('invoice.xsd')],
    preload: ['aggregates.xsd', 'qualified.xsd', 'unqualified.xsd'].map(schema),
  });
  return result.errors.map((e) => e.message);
}

const amount = (xml: string, name: string): number[] =>
  [...xml.matchAll(new RegExp(`<ram:${name}[^>]*>([-0-9.]+)<`, 'g'))].map((m) => Math.round(Number(m[1]) * 100));

const priced = (
  taxIncluded: boolean,
  lines: { quantity: number; price: number; rate: number }[],
  off: number,
): Order => {
  const figures = figuresOf({
    lines: lines.map((l, i) => ({
      product: { sku: `S-${i}`, name: `Thing ${i} <&>` },
      quantity: l.quantity,
      unitPrice: l.price,
      taxRate: l.rate,
    })),
    shipping: { method: 'Parcel', price: 490, taxRate: 19 },
    ...(off > 0 && { code: { code: 'LEAF', kind: 'percent' as const, value: off } }),
    taxIncluded,
    rounding: 'order',
  });
  const { discounts: _none, taxes: _taxes, ...order } = testOrder();
  return { ...order, ...figures, payment: { method: 'Bank transfer', paid: false } };
};

const TWO_RATES = priced(
  true,
  [
    { quantity: 2, price: 850, rate: 7 },
    { quantity: 1, price: 1690, rate: 19 },
  ],
  10,
);

describe('an invoice as data', () => {
  it('is valid by the schema, and says what the order says', async () => {
    const xml = invoiceData(TWO_RATES, { number: 'R-1', issuedOn: '2026-11-27', dueOn: '2026-12-08' }, SELLER, TERMS);
    expect(await problemsOf(xml)).toEqual([]);
    const { total } = orderTotals(TWO_RATES);
    expect(amount(xml, 'GrandTotalAmount')).toEqual([total]);
    expect(amount(xml, 'DuePayableAmount')).toEqual([total]);
    expect(xml).toContain('<ram:IBANID>DE38999900000000482600</ram:IBANID>');
    expect(xml).toContain('<udt:DateTimeString format="102">20261208</udt:DateTimeString>');
    expect(xml).toContain('Thing 0 &lt;&amp;&gt;');
  });

  it('adds up in all of its parts, whatever was ordered', async () => {
    const orders = fc
      .tuple(
        fc.boolean(),
        fc.array(
          fc.record({
            quantity: fc.integer({ min: 1, max: 9 }),
            price: fc.integer({ min: 1, max: 50_000 }),
            rate: fc.constantFrom(7, 19),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        fc.integer({ min: 0, max: 60 }),
      )
      .map(([included, lines, off]) => priced(included, lines, off));
    const samples = fc.sample(orders, { numRuns: 300, seed: 16931 });
    for (const order of samples) {
      expect(invoiceDataProblem(order, SELLER)).toBeUndefined();
      const xml = invoiceData(order, { number: 'R-1', issuedOn: '2026-11-27' }, SELLER, TERMS);
      const header = xml.slice(xml.indexOf('ApplicableHeaderTradeSettlement'));
      const one = (name: string): number => amount(header, name)[0]!;
      const sum = (list: number[]): number => list.reduce((a, b) => a + b, 0);
      const lines = sum(amount(xml.slice(0, xml.indexOf('ApplicableHeaderTradeAgreement')), 'LineTotalAmount'));
      // BR-CO-10, BR-CO-13, BR-CO-14, BR-CO-15, BR-CO-16.
      expect(one('LineTotalAmount')).toBe(lines);
      expect(one('TaxBasisTotalAmount')).toBe(lines + one('ChargeTotalAmount') - one('AllowanceTotalAmount'));
      expect(one('TaxTotalAmount')).toBe(sum(amount(header, 'CalculatedAmount')));
      expect(one('GrandTotalAmount')).toBe(one('TaxBasisTotalAmount') + one('TaxTotalAmount'));
      expect(one('GrandTotalAmount')).toBe(orderTotals(order).total);
      // BR-S-09, with the cent that the standard's own rules allow.
      amount(header, 'BasisAmount').forEach((basis, i) => {
        const rate = Number([...header.matchAll(/BasisAmount>.*?RateApplicablePercent>(\d+)/g)][i]![1]);
        expect(Math.abs(Math.round((basis * rate) / 100) - amount(header, 'CalculatedAmount')[i]!)).toBeLessThanOrEqual(
          1,
        );
      });
      expect(sum(taxTable(order).map((t) => t.gross))).toBe(orderTotals(order).total);
    }
    expect(
      await problemsOf(invoiceData(samples[0]!, { number: 'R-1', issuedOn: '2026-11-27' }, SELLER, TERMS)),
    ).toEqual([]);
  });

  it.each<[string, Partial<Order>, Seller | undefined, RegExp]>([
    ['a store that has not said who it is', {}, undefined, /VAT number/],
    [
      'several rates and lines that name none',
      {
        lines: testOrder().lines,
        taxes: [
          { label: 'A', rate: 7, amount: 5 },
          { label: 'B', rate: 19, amount: 5 },
        ],
      },
      SELLER,
      /several tax rates/,
    ],
    [
      'an order without tax',
      { lines: testOrder().lines, taxes: [], shipping: { method: 'Parcel', price: 0 } },
      SELLER,
      /no tax/,
    ],
  ])('is not made for %s', (_what, change, seller, words) => {
    expect(invoiceDataProblem({ ...TWO_RATES, ...change }, seller)).toMatch(words);
  });
});

describe('an invoice as PDF', () => {
  it('says what is due, to which account, and has its data attached', async () => {
    const pdf = await made(TWO_RATES);
    const words = wordsOf(pdf.pages[0]!);
    const { total } = orderTotals(TWO_RATES);
    expect(words).toContain('Invoice R-1');
    expect(words).toContain('Due on: December 8, 2026');
    expect(words).toContain(`Still to pay: €${(total / 100).toFixed(2)}`);
    expect(words).toContain('IBAN: DE38 9999 0000 0000 4826 00');
    expect(words).toContain('Discount (LEAF)');
    expect(words).not.toContain('Discount Discount');
    for (const t of taxTable(TWO_RATES)) expect(words).toContain(`€${(t.net / 100).toFixed(2)}`);
    expect(pdf.metadata).toContain('<pdfaid:part>3</pdfaid:part>');
    expect(pdf.attachments.map((a) => a.name)).toEqual(['factur-x.xml']);
    expect(await problemsOf(pdf.attachments[0]!.text)).toEqual([]);
  });

  it('has in its file what PDF/A-3 asks for, and nothing that it forbids', async () => {
    const raw = (await bytesOf(TWO_RATES)).toString('latin1');
    expect(raw.startsWith('%PDF-1.7')).toBe(true);
    for (const needed of [
      '/OutputIntents',
      '/GTS_PDFA1',
      '/AFRelationship /Alternative',
      '/AF [',
      '/ID [',
      '<pdfaid:conformance>B<',
    ]) {
      expect(raw).toContain(needed);
    }
    for (const forbidden of ['/Encrypt', '/JavaScript', '/Launch', '/LZWDecode']) expect(raw).not.toContain(forbidden);
    // Every font stands in the file.
    const fonts = raw.match(/\/Type \/FontDescriptor/g)!.length;
    expect(fonts).toBeGreaterThan(1);
    expect(raw.match(/\/FontFile2 /g)).toHaveLength(fonts);
  });

  it('of a paid order says that it is paid, and of no day', async () => {
    const words = wordsOf((await made({ ...TWO_RATES, payment: { method: 'Card', paid: true } })).pages[0]!);
    expect(words).toContain(`Paid: €${(orderTotals(TWO_RATES).total / 100).toFixed(2)}`);
    expect(words).not.toMatch(/Due on|Still to pay|IBAN|Overdue/);
  });

  it('tells a part that was paid, and a day that has passed', async () => {
    const part = { ...TWO_RATES, payment: { method: 'Bank transfer', paid: false, received: 1000 } };
    const words = wordsOf((await made(part, 'en', TERMS, '2026-11-01T11:00:00Z')).pages[0]!);
    expect(words).toContain('Paid: €10.00');
    expect(words).toContain('Overdue since: November 1, 2026');
    expect(words).not.toContain('Due on');
  });

  it('names a guest who gave no address, and without a seller has no data', async () => {
    const { billingAddress: _b, shippingAddress: _s, ...guest } = TWO_RATES;
    const pdf = await made({ ...guest, customer: { email: 'reader@inkpot.example', guest: true } }, 'en', {
      ...TERMS,
      seller: undefined,
    } as unknown as Terms);
    expect(wordsOf(pdf.pages[0]!)).toContain('Bill to reader@inkpot.example');
    expect(pdf.attachments).toEqual([]);
  });

  it('goes on over pages, with heads and numbers on each', async () => {
    const many = priced(
      true,
      Array.from({ length: 80 }, (_, i) => ({ quantity: 1, price: 100 + i, rate: 19 })),
      0,
    );
    const pdf = await made(many);
    expect(pdf.pages.length).toBeGreaterThan(1);
    pdf.pages.forEach((page, i) => {
      expect(wordsOf(page)).toContain(`${i + 1} / ${pdf.pages.length}`);
    });
    expect(wordsOf(pdf.pages[1]!)).toMatch(/Item .*Qty/);
  });

  it('reads from right to left in Arabic, in the order of a page of it', async () => {
    const arabic = {
      ...TWO_RATES,
      billingAddress: { name: 'ليلى الورّاق', lines: ['شارع المكتبة 12'], city: 'عمّان', country: 'JO' },
    };
    const [page] = (await made(arabic, 'ar')).pages;
    const words = wordsOf(page!);
    expect(words).toContain('فاتورة');
    // The name of an item begins at the right, and its amount ends at the left.
    const item = page!.find((p) => p.text.includes('Thing'))!;
    const title = page!.find((p) => p.text.includes('فاتورة'))!;
    // Of two words, the first stands further to the right.
    const line = (word: string) => page!.find((p) => p.text.includes(word))!;
    expect(line('\u0627\u0644\u0641\u0627\u062a\u0648\u0631\u0629').y).toBe(line('\u0625\u0644\u0649').y);
    expect(line('\u0627\u0644\u0641\u0627\u062a\u0648\u0631\u0629').x).toBeGreaterThan(line('\u0625\u0644\u0649').x);
    expect(title.x).toBeGreaterThan(300);
    expect(item.x).toBeGreaterThan(300);
  });
});
