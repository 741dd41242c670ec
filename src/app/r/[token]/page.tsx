import type { Metadata } from 'next';
import { viewingBy } from '@/server/features/viewings/door';
import { viewedRows } from '@/server/features/viewings/viewed';
import { ViewedList } from '@/ui/viewings/ViewedList';
import { say } from '@/words/viewings';

interface Props {
  params: Promise<{ token: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const found = await viewingBy((await params).token);
  return { title: found ? say.messages({ store: found.store.name }) : say.linkNotOpen };
}

export default async function Viewed({ params }: Props) {
  const { token } = await params;
  const found = await viewingBy(token);
  // A link that is not open says so where it stands.
  return found ? <ViewedList base={`/r/${token}`} store={found.store.name} rows={await viewedRows(found)} /> : null;
}
