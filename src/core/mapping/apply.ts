/** Makes an event of a shop's JSON by a mapping, and says of each value what is wrong with it. */
import { parseAmount } from '../order/amounts';
import type { SchemaProblem } from '../schema';
import { minorDigits } from '../text/formatters';
import { zonedTime } from '../time/clock';
import { compileQuery, isSearch, type Query } from './query';
import type { MappedField, Mapping, Target } from './schema';
import { listOf, targetAt } from './targets';
import { say } from '../../words/mapping';

/** What a mapping makes of one request. */
export interface Mapped {
  /** Which event it is; nothing for one that is not listened to. */
  type?: string;
  /** The word of the shop that decided about it, for saying which one is not listened to. */
  word?: string;
  /** What tells it from other events, if the mapping names something that is there. */
  id?: string;
  /** The event's data. */
  data: Record<string, unknown>;
  /** Of values that are no such thing as their place wants, with the place in `data`. */
  problems: SchemaProblem[];
}

export interface MappingContext {
  /** Of amounts, where the mapping fills no currency. */
  currency: string;
  /** IANA zone of times that name none. */
  timeZone: string;
}

export type AppliedMapping = (whole: unknown, context: MappingContext) => Mapped;

interface Leaf {
  field: MappedField;
  target: Target;
  from: Query[];
}
interface Branch {
  leaves: [name: string, leaf: Leaf][];
  inner: [name: string, branch: Branch][];
  /** Of a list: what its entries are. */
  entries?: { from: Query | undefined; of: Branch };
}

const CURRENCY = '/order/currency';

/**
 * Compiles a mapping. Throws an Error for one with problems: see `mappingProblems`.
 */
export function compileMapping(mapping: Mapping): AppliedMapping {
  const query = (path: string): Query => {
    const compiled = compileQuery(path);
    if (!compiled.ok) throw new Error(`${path}: ${compiled.message}`);
    return compiled.query;
  };
  const lists = new Map(mapping.lists.map((l) => [l.to, query(l.from)]));
  const leaf = (field: MappedField): Leaf => ({ field, target: targetAt(field.to)!, from: field.from.map(query) });
  const leaves = mapping.fields.map(leaf);
  const root = branchOf(leaves, lists, '');
  const currency = leaves.find((l) => l.field.to === CURRENCY);
  const kind = mapping.event.from === undefined ? undefined : query(mapping.event.from);
  const kinds = new Map(mapping.event.table.map((row) => [row.is, row.means]));
  const id = mapping.id === undefined ? undefined : query(mapping.id);
  return (whole, context) => {
    const problems: SchemaProblem[] = [];
    const word = kind && textOf(kind(whole, whole)[0]);
    const type = (word === undefined ? undefined : kinds.get(word)) ?? mapping.event.otherwise;
    const named = id && textOf(id(whole, whole)[0]);
    const money = currency && textOf(rawOf(currency, whole, whole));
    const told = { ...context, ...(money && /^[A-Za-z]{3}$/.test(money) && { currency: money.toUpperCase() }) };
    const data = filled(root, '/data', whole, whole, told, problems) ?? {};
    return {
      ...(type !== undefined && { type }),
      ...(word !== undefined && { word }),
      ...(named !== undefined && named !== '' && { id: named.slice(0, 200) }),
      data: data as Record<string, unknown>,
      problems,
    };
  };
}

/** The fields below a place as a tree, so that each list is walked once. */
function branchOf(leaves: readonly Leaf[], lists: ReadonlyMap<string, Query>, at: string): Branch {
  const branch: Branch = { leaves: [], inner: [] };
  const below = new Map<string, Leaf[]>();
  for (const leaf of leaves) {
    const [name = '', ...rest] = leaf.field.to.slice(at.length + 1).split('/');
    if (rest.length === 0) branch.leaves.push([name, leaf]);
    else below.set(name, [...(below.get(name) ?? []), leaf]);
  }
  for (const [name, inside] of below) {
    const of = branchOf(inside, lists, `${at}/${name}`);
    if (name === '*') branch.entries = { from: lists.get(at), of };
    else branch.inner.push([name, of]);
  }
  return branch;
}

/** What stands in a place: undefined where nothing of it is there. */
function filled(
  branch: Branch,
  at: string,
  whole: unknown,
  entry: unknown,
  context: MappingContext,
  problems: SchemaProblem[],
): unknown {
  const { entries } = branch;
  if (entries) {
    // Without a list of the shop's there is one entry, such as the parcel that a request is about.
    const found = entries.from ? entries.from(whole, entry) : [entry];
    const list = found
      .map((one, i) => filled(entries.of, `${at}/${i}`, whole, one, context, problems))
      .filter((made) => made !== undefined);
    return list.length > 0 ? list : undefined;
  }
  const made: Record<string, unknown> = {};
  for (const [name, leaf] of branch.leaves) {
    const value = valueOf(leaf, `${at}/${name}`, whole, entry, context, problems);
    if (value !== undefined) made[name] = value;
  }
  for (const [name, inner] of branch.inner) {
    const value = filled(inner, `${at}/${name}`, whole, entry, context, problems);
    if (value !== undefined) made[name] = value;
  }
  return Object.keys(made).length > 0 ? made : undefined;
}

/** A single value as text: objects and lists are none, and neither is null. */
const textOf = (value: unknown): string | undefined =>
  typeof value === 'string'
    ? value.trim()
    : typeof value === 'number' || typeof value === 'boolean'
      ? String(value)
      : undefined;

/** What a field finds, through its table and with what it is otherwise; empty text counts as nothing. */
function rawOf({ field, from }: Leaf, whole: unknown, entry: unknown): unknown {
  const found = from.flatMap((query) => query(whole, entry)).filter((v) => v !== null && v !== '');
  const value =
    field.join === undefined
      ? found[0]
      : found.length > 0
        ? found.flatMap((v) => textOf(v) ?? []).join(field.join)
        : undefined;
  if (!field.table) return value ?? field.otherwise;
  const word = textOf(value);
  const means = word === undefined ? undefined : field.table.find((row) => row.is === word)?.means;
  return means ?? field.otherwise ?? (field.table.length > 0 ? undefined : value);
}

function valueOf(
  leaf: Leaf,
  at: string,
  whole: unknown,
  entry: unknown,
  context: MappingContext,
  problems: SchemaProblem[],
): unknown {
  const { field, target, from } = leaf;
  if (target.kind === 'texts') {
    const lines = from.flatMap((query) => query(whole, entry)).flatMap((v) => textOf(v) || []);
    return lines.length > 0 ? lines : field.otherwise === undefined ? undefined : [field.otherwise];
  }
  const raw = rawOf(leaf, whole, entry);
  if (raw === undefined) return undefined;
  const made = inForm(target, CONVERT[target.kind](raw, field, context));
  if (made !== undefined) return made;
  const shown = textOf(raw) ?? (Array.isArray(raw) ? say.aList : say.anObject);
  problems.push({ path: at, message: NOT[target.kind]({ value: shown.slice(0, 60), currency: context.currency }) });
  return undefined;
}

/** Language tags of shops often have underscores, and codes small letters. */
function inForm({ form }: Target, value: unknown): unknown {
  if (typeof value !== 'string' || form === undefined) return value;
  return form === 'capitals' ? value.toUpperCase() : value.replaceAll('_', '-');
}

const NOT: Record<Target['kind'], (values: { value: string; currency: string }) => string> = {
  text: (v) => say.notText(v),
  texts: (v) => say.notText(v),
  money: (v) => say.notMoney(v),
  time: (v) => say.notTime(v),
  whole: (v) => say.notWhole(v),
  number: (v) => say.notNumber(v),
  'yes-no': (v) => say.notYesNo(v),
};

type Convert = (raw: unknown, field: MappedField, context: MappingContext) => unknown;

const YES = new Set(['true', '1', 'yes', 'y', 'on']);
const NO = new Set(['false', '0', 'no', 'n', 'off']);

/** A number as shops write it: as JSON has it, or as text with a point or a comma. */
function numberOf(raw: unknown): number | undefined {
  const text = textOf(raw)?.replace(',', '.');
  return text !== undefined && /^[+-]?\d{1,15}(\.\d+)?$/.test(text) ? Number(text) : undefined;
}

function moneyOf(raw: unknown, field: MappedField, { currency }: MappingContext): number | undefined {
  if (field.unit === 'minor') {
    const minor = numberOf(raw);
    return minor !== undefined && Number.isSafeInteger(minor) ? Math.abs(minor) : undefined;
  }
  const digits = minorDigits(currency);
  // A number of JSON may have more places than money (12.5 and 0.1 + 0.2): it is rounded to the currency's; text is not.
  const text =
    typeof raw === 'number' && Number.isFinite(raw)
      ? Math.abs(raw).toFixed(digits)
      : textOf(raw)
          ?.replace(/^-/, '')
          .replace(/[\s\u00a0\u202f]|(?<=\d)['’](?=\d{3})/g, '');
  return text === undefined ? undefined : parseAmount(withoutZeros(ungrouped(text), digits), currency);
}

/** "1.234,50" and "1,234.50" as "1234.50": of two marks the last one is that of the decimals. */
function ungrouped(text: string): string {
  const [point, comma] = [text.lastIndexOf('.'), text.lastIndexOf(',')];
  if (point === -1 || comma === -1) return text;
  return comma > point ? text.replaceAll('.', '') : text.replaceAll(',', '');
}

/** Without zeros behind the currency's decimals: "12.5000" is an amount of two. */
const withoutZeros = (text: string, digits: number): string =>
  text.replace(/^(\d+)[.,](\d+)$/, (all, whole: string, part: string) =>
    part.length > digits && /^0*$/.test(part.slice(digits))
      ? digits === 0
        ? whole
        : `${whole}.${part.slice(0, digits)}`
      : all,
  );

const LOCAL = /^(\d{4}-\d\d-\d\d)(?:[T ](\d\d):(\d\d)(?::(\d\d)(?:\.\d+)?)?)?$/;

/** A time as RFC 3339: seconds or milliseconds since 1970, a time with its offset, or one of the store's own zone. */
function timeOf(raw: unknown, { timeZone }: MappingContext): string | undefined {
  const text = textOf(raw);
  if (text === undefined) return undefined;
  if (/^\d{9,14}(\.\d+)?$/.test(text)) {
    const n = Number(text);
    return new Date(n < 100_000_000_000 ? n * 1000 : n).toISOString();
  }
  const local = LOCAL.exec(text);
  if (local) {
    const [, day = '', hour = '0', minute = '0', second = '0'] = local;
    const noon = new Date(`${day}T12:00:00Z`);
    // A day that there is: no 31st of February, which becomes one of March.
    if (Number.isNaN(noon.getTime()) || !noon.toISOString().startsWith(day)) return undefined;
    if (Number(hour) > 23 || Number(minute) > 59) return undefined;
    return new Date(zonedTime(day, Number(hour), Number(minute), timeZone) + Number(second) * 1000).toISOString();
  }
  if (!/^\d{4}-\d\d-\d\d[T ]\d\d:\d\d/.test(text)) return undefined;
  const time = Date.parse(text.replace(' ', 'T').replace(/([+-]\d\d)(\d\d)$/, '$1:$2'));
  return Number.isNaN(time) ? undefined : new Date(time).toISOString();
}

const CONVERT: Record<Exclude<Target['kind'], 'texts'>, Convert> = {
  text: (raw) => textOf(raw),
  money: moneyOf,
  time: (raw, _field, context) => timeOf(raw, context),
  whole: (raw) => {
    const n = numberOf(raw);
    return n !== undefined && Number.isInteger(n) ? n : undefined;
  },
  number: (raw, { unit }) => {
    const n = numberOf(raw);
    return n === undefined ? undefined : unit === 'share' ? Math.round(n * 1e6) / 1e4 : n;
  },
  'yes-no': (raw) => {
    const word = textOf(raw)?.toLowerCase();
    return word === undefined ? undefined : YES.has(word) ? true : NO.has(word) ? false : undefined;
  },
};

/** So many paths of a mapping may search everything below (`..`). */
const MOST_SEARCHES = 8;

/** What is wrong with a mapping itself, each with its place: queries, places that are none, lists that are missing. */
export function mappingProblems(mapping: Mapping): SchemaProblem[] {
  const problems: SchemaProblem[] = [];
  const check = (path: string, at: string, inList: boolean): void => {
    const compiled = compileQuery(path);
    if (!compiled.ok) problems.push({ path: at, message: compiled.message });
    else if (path.startsWith('@') && !inList) problems.push({ path: at, message: say.entryOfNoList });
  };
  if (mapping.event.from !== undefined) check(mapping.event.from, '/event/from', false);
  if (mapping.id !== undefined) check(mapping.id, '/id', false);
  const listed = new Set(mapping.lists.map((l) => l.to));
  mapping.lists.forEach(({ to, from }, i) => {
    const outer = listOf(to);
    check(from, `/lists/${i}/from`, outer !== undefined && listed.has(outer));
  });
  const seen = new Set<string>();
  let searches = 0;
  mapping.fields.forEach((field, i) => {
    const at = `/fields/${i}`;
    if (!targetAt(field.to)) problems.push({ path: `${at}/to`, message: say.noSuchPlace({ to: field.to }) });
    if (seen.has(field.to)) problems.push({ path: `${at}/to`, message: say.placeTwice({ to: field.to }) });
    seen.add(field.to);
    const list = listOf(field.to);
    field.from.forEach((path, j) => {
      check(path, `${at}/from/${j}`, list !== undefined && listed.has(list));
      // It would be asked again for each entry.
      if (list !== undefined && listed.has(list) && path.startsWith('$') && isSearch(path)) {
        problems.push({ path: `${at}/from/${j}`, message: say.searchInList });
      }
      if (path.includes('..')) searches += 1;
      if (searches > MOST_SEARCHES && path.includes('..')) {
        problems.push({ path: `${at}/from/${j}`, message: say.tooManySearches({ most: MOST_SEARCHES }) });
      }
    });
    const choices = targetAt(field.to)?.choices;
    const means = [...(field.table ?? []).map((row) => row.means), ...(field.otherwise ? [field.otherwise] : [])];
    const unknown = choices && means.find((word) => !choices.includes(word));
    if (unknown !== undefined) {
      problems.push({
        path: `${at}/table`,
        message: say.noSuchChoice({ word: unknown, choices: choices!.join(', ') }),
      });
    }
  });
  return problems;
}
