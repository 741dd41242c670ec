/** The phrases that ship, by language. */
import { informal, INFORMAL_GERMAN } from '../informal';
import type { Phrasebook } from '../phrasebook';
import { ARABIC } from './ar';
import { GERMAN } from './de';
import { ENGLISH } from './en';
import { SPANISH } from './es';
import { FRENCH } from './fr';
import { ITALIAN } from './it';
import { DUTCH } from './nl';
import { POLISH } from './pl';
import { PORTUGUESE } from './pt';
import { SWEDISH } from './sv';

export const DEFAULT_PHRASEBOOKS: Readonly<Record<string, Phrasebook>> & { en: Phrasebook } = {
  en: ENGLISH,
  de: GERMAN,
  [INFORMAL_GERMAN]: Object.fromEntries(
    Object.entries(GERMAN).map(([phrase, words]) => [phrase, informal(words)]),
  ) as Phrasebook,
  fr: FRENCH,
  pl: POLISH,
  ar: ARABIC,
  es: SPANISH,
  it: ITALIAN,
  nl: DUTCH,
  pt: PORTUGUESE,
  sv: SWEDISH,
};
