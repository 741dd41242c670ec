import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { languageName } from '@/core/names';
import { customerById, dayOf, loadCustomer } from '@/server/features/customers/customer';
import { channelNames } from '@/server/features/orders/orders';
import { CustomerScreen } from '@/ui/customers/CustomerScreen';
import { say } from '@/words/customers';
import { againAction } from '../../deliveries/actions';
import {
  correctAddressAction,
  joinAction,
  lookAtJoinAction,
  takeApartAction,
  doNotWriteAction,
  eraseCustomerAction,
  lookAtCorrectionAction,
  saveCustomerAction,
  writeAgainAction,
} from '../actions';

interface Props {
  params: Promise<{ store: string; id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export const generateMetadata = (): Metadata => ({ title: say.customers });

export default async function CustomerPage({ params, searchParams }: Props) {
  const access = await pageAccess(params);
  const { store, role } = access;
  const query = await searchParams;
  const { joinedInto } = await orNotFound(customerById(access, (await params).id));
  // Who they are stands with the one that this was joined into.
  if (joinedInto) redirect(`/s/${store.id}/customers/${joinedInto}`);
  const [customer, channels] = await Promise.all([
    orNotFound(loadCustomer(access, (await params).id, query)),
    channelNames(access),
  ]);
  const one = (name: string): string => (typeof query[name] === 'string' ? query[name] : '');
  return (
    <CustomerScreen
      key={customer.revision}
      base={`/s/${store.id}`}
      zone={store.timeZone}
      currency={store.currency}
      customer={customer}
      channels={channels}
      languages={store.languages.map((id) => ({ id, name: languageName(id) }))}
      filter={{
        state: one('state'),
        notification: one('notification'),
        from: dayOf(query.from) ?? '',
        until: dayOf(query.until) ?? '',
      }}
      mayEdit={may(role, 'customer.edit')}
      mayWithhold={may(role, 'withholding.edit')}
      mayWrite={may(role, 'message.write')}
      mayData={may(role, 'customer.data')}
      mayResend={may(role, 'delivery.resend')}
      onSave={saveCustomerAction.bind(null, store.id)}
      onLook={lookAtCorrectionAction.bind(null, store.id)}
      onCorrect={correctAddressAction.bind(null, store.id)}
      onLookAtJoin={lookAtJoinAction.bind(null, store.id)}
      onJoin={joinAction.bind(null, store.id)}
      onTakeApart={takeApartAction.bind(null, store.id)}
      onAgain={againAction.bind(null, store.id)}
      onDoNotWrite={doNotWriteAction.bind(null, store.id)}
      onWriteAgain={writeAgainAction.bind(null, store.id)}
      onErase={eraseCustomerAction.bind(null, store.id)}
    />
  );
}
