/** The frame of what somebody without an account opens by a link: whose it is and until when, or that it opens nothing. */
import type { ReactNode } from 'react';
import { Time } from '@/ui/parts/format';
import { say as pages } from '@/words/pages';

export function ByLink({
  store,
  words,
  until,
  children,
}: {
  store: { name: string; timeZone: string };
  /** For whom it is, before the day until which it is open. */
  words: string;
  until: Date;
  children: ReactNode;
}) {
  return (
    <div className="flex h-full flex-col">
      <a href="#page" className="btn absolute start-2 top-2 z-50 not-focus:sr-only">
        {pages.skipToThePage}
      </a>
      <p className="shrink-0 bg-spine px-5 py-2 text-sm text-white">
        <span className="font-serif text-base">{store.name}</span>
        <span className="ms-3">
          {words} <Time at={until.toISOString()} zone={store.timeZone} form="day" />
        </span>
      </p>
      <main id="page" tabIndex={-1} className="min-h-0 min-w-0 flex-1 focus:outline-none max-lg:overflow-auto">
        {children}
      </main>
    </div>
  );
}

export function LinkNotOpen({ title, words }: { title: string; words: string }) {
  return (
    <main className="mx-auto max-w-md px-5 py-16">
      <h1 className="font-serif text-xl">{title}</h1>
      <p className="mt-2">{words}</p>
    </main>
  );
}
