/**
 * Looks to start from. Each has a character of its own: how the shop's name stands, how type speaks, how tables are
 * ruled, how much room there is. The shop's name, links and legal lines are kept when one is taken.
 */
import { DEFAULT_LOOK, type Look } from './schema';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';

export interface StartingLook {
  id: string;
  name: string;
  /** What it is like, in a line. */
  words: string;
  look: Omit<Look, 'version' | 'logo' | 'css'>;
}

const { masthead, items, footer, type, shape } = DEFAULT_LOOK;

export const STARTING_LOOKS: readonly StartingLook[] = inEachLanguage(() => [
  {
    id: 'colophon',
    name: 'Colophon',
    words: say.aPrintedPageCentredBookish,
    look: {
      dark: 'adapt',
      colours: {
        page: '#f3efe6',
        sheet: '#fffdf8',
        words: '#2b2620',
        quietWords: '#6f6557',
        brand: '#2b2620',
        links: '#7d2f22',
        action: '#7d2f22',
        actionWords: '#fffaf0',
        lines: '#d9cfbd',
        band: '#f6f0e4',
      },
      type: {
        ...type,
        headings: 'old',
        words: 'bookish',
        headline: 30,
        heading: 19,
        text: 16,
        small: 13,
        headlineStyle: 'italic',
        lineHeight: 165,
      },
      shape: { ...shape, width: 580, margin: 56, room: 125, radius: 0, sheetRadius: 0, lineWidth: 1, sheetBorder: 1 },
      masthead: { ...masthead, arrangement: 'centre', place: 'sheet', line: true },
      items: { ...items, pictures: false, style: 'lined', room: 12, head: true, totals: 'end' },
      addresses: { arrangement: 'beside', panel: 'plain' },
      footer: { ...footer, place: 'inside', align: 'centre', line: true, linksAs: 'words' },
    },
  },
  {
    id: 'docket',
    name: 'Docket',
    words: say.aDeliveryNoteTypedTight,
    look: {
      dark: 'adapt',
      colours: {
        page: '#e9ebea',
        sheet: '#ffffff',
        words: '#111514',
        quietWords: '#545d5a',
        brand: '#111514',
        links: '#0b4f8a',
        action: '#111514',
        actionWords: '#ffffff',
        lines: '#111514',
        band: '#f0f2f1',
      },
      type: {
        ...type,
        headings: 'typed',
        words: 'typed',
        headline: 22,
        heading: 16,
        text: 14,
        small: 12,
        headlineStyle: 'capitals',
        headlineWeight: 'bold',
        lineHeight: 145,
      },
      shape: { ...shape, width: 640, margin: 28, room: 75, radius: 0, sheetRadius: 0, lineWidth: 2, sheetBorder: 2 },
      masthead: { ...masthead, arrangement: 'split', place: 'sheet', line: true },
      items: {
        ...items,
        pictures: false,
        style: 'lined',
        room: 6,
        columns: { options: true, sku: true, unitPrice: true },
        totals: 'end',
      },
      addresses: { arrangement: 'beside', panel: 'boxed' },
      footer: { ...footer, place: 'below', align: 'start', line: false, linksAs: 'words' },
    },
  },
  {
    id: 'windowsill',
    name: 'Windowsill',
    words: say.lightAndRoundSoftGround,
    look: {
      dark: 'adapt',
      colours: {
        page: '#e3efe9',
        sheet: '#ffffff',
        words: '#1d332b',
        quietWords: '#557066',
        brand: '#1f6b4f',
        links: '#1f6b4f',
        action: '#1f6b4f',
        actionWords: '#ffffff',
        lines: '#d5e6de',
        band: '#f1f8f4',
      },
      type: {
        ...type,
        headings: 'humane',
        words: 'humane',
        headline: 32,
        heading: 20,
        text: 16,
        small: 13,
        headlineWeight: 'bold',
        lineHeight: 165,
      },
      shape: { ...shape, width: 600, margin: 44, room: 135, radius: 24, sheetRadius: 20, lineWidth: 1, sheetBorder: 0 },
      masthead: { ...masthead, arrangement: 'centre', place: 'above', line: false, note: false },
      items: { ...items, pictures: true, pictureSize: 80, style: 'banded', room: 12, head: false },
      addresses: { arrangement: 'stacked', panel: 'boxed' },
      footer: { ...footer, place: 'below', align: 'centre', line: false, linksAs: 'both' },
    },
  },
  {
    id: 'placard',
    name: 'Placard',
    words: say.aShopFrontOneStrong,
    look: {
      dark: 'adapt',
      colours: {
        page: '#ffffff',
        sheet: '#ffffff',
        words: '#16181d',
        quietWords: '#5d6270',
        brand: '#1c2f9c',
        links: '#1c2f9c',
        action: '#1c2f9c',
        actionWords: '#ffffff',
        lines: '#16181d',
        band: '#eef0fb',
      },
      type: {
        ...type,
        headings: 'plain',
        words: 'plain',
        headline: 40,
        heading: 22,
        text: 16,
        small: 13,
        headlineWeight: 'bold',
        lineHeight: 150,
      },
      shape: { ...shape, width: 640, margin: 36, room: 115, radius: 0, sheetRadius: 0, lineWidth: 3, sheetBorder: 0 },
      masthead: { ...masthead, arrangement: 'band', place: 'above', line: false },
      items: { ...items, pictures: true, pictureSize: 64, style: 'plain', room: 10, head: false, totals: 'across' },
      addresses: { arrangement: 'beside', panel: 'plain' },
      footer: { ...footer, place: 'inside', align: 'start', line: true, linksAs: 'both' },
    },
  },
  {
    id: 'lamplight',
    name: 'Lamplight',
    words: say.anEveningDarkSheetWarm,
    look: {
      dark: 'leave',
      colours: {
        page: '#15171c',
        sheet: '#1e2128',
        words: '#f0eadc',
        quietWords: '#b3aa98',
        brand: '#e2bd72',
        links: '#e2bd72',
        action: '#e2bd72',
        actionWords: '#1b1710',
        lines: '#4b473d',
        band: '#282b33',
      },
      type: {
        ...type,
        headings: 'roman',
        words: 'bookish',
        headline: 34,
        heading: 20,
        text: 16,
        small: 13,
        headlineStyle: 'upright',
        lineHeight: 160,
      },
      shape: { ...shape, width: 600, margin: 48, room: 120, radius: 2, sheetRadius: 4, lineWidth: 1, sheetBorder: 1 },
      masthead: { ...masthead, arrangement: 'start', place: 'sheet', line: true },
      items: { ...items, pictures: true, pictureSize: 56, style: 'lined', room: 14, head: false, totals: 'end' },
      addresses: { arrangement: 'stacked', panel: 'plain' },
      footer: { ...footer, place: 'below', align: 'centre', line: false, linksAs: 'signs' },
    },
  },
]);

/** A starting look in a store's own dress: its name, strapline, logo, links and legal lines stay. */
export function takeOn(start: StartingLook, own: Look): Look {
  const { look } = start;
  return {
    version: 1,
    ...look,
    logo: own.logo,
    masthead: {
      ...look.masthead,
      name: own.masthead.name,
      strapline: own.masthead.strapline,
      ...(own.masthead.straplines && { straplines: own.masthead.straplines }),
    },
    footer: { ...look.footer, links: own.footer.links, legal: own.footer.legal },
    css: own.css,
  };
}
