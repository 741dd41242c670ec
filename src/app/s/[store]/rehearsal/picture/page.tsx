import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { orNotFound, pageAccess } from '@/app/page-access';
import { loadPicture } from '@/server/features/rehearsal/pictures';
import { PictureScreen } from '@/ui/rehearsal/PictureScreen';
import { formOf } from '@/ui/rehearsal/views';
import { say } from '@/words/rehearsal';

export const generateMetadata = (): Metadata => ({ title: say.pictures });

export default async function Picture({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<{ message?: string; form?: string }>;
}) {
  const access = await pageAccess(params);
  const { message, form } = await searchParams;
  if (!message) notFound();
  const picture = await orNotFound(loadPicture(access, message.slice(0, 40), formOf(form)));
  return <PictureScreen base={`/s/${access.store.id}`} picture={picture} />;
}
