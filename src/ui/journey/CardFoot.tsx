'use client';
/** The card one looks at, in a sentence, below the board. */
import Link from '../parts/Link';
import { goesByHand, momentOf } from '@/core/moments';
import { DELIVERY_STATE_WORDS } from '@/core/mail/state';
import { languageName } from '@/core/names';
import { Time } from '../parts/format';
import type { Card, DoubleView, OrderPath } from '@/contract/notifications';
import { LANES } from './types';
import { say } from '@/words/journey';
import { Said } from '../parts/Said';
import { listed } from '@/words/speak';

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
          <StepWords step={step} zone={zone} number={path.number} byHand={goesByHand(card.moment)} />
        ) : (
          <>
            {whenItGoes(card, lane.whom).join(', ')}.{!card.published && ` ${say.notAllPublished}`}
            {card.mark === 'stale' && ` ${say.someOutdated}`}
            {missing.length > 0 &&
              missing.length < languages.length &&
              ` ${say.noTextInMissing({ missing: missing.map(languageName).join(', ') })}`}
            {double && (
              <span className="font-semibold text-madder">
                {' '}
                {say.getsAsWell({
                  person: double.person,
                  other: double.with.id === card.id ? double.name : double.with.name,
                  order: double.order,
                })}
              </span>
            )}
            {card.last && (
              <>
                {' '}
                <Said
                  words={say.lastOne({ state: DELIVERY_STATE_WORDS[card.last.state] })}
                  marks={{ at: () => <Time at={card.last!.at} zone={zone} /> }}
                />
              </>
            )}
          </>
        )}
      </p>
      <Link
        className="link py-1 whitespace-nowrap"
        aria-label={say.settingsOfName({ name: card.name })}
        href={`${base}/journey/${card.slug}`}
      >
        {say.settings}
      </Link>
      <Link
        className="link py-1 whitespace-nowrap"
        aria-label={say.deliveriesOfName({ name: card.name })}
        href={`${base}/deliveries?notification=${card.id}`}
      >
        {say.deliveries}
      </Link>
    </div>
  );
}

/** To whom and when it goes out, and for which orders, in clauses. */
function whenItGoes(card: Card, whom: string): string[] {
  const byHand = goesByHand(card.moment);
  const moment = momentOf(card.moment)?.words ?? '';
  const channels = listed(card.offChannels);
  return [
    byHand ? say.toWhomByHand({ whom, moment }) : say.toWhomWhen({ whom, moment, timing: card.timing }),
    ...(card.when ? [byHand ? say.offeredOnlyWhen({ when: card.when }) : say.onlyWhen({ when: card.when })] : []),
    ...(card.offChannels.length > 0 ? [say.notForChannels({ channels })] : []),
  ];
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
          <Said
            words={
              s.waits
                ? say.scheduledForAt({ recipient: s.recipient })
                : s.state === 'accepted'
                  ? say.sentToAt({ recipient: s.recipient })
                  : say.stateOfAt({ state: DELIVERY_STATE_WORDS[s.state], recipient: s.recipient })
            }
            marks={{ at: () => <Time at={s.at} zone={zone} /> }}
          />
        </span>
      ))}
      {step.sent.length > 0 && '. '}
      {step.sent.length === 0 &&
        step.would > 0 &&
        (byHand ? `${say.isOfferedForNumber({ number })} ` : `${say.wouldGoTo({ n: step.would, order: number })} `)}
      {step.why.join(' ')}
    </>
  );
}
