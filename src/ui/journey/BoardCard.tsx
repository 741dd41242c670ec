'use client';
/** One notification on the board. */
import Link from '../parts/Link';
import type { Audience } from '@/core/moments';
import { DELIVERY_STATE_WORDS } from '@/core/mail/state';
import { languageName } from '@/core/names';
import { Time } from '../parts/format';
import { Leaf } from '../parts/marks';
import { Switch } from '../parts/Switch';
import type { Card, PathStep } from '@/contract/notifications';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/journey';

export function Bars({ languages, complete }: { languages: readonly string[]; complete: readonly string[] }) {
  const words =
    complete.length === languages.length
      ? say.allLanguagesComplete
      : say.nOfLanguagesComplete({ n: complete.length, of: languages.length });
  return (
    <span
      role="img"
      aria-label={words}
      title={languages
        .map((l) => `${l.length > 1 ? languageName(l) : l}: ${complete.includes(l) ? say.complete : say.missing}`)
        .join('\n')}
      className="inline-flex gap-px"
    >
      {languages.map((l) => (
        <span
          key={l}
          className={`h-2.5 w-1 border border-slate forced-color-adjust-none ${complete.includes(l) ? 'bg-slate' : ''}`}
        />
      ))}
    </span>
  );
}

/** What matters about a card besides its name, shortest first. */
function factsOf(card: Card): { words: string; bad?: boolean }[] {
  return [
    ...(card.double ? [{ words: say.duplicate, bad: true }] : []),
    ...(card.failures > 0 ? [{ words: say.failuresFailedSinceYesterday({ failures: card.failures }), bad: true }] : []),
    ...(card.rules === 0 && card.on ? [{ words: say.noStaffRecipients, bad: true }] : []),
    ...(card.rules ? [{ words: say.rulesRules({ rules: card.rules }) }] : []),
    ...(card.variants > 0 ? [{ words: say.nVersions({ n: card.variants + 1 }) }] : []),
    ...(card.when ? [{ words: say.onCondition }] : []),
    ...(card.labels?.length ? [{ words: card.labels.join(', ') }] : []),
    ...(card.waiting > 0 ? [{ words: say.waitingScheduled({ waiting: card.waiting }) }] : []),
    ...(card.published ? [] : [{ words: say.notPublished }]),
  ];
}

export interface BoardCardProps {
  base: string;
  zone: string;
  card: Card;
  languages: string[];
  path: PathStep | undefined;
  maySwitch: boolean;
  onSwitch: () => void;
  onLook: () => void;
}

export function BoardCard({ base, zone, card, languages, path, maySwitch, onSwitch, onLook }: BoardCardProps) {
  const lit = path && path.sent.length > 0;
  const facts = factsOf(card);
  const timing = card.row.length > 0 ? say.nTimes({ n: card.row.length }) : card.timing;
  // Of an order that is followed, what is to come matters more than when.
  const line = path && !lit ? notSentWords(path, false) : timing;
  return (
    <article
      aria-label={card.name}
      onMouseEnter={onLook}
      onFocus={onLook}
      className={`mb-1.5 px-2 pb-1 text-xs ${path && !lit && path.would === 0 ? 'bg-ground' : 'bg-sheet'} ${
        card.on ? 'border border-rule' : 'border border-dashed border-slate/50'
      } ${lit ? 'border-s-3 border-s-petrol' : ''}`}
    >
      <Link
        href={`${base}/desk/${card.slug}`}
        data-card={card.slug}
        className="flex items-start gap-1.5 py-1 font-serif text-sm leading-tight font-semibold hover:text-petrol"
      >
        <span className="mt-0.5">
          <Leaf state={card.mark} size={12} />
        </span>
        {card.name}
      </Link>
      {card.row.length > 0 ? (
        <ol
          aria-label={say.messagesOfName({ name: card.name })}
          className="mt-1 ms-1.5 border-s border-dashed border-slate text-slate"
        >
          {card.row.map((words, i) => (
            <li
              key={i}
              className="relative ps-2.5 leading-4 before:absolute before:start-0 before:top-2 before:w-1.5 before:border-t before:border-slate"
            >
              {words}
            </li>
          ))}
        </ol>
      ) : null}
      <div className="flex min-h-6 items-center gap-1 text-slate">
        <Link
          href={`${base}/journey/${card.slug}`}
          aria-label={say.lineSettingsOfName({ line, name: card.name })}
          title={
            path && path.sent.length === 0 && path.why.length > 0
              ? path.why.join(' ')
              : say.settingsOfName({ name: card.name })
          }
          className={`min-w-6 truncate py-1 underline decoration-rule underline-offset-2 hover:text-petrol ${path && !lit ? 'italic' : ''}`}
        >
          {line}
        </Link>
        <span className="ms-auto">
          {/* Following an order, what matters is what it got; the room goes to those words. */}
          {!path && <Bars languages={languages} complete={card.complete} />}
        </span>
        {maySwitch && <Switch on={card.on} label={say.nameIsOn({ name: card.name })} onChange={onSwitch} />}
      </div>
      {path
        ? lit && <PathWords path={path} zone={zone} />
        : facts.length > 0 && (
            <div className="leading-4 text-slate">
              {facts.map((f, i) => (
                <span key={f.words}>
                  {i > 0 && ' · '}
                  <span className={f.bad ? 'font-semibold text-madder' : ''}>{f.words}</span>
                </span>
              ))}
            </div>
          )}
    </article>
  );
}

const HAND_WORDS: Record<Audience, string> = inEachLanguage(() => ({
  customer: say.byHand2,
  contact: say.byHandToContacts,
  staff: say.byHandToStaff,
}));

/** A message that colleagues write by hand: it belongs to no moment, and stands on one line. */
export function HandCard({ base, zone, card, languages, path, maySwitch, onSwitch, onLook }: BoardCardProps) {
  const line = path && path.sent.length === 0 ? notSentWords(path, true) : HAND_WORDS[card.audience];
  return (
    <article
      aria-label={card.name}
      onMouseEnter={onLook}
      onFocus={onLook}
      className={`mb-1.5 flex min-h-7 items-center gap-2 px-2 text-xs ${
        card.on ? 'border border-rule bg-sheet' : 'border border-dashed border-slate/50 bg-sheet'
      }`}
    >
      <Link
        href={`${base}/desk/${card.slug}`}
        data-card={card.slug}
        className="flex items-center gap-1.5 font-serif text-sm font-semibold hover:text-petrol"
      >
        <Leaf state={card.mark} size={12} />
        {card.name}
      </Link>
      <Link
        href={`${base}/journey/${card.slug}`}
        aria-label={say.lineSettingsOfName({ line, name: card.name })}
        title={say.settingsOfName({ name: card.name })}
        className="py-1 text-slate underline decoration-rule underline-offset-2 hover:text-petrol"
      >
        {line}
      </Link>
      {path && path.sent.length > 0 && <PathWords path={path} zone={zone} />}
      {!path && <Bars languages={languages} complete={card.complete} />}
      {maySwitch && <Switch on={card.on} label={say.nameIsOn({ name: card.name })} onChange={onSwitch} />}
    </article>
  );
}

/** Of what an order has not had: whether it is to come. */
function notSentWords({ would, why }: PathStep, byHand: boolean): string {
  if (would > 0) return byHand ? say.offered : say.wouldBeSent;
  return why.length > 0 ? say.notSent : say.notForThisOrder;
}

/** What an order got of a notification, or has waiting. */
function PathWords({ path: { sent }, zone }: { path: PathStep; zone: string }) {
  const waits = sent.filter((s) => s.waits);
  const gone = sent.filter((s) => s.state === 'accepted');
  const other = sent.find((s) => !s.waits && s.state !== 'accepted');
  return (
    <div className="leading-4 font-semibold text-petrol">
      {gone.length > 0 && (
        <div>
          {gone.length > 1 && `${gone.length}, `}
          <Time at={gone[0]!.at} zone={zone} />
        </div>
      )}
      {waits.length > 0 && (
        <div className="text-marigold-ink">
          {say.scheduled} <Time at={waits[0]!.at} zone={zone} form="day" />
        </div>
      )}
      {other && (
        <div className={other.state === 'failed' ? 'text-madder' : ''}>{DELIVERY_STATE_WORDS[other.state]}</div>
      )}
    </div>
  );
}
