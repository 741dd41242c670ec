import { randomUUID } from 'node:crypto';
import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { orNotFound, pageAccess } from '@/app/page-access';
import { senderViews } from '@/server/features/sending/senders';
import { loadWriting, MOST_ORDERS } from '@/server/features/orders/letters';
import { may } from '@/contract/policy';
import { NotAllowed } from '@/ui/parts/NotAllowed';
import { Empty } from '@/ui/parts/Page';
import { WriteScreen } from '@/ui/writing/WriteScreen';
import { whomFromQuery } from '@/ui/writing/asked';
import { suggestionsAction } from '../../bench-actions';
import { addFileAction } from '../../file-actions';
import { keepAction, writeAction } from '../actions';
import { say } from '@/words/pages';
import { say as common } from '@/words/common';

export const generateMetadata = (): Metadata => ({ title: say.writeAMessage });

export default async function Write({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<{
    orders?: string;
    message?: string;
    customer?: string | string[];
    to?: string | string[];
    copy?: string | string[];
  }>;
}) {
  const access = await pageAccess(params);
  const store = access.store.id;
  if (!may(access.role, 'message.write')) {
    const back = { href: `/s/${store}/orders`, label: common.allOrders };
    return <NotAllowed title={say.writeAMessage} action="message.write" back={back} />;
  }
  const { orders = '', message, ...whom } = await searchParams;
  const numbers = orders.split(',').filter(Boolean);
  if (numbers.length === 0) redirect(`/s/${store}/orders`);
  if (numbers.length > MOST_ORDERS) {
    return <Empty title={say.nOrdersAreTooMany({ n: numbers.length })}>{say.mostOrders({ most: MOST_ORDERS })}</Empty>;
  }
  const [writing, senders] = await Promise.all([
    orNotFound(loadWriting(access, numbers, message, numbers.length === 1 ? whomFromQuery(whom) : undefined)),
    senderViews(access),
  ]);
  const sender = senders.find((s) => s.kind === 'service') ?? senders.find((s) => s.kind === 'orders');

  return (
    <WriteScreen
      base={`/s/${store}`}
      {...writing}
      sender={{ name: sender?.name ?? access.store.name, address: sender?.address ?? access.store.facts.email }}
      now={Date.now()}
      id={randomUUID()}
      mayBring={may(access.role, 'file.bring')}
      onBringFile={addFileAction.bind(null, store)}
      onSuggest={suggestionsAction.bind(null, store)}
      {...(may(access.role, 'notification.switch') && { onKeep: keepAction.bind(null, store) })}
      onSend={writeAction.bind(null, store)}
    />
  );
}
