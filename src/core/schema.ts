/**
 * One way to validate at every boundary: JSON Schema through Ajv, with types from the same TypeBox source, and errors
 * that say in words what is wrong and where.
 */
import type { Static, TSchema } from '@sinclair/typebox';
import Ajv, { type ErrorObject } from 'ajv';
import addFormats from 'ajv-formats';
import { withDefs } from './schema-defs';
import { errorSentence } from './schema-words';
import { SIZE_LIMITS, sizeOf, type SizeLimits } from './size';
import { minorDigits } from './text/formatters';
import { say } from '../words/problems';

/** One thing wrong with a value: a JSON Pointer (RFC 6901) to the place, and a sentence that says what to do about it. */
export interface SchemaProblem {
  path: string;
  message: string;
}

export type Checked<T> = { ok: true; value: T } | { ok: false; problems: SchemaProblem[] };

const CURRENCIES = new Set(Intl.supportedValuesOf('currency'));

/** True for an ISO 4217 code that amounts can be written in. */
export function isCurrency(code: string): boolean {
  return CURRENCIES.has(code) && minorDigits(code) >= 0;
}

// RFC 5321 mailbox with a domain of at least two labels; Unicode allowed on both sides (RFC 6531).
const ADDRESS =
  /^[^\s@"(),:;<>[\\\]\u0000-\u001f]{1,64}@(?:[\p{L}\p{N}](?:[\p{L}\p{N}-]{0,61}[\p{L}\p{N}])?\.)+[\p{L}\p{N}][\p{L}\p{N}-]{0,61}[\p{L}\p{N}]$/u;

/** True for an address that mail can be sent to: one @, a local part, a domain of at least two labels. */
export function isMailAddress(text: string): boolean {
  return (
    text.length <= 254 && ADDRESS.test(text) && !text.startsWith('.') && !text.includes('..') && !text.includes('.@')
  );
}

function isLanguageTag(text: string): boolean {
  try {
    return Intl.getCanonicalLocales(text).length === 1;
  } catch {
    return false;
  }
}

function isTimeZone(text: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: text });
    return true;
  } catch {
    return false;
  }
}

/** What a link in a message can lead to: a full address of the web. */
const HOST = /^(?=.{1,253}$)([a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?\.)*[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?$/i;

/** Whether text is the name of a host (RFC 1123, 2.1), or an IPv4 address. */
export const isHostName = (text: string): boolean => HOST.test(text);

export const isWebAddress = (text: string): boolean => /^https?:\/\/[^\s/?#]/i.test(text) && URL.canParse(text);

const INSTANT = /^(?:19|20|21)\d\d-\d\d-\d\dT\d\d:\d\d:\d\d(?:\.\d{1,9})?(?:Z|[+-]\d\d:\d\d)$/i;

/** True for a time as RFC 3339 writes it that a clock can show: no leap second, which neither JavaScript nor the database knows. */
export const isInstant = (text: string): boolean => INSTANT.test(text) && !Number.isNaN(Date.parse(text));

/** True for a day of the calendar (RFC 3339, full-date). */
export const isDay = (text: string): boolean =>
  /^(?:19|20|21)\d\d-\d\d-\d\d$/.test(text) &&
  !Number.isNaN(Date.parse(text)) &&
  new Date(`${text}T00:00:00Z`).toISOString().startsWith(text);

/**
 * One that only says whether a value fits, which is compiled fast and asked first; one that stops at the first error, for values that are
 * large; and one that finds all.
 */
const shared: Partial<Record<'fits' | 'first' | 'all', Ajv>> = {};

function ajv(kind: 'fits' | 'first' | 'all'): Ajv {
  let made = shared[kind];
  if (!made) {
    made = new Ajv({
      allErrors: kind === 'all',
      strict: false,
      verbose: kind !== 'fits',
      ...(kind === 'fits' && { inlineRefs: false }),
    });
    addFormats(made, ['uuid']);
    made.addFormat('date-time', isInstant);
    made.addFormat('date', isDay);
    made.addFormat('uri', isWebAddress);
    made.addFormat('mail-address', isMailAddress);
    made.addFormat('currency', isCurrency);
    made.addFormat('language', isLanguageTag);
    made.addFormat('time-zone', isTimeZone);
    shared[kind] = made;
  }
  return made;
}

/** Above so many values only the first error is told: finding and wording all of them would take too long. */
const ALL_ERRORS_UP_TO = 1_500;
/** More are of no use to anybody. */
const MOST_PROBLEMS = 50;

/** Every schema that something is checked against, in the order in which checks were made: tests walk them. */
export const CHECKED: TSchema[] = [];

/**
 * Compiles a schema once, on first use, into a check that types its value. Size and depth come first, so that a value made to be
 * costly costs no more than its counting.
 */
export function checker<S extends TSchema>(
  schema: S,
  limits: SizeLimits = SIZE_LIMITS,
): (value: unknown) => Checked<Static<S>> {
  CHECKED.push(schema);
  const compiled: Partial<Record<'fits' | 'first' | 'all', ReturnType<Ajv['compile']>>> = {};
  return (value) => {
    const { values, problem } = sizeOf(value, limits);
    if (problem) return { ok: false, problems: [problem] };
    const fits = (compiled.fits ??= fitsOf(schema));
    if (fits(value)) return { ok: true, value: value as Static<S> };
    // Where what repeats is written once, errors do not tell in which branch they are: they are looked for in the schema as it stands.
    if (values > ALL_ERRORS_UP_TO) {
      const first = (compiled.first ??= ajv('first').compile(schema));
      first(value);
      return { ok: false, problems: schemaProblems(first.errors ?? []) };
    }
    const all = (compiled.all ??= ajv('all').compile(schema));
    all(value);
    return { ok: false, problems: schemaProblems(all.errors ?? []) };
  };
}

/** Compiled once for each schema, however many checks are made of it. */
const fitting = new WeakMap<TSchema, ReturnType<Ajv['compile']>>();

function fitsOf(schema: TSchema): ReturnType<Ajv['compile']> {
  let made = fitting.get(schema);
  if (!made) {
    made = ajv('fits').compile(withDefs(schema));
    fitting.set(schema, made);
  }
  return made;
}

/** Ajv's errors as problems in words, each place once; the noise of `anyOf` around a more exact error is left out. */
export function schemaProblems(errors: readonly ErrorObject[]): SchemaProblem[] {
  const seen = new Set<string>();
  return tellingErrors(errors).flatMap((error) => {
    if (seen.size >= MOST_PROBLEMS) return [];
    const path =
      error.keyword === 'required' || error.keyword === 'dependentRequired'
        ? `${error.instancePath}/${String((error.params as { missingProperty: string }).missingProperty)}`
        : error.keyword === 'additionalProperties'
          ? `${error.instancePath}/${String((error.params as { additionalProperty: string }).additionalProperty)}`
          : error.instancePath;
    if (seen.has(path)) return [];
    seen.add(path);
    return [{ path, message: errorSentence(error, path) }];
  });
}

/** Errors by which a value shows that it is of another shape altogether. */
const SHAPE = new Set(['const', 'required', 'additionalProperties', 'type']);

/**
 * A value that fits no branch of a union fails in every branch. Only the branch that it is nearest to is worth a word:
 * the one with the fewest errors of shape. When even that one is told apart by a fixed value, what could have stood
 * there is said instead.
 */
function tellingErrors(errors: readonly ErrorObject[]): ErrorObject[] {
  let rest = errors.filter((e) => e.keyword !== 'anyOf');
  // Inner unions first, so that an outer one judges what is left of them.
  const unions = errors.filter((e) => e.keyword === 'anyOf').sort((a, b) => b.schemaPath.length - a.schemaPath.length);
  for (const union of unions) {
    const prefix = `${union.schemaPath}/`;
    const within = rest.filter((e) => e.schemaPath.startsWith(prefix) && e.instancePath.startsWith(union.instancePath));
    const inside = new Set(within);
    const branches = new Map<string, ErrorObject[]>();
    for (const e of within) {
      const branch = e.schemaPath.slice(prefix.length).split('/', 1)[0]!;
      const list = branches.get(branch);
      if (list) list.push(e);
      else branches.set(branch, [e]);
    }
    const shape = (list: ErrorObject[]): number => list.filter((e) => SHAPE.has(e.keyword)).length;
    const [nearest = []] = [...branches.values()].sort((a, b) => shape(a) - shape(b));
    const fixed = nearest.find((e) => e.keyword === 'const');
    const allowed = within
      .filter((e) => fixed && e.keyword === 'const' && e.instancePath === fixed.instancePath)
      .map((e) => (e.params as { allowedValue: unknown }).allowedValue);
    const kept: ErrorObject[] = fixed ? [{ ...fixed, keyword: 'enum', params: { allowedValues: allowed } }] : nearest;
    rest = [...rest.filter((e) => !inside.has(e)), ...kept];
  }
  return rest.length > 0 ? rest : [...errors];
}

/** A JSON Pointer as a person reads it: `/lines/0/quantity` is "lines, entry 1, quantity". */
export function placeWords(path: string): string {
  if (path === '') return say.theWhole;
  return path
    .slice(1)
    .split('/')
    .map((part) =>
      /^\d+$/.test(part) ? say.entryN({ n: Number(part) + 1 }) : part.replaceAll('~1', '/').replaceAll('~0', '~'),
    )
    .join(', ');
}

/** A problem for where no field stands beside it: its place, then its sentence. */
export const placedSentence = ({ path, message }: SchemaProblem): string => {
  if (path === '') return message;
  // Findings name their place in words already.
  const place = path.startsWith('/') ? placeWords(path) : path;
  return `${place.charAt(0).toUpperCase()}${place.slice(1)}: ${message}`;
};
