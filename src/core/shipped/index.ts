/** The notifications that ship: finished words for each, to begin from and to go back to. */
import { ACCOUNT } from './account';
import { ARABIC } from './ar';
import { CONTACTS } from './contacts';
import { FRENCH } from './fr';
import { HAND, NOTICES } from './hand';
import { MONEY } from './money';
import { PARCEL } from './parcel';
import { PLACED } from './placed';
import { POLISH } from './pl';
import { RECKONED } from './reckoned';
import { readTemplateAddress } from '../plan/notification';
import type { Template } from '../template/schema';
import { inLanguage, type ShippedNotification, type ShippedWords } from './shape';
import { TROUBLE } from './trouble';
import { WAITING } from './waiting';

export type { ShippedNotification } from './shape';

/** Languages whose words stand apart; English and German stand with the notifications. */
const FURTHER: Readonly<Record<string, ShippedWords>> = { fr: FRENCH, pl: POLISH, ar: ARABIC };

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
  Object.entries(FURTHER).reduce((made, [language, words]) => inLanguage(made, language, words), shipped),
);

/** Languages that everything that ships has words in. */
export const SHIPPED_LANGUAGES: readonly string[] = ['en', 'de', ...Object.keys(FURTHER)];

/** A notification with its words in these languages alone. */
export function onlyIn(shipped: ShippedNotification, languages: readonly string[]): ShippedNotification {
  const kept = (template: Template): Template => ({
    ...template,
    words: Object.fromEntries(Object.entries(template.words).filter(([language]) => languages.includes(language))),
  });
  return {
    ...shipped,
    template: kept(shipped.template),
    ...(shipped.variants && { variants: shipped.variants.map((v) => ({ ...v, template: kept(v.template) })) }),
  };
}

/** The template that ships for a version, by its address (`order-received~guests`); undefined where none does. */
export function shippedTemplate(address: string): Template | undefined {
  const { slug, variant } = readTemplateAddress(address);
  const shipped = SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug);
  if (!shipped || variant === '') return shipped?.template;
  return shipped.variants?.find((v) => v.variant === variant)?.template;
}
