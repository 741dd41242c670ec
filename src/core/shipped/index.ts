/** The notifications that ship: finished words for each, to begin from and to go back to. */
import { ACCOUNT } from './account';
import { ARABIC } from './ar';
import { CONTACTS } from './contacts';
import { SPANISH } from './es';
import { FRENCH } from './fr';
import { HAND, NOTICES } from './hand';
import { ITALIAN } from './it';
import { MONEY } from './money';
import { DUTCH } from './nl';
import { PARCEL } from './parcel';
import { PLACED } from './placed';
import { POLISH } from './pl';
import { PORTUGUESE } from './pt';
import { RECKONED } from './reckoned';
import { readTemplateAddress } from '../plan/notification';
import { informal, INFORMAL_GERMAN } from '../template/informal';
import type { Segments, Template } from '../template/schema';
import { inLanguage, type ShippedNotification, type ShippedWords } from './shape';
import { SWEDISH } from './sv';
import { TROUBLE } from './trouble';
import { WAITING } from './waiting';

export type { ShippedNotification } from './shape';

/** Languages whose words stand apart; English and German stand with the notifications. */
const FURTHER: Readonly<Record<string, ShippedWords>> = {
  fr: FRENCH,
  pl: POLISH,
  ar: ARABIC,
  es: SPANISH,
  it: ITALIAN,
  nl: DUTCH,
  pt: PORTUGUESE,
  sv: SWEDISH,
};

/** With German that says "du", which is made of the German that says "Sie". */
function withDu(shipped: ShippedNotification): ShippedNotification {
  const spoken = (template: Template): Template => ({
    ...template,
    words: {
      ...template.words,
      [INFORMAL_GERMAN]: Object.fromEntries(
        Object.entries(template.words.de ?? {}).map(([id, words]) => [id, informal(words)]),
      ) satisfies Segments,
    },
  });
  return {
    ...shipped,
    template: spoken(shipped.template),
    ...(shipped.variants && { variants: shipped.variants.map((v) => ({ ...v, template: spoken(v.template) })) }),
  };
}

export const SHIPPED_NOTIFICATIONS: readonly ShippedNotification[] = [
  ...PLACED,
  ...PARCEL,
  ...MONEY,
  ...WAITING,
  ...TROUBLE,
  ...CONTACTS,
  ...RECKONED,
  ...ACCOUNT,
  ...HAND,
  ...NOTICES,
].map((shipped) =>
  Object.entries(FURTHER).reduce((made, [language, words]) => inLanguage(made, language, words), withDu(shipped)),
);

/** Languages that everything that ships has words in. */
export const SHIPPED_LANGUAGES: readonly string[] = ['en', 'de', INFORMAL_GERMAN, ...Object.keys(FURTHER)];

/** A template with its words in these languages alone. */
const only = (template: Template, languages: readonly string[]): Template => ({
  ...template,
  words: Object.fromEntries(Object.entries(template.words).filter(([language]) => languages.includes(language))),
});

/** The language whose words that ship are right in another: its own, or those of "de" in "de-AT"; undefined where none are. */
export const shippedFor = (language: string): string | undefined =>
  [language, language.split('-')[0] ?? ''].find((l) => SHIPPED_LANGUAGES.includes(l));

/** A notification with its words in these languages alone. */
export function onlyIn(shipped: ShippedNotification, languages: readonly string[]): ShippedNotification {
  return {
    ...shipped,
    template: only(shipped.template, languages),
    ...(shipped.variants && {
      variants: shipped.variants.map((v) => ({ ...v, template: only(v.template, languages) })),
    }),
  };
}

/** The template that ships for a version, by its address (`order-received~guests`); undefined where none does. */
export function shippedTemplate(
  address: string,
  languages: readonly string[] = SHIPPED_LANGUAGES,
): Template | undefined {
  const { slug, variant } = readTemplateAddress(address);
  const shipped = SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug);
  const template = variant === '' ? shipped?.template : shipped?.variants?.find((v) => v.variant === variant)?.template;
  return template && only(template, languages);
}
