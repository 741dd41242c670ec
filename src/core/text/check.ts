/** Checks of one segment: can it be read, may it tell what it says here, and is every placeholder one this moment has. */
import { FUNCTIONS, functionFits, isFunctionName, PRESENCE_KEYS } from './functions';
import { htmlProblems } from './html';
import { markupProblems, type SegmentForm } from './markup';
import { parseSource, patternsOf, placeholdersOf, resolveExpression, type Message, type TextProblem } from './source';
import type { ValueType } from './values';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/findings';

/** What is known of a placeholder at the moment the words are for. */
export interface PlaceholderFacts {
  type: ValueType;
  label: string;
  /** False when this moment does not have the value. */
  provided: boolean;
}

export interface CheckContext {
  form: SegmentForm;
  /** What the words are for, as the problem should tell it: "when an order is placed". */
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
        message: `${say.noSuchPlaceholder({ placeholder: `{$${name}}` })} ${
          near ? say.didYouMean({ placeholder: `{$${near}}` }) : say.typeBrace({ brace: '{' })
        }`,
        ...place,
      });
    } else if (!facts.provided) {
      problems.push({
        kind: 'not-provided',
        name,
        message: say.notKnownThen({
          label: facts.label,
          placeholder: `{$${name}}`,
          when: context.momentWords,
        }),
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
        message: say.theFunctionFnIsNot({ fn }),
      });
      continue;
    }
    if (fn === undefined) continue;
    const facts = variable === undefined ? undefined : context.find(variable);
    if (facts && !functionFits(fn, facts.type)) {
      problems.push({
        kind: 'bad-option',
        name: variable,
        message: say.wrongFunction({
          label: facts.label,
          placeholder: `{$${variable}}`,
          type: TYPE_WORDS[facts.type],
          fn,
        }),
      });
    }
    for (const [option, value] of Object.entries(resolved.options)) {
      const allowed = FUNCTIONS[fn][option];
      if (allowed === undefined) {
        problems.push({
          kind: 'bad-option',
          name: option,
          message: say.fnHasNoOptionOption({ fn, option, keys: Object.keys(FUNCTIONS[fn]).join(', ') }),
        });
      } else if (allowed !== null && !allowed.includes(value)) {
        problems.push({
          kind: 'bad-option',
          name: option,
          message: say.theOptionOptionOfFn({ option, fn, value, allowed: allowed.join(', ') }),
        });
      } else if (option.endsWith('FractionDigits') && !/^\d{1,2}$/.test(value)) {
        problems.push({
          kind: 'bad-option',
          name: option,
          message: say.theOptionOptionOfFnMust({ option, fn }),
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
            message: say.formKey({ placeholder: `{$${selector.name}}`, value: wrong.value }),
          },
        ]
      : [];
  });
}

const TYPE_WORDS: Record<ValueType, string> = inEachLanguage(() => ({
  text: 'text',
  number: say.aNumber,
  money: say.anAmountOfMoney,
  date: say.aDate,
  url: say.anAddress,
}));

function unique(problems: TextProblem[]): TextProblem[] {
  const seen = new Set<string>();
  return problems.filter((p) => !seen.has(p.message) && seen.add(p.message));
}
