import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { ByLink, LinkNotOpen } from '@/app/ByLink';
import { languageName } from '@/core/names';
import { linkAccess } from '@/server/auth/links';
import { say } from '@/words/languages';
import { say as refusals } from '@/words/refusals';

// The address is a secret: no search engine is to keep it, and no other page is to learn it.
export const metadata: Metadata = { robots: { index: false, follow: false }, referrer: 'no-referrer' };

export default async function Layout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ token: string }>;
}) {
  const found = await linkAccess((await params).token);
  if (!found) return <LinkNotOpen title={say.linkNotOpen} words={refusals.linkIsOver} />;
  const { access, language, until } = found;
  const words = say.byLink({ name: access.person.name, language: languageName(language) });
  return (
    <ByLink store={access.store} words={words} until={until}>
      {children}
    </ByLink>
  );
}
