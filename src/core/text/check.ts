/** Checks of one segment: can it be read, may it say what it says here, and is every placeholder one this moment has. */
import { FUNCTIONS, functionFits, isFunctionName, PRESENCE_KEYS } from './functions';
import { htmlProblems } from './html';
import { markupProblems, type SegmentForm } from './markup';
import { parseSource, patternsOf, placeholdersOf, resolveExpression, type Message, type TextProblem } from './source';
import type { ValueType } from './values';

/** What is known of a placeholder at the moment the words are for. */
export interface PlaceholderFacts {
  type: ValueType;
  label: string;
  /** False when this moment does not have the value. */
  provided: boolean;
}

export interface CheckContext {
  form: SegmentForm;
  /** What the words are for, as the problem should say it: "when an order is placed". */
  momentWords: string;
  find: (placeholder: string) => PlaceholderFacts | undefined;
  /** The nearest known name, for a spelling suggestion. */
  suggest?: (placeholder: string) => string | undefined;
}

/** All problems of one segment's source. An empty list means that it can be published. */
export function checkSource(source: string, context: CheckContext): TextProblem[] {
  const parsed = parseSource(source);
  if (!parsed.ok) return [parsed.problem];
  const { message } = parsed;
  const problems: TextProblem[] = [];
  for (const pattern of patternsOf(message)) problems.push(...markupProblems(pattern, context.form));
  if (context.form === 'html') problems.push(...htmlProblems(source));
  for (const name of placeholdersOf(message)) {
    const at = source.indexOf(`$${name}`);
    const place = at < 0 ? {} : { start: at, end: at + name.length + 1 };
    const facts = context.find(name);
    if (!facts) {
      const near = context.suggest?.(name);
      problems.push({
        kind: 'unknown-placeholder',
        name,
        message: `There is no placeholder {$${name}}.${near ? ` Did you mean {$${near}}?` : ' Type { to pick one that exists.'}`,
        ...place,
      });
    } else if (!facts.provided) {
      problems.push({
        kind: 'not-provided',
        name,
        message: `${facts.label} {$${name}} is not known ${context.momentWords}. Remove it, or use it in a notification for a later moment.`,
        ...place,
      });
    }
  }
  problems.push(...functionProblems(message, context), ...presenceProblems(message));
  return unique(problems);
}

function functionProblems(message: Message, context: CheckContext): TextProblem[] {
  const problems: TextProblem[] = [];
  const expressions = [
    ...message.declarations.map((d) => d.value),
    ...patternsOf(message).flatMap((p) =>
      p.flatMap((part) => (typeof part !== 'string' && part.type === 'expression' ? [part] : [])),
    ),
  ];
  for (const expression of expressions) {
    const resolved = resolveExpression(message, expression);
    const { fn, variable } = resolved;
    if (fn !== undefined && !isFunctionName(fn)) {
      problems.push({
        kind: 'unknown-function',
        name: fn,
        message: `The function :${fn} is not known. There are :text, :money, :date, :number and :presence.`,
      });
      continue;
    }
    if (fn === undefined) continue;
    const facts = variable === undefined ? undefined : context.find(variable);
    if (facts && !functionFits(fn, facts.type)) {
      problems.push({
        kind: 'bad-option',
        name: variable,
        message: `${facts.label} {$${variable}} is ${TYPE_WORDS[facts.type]} and cannot be written with :${fn}.`,
      });
    }
    for (const [option, value] of Object.entries(resolved.options)) {
      const allowed = FUNCTIONS[fn][option];
      if (allowed === undefined) {
        problems.push({
          kind: 'bad-option',
          name: option,
          message: `:${fn} has no option "${option}". It has ${Object.keys(FUNCTIONS[fn]).join(', ')}.`,
        });
      } else if (allowed !== null && !allowed.includes(value)) {
        problems.push({
          kind: 'bad-option',
          name: option,
          message: `The option ${option} of :${fn} cannot be "${value}". It can be ${allowed.join(', ')}.`,
        });
      } else if (option.endsWith('FractionDigits') && !/^\d{1,2}$/.test(value)) {
        problems.push({
          kind: 'bad-option',
          name: option,
          message: `The option ${option} of :${fn} must be a number from 0 to 20.`,
        });
      }
    }
  }
  return problems;
}

/** Forms that are chosen by presence have the keys that presence has. */
function presenceProblems(message: Message): TextProblem[] {
  if (message.type !== 'select') return [];
  return message.selectors.flatMap((selector, i): TextProblem[] => {
    const { fn } = resolveExpression(message, { type: 'expression', arg: selector });
    if (fn !== 'presence') return [];
    const wrong = message.variants
      .map((v) => v.keys[i])
      .find((key) => key && key.type !== '*' && !(PRESENCE_KEYS as readonly string[]).includes(key.value));
    return wrong && wrong.type !== '*'
      ? [
          {
            kind: 'bad-option',
            name: selector.name,
            message: `A form of {$${selector.name}} has the key "${wrong.value}". With :presence a key is present, missing or *.`,
          },
        ]
      : [];
  });
}

const TYPE_WORDS: Record<ValueType, string> = {
  text: 'text',
  number: 'a number',
  money: 'an amount of money',
  date: 'a date',
  url: 'an address',
};

function unique(problems: TextProblem[]): TextProblem[] {
  const seen = new Set<string>();
  return problems.filter((p) => !seen.has(p.message) && seen.add(p.message));
}
