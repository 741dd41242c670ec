import type { Metadata } from 'next';
import { cache } from 'react';
import { orNotFound } from '@/app/page-access';
import { viewingBy } from '@/server/features/viewings/door';
import { viewedMessage } from '@/server/features/viewings/viewed';
import { formOf } from '@/ui/rehearsal/views';
import { ViewedScreen } from '@/ui/viewings/ViewedScreen';
import { approveAction, remarkAction, takeRemarkBackAction } from '../actions';
import { say } from '@/words/viewings';

interface Props {
  params: Promise<{ token: string; message: string }>;
  searchParams: Promise<{ form?: string }>;
}

/** Loaded once for the page and its title. */
const load = cache(async (token: string, message: string, form: string | undefined) => {
  const found = await viewingBy(token);
  return found && orNotFound(viewedMessage(found, message.slice(0, 40), formOf(form)));
});

export async function generateMetadata({ params, searchParams }: Props): Promise<Metadata> {
  const { token, message } = await params;
  return { title: (await load(token, message, (await searchParams).form))?.notification ?? say.linkNotOpen };
}

export default async function Message({ params, searchParams }: Props) {
  const { token, message } = await params;
  const shown = await load(token, message, (await searchParams).form);
  if (!shown) return null;
  return (
    <ViewedScreen
      key={shown.id}
      base={`/r/${token}`}
      message={shown}
      onApprove={approveAction.bind(null, token)}
      onRemark={remarkAction.bind(null, token)}
      onTakeBack={takeRemarkBackAction.bind(null, token)}
    />
  );
}
