import fc from 'fast-check';
import { testOrder } from '../testing';
import { guarded, isFormula, unguarded } from './columns';
import { csvTooLarge, readCsv, writeCsv } from './csv';
import { decodeText } from './decode';
import { contactsFrom, contactsText, ordersOf, rowsOf } from './orders';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const said = (text: string, kind: 'products' | 'customers' | 'orders' = 'products', currency = 'EUR'): string[] =>
  readCsv(kind, text, currency).problems.map((p) => `${p.row} ${p.column}: ${p.message}`);

describe('a file’s bytes', () => {
  it('are read as UTF-8, with or without a mark, as UTF-16, or as Windows-1252', () => {
    expect(decodeText(bytes('Łódź'))).toEqual({ text: 'Łódź', encoding: 'UTF-8' });
    expect(decodeText(bytes('\uFEFFŁódź'))).toEqual({ text: 'Łódź', encoding: 'UTF-8' });
    expect(decodeText(new Uint8Array([0xff, 0xfe, 0x41, 0x01]))).toEqual({ text: 'Ł', encoding: 'UTF-16' });
    expect(decodeText(new Uint8Array([0x4b, 0xf6, 0x6c, 0x6e, 0x80]))).toEqual({
      text: 'Köln€',
      encoding: 'Windows-1252',
    });
  });
});

describe('a list as CSV', () => {
  const HEAD = 'sku,name,category,options,price,tax_rate';

  it.each([
    ['commas', ',', '12.50'],
    ['semicolons', ';', '12,50'],
    ['tabs', '\t', '12.50'],
  ])('is read with %s', (_what, separator, price) => {
    const text = `${HEAD}\nPA-1,Kozo,papers,natural,${price.replace(',', '§')},19\n`
      .replaceAll(',', separator)
      .replace('§', ',');
    const { rows, problems } = readCsv('products', text, 'EUR');
    expect(problems).toEqual([]);
    expect(rows).toEqual([
      {
        row: 2,
        cells: { sku: 'PA-1', name: 'Kozo', category: 'papers', options: 'natural', price: 1250, tax_rate: 19 },
      },
    ]);
  });

  it('names the row and column of what is wrong, and keeps the good rows', () => {
    const text = `${HEAD}\nPA-1,Kozo,papers,,12.505,19\n,Board,boards,,3,19\nPA-3,Glue,adhesives,,4.90,190\nPA-4,Awl,tools,,16.90,19\n`;
    expect(said(text)).toEqual([
      '2 price: "12.505" is not an amount in EUR.',
      '3 sku: This is empty. Enter a value.',
      '4 tax_rate: Enter a whole number from 0 to 100.',
    ]);
    expect(readCsv('products', text, 'EUR').rows.map((r) => r.cells.sku)).toEqual(['PA-4']);
  });

  it('takes amounts by the currency', () => {
    expect(said(`${HEAD}\nA,A,a,,1200,0\n`, 'products', 'JPY')).toEqual([]);
    expect(said(`${HEAD}\nA,A,a,,12.5,0\n`, 'products', 'JPY')).toEqual(['2 price: "12.5" is not an amount in JPY.']);
  });

  it.each([
    ['a heading that lacks a column', 'sku,name\nA,B\n', '1 category: Add this column: it is missing in the heading.'],
    [
      'a column that Keep this column once: it is there twice.',
      `${HEAD},sku\nA,B,c,,1,0,A\n`,
      '1 sku: Keep this column once: it is there twice.',
    ],
    ['a formula', `${HEAD}\n"=HYPERLINK(""x"")",B,c,,1,0\n`, '2 sku: This is a formula. Save the file with values.'],
    ['more cells than the heading', `${HEAD}\nA,B,c,,1,0,7\n`, '2 : The row has 7 cells, and the heading has 6.'],
  ])('says what is wrong with %s', (_what, text, problem) => {
    expect(said(text)).toContain(problem);
  });

  it('reads headings as people write them, and says which it does not take', () => {
    const { rows, ignored } = readCsv('products', 'SKU;Name;Category;Price;Tax rate;Shelf\nA;B;c;1;7;12\n', 'EUR');
    expect(rows[0]!.cells.tax_rate).toBe(7);
    expect(ignored).toEqual(['shelf']);
  });

  it('reads 100,000 rows within moments', () => {
    const rows = Array.from({ length: 100_000 }, (_, i) => `S-${i},Product ${i},papers,,${i % 900}.50,19`);
    const began = performance.now();
    const read = readCsv('products', `${HEAD}\n${rows.join('\n')}\n`, 'EUR');
    expect(read.rows).toHaveLength(100_000);
    expect(performance.now() - began).toBeLessThan(10_000);
  });

  it('is refused at the row that never ends, before it is read', () => {
    const problemOf = (text: string) => {
      const steps = csvTooLarge(text);
      for (;;) {
        const step = steps.next();
        if (step.done) return step.value;
      }
    };
    expect(problemOf(`sku,name\na,b\nc,"${'d\n'.repeat(60_000)}`)).toMatchObject({
      row: 3,
      message: 'Close the quotation mark.',
    });
    expect(problemOf(`sku,name\n${','.repeat(200_000)}`)).toMatchObject({
      row: 2,
      message: expect.stringContaining('longer'),
    });
    expect(problemOf(`sku,name\n${'a,"b\nc"\n'.repeat(200_000)}`)).toBeUndefined();
  });

  it('guards what a spreadsheet would run, and reads it back as it was', () => {
    expect(guarded('=1+1')).toBe("'=1+1");
    expect(isFormula('+49 30 1234')).toBe(false);
    expect(isFormula('-5')).toBe(false);
    expect(isFormula('@SUM(A1)')).toBe(true);
    fc.assert(fc.property(fc.string(), (cell) => expect(unguarded(guarded(cell))).toBe(cell)));
  });

  it('is read back as it was written', () => {
    const cell = fc.string({ minLength: 1, maxLength: 30 }).filter((t) => t.trim() === t && !/[\u0000-\u001f]/.test(t));
    fc.assert(
      fc.property(
        fc.array(fc.record({ sku: cell, name: cell, category: cell }), { minLength: 1, maxLength: 5 }),
        (list) => {
          const rows = list.map((r) => ({ ...r, price: '1.00' }));
          const read = readCsv('products', writeCsv('products', rows), 'EUR');
          expect(read.problems).toEqual([]);
          expect(read.rows.map((r) => [r.cells.sku, r.cells.name, r.cells.category])).toEqual(
            list.map((r) => [r.sku, r.name, r.category]),
          );
        },
      ),
      { numRuns: 50 },
    );
  });
});

describe('orders as rows', () => {
  const HEAD =
    'number,placed_at,email,channel,sku,product,quantity,unit_price,discount,shipping,shipping_price,tax_rate,paid';
  const read = (rows: string[]) => {
    const list = readCsv('orders', [HEAD, ...rows].join('\n'), 'EUR');
    const { orders, problems } = ordersOf(list.rows, 'EUR', ['web-shop']);
    return { orders: orders.map((o) => o.order), problems: [...list.problems, ...problems] };
  };

  it('are put together by number, and add up', () => {
    const { orders, problems } = read([
      'QW-1,2026-11-24,a@b.example,web-shop,PA,Kozo,2,8.50,1.00,Parcel,4.90,19,yes',
      'QW-1,2026-11-24,a@b.example,web-shop,BF,Bone folder,1,12.90,,,,,',
      'QW-2,2026-11-24T09:14:00Z,c@d.example,web-shop,BF,Bone folder,1,12.90,,,,19,no',
    ]);
    expect(problems).toEqual([]);
    expect(orders.map((o) => [o.number, o.lines.length, o.total, o.payment?.paid])).toEqual([
      ['QW-1', 2, 1700 + 1290 - 100 + 490, true],
      ['QW-2', 1, 1290, false],
    ]);
  });

  it('with a discount above what they come to, or from a channel that is not there, are refused at their row', () => {
    const { problems } = read([
      'QW-1,2026-11-24,a@b.example,web-shop,PA,Kozo,1,8.50,20.00,,,19,yes',
      'QW-2,2026-11-24,a@b.example,stall,PA,Kozo,1,8.50,,,,19,yes',
    ]);
    expect(problems.map((p) => [p.row, p.column, p.message])).toEqual([
      [2, 'discounts', 'The discounts are more than the order comes to.'],
      [3, 'channel', '"stall" is not a channel of this store.'],
    ]);
  });

  it('are written with one row for each line, and come back the same', () => {
    const order = testOrder({ discounts: [{ label: 'Discount', amount: 300 }] });
    const text = writeCsv('orders', rowsOf(order));
    const list = readCsv('orders', text, 'EUR');
    expect(list.problems).toEqual([]);
    const [back] = ordersOf(list.rows, 'EUR', ['web-shop']).orders;
    expect(back!.order).toMatchObject({
      number: order.number,
      discounts: [{ amount: 300 }],
      lines: [
        { quantity: 2, unitPrice: 850 },
        { quantity: 1, unitPrice: 1690, discount: 90 },
      ],
      shipping: { price: 490 },
      total: 1700 + 1600 - 300 + 490,
    });
  });
});

describe('contacts in one cell', () => {
  it('are a label and an address each', () => {
    const contacts = [
      { label: 'Accounts', email: 'accounts@firm.example' },
      { label: 'Goods in', email: 'goods@firm.example' },
    ];
    expect(contactsFrom(contactsText(contacts))).toEqual({ contacts });
    expect(contactsFrom('accounts@firm.example').problem).toMatch(/is not a label and an address/);
    expect(contactsFrom('')).toEqual({ contacts: [] });
  });
});
