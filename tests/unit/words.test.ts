/** The words of the interface: every language says the same, with the same values, in forms that its grammar has. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseMessage, validate, visit } from 'messageformat';
import ts from 'typescript';
import type { Condition } from '@/core/conditions/condition';
import { conditionWords } from '@/core/conditions/sentence';
import { reasonWords, type Reason } from '@/core/plan';
import { LANGUAGES, SOURCES, readerLocale, inEachLanguage, type Language } from '@/words/speak';
import { languageFor } from '@/words/choice';
import { kept, keptWithin, readKept } from '@/words/kept';
import { say as orders } from '@/words/orders';
import { say as story } from '@/words/sent';
import { de } from '@/words/de';

const FEATURES = readdirSync('src/words')
  .filter((f) => f.endsWith('.ts'))
  .map((f) => f.replace('.ts', ''))
  .filter((f) => !['speak', 'choice', 'kept'].includes(f));

/** Does something as if for a reader of a language. */
function as<T>(language: Language, work: () => T): T {
  const before = globalThis.libellusSpeech;
  globalThis.libellusSpeech = { language: () => language, translations: { de } };
  try {
    return work();
  } finally {
    globalThis.libellusSpeech = before;
  }
}

beforeAll(async () => {
  await Promise.all(FEATURES.map((f) => import(`@/words/${f}`)));
});

/** What a message takes and marks, in no order. */
function partsOf(source: string): { values: string[]; marks: string[]; numbers: string[] } {
  const message = parseMessage(source);
  validate(message);
  const [values, marks, numbers] = [new Set<string>(), new Set<string>(), new Set<string>()];
  visit(message, {
    expression: (e) => {
      if (e.arg?.type !== 'variable') return;
      values.add(e.arg.name);
      if (e.functionRef) numbers.add(e.arg.name);
    },
    markup: (m) => void marks.add(m.name),
  });
  return { values: [...values].toSorted(), marks: [...marks].toSorted(), numbers: [...numbers] };
}

/** The keys of the forms of each value that a message has forms for. */
function formsOf(source: string): string[][] {
  const message = parseMessage(source);
  if (message.type !== 'select') return [];
  return message.selectors.map((_, at) => [
    ...new Set(message.variants.map((v) => (v.keys[at]!.type === '*' ? '*' : v.keys[at]!.value))),
  ]);
}

it('German says everything that English says, and nothing else', () => {
  const keys = (words: Readonly<Record<string, Readonly<Record<string, string>>>>): string[] =>
    Object.entries(words).flatMap(([feature, w]) => Object.keys(w).map((key) => `${feature}.${key}`));
  expect(keys(de).toSorted()).toEqual(keys(Object.fromEntries(SOURCES)).toSorted());
});

it('is MessageFormat 2, takes the values of the English and marks what the English marks', () => {
  const differ = [...SOURCES].flatMap(([feature, english]) =>
    Object.entries(english).flatMap(([key, source]) => {
      const [there, here] = [partsOf(source), partsOf(de[feature]![key]!)];
      return JSON.stringify([there.values, there.marks]) === JSON.stringify([here.values, here.marks])
        ? []
        : [`${feature}.${key}`];
    }),
  );
  expect(differ).toEqual([]);
});

it('has a form for each number that the language tells apart', () => {
  const lacking = Object.entries({ en: Object.fromEntries(SOURCES), de }).flatMap(([language, words]) => {
    const wanted = new Intl.PluralRules(language).resolvedOptions().pluralCategories.filter((c) => c !== 'other');
    return Object.entries(words).flatMap(([feature, messages]) =>
      Object.entries(messages).flatMap(([key, source]) =>
        formsOf(source as string).every((keys) => keys.includes('*') && wanted.every((c) => keys.includes(c)))
          ? []
          : [`${language} ${feature}.${key}`],
      ),
    );
  });
  expect(lacking).toEqual([]);
});

it('leaves no English word that a translator forgot', () => {
  // Names of standards and of the product, and what is spelt alike.
  const same = [...SOURCES].flatMap(([feature, english]) =>
    Object.entries(english)
      .filter(
        ([key, source]) => de[feature]![key] === source && /[a-z]{3,} [a-z]{3,}/.test(source.replace(/\{.*?\}/g, '')),
      )
      .map(([key]) => `${feature}.${key}`),
  );
  expect(same).toEqual([]);
});

describe('what is read', () => {
  it('is in the language of the reader, with its forms of number', () => {
    expect(orders.nOrdersChosen({ n: 1 })).toBe('1 order chosen');
    expect(orders.nOrdersChosen({ n: 1200 })).toBe('1,200 orders chosen');
    as('de', () => {
      expect(orders.nOrdersChosen({ n: 1 })).toBe('1 Bestellung ausgewählt');
      expect(orders.nOrdersChosen({ n: 1200 })).toBe('1.200 Bestellungen ausgewählt');
      expect(orders.placeAnOrder).toBe('Bestellung aufgeben');
      expect(readerLocale()).toBe('de-DE');
    });
    expect(orders.placeAnOrder).toBe('Place an order');
  });

  it('gives the pieces of a sentence with marks, in the order of the language', () => {
    expect(orders.noticeTo({ notification: 'Order received' })).toEqual([
      { mark: 'b', pieces: ['Order received'] },
      ' to ',
      { mark: 'who', pieces: [] },
    ]);
  });

  it('is made anew for each language where it stands in a table', () => {
    const table = inEachLanguage(() => ({ a: orders.placeAnOrder, list: [orders.goods] }));
    expect({ ...table }).toEqual({ a: 'Place an order', list: ['Goods'] });
    as('de', () => expect({ ...table }).toEqual({ a: 'Bestellung aufgeben', list: ['Waren'] }));
    const list = inEachLanguage(() => [orders.goods, orders.total]);
    as('de', () => expect(list.map((w) => w)).toEqual(['Waren', 'Summe']));
    expect(list).toHaveLength(2);
  });

  it('is a reason in the language of its reader, whoever it was kept by', () => {
    const kept: Reason = {
      code: 'due',
      notification: 'Payment still due',
      timing: '{"wait":{"amount":3,"unit":"days"}}',
      ends: 'paid, cancelled',
    };
    expect(reasonWords(kept)).toBe('It goes out after 3 days, unless the order is paid or cancelled before.');
    as('de', () =>
      expect(reasonWords(kept)).toBe(
        'Sie geht nach 3 Tagen hinaus, außer die Bestellung ist vorher bezahlt oder storniert.',
      ),
    );
    // Kept in words, as records from before are, it stands as it is.
    expect(reasonWords({ ...kept, timing: 'after 3 days', ends: '' })).toBe('It goes out after 3 days.');
  });

  it('is in the language of its reader where it was kept, with all that was kept within it', () => {
    const condition: Condition = {
      match: 'all',
      tests: [
        { about: 'customer', is: 'guest' },
        { about: 'country', is: 'one', of: ['DE', 'PL'] },
        { about: 'value', is: 'at-least', amount: 125_000, currency: 'EUR' },
      ],
    };
    // Kept by somebody who works in German.
    const words = as('de', () => kept(() => conditionWords(condition)));
    const reason: Reason = { code: 'rule-when-not', person: 'Amira', words };
    expect(reasonWords(reason)).toBe(
      'Amira gets messages only about orders where the customer ordered as a guest, the order goes to Germany or Poland and the order total is at least €1,250.00.',
    );
    as('de', () =>
      expect(reasonWords(reason)).toBe(
        'Amira bekommt nur Nachrichten zu Bestellungen, bei denen der Kunde als Gast bestellt hat, die Bestellung nach Deutschland oder Polen geht und der Bestellwert mindestens 1.250,00\u00a0€ beträgt.',
      ),
    );
    const twice = kept(() => `${story.givenUp({ words: kept(() => reasonWords(reason)) })} 250 OK`);
    expect(readKept(twice)).toMatch(/^Amira gets .* It was given up after five days\. 250 OK$/);
  });

  it('is told apart from what only looks as if it was kept', () => {
    for (const text of ['\u0002["no.such",{}]\u0003', '\u0002[]\u0003', '\u0002{"a":1}\u0003', '\u0002not JSON\u0003'])
      expect(readKept(text)).toBe(text.slice(1, -1));
    expect(readKept('550 \u0003 no')).toBe('550 \u0003 no');
    const long = kept(() => story.notMade({ detail: 'x'.repeat(300) }));
    expect(keptWithin(long, 2000)).toBe(long);
    expect(keptWithin(long, 100)).toMatch(/^The message could not be made: x{68,}$/);
  });

  it('fills in what is text as text', () => {
    expect(orders.piecesOfName({ name: '{$x} <b>' })).toBe('Pieces of {$x} <b>');
  });
});

describe('the language of a reader', () => {
  it.each([
    ['de', 'en', 'de'],
    [undefined, 'de-AT,de;q=0.9,en;q=0.8', 'de'],
    [undefined, 'fr, en;q=0.5, de;q=0.7', 'de'],
    [undefined, 'de;q=0, en', 'en'],
    [undefined, 'ja', 'en'],
    ['xx', '', 'en'],
    ['constructor', undefined, 'en'],
  ])('with %s chosen and %s accepted is %s', (chosen, accepted, language) => {
    expect(languageFor(chosen, accepted)).toBe(language);
  });

  it('is called by its own name', () => {
    for (const [tag, name] of Object.entries(LANGUAGES))
      expect(new Intl.DisplayNames([tag], { type: 'language' }).of(tag)).toBe(name);
  });
});

const SCREENS = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .filter((f) => /\.tsx?$/.test(f) && !/\.test\.|^words/.test(f))
  .map((f) => join('src', f));

/** The names by which a file knows the words of features. */
function sayersOf(file: ts.SourceFile): Set<string> {
  return new Set(
    file.statements.flatMap((s) =>
      ts.isImportDeclaration(s) && /\/words\/(?!speak|choice)/.test(s.moduleSpecifier.getText(file))
        ? [...((s.importClause?.namedBindings as ts.NamedImports | undefined)?.elements ?? [])].map((e) => e.name.text)
        : [],
    ),
  );
}

it('no words are read where a file is loaded: the reader is not known there', () => {
  const early: string[] = [];
  for (const path of SCREENS) {
    const file = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);
    const sayers = sayersOf(file);
    const look = (node: ts.Node): void => {
      if (ts.isFunctionLike(node) || ts.isImportDeclaration(node)) return;
      if (ts.isPropertyAccessExpression(node) && ts.isIdentifier(node.expression) && sayers.has(node.expression.text))
        early.push(`${path}: ${node.getText(file)}`);
      ts.forEachChild(node, look);
    };
    if (sayers.size > 0) look(file);
  }
  expect(early).toEqual([]);
});

it('no table of words is read where a file is loaded', () => {
  const texts = new Map(SCREENS.map((path) => [path, readFileSync(path, 'utf8')]));
  const tables = new Set(
    [...texts.values()].flatMap((text) =>
      [...text.matchAll(/^(?:export )?const (\w+)[^=]*= inEachLanguage\(/gm)].map((m) => m[1]!),
    ),
  );
  // A name that is something else in another file is left out.
  for (const text of texts.values())
    for (const [, name] of text.matchAll(/^(?:export )?const (\w+)[^=]*= (?!inEachLanguage\()/gm)) tables.delete(name!);
  const early: string[] = [];
  for (const [path, text] of texts) {
    const file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true);
    const look = (node: ts.Node): void => {
      if (ts.isFunctionLike(node) || ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
      // Types name tables to say what their keys are; what they hold is not read.
      if (ts.isTypeNode(node)) return;
      if (ts.isIdentifier(node) && tables.has(node.text) && !ts.isVariableDeclaration(node.parent))
        early.push(`${path}: ${node.parent.getText(file).slice(0, 80)}`);
      ts.forEachChild(node, look);
    };
    look(file);
  }
  expect(early).toEqual([]);
});

it('what was kept can be read wherever the server reads: all that it and core say is loaded there', () => {
  const featuresOf = (text: string): string[] =>
    [...text.matchAll(/from '[@./]+\/words\/(\w+)'/g)].map(([, f]) => f!).filter((f) => FEATURES.includes(f));
  const said = new Set(
    SCREENS.filter((path) => /^src\/(core|server|contract)\//.test(path)).flatMap((path) =>
      featuresOf(readFileSync(path, 'utf8')),
    ),
  );
  const loaded = [...readFileSync('src/server/base/reading.ts', 'utf8').matchAll(/import '@\/words\/(\w+)'/g)];
  expect(loaded.map(([, f]) => f).toSorted()).toEqual([...said].toSorted());
  const past = SCREENS.filter(
    (path) => path.startsWith('src/server/') && /readKept\w*,? [^;]*words\/kept'/.test(readFileSync(path, 'utf8')),
  );
  expect(past).toEqual(['src/server/base/reading.ts']);
});

it('every word of the catalogues is said somewhere', () => {
  const said = new Set<string>();
  for (const path of SCREENS) {
    const text = readFileSync(path, 'utf8');
    for (const [, alias, feature] of text.matchAll(/import \{ say(?: as (\w+))? \} from '[@./]+\/words\/(\w+)'/g)) {
      for (const [, key] of text.matchAll(new RegExp(`\\b${alias ?? 'say'}\\.(\\w+)`, 'g')))
        said.add(`${feature}.${key}`);
    }
  }
  // The gatherings of the spine, placeholders and moments are said by their own names.
  for (const gathering of ['compose', 'send', 'keep']) said.add(`shell.${gathering}`);
  // Deeds are said by the names that they are written down under.
  const deeds = SCREENS.map((path) => readFileSync(path, 'utf8')).join('\n');
  for (const [key, words] of Object.entries(SOURCES.get('history')!))
    if (words.includes('{$who}') && deeds.includes(`'${key}'`)) said.add(`history.${key}`);
  for (const kind of ['products', 'customers', 'orders', 'codes']) said.add(`history.${kind}`);
  for (const [feature, path] of [
    ['placeholders', 'src/core/placeholders/catalogue.ts'],
    ['values', 'src/core/placeholders/catalogue.ts'],
    ['moments', 'src/core/moments/registry.ts'],
  ] as const)
    for (const [, key] of readFileSync(path, 'utf8').matchAll(/'(\w+)'/g)) said.add(`${feature}.${key}`);
  const silent = [...SOURCES].flatMap(([feature, words]) => Object.keys(words).map((key) => `${feature}.${key}`));
  expect(silent.filter((key) => !said.has(key))).toEqual([]);
});
