import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { countryName, languageName } from '@/core/names';
import { customerOfAddress } from '@/server/features/customers/customer';
import { customerChoices, listCustomers, readCustomerFilter } from '@/server/features/customers/list';
import { savedListsOf } from '@/server/features/customers/saved-lists';
import { channelNames } from '@/server/features/orders/orders';
import { oneOf } from '@/server/features/query';
import { CustomersScreen } from '@/ui/customers/CustomersScreen';
import { say } from '@/words/customers';
import { lookAtLimitsAction, removeListAction, saveLimitsAction, saveListAction } from './actions';

export const generateMetadata = (): Metadata => ({ title: say.customers });

export default async function Customers({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const access = await pageAccess(params);
  const query = await searchParams;
  const base = `/s/${access.store.id}`;
  // Where an address is known and not whose it is, as in an order.
  const address = oneOf(query.address);
  if (address !== undefined) {
    const found = await customerOfAddress(access, address);
    if (!found) notFound();
    redirect(`${base}/customers/${found.id}`);
  }
  const filter = readCustomerFilter(query);
  const [list, { countries, categories, products }, channels, saved] = await Promise.all([
    listCustomers(access, filter, oneOf(query.before)),
    customerChoices(access),
    channelNames(access),
    savedListsOf(access),
  ]);
  return (
    <CustomersScreen
      base={base}
      zone={access.store.timeZone}
      currency={access.store.currency}
      filter={filter}
      list={list}
      countries={countries.map((id) => ({ id, name: countryName(id) }))}
      categories={categories}
      products={products}
      channels={channels}
      languages={access.store.languages.map((id) => ({ id, name: languageName(id) }))}
      saved={saved}
      keeping={
        may(access.role, 'customer.edit')
          ? {
              onSaveList: saveListAction.bind(null, access.store.id),
              onRemoveList: removeListAction.bind(null, access.store.id),
            }
          : undefined
      }
      limits={
        may(access.role, 'contacts.limit')
          ? {
              limits: access.store.contactLimits,
              page: access.store.preferencesPage,
              base,
              onLookAtLimits: lookAtLimitsAction.bind(null, access.store.id),
              onSaveLimits: saveLimitsAction.bind(null, access.store.id),
            }
          : undefined
      }
    />
  );
}
