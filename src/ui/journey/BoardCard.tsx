'use client';
/** One notification on the board. */
import Link from 'next/link';
import { languageName } from '@/core/plan/reasons';
import { plural, Time } from '../parts/format';
import { Leaf } from '../parts/marks';
import { Switch } from '../parts/Switch';
import type { Card, PathStep } from './types';

export function Bars({ languages, complete }: { languages: readonly string[]; complete: readonly string[] }) {
  const words =
    complete.length === languages.length
      ? 'words in all languages'
      : `words in ${complete.length} of ${languages.length} languages`;
  return (
    <span
      role="img"
      aria-label={words}
      title={languages
        .map((l) => `${l.length > 1 ? languageName(l) : l}: ${complete.includes(l) ? 'complete' : 'missing'}`)
        .join('\n')}
      className="inline-flex gap-0.5"
    >
      {languages.map((l) => (
        <span key={l} className={`h-2 w-1 border border-slate ${complete.includes(l) ? 'bg-slate' : ''}`} />
      ))}
    </span>
  );
}

/** What matters about a card besides its name, shortest first. */
function factsOf(card: Card): { words: string; bad?: boolean }[] {
  return [
    ...(card.double ? [{ words: 'double', bad: true }] : []),
    ...(card.failures > 0 ? [{ words: `${card.failures} failed since yesterday`, bad: true }] : []),
    ...(card.rules === 0 && card.on ? [{ words: 'nobody hears of it', bad: true }] : []),
    ...(card.rules ? [{ words: plural(card.rules, 'rule', 'rules') }] : []),
    ...(card.variants > 0 ? [{ words: plural(card.variants + 1, 'version', 'versions') }] : []),
    ...(card.when ? [{ words: 'on condition' }] : []),
    ...(card.labels?.length ? [{ words: card.labels.join(', ') }] : []),
    ...(card.waiting > 0 ? [{ words: plural(card.waiting, 'waits', 'wait') }] : []),
    ...(card.published ? [] : [{ words: 'not published' }]),
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
  return (
    <article
      aria-label={card.name}
      onMouseEnter={onLook}
      onFocus={onLook}
      className={`mb-1.5 px-2 py-1 text-xs ${path && !lit && path.would === 0 ? 'bg-ground' : 'bg-sheet'} ${
        card.on ? 'border border-rule' : 'border border-dashed border-slate/50'
      } ${lit ? 'border-s-3 border-s-petrol' : ''}`}
    >
      <Link
        href={`${base}/desk/${card.slug}`}
        data-card={card.slug}
        className="flex items-start gap-1.5 font-serif text-sm leading-tight font-semibold hover:text-petrol"
      >
        <span className="mt-0.5">
          <Leaf state={card.mark} size={12} />
        </span>
        {card.name}
      </Link>
      {card.row.length > 0 ? (
        <ol aria-label={`Row of ${card.name}`} className="mt-1 ms-1.5 border-s border-dashed border-slate text-slate">
          {card.row.map((words, i) => (
            <li
              key={i}
              className="relative ps-2.5 leading-4 before:absolute before:start-0 before:top-2 before:w-1.5 before:border-t before:border-slate"
            >
              {words
                .replace(/^after /, '')
                .replace(', at ', ', ')
                .replace(', on a working day', ', working day')}
            </li>
          ))}
        </ol>
      ) : null}
      <div className="mt-0.5 flex min-h-5 items-center gap-1 text-slate">
        <Link
          href={`${base}/journey/${card.slug}`}
          aria-label={`${card.row.length > 0 ? 'a row' : card.timing}: how ${card.name} goes out`}
          title={`How ${card.name} goes out`}
          className="min-w-0 truncate underline decoration-rule underline-offset-2 hover:text-petrol"
        >
          {card.row.length > 0 ? 'a row' : card.timing}
        </Link>
        <span className="ms-auto">
          <Bars languages={languages} complete={card.complete} />
        </span>
        {maySwitch && <Switch on={card.on} label={`${card.name} is on`} onChange={onSwitch} />}
      </div>
      {path ? (
        <PathWords path={path} zone={zone} />
      ) : (
        facts.length > 0 && (
          <div className="leading-4 text-slate">
            {facts.map((f, i) => (
              <span key={f.words}>
                {i > 0 && ' · '}
                <span className={f.bad ? 'font-semibold text-madder' : ''}>{f.words}</span>
              </span>
            ))}
          </div>
        )
      )}
    </article>
  );
}

/** What an order got of a notification, will get, or did not get. */
function PathWords({ path, zone }: { path: PathStep; zone: string }) {
  const { sent, why, would } = path;
  const waits = sent.filter((s) => s.waits);
  const gone = sent.filter((s) => s.state === 'accepted');
  const other = sent.find((s) => !s.waits && s.state !== 'accepted');
  if (sent.length > 0) {
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
            waits until <Time at={waits[0]!.at} zone={zone} form="day" />
          </div>
        )}
        {other && (
          <div className={other.state === 'failed' ? 'text-madder' : ''}>
            {other.state === 'cancelled' ? 'stopped' : other.state}
          </div>
        )}
      </div>
    );
  }
  return (
    <div className="leading-4 text-slate italic" title={why.join(' ')}>
      {would > 0 ? 'would go out' : why.length > 0 ? 'not written' : 'not for this order'}
    </div>
  );
}
