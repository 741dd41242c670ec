/**
 * Reading MessageFormat 2 sources (Unicode LDML 48, part 9). The `messageformat` package parses and validates; this
 * module turns its errors into problems with a place, and adds what Libellus allows of functions and markup.
 */
import { MessageSyntaxError, parseMessage, validate, type Model } from 'messageformat';
import { say } from '../../words/syntax';

export type Message = Model.Message;
export type Pattern = Model.Pattern;
export type Expression = Model.Expression;
export type Markup = Model.Markup;

/** Something wrong in one segment's source. `start` and `end` are offsets in UTF-16 code units, when known. */
export interface TextProblem {
  kind:
    | 'syntax'
    | 'unknown-function'
    | 'bad-option'
    | 'unknown-markup'
    | 'unbalanced-markup'
    | 'unknown-placeholder'
    | 'not-provided'
    | 'empty'
    | 'html'
    | 'plural';
  message: string;
  /** The placeholder, function or markup concerned. */
  name?: string;
  start?: number;
  end?: number;
}

export type Parsed = { ok: true; message: Message } | { ok: false; problem: TextProblem };

/** Parsed sources, the newest last: the same words are compiled, checked and compared again and again. */
const parsed = new Map<string, Parsed>();
const MOST_PARSED = 2_000;

/** As {@link readSource}, and the same answer for the same source. What it gives must not be changed. */
export function parseSource(source: string): Parsed {
  let known = parsed.get(source);
  if (!known) {
    known = readSource(source);
    // What is wrong is said in the language of who asks.
    if (!known.ok) return known;
    parsed.set(source, known);
    if (parsed.size > MOST_PARSED) parsed.delete(parsed.keys().next().value!);
  }
  return known;
}

/** Parses one source. A broken one comes back as a problem that names line, column and cause; nothing is thrown. */
function readSource(source: string): Parsed {
  let message: Message;
  try {
    message = parseMessage(source);
  } catch (error) {
    if (!(error instanceof MessageSyntaxError)) throw error;
    const start = Math.min(error.start, source.length);
    const end = Math.max(start, Math.min(error.end ?? start + 1, source.length));
    return { ok: false, problem: { kind: 'syntax', message: syntaxWords(source, start), start, end } };
  }
  let problem: TextProblem | undefined;
  validate(message, (type) => {
    problem ??= { kind: 'plural', message: modelWords(type) };
  });
  return problem ? { ok: false, problem } : { ok: true, message };
}

/** Line and column of an offset, both from 1. */
export function placeOf(source: string, offset: number): { line: number; column: number } {
  const before = source.slice(0, offset).split('\n');
  return { line: before.length, column: (before.at(-1) ?? '').length + 1 };
}

function syntaxWords(source: string, start: number): string {
  const { line, column } = placeOf(source, start);
  const open = source.lastIndexOf('{', start - 1);
  const closed = open >= 0 ? source.indexOf('}', open) : -1;
  if (open >= 0 && (closed < 0 || closed >= start)) {
    const from = placeOf(source, open);
    return say.notComplete({
      fromLine: from.line,
      fromColumn: from.column,
      line,
      column,
      example: '{$name}',
      escaped: '\\{',
    });
  }
  if (source[start] === '}' || source[start - 1] === '}') return say.noOpeningBrace({ line, column, escaped: '\\}' });
  return say.cannotBeRead({ line, column });
}

function modelWords(type: string): string {
  switch (type) {
    case 'missing-selector-annotation':
      return say.selectorNeedsFunction({ example: '.input {$name :number}' });
    case 'missing-fallback':
      return say.noFallback;
    case 'key-mismatch':
      return say.keyMismatch;
    case 'duplicate-variant':
      return say.sameKeyTwice;
    case 'duplicate-declaration':
      return say.declaredTwice;
    case 'duplicate-option-name':
      return say.optionTwice;
    default:
      return say.formsCannotBeUsed({ why: type.replaceAll('-', ' ') });
  }
}

/** All patterns of a message: one, or one for each form. */
export function patternsOf(message: Message): Pattern[] {
  return message.type === 'message' ? [message.pattern] : message.variants.map((v) => v.value);
}

/** A placeholder's resolved meaning after `.input` and `.local` declarations: the value it reads and how it is written. */
export interface Resolved {
  /** The placeholder read, or undefined for a literal. */
  variable?: string;
  literal?: string;
  fn?: string;
  options: Record<string, string>;
}

/**
 * Follows declarations to the value an expression stands for (LDML 48, "Resolved values"): a function set in a
 * declaration holds where the name is used, and options written later win.
 */
export function resolveExpression(message: Message, expression: Expression, depth = 0): Resolved {
  const own = expression.functionRef;
  const options: Record<string, string> = {};
  for (const [key, value] of Object.entries(own?.options ?? {})) {
    // An option that reads another placeholder has no use in our functions; its name is reported by the checks.
    options[key] = value.type === 'literal' ? value.value : `$${value.name}`;
  }
  const arg = expression.arg;
  if (arg?.type === 'variable') {
    const declared = depth < 16 ? message.declarations.find((d) => d.name === arg.name) : undefined;
    if (declared && declared.value !== expression) {
      const base = resolveExpression(message, declared.value, depth + 1);
      return { ...base, fn: own?.name ?? base.fn, options: { ...base.options, ...options } };
    }
    return { variable: arg.name, fn: own?.name, options };
  }
  return { literal: arg?.value ?? '', fn: own?.name, options };
}

/** Every placeholder a message reads, each once, with the ones used in link addresses and for choosing forms. */
export function placeholdersOf(message: Message): string[] {
  const names = new Set<string>();
  const local = new Set(message.declarations.filter((d) => d.type === 'local').map((d) => d.name));
  const read = (expression: Expression): void => {
    if (expression.arg?.type === 'variable' && !local.has(expression.arg.name)) names.add(expression.arg.name);
    for (const option of Object.values(expression.functionRef?.options ?? {})) {
      if (option.type === 'variable') names.add(option.name);
    }
  };
  for (const declaration of message.declarations) read(declaration.value);
  for (const pattern of patternsOf(message)) {
    for (const part of pattern) {
      if (typeof part === 'string') continue;
      if (part.type === 'expression') read(part);
      else {
        for (const option of Object.values(part.options ?? {})) {
          if (option.type === 'variable') names.add(option.name);
        }
      }
    }
  }
  return [...names];
}
