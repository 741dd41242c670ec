/** The lists that go in and out as CSV: their columns, and how a cell is read and written. */
import { isMailAddress, isWebAddress } from '../schema';
import { amountText, parseAmount } from '../order/amounts';
import { say } from '../../words/problems';

export const LISTS = ['products', 'customers', 'orders', 'codes'] as const;
export type ListKind = (typeof LISTS)[number];

/** A cell's value, or what is wrong with it, in words that follow the column's name. */
export type CellResult = { ok: true; value: string | number | boolean | undefined } | { ok: false; message: string };

export interface Column {
  name: string;
  /** Must stand in the file and have a value. */
  needed?: boolean;
  read: (cell: string, currency: string) => CellResult;
}

const good = (value: string | number | boolean | undefined): CellResult => ({ ok: true, value });
const bad = (message: string): CellResult => ({ ok: false, message });

const text =
  (max: number) =>
  (cell: string): CellResult =>
    cell.length > max ? bad(say.enterAtMostMaxCharacters({ max })) : good(cell);

const address = (cell: string): CellResult =>
  isMailAddress(cell) ? good(cell) : bad(say.sliceIsNotAnEmail({ slice: cell.slice(0, 60) }));

const webAddress = (cell: string): CellResult =>
  isWebAddress(cell) && cell.length <= 2000 ? good(cell) : bad(say.enterAFullLinkSuchAs);

const amount = (cell: string, currency: string): CellResult => {
  const minor = parseAmount(cell, currency);
  return minor === undefined ? bad(say.sliceIsNotAnAmount({ slice: cell.slice(0, 30), currency })) : good(minor);
};

const whole =
  (min: number, max: number) =>
  (cell: string): CellResult => {
    const n = Number(cell);
    return /^\d+$/.test(cell) && n >= min && n <= max ? good(n) : bad(say.enterAWholeNumberFrom({ min, max }));
  };

const percent = (cell: string): CellResult => {
  const n = Number(cell.replace(',', '.').replace(/\s*%$/, ''));
  return cell !== '' && n >= 0 && n <= 100 ? good(n) : bad(say.enterAPercentageFrom0);
};

/** "10%", or an amount in minor units. */
const takesOff = (cell: string, currency: string): CellResult => {
  if (!/%\s*$/.test(cell)) return amount(cell, currency);
  const n = Number(cell.replace(/\s*%\s*$/, ''));
  return Number.isInteger(n) && n >= 1 && n <= 100 ? good(`${n}%`) : bad(say.enterAPercentage1To100);
};

const YES = new Set(['yes', 'true', '1', 'y']);
const NO = new Set(['no', 'false', '0', 'n', '']);
const yesNo = (cell: string): CellResult => {
  const word = cell.toLowerCase();
  return YES.has(word) ? good(true) : NO.has(word) ? good(false) : bad(say.enterYesOrNo);
};

const day = (cell: string): CellResult => {
  const time = Date.parse(/^\d{4}-\d{2}-\d{2}$/.test(cell) ? `${cell}T12:00:00Z` : cell);
  return /^\d{4}-\d{2}-\d{2}/.test(cell) && !Number.isNaN(time)
    ? good(new Date(time).toISOString())
    : bad(say.enterADateSuchAs);
};

const country = (cell: string): CellResult => (/^[A-Z]{2}$/.test(cell) ? good(cell) : bad(say.enterACountryCodeOf));

const ADDRESS: readonly Column[] = [
  { name: 'street', read: text(200) },
  { name: 'postal_code', read: text(20) },
  { name: 'city', read: text(120) },
  { name: 'country', read: country },
];

export const COLUMNS: Record<ListKind, readonly Column[]> = {
  products: [
    { name: 'sku', needed: true, read: text(64) },
    { name: 'name', needed: true, read: text(300) },
    { name: 'category', needed: true, read: text(80) },
    { name: 'options', read: text(300) },
    { name: 'price', needed: true, read: amount },
    { name: 'tax_rate', read: whole(0, 100) },
    { name: 'url', read: webAddress },
    // Its stock is low with so many pieces or fewer.
    { name: 'low_at', read: whole(1, 1_000_000_000) },
    { name: 'supplier', read: text(120) },
  ],
  customers: [
    { name: 'email', needed: true, read: address },
    { name: 'first_name', read: text(120) },
    { name: 'last_name', read: text(120) },
    { name: 'company', read: text(200) },
    { name: 'language', read: text(20) },
    { name: 'guest', read: yesNo },
    ...ADDRESS,
    // "Accounts: accounts@firm.example; Goods in: goods@firm.example"
    { name: 'contacts', read: text(2000) },
  ],
  orders: [
    { name: 'number', needed: true, read: text(64) },
    { name: 'placed_at', needed: true, read: day },
    { name: 'email', needed: true, read: address },
    { name: 'first_name', read: text(120) },
    { name: 'last_name', read: text(120) },
    { name: 'channel', needed: true, read: text(64) },
    { name: 'language', read: text(20) },
    { name: 'sku', needed: true, read: text(64) },
    { name: 'product', needed: true, read: text(300) },
    { name: 'category', read: text(80) },
    { name: 'quantity', needed: true, read: whole(1, 100_000) },
    { name: 'unit_price', needed: true, read: amount },
    { name: 'line_discount', read: amount },
    { name: 'discount', read: amount },
    { name: 'shipping', read: text(120) },
    { name: 'shipping_price', read: amount },
    { name: 'tax_rate', read: percent },
    { name: 'payment', read: text(80) },
    { name: 'paid', read: yesNo },
    ...ADDRESS,
  ],
  codes: [
    { name: 'code', needed: true, read: text(64) },
    // "10%" or "5.00"
    { name: 'takes_off', needed: true, read: takesOff },
    { name: 'first_day', read: day },
    { name: 'last_day', read: day },
    { name: 'uses', read: whole(1, 1_000_000) },
    { name: 'used', read: whole(0, 10_000_000) },
    { name: 'uses_each', read: whole(1, 1_000_000) },
    { name: 'minimum', read: amount },
    // Stock numbers and categories: "TO-BONE; TO-AWL"
    { name: 'products', read: text(2000) },
    { name: 'categories', read: text(2000) },
    { name: 'customer', read: address },
  ],
};

/** Cells that a spreadsheet would take for a formula begin with one of these. */
const FORMULA = /^[=+\-@\t\r]/;

/** A cell as it is written: one that looks like a formula gets an apostrophe in front, which reading takes away again. */
export function guarded(cell: string): string {
  return FORMULA.test(cell) || cell.startsWith("'") ? `'${cell}` : cell;
}

/** A cell without the apostrophe that keeps a spreadsheet from running it as a formula. */
export function unguarded(cell: string): string {
  return cell.startsWith("'") && (FORMULA.test(cell.slice(1)) || cell.startsWith("''")) ? cell.slice(1) : cell;
}

/** Whether a cell as it was read is a formula: it would run in the next spreadsheet it comes to. */
export const isFormula = (cell: string): boolean => /^[=@]/.test(cell) || /^[+-](?![\d\s(])/.test(cell);

export { amountText };
