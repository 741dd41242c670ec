'use client';
/** The card one looks at, in a sentence, below the board. */
import Link from '../parts/Link';
import { BY_HAND, momentOf } from '@/core/moments';
import { DELIVERY_STATE_WORDS } from '@/core/mail/state';
import { languageName } from '@/core/names';
import { Time } from '../parts/format';
import type { Card, DoubleView, OrderPath } from '@/contract/notifications';
import { LANES } from './types';

export interface CardFootProps {
  base: string;
  zone: string;
  languages: string[];
  card: Card;
  path: OrderPath | undefined;
  doubles: DoubleView[];
}

export function CardFoot({ base, zone, languages, card, path, doubles }: CardFootProps) {
  const lane = LANES.find((l) => l.audience === card.audience)!;
  const missing = languages.filter((l) => !card.complete.includes(l));
  const double = doubles.find((d) => d.notificationId === card.id || d.with.id === card.id);
  const step = path?.byNotification[card.id];
  return (
    <div className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-4 border-t border-rule bg-panel px-5 py-1.5 text-xs">
      <p className="min-w-60 flex-1 lg:line-clamp-2" aria-live="polite">
        <span className="font-semibold">{card.name}</span>{' '}
        {path && step ? (
          <StepWords step={step} zone={zone} number={path.number} byHand={card.moment === BY_HAND} />
        ) : (
          <>
            to {lane.whom} {momentOf(card.moment)?.words ?? ''}
            {card.moment === BY_HAND ? '' : `, ${card.timing}`}
            {card.when && `, ${card.moment === BY_HAND ? 'offered ' : ''}only when ${card.when}`}
            {card.offChannels.length > 0 && `, not for ${card.offChannels.join(' and ')}`}.
            {!card.published && ' Not all of it is published.'}
            {card.mark === 'stale' && ' Some translations are outdated.'}
            {missing.length > 0 &&
              missing.length < languages.length &&
              ` No text in ${missing.map(languageName).join(', ')}.`}
            {double && (
              <span className="font-semibold text-madder">
                {' '}
                {double.person} would get {double.with.id === card.id ? double.name : double.with.name} as well, for{' '}
                {double.order}.
              </span>
            )}
            {card.last && (
              <>
                {' '}
                Last <Time at={card.last.at} zone={zone} />, {DELIVERY_STATE_WORDS[card.last.state]}.
              </>
            )}
          </>
        )}
      </p>
      <Link
        className="link py-1 whitespace-nowrap"
        aria-label={`Settings of ${card.name}`}
        href={`${base}/journey/${card.slug}`}
      >
        Settings
      </Link>
      <Link
        className="link py-1 whitespace-nowrap"
        aria-label={`Deliveries of ${card.name}`}
        href={`${base}/deliveries?notification=${card.id}`}
      >
        Deliveries
      </Link>
    </div>
  );
}

function StepWords({
  step,
  zone,
  number,
  byHand,
}: {
  step: OrderPath['byNotification'][string];
  zone: string;
  number: string;
  byHand: boolean;
}) {
  return (
    <>
      {step.sent.map((s, i) => (
        <span key={s.id}>
          {i > 0 && '; '}
          {s.waits ? 'scheduled for' : s.state === 'accepted' ? 'sent to' : `${DELIVERY_STATE_WORDS[s.state]}:`}{' '}
          {s.recipient} <Time at={s.at} zone={zone} />
        </span>
      ))}
      {step.sent.length > 0 && '. '}
      {step.sent.length === 0 &&
        step.would > 0 &&
        (byHand
          ? `is offered for ${number}. `
          : `would go to ${step.would === 1 ? 'one person' : `${step.would} people`} for order ${number}. `)}
      {step.why.join(' ')}
    </>
  );
}
