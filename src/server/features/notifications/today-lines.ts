/** What Today says of the notifications: each by itself while they are few, and together when one would have to count them. */
import { languageName } from '@/core/names';
import { templateFindings } from '@/core/preflight';
import type { Access } from '../../auth/access';
import type { Board, BoardRow } from './board';
import type { TodayLine } from '@/contract/today';

/** More of a kind than this are told of in one line. */
const FEW = 3;

interface Told {
  /** The notification's name, without that of a version. */
  notification: string;
  line: TodayLine;
}

/** What Today says about notifications, what stops mail first. */
export function notificationLines({ store }: Access, rows: readonly BoardRow[], board: Board): TodayLine[] {
  const unpublished: Told[] = [];
  const off: Told[] = [];
  const live: Told[] = [];
  const incomplete: Told[] = [];
  const unheard: Told[] = [];
  const heard: Told[] = [];
  const others: TodayLine[] = [];
  for (const row of rows) {
    const { notification, template, edition, title: name } = row;
    const { slug, audience } = notification;
    const href = `/desk/${row.address}`;
    const card = board.cards.find((c) => c.slug === slug)!;
    const everybody = template.variant === '';
    if (template.nothing || (!notification.on && !everybody)) continue;
    const told = (state: TodayLine['state'], fact: string, action: string, to = href): Told => ({
      notification: notification.name,
      line: { state, fact, action, href: to },
    });
    if (!notification.on) off.push(told('waiting', `${name} is off.`, 'See it on the Journey', '/journey'));
    else if (!edition) unpublished.push(told('waiting', `${name} has never been published.`, 'Open it'));
    else if (!row.changed) {
      // Versions are told of only when there is something to do for them.
      if (everybody) live.push(told('good', `${name} is live, edition ${edition.number}.`, 'Open it'));
    } else {
      const [blocker] = templateFindings(template.draft, {
        moment: notification.moment,
        sourceLanguage: store.language,
      }).filter((f) => f.severity === 'blocker');
      others.push({
        state: 'waiting',
        fact: blocker
          ? `${name} has a draft that cannot be published: ${blocker.message}`
          : `${name} has a draft that is not published.`,
        action: blocker ? 'Open it' : 'Look and publish',
        href,
      });
    }
    if (!notification.on) continue;
    const missing = store.languages.filter((l) => !row.complete.includes(l));
    if (missing.length > 0 && audience !== 'staff') {
      const fact = `${name} has no words in ${either(missing.map(languageName))}; those customers get ${languageName(store.language)}.`;
      incomplete.push(told('waiting', fact, 'Open it', `${href}?language=${missing[0]}`));
    }
    if (audience !== 'staff' || !everybody) continue;
    if (card.rules === 0)
      unheard.push(told('failing', `${name} has no staff recipients.`, 'Choose who gets it', '/routing'));
    else {
      const rules = card.rules === 1 ? 'One rule says' : `${card.rules} rules say`;
      heard.push(told('good', `${rules} which colleagues get ${name}.`, 'See the rules', '/routing'));
    }
  }
  for (const double of board.doubles.slice(0, FEW)) {
    others.push({
      state: 'failing',
      fact:
        double.with.kind === 'shop'
          ? `${double.person} would get ${double.name} and the shop system's own \u201c${double.with.name}\u201d, for order ${double.order} for one.`
          : `${double.person} would get both ${double.name} and ${double.with.name}, for order ${double.order} for one.`,
      action: 'Resolve it',
      href: `/journey/${board.cards.find((c) => c.id === double.notificationId)?.slug ?? ''}`,
    });
  }
  const journey = { action: 'See them on the Journey', href: '/journey' };
  return [
    ...together(unheard, (names) => ({
      state: 'failing',
      fact: `No staff recipients: ${names}.`,
      action: 'Choose who gets it',
      href: '/routing',
    })),
    ...together(unpublished, (names, count) => ({
      state: 'waiting',
      ...(live.length === 0 && others.length === 0 && { step: 'publish' as const }),
      fact:
        live.length === 0 && others.length === 0
          ? 'Nothing goes out yet: no notification has been published.'
          : `${count} notifications have never been published: ${names}.`,
      ...journey,
    })),
    ...together(off, (names, count) => ({
      state: 'waiting',
      fact: `${count} notifications are off: ${names}.`,
      ...journey,
    })),
    ...together(incomplete, (names, count) => ({
      state: 'waiting',
      fact: `${count} notifications lack words in a language of the store, among them ${names}; those customers get ${languageName(store.language)}.`,
      ...journey,
    })),
    ...others,
    ...together(heard, (names, count) => ({
      state: 'good',
      fact: `Rules say which colleagues get ${count} notifications: ${names}.`,
      action: 'See the rules',
      href: '/routing',
    })),
    ...together(live, (names, count) => ({
      state: 'good',
      fact: `${count} notifications are live, among them ${names}.`,
      ...journey,
    })),
  ];
}

function together(list: readonly Told[], many: (names: string, count: number) => TodayLine): TodayLine[] {
  if (list.length <= FEW) return list.map((t) => t.line);
  // Counted by notification, whatever versions it has.
  const names = [...new Set(list.map((t) => t.notification))];
  const more = names.length > FEW ? ` and ${names.length - FEW} more` : '';
  return [many(`${names.slice(0, FEW).join(', ')}${more}`, names.length)];
}

function either(words: string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`;
}
