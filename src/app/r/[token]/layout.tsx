import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { ByLink, LinkNotOpen } from '@/app/ByLink';
import { viewingBy } from '@/server/features/viewings/door';
import { say } from '@/words/viewings';

// The address is a secret: no search engine is to keep it, and no other page is to learn it.
export const metadata: Metadata = { robots: { index: false, follow: false }, referrer: 'no-referrer' };

export default async function Layout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ token: string }>;
}) {
  const found = await viewingBy((await params).token);
  if (!found) return <LinkNotOpen title={say.linkNotOpen} words={say.linkIsOver} />;
  const { link, store } = found;
  return (
    <ByLink store={store} words={say.shownTo({ name: link.name })} until={link.until}>
      {children}
    </ByLink>
  );
}
