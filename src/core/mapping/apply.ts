/** Makes an event of a shop's JSON by a mapping, and says of each value what is wrong with it. */
import type { SchemaProblem } from '../schema';
import { compileQuery, type Query } from './query';
import type { MappedField, Mapping, Target } from './schema';
import { targetAt } from './targets';
import { CONVERT, inForm, NOT, textOf, type MappingContext } from './values';
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

/** The first thing that queries find; null and empty text count as nothing. */
function firstOf(from: readonly Query[], whole: unknown, entry: unknown): unknown {
  for (const query of from) {
    for (const value of query(whole, entry)) if (value !== null && value !== '') return value;
  }
  return undefined;
}

/** All that queries find, joined as one text; undefined for nothing. */
function joined(from: readonly Query[], by: string, whole: unknown, entry: unknown): string | undefined {
  const found = from.flatMap((query) => query(whole, entry)).filter((v) => v !== null && v !== '');
  return found.length > 0 ? found.flatMap((v) => textOf(v) ?? []).join(by) : undefined;
}

/** What a field finds, through its table and with what it is otherwise. */
function rawOf({ field, from }: Leaf, whole: unknown, entry: unknown): unknown {
  const value = field.join === undefined ? firstOf(from, whole, entry) : joined(from, field.join, whole, entry);
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
