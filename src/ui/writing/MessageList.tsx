'use client';
/** The messages a colleague can choose; those that are not offered say why. */
import Link from '../parts/Link';
import { PanelTitle } from '../parts/Page';
import type { MessageChoice } from '@/contract/letters';
import { say } from '@/words/writing';
import { say as common } from '@/words/common';

export function MessageList({
  choices,
  chosen,
  orders,
  addressOf,
}: {
  choices: readonly MessageChoice[];
  chosen: string | undefined;
  orders: number;
  addressOf: (slug: string) => string;
}) {
  return (
    <nav aria-label={say.messages}>
      <PanelTitle>{common.message}</PanelTitle>
      <ul className="mt-1">
        {choices.map((c) => (
          <li key={c.slug} className="border-b border-rule">
            {c.offered === 0 ? (
              <div className="px-2 py-1.5 text-sm text-slate">
                {c.name}
                <span className="block text-xs">{c.why}</span>
              </div>
            ) : (
              <Link
                href={addressOf(c.slug)}
                aria-current={c.slug === chosen ? 'page' : undefined}
                className={`block px-2 py-1.5 text-sm hover:text-petrol ${
                  c.slug === chosen ? 'bg-petrol-tint font-semibold text-petrol-deep' : ''
                }`}
              >
                {c.name}
                {(c.note || c.offered < orders) && (
                  <span className="block text-xs font-normal text-slate">
                    {c.note}
                    {c.offered < orders && ` ${say.forOfferedOfTheOrders({ offered: c.offered, orders })}`}
                  </span>
                )}
              </Link>
            )}
          </li>
        ))}
      </ul>
    </nav>
  );
}
