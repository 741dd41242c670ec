'use client';
/** Where what a store has set up by name is used, below it: whoever renames it or takes it away sees what that reaches. */
import Link from 'next/link';
import { usageKey, type UsedKind } from '@/core/terms';
import { say } from '@/words/terms';
import type { Uses } from '@/contract/terms';

interface UseLineProps {
  /** What is known of uses, and below which address screens are. */
  page: Uses & { base: string };
  kind: UsedKind;
  name: string;
}

export function UseLine({ page, kind, name }: UseLineProps) {
  if (name.trim() === '') return null;
  const { base, looked, uses } = page;
  const use = uses[usageKey(kind, name)];
  const orders = use?.orders ?? 0;
  const asked = use?.asked ?? [];
  return (
    <p className="mt-2 text-xs text-slate" data-testid="use">
      {looked === 0
        ? say.noOrdersToLookAt
        : orders === 0
          ? say.noOrderNamesIt({ looked })
          : say.ordersNameIt({ orders, looked })}
      {use && use.waiting > 0 && <> {say.waitingSaysIt({ waiting: use.waiting })}</>}
      {asked.length > 0 && (
        <>
          {' '}
          {say.askedForBy}{' '}
          {asked.map(({ path, name: title }, i) => (
            <span key={path}>
              {i > 0 && ' · '}
              <Link className="link inline-flex min-h-6 items-center" href={`${base}/${path}`}>
                {title}
              </Link>
            </span>
          ))}
          .
        </>
      )}
    </p>
  );
}
