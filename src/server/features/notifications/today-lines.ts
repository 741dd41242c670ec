/** What Today says of the notifications: each by itself while they are few, and together when one would have to count them. */
import { languageName } from '@/core/names';
import { momentOf } from '@/core/moments';
import { templateFindings } from '@/core/preflight';
import { unheardMoments } from '@/core/standing';
import type { Access } from '../../auth/access';
import type { Board, BoardRow } from './board';
import type { TodayLine } from '@/contract/today';
import { say } from '@/words/ready';
import { inSentence, listed } from '@/words/speak';

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
    if (!notification.on) off.push(told('waiting', say.nameIsOff({ name }), say.seeItOnTheJourney, '/journey'));
    else if (!edition) unpublished.push(told('waiting', say.nameHasNeverBeenPublished({ name }), say.openIt));
    else if (!row.stands.draft) {
      // Versions are told of only when there is something to do for them.
      if (everybody) live.push(told('good', say.nameIsLiveEditionNumber({ name, number: edition.number }), say.openIt));
    } else {
      const [blocker] = templateFindings(template.draft, {
        moment: notification.moment,
        sourceLanguage: store.language,
      }).filter((f) => f.severity === 'blocker');
      others.push({
        state: 'waiting',
        fact: blocker ? say.nameHasADraftThat({ name, message: blocker.message }) : say.nameHasADraftThatIs({ name }),
        action: blocker ? say.openIt : say.lookAndPublish,
        href,
      });
    }
    if (!notification.on) continue;
    const missing = store.languages.filter((l) => !row.stands.complete.includes(l));
    if (missing.length > 0 && audience !== 'staff') {
      const fact = say.nameHasNoWordsIn({
        name,
        either: listed(
          missing.map((l) => languageName(l)),
          'disjunction',
        ),
        languageName: languageName(store.language),
      });
      incomplete.push(told('waiting', fact, say.openIt, `${href}?language=${missing[0]}`));
    }
    if (audience !== 'staff' || !everybody) continue;
    if (card.rules === 0)
      unheard.push(told('failing', say.nameHasNoStaffRecipients({ name }), say.chooseWhoGetsIt, '/routing'));
    else {
      heard.push(told('good', say.ruleSays({ n: card.rules ?? 0, name }), say.seeTheRules, '/routing'));
    }
  }
  for (const double of board.doubles.slice(0, FEW)) {
    others.push({
      state: 'failing',
      fact:
        double.with.kind === 'shop'
          ? say.personWouldGetNameAnd({
              person: double.person,
              name: double.name,
              other: double.with.name,
              order: double.order,
            })
          : say.personWouldGetBothName({
              person: double.person,
              name: double.name,
              other: double.with.name,
              order: double.order,
            }),
      action: say.resolveIt,
      href: `/journey/${board.cards.find((c) => c.id === double.notificationId)?.slug ?? ''}`,
    });
  }
  const journey = { action: say.seeThemOnTheJourney, href: '/journey' };
  const silent = unheardMoments(board.cards).map((moment) => inSentence(momentOf(moment)?.label ?? moment));
  return [
    ...(silent.length > 0
      ? [{ state: 'waiting' as const, fact: say.customersHearNothing({ moments: listed(silent) }), ...journey }]
      : []),
    ...together(unheard, (names) => ({
      state: 'failing',
      fact: say.noStaffRecipientsNames({ names }),
      action: say.chooseWhoGetsIt,
      href: '/routing',
    })),
    ...together(unpublished, (names, count) => ({
      state: 'waiting',
      ...(live.length === 0 && others.length === 0 && { step: 'publish' as const }),
      fact:
        live.length === 0 && others.length === 0
          ? say.nothingGoesOutYetNo
          : say.countNotificationsHaveNeverBeen({ count, names }),
      ...journey,
    })),
    ...together(off, (names, count) => ({
      state: 'waiting',
      fact: say.countNotificationsAreOffNames({ count, names }),
      ...journey,
    })),
    ...together(incomplete, (names, count) => ({
      state: 'waiting',
      fact: say.countNotificationsLackWordsIn({ count, names, languageName: languageName(store.language) }),
      ...journey,
    })),
    ...others,
    ...together(heard, (names, count) => ({
      state: 'good',
      fact: say.rulesSayWhichColleaguesGet({ count, names }),
      action: say.seeTheRules,
      href: '/routing',
    })),
    ...together(live, (names, count) => ({
      state: 'good',
      fact: say.countNotificationsAreLiveAmong({ count, names }),
      ...journey,
    })),
  ];
}

function together(list: readonly Told[], many: (names: string, count: number) => TodayLine): TodayLine[] {
  if (list.length <= FEW) return list.map((t) => t.line);
  // Counted by notification, whatever versions it has.
  const names = [...new Set(list.map((t) => t.notification))];
  const more = names.length > FEW ? ` ${say.andNMore({ n: names.length - FEW })}` : '';
  return [many(`${names.slice(0, FEW).join(', ')}${more}`, names.length)];
}
