import fc from 'fast-check';
import { compileWords, runner, Writings, type WordsContext } from './compile';
import { numberGaps, numbersInWords, numbersOf } from './categories';
import { toDocument, toSource, type Paragraph, type WordsDocument } from './document';
import { splitForms } from './forms';
import { valuesForForm, valuesWith } from './form-values';
import { answeredOtherwise, editForm, formQuestion, ownWords, sentencesApart, sentencesOf } from './shared-words';
import { parseSource } from './source';
import type { Values } from './values';

const read = (source: string): WordsDocument => {
  const parsed = parseSource(source);
  if (!parsed.ok) throw new Error(parsed.problem.message);
  return toDocument(parsed.message);
};
const items = (one: string, more: string): WordsDocument =>
  read(`.input {$n :number}\n.match $n\none {{${one}}}\n* {{${more}}}`);
const line = (text: string): Paragraph[] => read(text).forms[0]!.paragraphs;
const forms = (words: WordsDocument): string[] =>
  words.forms.map((f) =>
    toSource({ selectors: [], marked: words.marked, forms: [{ keys: [], paragraphs: f.paragraphs }] }),
  );

describe('a change to words in several forms', () => {
  const words = items(
    'Thank you for your one item. We pack it now.',
    'Thank you for your {$n} items. We pack them now.',
  );

  it('goes into all of them where they say the same', () => {
    const { words: next, also } = editForm(words, 1, line('Thanks for your {$n} items. We pack them now.'));
    expect(forms(next)).toEqual([
      'Thanks for your one item. We pack it now.',
      'Thanks for your {$n} items. We pack them now.',
    ]);
    expect(also).toEqual([0]);
  });

  it('stays in one where they differ', () => {
    const { words: next, also } = editForm(words, 1, line('Thank you for your {$n} fine things. We pack them now.'));
    expect(forms(next)[0]).toBe('Thank you for your one item. We pack it now.');
    expect(also).toEqual([]);
  });

  it('stays in one when that is wanted', () => {
    const { words: next } = editForm(words, 0, line('Hello for your one item. We pack it now.'), true);
    expect(forms(next)[1]).toBe('Thank you for your {$n} items. We pack them now.');
  });

  it('goes letter by letter, as it is typed', () => {
    const added = ' We write to you tomorrow.';
    let now = words;
    for (let i = 1; i <= added.length; i += 1) {
      now = editForm(now, 1, line(`Thank you for your {$n} items. We pack them now.${added.slice(0, i)}`)).words;
    }
    expect(forms(now)[0]).toBe(`Thank you for your one item. We pack it now.${added}`);
  });

  it('keeps marks and paragraphs of the others', () => {
    const marked = items('{#p}{#b}One{/b} item.{/p}{#p}Soon.{/p}', '{#p}{#b}{$n}{/b} items.{/p}{#p}Soon.{/p}');
    const edited = read('{#p}{#b}{$n}{/b} items.{/p}{#p}Very soon.{/p}').forms[0]!.paragraphs;
    expect(forms(editForm(marked, 1, edited).words)[0]).toBe('{#p}{#b}One{/b} item.{/p}{#p}Very soon.{/p}');
  });

  it('keeps what the others have of their own, whatever is typed where', () => {
    const word = fc.constantFrom('We', 'pack', 'your', 'things', 'now', 'and', 'write', 'soon', '!');
    fc.assert(
      fc.property(
        fc.array(word, { minLength: 6, maxLength: 6 }),
        fc.nat(7),
        fc.boolean(),
        word,
        (some, at, replaces, put) => {
          const text = (own: string): string[] => some.toSpliced(3, 0, own);
          const next = text('{$n}').toSpliced(at, replaces && at !== 3 ? 1 : 0, put);
          const two = items(text('ONLY').join(' '), text('{$n}').join(' '));
          const { words: edited } = editForm(two, 1, line(next.join(' ')));
          expect(forms(edited)[0]).toContain('ONLY');
          expect(forms(edited)[1]).toBe(next.join(' '));
        },
      ),
    );
  });
});

describe('a sentence that comes or goes', () => {
  const words = items('One item is on its way.', '{$n} items are on their way.');
  const typed = (text: string): WordsDocument => editForm(words, 1, line(text)).words;

  it('is asked about when it came to one form only, and goes into all when that is wanted', () => {
    const now = editForm(words, 1, line('Look forward to it! {$n} items are on their way.')).words;
    expect(formQuestion(words, now, 1)).toMatchObject({
      kind: 'added here',
      text: 'Look forward to it!',
      forms: [{ index: 0 }],
    });
  });

  it('is taken back from the others when it went into all of them and was meant for one', () => {
    const now = typed('{$n} items are on their way. Thank you very much!');
    const question = formQuestion(words, now, 1)!;
    expect(question).toMatchObject({ kind: 'added everywhere', text: 'Thank you very much!' });
    expect(forms(answeredOtherwise(words, now, 1, question))).toEqual([
      'One item is on its way.',
      '{$n} items are on their way. Thank you very much!',
    ]);
  });

  it('is said in the others, at its place, when it is meant for all', () => {
    const two = items('One item. Goodbye now.', '{$n} items. Goodbye now.');
    const only = editForm(two, 1, line('{$n} items. Nothing is missing here. Goodbye now.'), true).words;
    const question = formQuestion(two, only, 1)!;
    expect(question.kind).toBe('added here');
    expect(forms(answeredOtherwise(two, only, 1, question))[0]).toBe('One item. Nothing is missing here. Goodbye now.');
  });

  it('is removed from the others too when that is wanted, though they say it otherwise', () => {
    const two = items('It comes in one parcel today. Goodbye.', 'They come in {$n} parcels today. Goodbye.');
    const now = editForm(two, 1, line('Goodbye.')).words;
    const question = formQuestion(two, now, 1)!;
    expect(question).toMatchObject({
      kind: 'removed here',
      forms: [{ index: 0, text: 'It comes in one parcel today.' }],
    });
    expect(forms(answeredOtherwise(two, now, 1, question))).toEqual(['Goodbye.', 'Goodbye.']);
  });

  it('stays in the others when it was to go from one only', () => {
    const two = items('One parcel. See you soon again.', '{$n} parcels. See you soon again.');
    const now = editForm(two, 1, line('{$n} parcels.')).words;
    const question = formQuestion(two, now, 1)!;
    expect(question.kind).toBe('removed everywhere');
    expect(forms(answeredOtherwise(two, now, 1, question))).toEqual([
      'One parcel. See you soon again.',
      '{$n} parcels.',
    ]);
  });

  it('is not asked about when words are only said another way', () => {
    expect(formQuestion(words, typed('{$n} things are on their way.'), 1)).toBeUndefined();
  });

  it('is found in words that stand so already', () => {
    const two = items('One item. Call us when it is late.', '{$n} items.');
    expect(sentencesApart(two)).toMatchObject([
      { form: 0, sentence: { text: 'Call us when it is late.' }, missingIn: [1] },
    ]);
    expect(sentencesApart(words)).toEqual([]);
  });
});

describe('what is a form’s own', () => {
  it('is what the others do not say', () => {
    const words = items('Thank you for your one item.', 'Thank you for your {$n} items.');
    expect([ownWords(words, 0), ownWords(words, 1)]).toEqual(['one item', '{n} items']);
  });
  it('is told in sentences, where signs within words and chips end none', () => {
    expect(sentencesOf(read('It weighs 3.5 kg. {$n}! Yes').forms[0]!).map((s) => s.text)).toEqual([
      'It weighs 3.5 kg.',
      '{n}!',
      'Yes',
    ]);
  });
});

describe('numbers that a language tells apart', () => {
  const words = (locale: string, keys: string[]): string[] =>
    keys.map((k) => numbersInWords(numbersOf(k, keys, locale)));

  it('are said for each form', () => {
    expect(words('en', ['one', '*'])).toEqual(['1', '0, 2 …']);
    expect(words('pl', ['one', 'few', '*'])).toEqual(['1', '2–4, 22–24, 32–34 …', '0, 5–21, 25–31 …']);
    expect(words('en', ['0', 'one', '*'])).toEqual(['0', '1', '2 …']);
    expect(words('ar', ['zero', 'one', 'two', 'few', 'many', '*']).slice(0, 4)).toEqual([
      '0',
      '1',
      '2',
      '3–10, 103–110',
    ]);
  });

  it('are missed where two of them share a form', () => {
    expect(numberGaps(['one', '*'], 'pl').together.map((g) => g.category)).toEqual(['many', 'few']);
    expect(numberGaps(['one', '*'], 'ar').together).toHaveLength(5);
    expect(numberGaps(['one', '*'], 'en').together).toEqual([]);
    expect(numberGaps(['0', '1', '*'], 'en').together).toEqual([]);
    expect(numberGaps(['0', '*'], 'en').together.map((g) => g.category)).toEqual(['one', 'other']);
  });

  it('are refused where the language or nobody has them', () => {
    expect(numberGaps(['one', 'few', '*'], 'en').unused).toEqual(['few']);
    expect(numberGaps(['several', '*'], 'en').wrong).toEqual(['several']);
  });
});

describe('values that lead to a form', () => {
  const locale = 'pl';
  const typeOf = (name: string) => (name === 'n' ? ('number' as const) : ('text' as const));
  const sampleOf = (name: string) => (name === 'first' ? 'Iwona' : undefined);

  it('are found for each form of any split, and the message then says that form', () => {
    const both = splitForms(splitForms(read('{$first} {$n}'), 'first', 'presence'), 'n', 'number', locale);
    const marked = {
      ...both,
      forms: both.forms.map((f, i) => ({
        ...f,
        paragraphs: [{ kind: 'p' as const, pieces: [{ type: 'text' as const, text: `form ${i}` }] }],
      })),
    };
    const context: WordsContext = { locale, timeZone: 'UTC', direction: 'ltr', typeOf };
    const writings = new Writings(context);
    const compiled = runner(compileWords(toSource(marked), 'plain', context, writings).plain);
    const values: Values = { n: 5 };
    const reached = marked.forms.map((_, i) => {
      const as = valuesForForm(marked, i, values, { locale, typeOf, sampleOf });
      return as && compiled(writings.begin(valuesWith(values, as)));
    });
    // Whole numbers in Polish are one, few or many: no order leads to the forms for all else.
    expect(reached).toEqual(marked.forms.map((f, i) => (f.keys[1] === '*' ? undefined : `form ${i}`)));
    expect(valuesForForm(marked, 6, values, { locale, typeOf, sampleOf })).toEqual({});
  });
});
