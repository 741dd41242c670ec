/**
 * Whether links answer: which of a message's are asked, and what an answer says. AskedLink are those that the store wrote itself or that its
 * products have; what was made up for the rehearsal, and what is one reader's own, is not.
 */
import { say } from '../../words/rehearsed';
import type { Check } from './checks';
import type { LifeEvent } from './event';
import { isFollowable, seenInHtml } from './seen';

/** Something that a message leads to or loads. */
export interface AskedLink {
  href: string;
  about: 'links' | 'pictures';
}

/** What became of asking: the last status (RFC 9110, 15), or why there was none. */
export type Answer =
  | { status: number }
  | { trouble: 'no-host' | 'certificate' | 'silent' | 'private' | 'unreachable' | 'round'; code: string };

/** A page that does something when it is opened, as far as its address says: such a page is left alone. */
const DEED =
  /(sign|log)[-_]?(out|off)|unsubscribe|opt[-_]?out|abmeld|cancel|storn|delete|remove|l[oö]schen|checkout\/confirm/i;

/** Whether an address may be asked, by what it says of itself. */
export const mayBeAsked = (href: string): boolean =>
  /^https?:/i.test(href) && isFollowable(href) && !DEED.test(decoded(href));

function decoded(href: string): string {
  try {
    return decodeURIComponent(href);
  } catch {
    return href;
  }
}

/**
 * What of a message's HTML is to be asked.
 * @param events of the life that the message came of
 * @param own where this installation is reached: it is not asked about itself
 */
export function askedIn(html: string, events: readonly LifeEvent[], own: string): AskedLink[] {
  const told = toldIn(events);
  const { links, pictures } = seenInHtml(html);
  const asked = new Map<string, AskedLink>();
  const add = (href: string, about: AskedLink['about']): void => {
    const strange =
      told.made.has(href) || told.names.some((name) => href.includes(name) || decoded(href).includes(name));
    if (!strange && mayBeAsked(href) && !isBelow(href, own)) asked.set(href, { href, about });
  };
  for (const { src } of pictures) add(src, 'pictures');
  for (const href of links) add(href, 'links');
  return [...asked.values()];
}

const isBelow = (href: string, own: string): boolean =>
  URL.canParse(own) && new URL(href).origin === new URL(own).origin;

/** Addresses that were made up, and what tells one order or parcel from another. */
function toldIn(events: readonly LifeEvent[]): { made: ReadonlySet<string>; names: string[] } {
  const made = new Set<string>();
  const names = new Set<string>();
  for (const { order, details } of events) {
    // A product's page and picture, and the link of its note, are there for everybody.
    const lines = order.lines.map(({ product: { url: _url, imageUrl: _image, note: _note, ...product }, ...line }) => ({
      ...line,
      product,
    }));
    for (const text of textsIn([{ ...order, lines }, details])) if (/^https?:/i.test(text)) made.add(text);
    if (order.number !== '') names.add(order.number);
    for (const { trackingNumber } of order.shipments ?? []) {
      // As links have it: without spaces.
      if (trackingNumber) names.add(trackingNumber.replaceAll(' ', ''));
    }
  }
  return { made, names: [...names] };
}

function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  if (typeof value !== 'object' || value === null) return [];
  return Object.values(value).flatMap(textsIn);
}

/** A page is there although it does not answer who only asks: it wants a sign-in, another method, or less haste (RFC 9110, 15.5). */
const THERE = new Set([401, 403, 405, 406, 407, 429, 501]);

/** What an answer says of what leads there; undefined where it answers as it should. */
export function checkOf({ href, about }: AskedLink, answer: Answer): Check | undefined {
  const shown = href.slice(0, 120);
  const found = (outcome: Check['outcome'], words: string): Check => ({ about, outcome, words });
  if ('status' in answer) {
    const { status } = answer;
    if (status === 404 || status === 410) return found('wrong', say.linkGone({ href: shown, status }));
    return status < 400 || THERE.has(status) ? undefined : found('noted', say.linkAnswers({ href: shown, status }));
  }
  const { host } = new URL(href);
  const { trouble, code } = answer;
  switch (trouble) {
    case 'no-host':
      return found('wrong', say.linkNoHost({ href: shown, host }));
    case 'certificate':
      return found('wrong', say.linkCertificate({ href: shown, host, code }));
    case 'round':
      return found('wrong', say.linkRound({ href: shown }));
    case 'private':
      return found('noted', say.linkPrivate({ href: shown, host }));
    case 'silent':
      return found('noted', say.linkSilent({ href: shown, host }));
    case 'unreachable':
      return found('noted', say.linkUnreachable({ href: shown, host, code }));
  }
}

/**
 * A message's checks with what asking found: what is wrong or to be noted of each link, or that all answer.
 * @param answers by address; what was not asked is not said
 */
export function withAnswers(
  checks: readonly Check[],
  asked: readonly AskedLink[],
  answers: ReadonlyMap<string, Answer>,
): Check[] {
  const known = asked.flatMap((one) => {
    const answer = answers.get(one.href);
    return answer ? [{ one, check: checkOf(one, answer) }] : [];
  });
  const found = known.flatMap(({ check }) => check ?? []);
  const links = known.filter(({ one }) => one.about === 'links');
  const pictures = known.filter(({ one }) => one.about === 'pictures');
  const right = (about: AskedLink['about'], words: string, of: typeof known): Check[] =>
    of.length > 0 && of.every(({ check }) => check === undefined) ? [{ about, outcome: 'right', words }] : [];
  return [
    ...checks,
    ...found,
    ...right('links', say.linksAnswer({ links: links.length }), links),
    ...right('pictures', say.picturesAnswer({ pictures: pictures.length }), pictures),
  ];
}
