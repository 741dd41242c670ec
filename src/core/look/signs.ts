/** The signs for contact links, drawn on a grid of 24 with a line of 1.8. Ours; they ship as pictures in any colour. */
import type { LinkSign } from './schema';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';

const PATHS: Record<LinkSign, string> = {
  shop: 'M4 10l1.5-5h13L20 10M4 10c0 2.6 4 2.6 4 0 0 2.6 4 2.6 4 0 0 2.6 4 2.6 4 0 0 2.6 4 2.6 4 0M5.5 13v7h13v-7M10 20v-4.5h4V20',
  mail: 'M3.5 6.5h17v11.5h-17zM3.5 7.5l8.5 6.5 8.5-6.5',
  phone:
    'M7 3.5h3l1.5 4.5-2.2 1.8a11 11 0 0 0 4.9 4.9L16 12.5l4.5 1.5v3c0 2-1.5 3.5-3.5 3.5C9.8 20.5 3.5 14.2 3.5 7 3.5 5 5 3.5 7 3.5z',
  place:
    'M12 21c-4-4.6-6.5-8-6.5-11.2a6.5 6.5 0 0 1 13 0C18.5 13 16 16.4 12 21zM12 12.3a2.5 2.5 0 1 0 0-5 2.5 2.5 0 0 0 0 5z',
  chat: 'M4 5h16v11h-9l-4.5 4v-4H4zM8 9h8M8 12.2h5',
  pictures: 'M4 7h4l1.5-2.5h5L16 7h4v12H4zM12 16.5a3.6 3.6 0 1 0 0-7.2 3.6 3.6 0 0 0 0 7.2z',
  films: 'M3.5 5.5h17v13h-17zM10 9l5.5 3-5.5 3z',
  journal: 'M6 3.5h12v17H6zM9 3.5v17M11.5 8H16M11.5 11H16',
  people:
    'M9 11.5a3.2 3.2 0 1 0 0-6.4 3.2 3.2 0 0 0 0 6.4zM3 19.5c0-3.6 2.6-5.5 6-5.5s6 1.9 6 5.5M16 11a2.6 2.6 0 1 0-.8-5M17 14.3c2.4.4 4 2.1 4 5.2',
  help: 'M12 21a9 9 0 1 0 0-18 9 9 0 0 0 0 18zM9.4 9.6a2.7 2.7 0 1 1 4 2.4c-.9.5-1.4 1-1.4 2M12 16.8v.2',
};

export const SIGN_LABELS: Record<LinkSign, string> = inEachLanguage(() => ({
  shop: say.shop,
  mail: say.mail,
  phone: say.phone,
  place: say.whereWeAre,
  chat: say.chat,
  pictures: say.pictures,
  films: say.films,
  journal: say.journal,
  people: say.community,
  help: say.help,
}));

/** A sign as an SVG document in one colour. */
export function signSvg(sign: LinkSign, colour: string, size: number): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}" viewBox="0 0 24 24" fill="none" stroke="${colour}" stroke-width="1.8" stroke-linejoin="round" stroke-linecap="round"><path d="${PATHS[sign]}"/></svg>`;
}

/** The drawing of a sign as the data of an SVG path (SVG 2, 9.3). */
export function signPath(sign: LinkSign): string {
  return PATHS[sign];
}
