/**
 * One way to validate at every boundary: JSON Schema through Ajv, with types from the same TypeBox source, and errors
 * that say in words what is wrong and where.
 */
import type { Static, TSchema } from '@sinclair/typebox';
import Ajv, { type ErrorObject } from 'ajv';
import addFormats from 'ajv-formats';
import { minorDigits } from './text/formatters';

/** One thing wrong with a value: a JSON Pointer (RFC 6901) to the place, and what to do about it. */
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
export const isWebAddress = (text: string): boolean => /^https?:\/\/[^\s/?#]/i.test(text) && URL.canParse(text);

let shared: Ajv | undefined;

function ajv(): Ajv {
  if (!shared) {
    shared = new Ajv({ allErrors: true, strict: false, verbose: true });
    addFormats(shared, ['date-time', 'uuid']);
    shared.addFormat('uri', isWebAddress);
    shared.addFormat('mail-address', isMailAddress);
    shared.addFormat('currency', isCurrency);
    shared.addFormat('language', isLanguageTag);
    shared.addFormat('time-zone', isTimeZone);
  }
  return shared;
}

/** Compiles a schema once, on first use, into a check that types its value. */
export function checker<S extends TSchema>(schema: S): (value: unknown) => Checked<Static<S>> {
  let compiled: ReturnType<Ajv['compile']> | undefined;
  return (value) => {
    compiled ??= ajv().compile(schema);
    if (compiled(value)) return { ok: true, value: value as Static<S> };
    return { ok: false, problems: schemaProblems(compiled.errors ?? []) };
  };
}

/** Ajv's errors as problems in words, each place once; the noise of `anyOf` around a more exact error is left out. */
export function schemaProblems(errors: readonly ErrorObject[]): SchemaProblem[] {
  const seen = new Set<string>();
  return tellingErrors(errors).flatMap((error) => {
    const path =
      error.keyword === 'required' || error.keyword === 'dependentRequired'
        ? `${error.instancePath}/${String((error.params as { missingProperty: string }).missingProperty)}`
        : error.keyword === 'additionalProperties'
          ? `${error.instancePath}/${String((error.params as { additionalProperty: string }).additionalProperty)}`
          : error.instancePath;
    if (seen.has(path)) return [];
    seen.add(path);
    return [{ path, message: errorWords(error) }];
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
    const branches = new Map<string, ErrorObject[]>();
    for (const e of within) {
      const branch = e.schemaPath.slice(prefix.length).split('/')[0]!;
      branches.set(branch, [...(branches.get(branch) ?? []), e]);
    }
    const shape = (list: ErrorObject[]): number => list.filter((e) => SHAPE.has(e.keyword)).length;
    const [nearest = []] = [...branches.values()].sort((a, b) => shape(a) - shape(b));
    const fixed = nearest.find((e) => e.keyword === 'const');
    const allowed = within
      .filter((e) => fixed && e.keyword === 'const' && e.instancePath === fixed.instancePath)
      .map((e) => (e.params as { allowedValue: unknown }).allowedValue);
    const kept: ErrorObject[] = fixed ? [{ ...fixed, keyword: 'enum', params: { allowedValues: allowed } }] : nearest;
    rest = [...rest.filter((e) => !within.includes(e)), ...kept];
  }
  return rest.length > 0 ? rest : [...errors];
}

function shown(data: unknown): string {
  const text = JSON.stringify(data) ?? 'nothing';
  return text.length > 60 ? `${text.slice(0, 57)}...` : text;
}

const FORMAT_WORDS: Record<string, string> = {
  'mail-address': 'is not a mail address: it needs a name, an @ and a domain, such as anna@shop.example',
  currency: 'is not a currency code (ISO 4217), such as EUR or GBP',
  language: 'is not a language tag (BCP 47), such as en or de',
  'time-zone': 'is not a time zone, such as Europe/Berlin',
  'date-time': 'is not a time as RFC 3339 writes it, such as 2026-11-24T09:14:00Z',
  uri: 'is not a full address, such as https://shop.example/orders/1',
  uuid: 'is not a UUID',
};

function errorWords(error: ErrorObject): string {
  const params = error.params as Record<string, unknown>;
  const it = shown(error.data);
  // A number's field of a form that nothing was typed in.
  if (Number.isNaN(error.data)) return 'is empty';
  switch (error.keyword) {
    case 'required':
      return 'is missing';
    case 'additionalProperties':
      return 'is not known here; check the spelling or leave it out';
    case 'type':
      if (error.data === null || error.data === '') return 'is empty';
      return `${it} is not ${withArticle(String(params.type))}`;
    case 'minimum':
    case 'exclusiveMinimum':
      return `${it} is too small: at least ${String(params.limit)}`;
    case 'maximum':
      return `${it} is too large: at most ${String(params.limit)}`;
    case 'minLength':
      return error.data === '' ? 'is empty' : `is too short: at least ${String(params.limit)} characters`;
    case 'maxLength':
      return `is too long: at most ${String(params.limit)} characters`;
    case 'minItems':
      return `has too few entries: at least ${String(params.limit)}`;
    case 'maxItems':
      return `has too many entries: at most ${String(params.limit)}`;
    case 'enum':
      return `${it} is not one of ${(params.allowedValues as unknown[]).map(shown).join(', ')}`;
    case 'const':
      return `${it} must be ${shown(params.allowedValue)}`;
    case 'format':
      if (error.data === '') return 'is empty';
      return `${it} ${FORMAT_WORDS[String(params.format)] ?? `is not a ${String(params.format)}`}`;
    default:
      return `${it}: ${error.message ?? 'is not valid'}`;
  }
}

function withArticle(type: string): string {
  const word =
    { integer: 'whole number', object: 'object', array: 'list', string: 'text', boolean: 'yes or no' }[type] ?? type;
  return word === 'text' || word === 'yes or no' ? word : `${/^[aeiou]/.test(word) ? 'an' : 'a'} ${word}`;
}

/** A JSON Pointer as a person reads it: `/lines/0/quantity` is "lines, entry 1, quantity". */
export function placeWords(path: string): string {
  if (path === '') return 'the whole';
  return path
    .slice(1)
    .split('/')
    .map((part) =>
      /^\d+$/.test(part) ? `entry ${Number(part) + 1}` : part.replaceAll('~1', '/').replaceAll('~0', '~'),
    )
    .join(', ');
}
