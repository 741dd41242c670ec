'use client';
/** The board of everything that can go out: moments from left to right, one lane for each audience. */
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useTransition } from 'react';
import { MOMENT_COLUMNS, MOMENTS } from '@/core/placeholders/moments';
import type { Result } from '@/core/result';
import { languageName } from '@/core/plan/reasons';
import { Search } from '../parts/fields';
import { Time } from '../parts/format';
import { Leaf, type LeafState } from '../parts/marks';
import { Page } from '../parts/Page';
import { valueOrToast } from '../parts/result';
import { isTyping } from '../shell/CommandPalette';

export interface Card {
  slug: string;
  id: string;
  name: string;
  moment: string;
  audience: 'customer' | 'staff';
  on: boolean;
  mark: LeafState;
  edition?: number | undefined;
  changed: boolean;
  complete: string[];
  rules?: number | undefined;
  failures: number;
  last?: { state: string; at: string } | undefined;
}

export interface JourneyProps {
  base: string;
  zone: string;
  languages: string[];
  cards: Card[];
  orders: { number: string; name: string }[];
  path?:
    | {
        number: string;
        sent: number;
        waiting: number;
        failed: number;
        notSent: number;
        byNotification: Record<string, { sent: { state: string; at: string; recipient: string }[]; not: number }>;
      }
    | undefined;
  maySwitch: boolean;
  onSwitch: (slug: string, on: boolean) => Promise<Result<null>>;
}

const LANES = [
  { audience: 'customer', name: 'Customer' },
  { audience: 'staff', name: 'Staff' },
] as const;

export function JourneyScreen({ base, zone, languages, cards, orders, path, maySwitch, onSwitch }: JourneyProps) {
  const router = useRouter();
  const board = useRef<HTMLDivElement>(null);
  const [, startSwitch] = useTransition();

  const switchCard = (card: Card): void => {
    if (!maySwitch) return;
    startSwitch(async () => {
      valueOrToast(await onSwitch(card.slug, !card.on));
    });
  };

  // Arrows move between cards by where they stand on the board; `o` turns one on or off.
  useEffect(() => {
    const press = (e: KeyboardEvent): void => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      const links = [...(board.current?.querySelectorAll<HTMLElement>('[data-card]') ?? [])];
      const at = links.indexOf(document.activeElement as HTMLElement);
      const card = cards.find((c) => c.slug === links[at]?.dataset.card);
      if (e.key === 'o' && card) {
        e.preventDefault();
        switchCard(card);
      } else if (e.key.startsWith('Arrow') && links.length > 0) {
        e.preventDefault();
        (at < 0 ? links[0] : nearestTo(links[at]!, links, e.key))?.focus();
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });

  const live = cards.filter((c) => c.on && c.edition).length;
  const drafts = cards.filter((c) => c.changed).length;
  return (
    <Page
      title="Journey"
      note={`${cards.length} notifications, ${live} live${drafts > 0 ? `, ${drafts} with a draft to publish` : ''}`}
    >
      <div className="flex h-full min-h-0 flex-col">
        <div className="flex shrink-0 items-center gap-3 border-b border-rule px-5 py-2 text-sm">
          <label htmlFor="follow" className="text-slate">
            Follow an order
          </label>
          <div className="w-80">
            <Search
              id="follow"
              value={path?.number ?? null}
              placeholder="number or name"
              choices={orders.map((o) => ({ value: o.number, label: o.number, note: o.name }))}
              onChange={(number) => router.replace(`${base}/journey?order=${encodeURIComponent(number)}`)}
            />
          </div>
          {path && (
            <>
              <span>
                {path.sent} sent · {path.failed} failed · {path.waiting} waiting · {path.notSent} not written
              </span>
              <Link className="link" href={`${base}/journey`}>
                Clear
              </Link>
              <Link className="link" href={`${base}/orders/${encodeURIComponent(path.number)}`}>
                Open the order
              </Link>
            </>
          )}
        </div>
        <div ref={board} className="min-h-0 flex-1 overflow-auto">
          <table className="h-full w-full min-w-[1060px] table-fixed border-collapse">
            <thead>
              <tr className="h-10">
                <th className="w-20 border-b border-rule" aria-label="Audience" />
                {MOMENT_COLUMNS.map((c) => (
                  <th
                    key={c}
                    scope="col"
                    className="border-s border-b border-rule px-2 text-start font-serif text-sm font-semibold"
                  >
                    {c}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {LANES.map((lane) => (
                <tr key={lane.audience} className="align-top">
                  <th
                    scope="row"
                    className="border-b border-rule py-3 ps-5 text-start font-serif text-sm font-normal text-slate italic"
                  >
                    {lane.name}
                  </th>
                  {MOMENT_COLUMNS.map((column) => {
                    const inCell = cards.filter(
                      (c) => c.audience === lane.audience && MOMENTS.find((m) => m.id === c.moment)?.column === column,
                    );
                    return (
                      <td key={column} className="border-s border-b border-rule p-1.5">
                        {inCell.map((card) => (
                          <BoardCard
                            key={card.slug}
                            {...{ base, zone, card, languages, maySwitch }}
                            path={path && (path.byNotification[card.id] ?? { sent: [], not: 0 })}
                            onSwitch={() => switchCard(card)}
                          />
                        ))}
                        {inCell.length === 0 && (
                          <div className="border border-dashed border-rule py-1.5 text-center text-xs text-slate">
                            nothing
                          </div>
                        )}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <footer className="flex shrink-0 items-center gap-5 border-t border-rule bg-panel px-5 py-1.5 text-xs text-slate">
          {(['live', 'draft', 'off', 'failing'] as const).map((state) => (
            <span key={state} className="flex items-center gap-1.5">
              <Leaf state={state} size={13} /> {state === 'draft' ? 'draft to publish' : state}
            </span>
          ))}
          <span className="flex items-center gap-1.5">
            <Bars languages={['1', '2', '3']} complete={['1', '2']} /> languages complete
          </span>
          <span className="ms-auto flex items-center gap-2">
            <kbd className="kbd">← → ↑ ↓</kbd> move <kbd className="kbd">Enter</kbd> open on the Desk{' '}
            <kbd className="kbd">o</kbd> on or off
          </span>
        </footer>
      </div>
    </Page>
  );
}

/** The card one comes to from another by an arrow: the next of its column, or the one most level with it in the next column. */
function nearestTo(from: HTMLElement, links: readonly HTMLElement[], key: string): HTMLElement | undefined {
  const here = from.getBoundingClientRect();
  const sideways = key === 'ArrowLeft' || key === 'ArrowRight';
  const sign = key === 'ArrowRight' || key === 'ArrowDown' ? 1 : -1;
  const reached = links.flatMap((link) => {
    const there = link.getBoundingClientRect();
    const across = there.left - here.left;
    const down = there.top - here.top;
    const ahead = sign * (sideways ? across : down);
    if (ahead < 2 || (!sideways && Math.abs(across) > 2)) return [];
    return { link, far: sideways ? ahead * 10_000 + Math.abs(down) : ahead };
  });
  return reached.toSorted((a, b) => a.far - b.far)[0]?.link;
}

function Bars({ languages, complete }: { languages: string[]; complete: string[] }) {
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
        <span key={l} className={`h-2 w-1.5 border border-slate ${complete.includes(l) ? 'bg-slate' : ''}`} />
      ))}
    </span>
  );
}

function BoardCard({
  base,
  zone,
  card,
  languages,
  path,
  maySwitch,
  onSwitch,
}: {
  base: string;
  zone: string;
  card: Card;
  languages: string[];
  path: { sent: { state: string; at: string; recipient: string }[]; not: number } | undefined;
  maySwitch: boolean;
  onSwitch: () => void;
}) {
  const lit = path && path.sent.length > 0;
  const first = path?.sent[0];
  return (
    <div
      className={`mb-1.5 bg-sheet px-2 py-1.5 text-xs ${
        card.on ? 'border border-rule' : 'border border-dashed border-slate/50'
      } ${lit ? 'border-s-3 border-s-petrol' : ''}`}
    >
      <Link
        href={`${base}/desk/${card.slug}`}
        data-card={card.slug}
        className="flex items-start gap-1.5 font-serif text-sm leading-tight font-semibold hover:text-petrol"
      >
        <span className="mt-0.5">
          <Leaf state={card.mark} size={13} />
        </span>
        {card.name}
      </Link>
      <div className="mt-1 text-slate">
        <div className="flex items-center gap-2">
          at once
          <span className="ms-auto">
            <Bars languages={languages} complete={card.complete} />
          </span>
        </div>
        <div className="flex items-center gap-2">
          {card.edition ? `edition ${card.edition}` : 'no edition'}
          {maySwitch && (
            <button
              type="button"
              onClick={onSwitch}
              className="link ms-auto text-xs whitespace-nowrap"
              aria-label={`Turn ${card.on ? 'off' : 'on'} ${card.name}`}
            >
              Turn {card.on ? 'off' : 'on'}
            </button>
          )}
        </div>
        {card.rules !== undefined && (
          <div className={card.rules === 0 && card.on ? 'font-semibold text-madder' : ''}>
            {card.rules === 0 ? 'nobody hears of it' : card.rules === 1 ? '1 rule' : `${card.rules} rules`}
          </div>
        )}
        {path ? (
          <div className={`mt-0.5 ${lit ? 'font-semibold text-petrol' : 'italic'}`}>
            {first ? (
              <>
                {path.sent.length > 1 && `${path.sent.length} people, `}
                {first.state === 'accepted' ? <Time at={first.at} zone={zone} /> : first.state}
              </>
            ) : path.not > 0 ? (
              'not written'
            ) : (
              'not for this order'
            )}
          </div>
        ) : card.failures > 0 ? (
          <div className="mt-0.5 font-semibold text-madder">{card.failures} failed since yesterday</div>
        ) : (
          card.last && (
            <div className="mt-0.5">
              last <Time at={card.last.at} zone={zone} />
            </div>
          )
        )}
      </div>
    </div>
  );
}
