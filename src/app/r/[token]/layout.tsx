import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { viewingBy } from '@/server/features/viewings/door';
import { Time } from '@/ui/parts/format';
import { say as pages } from '@/words/pages';
import { say } from '@/words/viewings';

// The address is a secret: no search engine is to keep it, and no other page is to learn it.
export const metadata: Metadata = { robots: { index: false, follow: false }, referrer: 'no-referrer' };

export default async function ByLink({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ token: string }>;
}) {
  const found = await viewingBy((await params).token);
  if (!found) {
    return (
      <main className="mx-auto max-w-md px-5 py-16">
        <h1 className="font-serif text-xl">{say.linkNotOpen}</h1>
        <p className="mt-2">{say.linkIsOver}</p>
      </main>
    );
  }
  const { link, store } = found;
  return (
    <div className="flex h-full flex-col">
      <a href="#page" className="btn absolute start-2 top-2 z-50 not-focus:sr-only">
        {pages.skipToThePage}
      </a>
      <p className="shrink-0 bg-spine px-5 py-2 text-sm text-white">
        <span className="font-serif text-base">{store.name}</span>
        <span className="ms-3">
          {say.shownTo({ name: link.name })} <Time at={link.until.toISOString()} zone={store.timeZone} form="day" />
        </span>
      </p>
      <main id="page" tabIndex={-1} className="min-h-0 min-w-0 flex-1 focus:outline-none max-lg:overflow-auto">
        {children}
      </main>
    </div>
  );
}
