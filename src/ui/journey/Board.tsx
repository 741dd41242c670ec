'use client';
/** The board: moments from left to right, one lane for each audience. */
import {
  BY_HAND,
  goesByHand,
  MOMENT_COLUMN_LABELS,
  MOMENT_COLUMNS,
  MOMENTS,
  USUAL,
  type Audience,
  type MomentColumn,
} from '@/core/moments';
import { BoardCard, HandCard } from './BoardCard';
import type { Card, OrderPath, ShopMailView } from '@/contract/notifications';
import { LANE_NAME, LaneGrid } from './LaneGrid';
import { say } from '@/words/journey';

export interface BoardProps {
  base: string;
  zone: string;
  languages: string[];
  cards: Card[];
  path: OrderPath | undefined;
  shopMails: ShopMailView[];
  maySwitch: boolean;
  onSwitch: (card: Card) => void;
  onLook: (card: Card) => void;
  onNew: (moment: string, audience: Audience) => void;
}

const columnOf = new Map<string, MomentColumn>(MOMENTS.map((m) => [m.id, m.column]));

export function Board({ cards, path, shopMails, maySwitch, onSwitch, onLook, onNew, ...rest }: BoardProps) {
  const timely = cards.filter((c) => !goesByHand(c.moment));
  const byHand = cards.filter((c) => goesByHand(c.moment));
  return (
    <LaneGrid
      className="h-full"
      cell={(lane, column) => {
        const inCell = timely.filter((c) => c.audience === lane.audience && columnOf.get(c.moment) === column);
        const mails = shopMails.filter((m) => m.audience === lane.audience && columnOf.get(m.moment) === column);
        const first = MOMENTS.find((m) => m.column === column)!;
        return (
          <>
            {inCell.map((card) => (
              <BoardCard
                key={card.slug}
                {...rest}
                card={card}
                maySwitch={maySwitch}
                path={path && (path.byNotification[card.id] ?? { sent: [], why: [], would: 0 })}
                onSwitch={() => onSwitch(card)}
                onLook={() => onLook(card)}
              />
            ))}
            {mails.map((mail) => (
              <div key={mail.id} className="mb-1.5 border border-dotted border-slate px-2 py-1 text-xs text-slate">
                {mail.name}, <span className="italic">{say.byTheShopSystem}</span>
              </div>
            ))}
            {inCell.length === 0 && mails.length === 0 && (
              <EmptyCell
                words={USUAL[column][lane.audience]}
                label={[
                  USUAL[column][lane.audience],
                  say.newNotificationForWhomColumn({ whom: lane.whom, column: MOMENT_COLUMN_LABELS[column] }),
                ]
                  .filter(Boolean)
                  .join(': ')}
                onNew={maySwitch ? () => onNew(first.id, lane.audience) : undefined}
              />
            )}
          </>
        );
      }}
    >
      <tr className="align-top">
        <th scope="row" className={LANE_NAME}>
          {say.byHand}
        </th>
        <td colSpan={MOMENT_COLUMNS.length} className="border-s border-rule p-1.5 pb-0">
          <div className="flex flex-wrap gap-x-1.5">
            {byHand.map((card) => (
              <HandCard
                key={card.slug}
                {...rest}
                card={card}
                maySwitch={maySwitch}
                path={path && (path.byNotification[card.id] ?? { sent: [], why: [], would: 0 })}
                onSwitch={() => onSwitch(card)}
                onLook={() => onLook(card)}
              />
            ))}
            {byHand.length === 0 && (
              <EmptyCell
                words={say.whatColleaguesWriteToOne}
                onNew={maySwitch ? () => onNew(BY_HAND, 'customer') : undefined}
              />
            )}
          </div>
        </td>
      </tr>
    </LaneGrid>
  );
}

/** The card one comes to from another by an arrow: the next of its column, or the one most level with it in the next column. */
export function nearestTo(from: HTMLElement, links: readonly HTMLElement[], key: string): HTMLElement | undefined {
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

/** A place on the board where nothing stands: what usually does, and for whoever may, the way to begin it, seen when one comes near. */
function EmptyCell({ words, label, onNew }: { words: string; label?: string; onNew: (() => void) | undefined }) {
  const look = 'mb-1.5 block min-h-7 w-full px-1 py-1.5 text-center text-xs text-slate';
  if (!onNew) return words ? <div className={look}>{words}</div> : null;
  return (
    <button
      type="button"
      onClick={onNew}
      aria-label={label}
      className={`${look} border border-dashed hover:border-slate hover:text-petrol focus-visible:text-petrol ${words ? 'border-rule' : 'border-transparent text-transparent'}`}
    >
      {words || say.newNotification}
    </button>
  );
}
