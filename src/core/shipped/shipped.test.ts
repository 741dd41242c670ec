import { segmentsOf } from '../template';
import { translationFindings } from '../translation';
import { onlyIn, shippedFor, SHIPPED_LANGUAGES, SHIPPED_NOTIFICATIONS } from './index';

const TEMPLATES = SHIPPED_NOTIFICATIONS.flatMap(({ slug, moment, template, variants = [] }) => [
  { address: slug, moment, template },
  ...variants.map((v) => ({ address: `${slug}~${v.variant}`, moment, template: v.template })),
]);

describe.each(SHIPPED_LANGUAGES.filter((l) => l !== 'en'))('the words that ship in %s', (language) => {
  it.each(TEMPLATES.map((t) => [t.address, t] as const))('%s says all that the English says', (_, { template }) => {
    const [source, words] = [template.words.en!, template.words[language] ?? {}];
    expect(Object.keys(words).toSorted()).toEqual(Object.keys(source).toSorted());
    // What is empty in English may be, and nothing else.
    expect(Object.keys(words).filter((id) => (words[id]!.trim() === '') !== (source[id]!.trim() === ''))).toEqual([]);
  });

  it.each(TEMPLATES.map((t) => [t.address, t] as const))(
    '%s has the same values and marks, and the forms that the language needs',
    (_, { template, moment }) => {
      const found = segmentsOf(template).flatMap((place) =>
        translationFindings(template.words.en![place.id]!, template.words[language]![place.id]!, {
          place,
          moment,
          language,
          sourceLanguage: 'en',
        }).map((f) => `${place.id}: ${f.message}`),
      );
      expect(found).toEqual([]);
    },
  );
});

it.each(TEMPLATES.map((t) => [t.address, t] as const))('%s says du to who is said du to', (_, { template }) => {
  const said = Object.values(template.words['de-x-informal']!);
  // What is left of "Sie" is "she": an invoice, an order.
  const left = said.filter((words) => /\b(?:Sie(?! (?:ist|lautet)\b)|Ihr\w*|Ihnen)\b|Guten Tag/.test(words));
  expect(left).toEqual([]);
  // Small or capital as it begins a sentence or does not.
  expect(
    said.filter((words) => /(?:^|[.?!] |\{#p\}|\{\{)(?:du|dein\w*)\b|[a-zäöüß,] (?:Du|Dein\w*)\b/.test(words)),
  ).toEqual([]);
});

it('knows which words are right in a variant of a language', () => {
  expect(['de-AT', 'pt-BR', 'sv', 'fi', 'zh-Hant'].map(shippedFor)).toEqual(['de', 'pt', 'sv', undefined, undefined]);
});

it('keeps the words of some languages alone', () => {
  const kept = onlyIn(SHIPPED_NOTIFICATIONS[0]!, ['fr', 'en']);
  expect(Object.keys(kept.template.words).toSorted()).toEqual(['en', 'fr']);
  expect(kept.variants!.map((v) => Object.keys(v.template.words).length)).toEqual([2, 2]);
});
