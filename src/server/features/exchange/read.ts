/** A file of products, customers or orders, read: what is in it, and what is wrong at which row. */
import { Type, type Static } from '@sinclair/typebox';
import { eq } from 'drizzle-orm';
import {
  csvTooLarge,
  contactsFrom,
  givenOf,
  decodeText,
  ordersInSteps,
  MOST_PROBLEMS,
  readCsvInSteps,
  type CustomerGiven,
  type ListKind,
  type RowProblem,
} from '@/core/exchange';
import {
  AddressSchema,
  ANY_CONTACTS,
  contactProblems,
  ContactSchema,
  isOwnNumber,
  orderProblems,
  OrderSchema,
  type Order,
} from '@/core/order';
import { sameCode } from '@/core/codes';
import { checker, placeWords } from '@/core/schema';
import { jsonTooLarge, SIZE_LIMITS, type SizeLimits } from '@/core/size';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { channels, type products } from '../../db/schema';
import { AppError } from '../../base/errors';
import { breath, breathing } from '../../base/breath';
import { CodeJson, codeFrom, codesThere, type CodeEntry } from './codes';
import { FILE } from './file';
import { parseCsv } from './parse';
import { say } from '@/words/refusals';
import { say as codeWords } from '@/words/codes';
import { say as operations } from '@/words/operations';

/** A list in JSON is read in one go, which holds everything else up for as long: a longer one comes as CSV, or in parts. */
export const MOST_JSON_BYTES = 3_000_000;
const LIST_LIMITS: SizeLimits = { values: 150_000, depth: SIZE_LIMITS.depth };

type ProductRow = Omit<typeof products.$inferInsert, 'storeId'>;

/** What was read. */
export interface Read {
  format: 'CSV' | 'JSON';
  encoding: string;
  separator?: string;
  ignored: string[];
  products: ProductRow[];
  customers: CustomerGiven[];
  orders: Order[];
  codes: CodeEntry[];
  problems: RowProblem[];
  /** Rows or entries in the file. */
  rows: number;
}

const strict = { additionalProperties: false } as const;
const ProductJson = Type.Object(
  {
    sku: Type.String({ minLength: 1, maxLength: 64 }),
    name: Type.String({ minLength: 1, maxLength: 300 }),
    category: Type.String({ minLength: 1, maxLength: 80 }),
    options: Type.Optional(Type.String({ maxLength: 300 })),
    /** Minor units of the store's currency. */
    price: Type.Integer({ minimum: 0 }),
    taxRate: Type.Optional(Type.Integer({ minimum: 0, maximum: 100 })),
    url: Type.Optional(Type.String({ format: 'uri', maxLength: 2000 })),
    lowAt: Type.Optional(Type.Integer({ minimum: 1, maximum: 1_000_000_000 })),
    supplier: Type.Optional(Type.String({ maxLength: 120 })),
  },
  strict,
);
const CustomerJson = Type.Object(
  {
    email: Type.String({ format: 'mail-address' }),
    firstName: Type.Optional(Type.String({ maxLength: 120 })),
    lastName: Type.Optional(Type.String({ maxLength: 120 })),
    company: Type.Optional(Type.String({ maxLength: 200 })),
    language: Type.Optional(Type.String({ format: 'language' })),
    guest: Type.Optional(Type.Boolean()),
    address: Type.Optional(AddressSchema),
    contacts: Type.Optional(Type.Array(ContactSchema, { maxItems: 20 })),
  },
  strict,
);
const checkProduct = checker(ProductJson);
const checkCustomer = checker(CustomerJson);
const checkOrder = checker(OrderSchema);
const checkCode = checker(CodeJson);

/** What each is known by: stock number, address, order number. */
export const keysOf = (kind: ListKind, read: Read): string[] =>
  kind === 'products'
    ? read.products.map((p) => p.sku)
    : kind === 'customers'
      ? read.customers.map((c) => c.email)
      : kind === 'codes'
        ? read.codes.map((c) => c.code)
        : read.orders.map((o) => o.number);

/** Reads a list out of a file's bytes, with every problem at its row. Throws an {@link AppError} for what is no such list. */
export async function readFile(access: Access, kind: ListKind, bytes: Uint8Array): Promise<Read> {
  if (bytes.length === 0) throw new AppError('invalid', say.theFileIsEmpty);
  const { text, encoding } = decodeText(bytes);
  if (text.includes('\u0000')) {
    throw new AppError('invalid', say.thisIsNoTextFile);
  }
  const channelIds = (
    await database().select({ id: channels.id }).from(channels).where(eq(channels.storeId, access.store.id))
  ).map((c) => c.id);
  const read: Read = {
    format: 'CSV',
    encoding,
    ignored: [],
    products: [],
    customers: [],
    orders: [],
    codes: [],
    problems: [],
    rows: 0,
  };
  if (/^\s{0,100}[[{]/.test(text)) await readJson(access, kind, text, channelIds, read);
  else await readTable(access, kind, text, channelIds, read);
  await breath();
  dropTwice(kind, read);
  await dropOfSeries(access, read);
  await breath();
  return read;
}

async function readTable(
  access: Access,
  kind: ListKind,
  text: string,
  channelIds: string[],
  read: Read,
): Promise<void> {
  const { currency } = access.store;
  const shape = await breathing(csvTooLarge(text));
  if (shape) {
    read.problems = [shape];
    return;
  }
  const list = await breathing(readCsvInSteps(kind, await parseCsv(text), currency));
  Object.assign(read, { separator: list.separator, ignored: list.ignored, problems: list.problems });
  read.rows = list.rows.length + new Set(list.problems.map((p) => p.row)).size;
  if (kind === 'products') {
    read.products = list.rows.map(({ cells }) => ({
      sku: String(cells.sku),
      name: String(cells.name),
      category: String(cells.category),
      options: String(cells.options ?? ''),
      price: Number(cells.price),
      taxRate: Number(cells.tax_rate ?? 0),
      url: String(cells.url ?? ''),
      ...(cells.low_at !== undefined && { lowAt: Number(cells.low_at) }),
      supplier: String(cells.supplier ?? ''),
    }));
  } else if (kind === 'customers') {
    for (const { row, cells } of list.rows) {
      const { contacts, problem } = contactsFrom(String(cells.contacts ?? ''));
      const [wrong] = contactProblems(String(cells.email), contacts, ANY_CONTACTS);
      const message = problem ?? wrong?.message;
      if (message) read.problems.push({ row, column: 'contacts', message });
      else read.customers.push(givenOf(cells, list.columns, contacts));
    }
  } else if (kind === 'codes') {
    for (const { row, cells } of list.rows) {
      const checked = codeFrom(cells);
      if (checked.ok) read.codes.push(checked.value);
      else
        for (const p of checked.problems.slice(0, 3))
          read.problems.push({ row, column: placeWords(p.path), message: p.message });
    }
  } else {
    const { orders: made, problems } = await breathing(ordersInSteps(list.rows, currency, channelIds));
    read.orders = made.map((o) => o.order);
    await breath();
    const { ownOrders } = access.store;
    const own = made.find((o) => isOwnNumber(o.order.number, ownOrders));
    if (own) {
      const message = `${own.order.number} is of the range of orders that are made in Libellus (${ownOrders.join(', ')})`;
      read.problems.push({ row: own.row, column: 'number', message });
      read.orders = read.orders.filter((o) => !isOwnNumber(o.number, ownOrders));
    }
    read.problems.push(...problems);
  }
}

async function readJson(access: Access, kind: ListKind, text: string, channelIds: string[], read: Read): Promise<void> {
  read.format = 'JSON';
  if (text.length > MOST_JSON_BYTES) {
    throw new AppError('invalid', say.aListInJsonHas({ n: MOST_JSON_BYTES / 1_000_000 }));
  }
  const large = jsonTooLarge(text, LIST_LIMITS);
  if (large) throw new AppError('invalid', say.theFileLargeSaveIt({ large }));
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new AppError('invalid', say.theFileIsNotJson({ message: (error as Error).message }));
  }
  const list = Array.isArray(value) ? value : (value as Record<string, unknown> | null)?.[kind];
  const version = Array.isArray(value) ? 1 : (value as { version?: unknown }).version;
  if (typeof version === 'number' && version > FILE.version) {
    throw new AppError('invalid', say.thisFileComesFromA);
  }
  if (!Array.isArray(list)) throw new AppError('invalid', say.theFileHoldsNoList({ kind }));
  read.rows = list.length;
  const take = (entry: unknown, i: number): void => {
    const row = i + 1;
    const say = (problems: readonly { path: string; message: string }[]): void => {
      for (const p of read.problems.length < MOST_PROBLEMS ? problems.slice(0, 3) : [])
        read.problems.push({ row, column: placeWords(p.path), message: p.message });
    };
    if (kind === 'products') {
      const checked = checkProduct(entry);
      if (!checked.ok) say(checked.problems);
      else read.products.push({ taxRate: 0, options: '', url: '', ...checked.value });
    } else if (kind === 'customers') {
      const checked = checkCustomer(entry);
      const wrong = checked.ok
        ? contactProblems(checked.value.email, checked.value.contacts ?? [], ANY_CONTACTS)
        : checked.problems;
      if (!checked.ok || wrong.length > 0) say(wrong);
      else read.customers.push({ email: checked.value.email, set: withoutEmail(checked.value), empty: [] });
    } else if (kind === 'codes') {
      const checked = checkCode(entry);
      if (!checked.ok) say(checked.problems);
      else read.codes.push(checked.value);
    } else {
      const checked = checkOrder(entry);
      if (!checked.ok) return say(checked.problems);
      const problems = orderProblems(checked.value);
      if (!channelIds.includes(checked.value.channel)) {
        problems.push({ path: '/channel', message: operations.noSuchChannel({ channel: checked.value.channel }) });
      }
      if (problems.length > 0) say(problems);
      else read.orders.push(checked.value);
    }
  };
  for (const [i, entry] of list.entries()) {
    take(entry, i);
    if (i % 200 === 199) await breath();
  }
}

const withoutEmail = ({ email: _email, ...rest }: Static<typeof CustomerJson>): CustomerGiven['set'] => rest;

/** A code of a series belongs to whoever has it, or will: a list does not change it. */
async function dropOfSeries({ store }: Access, read: Read): Promise<void> {
  const there = await codesThere(
    database(),
    store.id,
    read.codes.map((c) => c.code),
  );
  const taken = there.filter((c) => c.series).map((c) => c.code);
  for (const code of taken) read.problems.push({ row: 0, column: 'code', message: codeWords.isOfASeries({ code }) });
  read.codes = read.codes.filter((c) => !taken.some((code) => sameCode(code, c.code)));
}

/** The same key twice in one file: which one is meant cannot be known. */
function dropTwice(kind: ListKind, read: Read): void {
  // Addresses are one whatever their case; numbers are what they are.
  const fold = (key: string): string => (kind === 'customers' || kind === 'codes' ? key.toLowerCase() : key);
  const seen = new Set<string>();
  const twice = new Set<string>();
  for (const key of keysOf(kind, read)) {
    const folded = fold(key);
    if (seen.has(folded)) twice.add(folded);
    seen.add(folded);
  }
  if (twice.size === 0) return;
  for (const key of twice) read.problems.push({ row: 0, column: '', message: operations.moreThanOnce({ key }) });
  const once = (key: string): boolean => !twice.has(fold(key));
  read.products = read.products.filter((p) => once(p.sku));
  read.customers = read.customers.filter((c) => once(c.email));
  read.orders = read.orders.filter((o) => once(o.number));
  read.codes = read.codes.filter((c) => once(c.code));
}
