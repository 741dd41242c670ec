'use client';
/** Customers: looked for by name, company, address or order, or narrowed by what they did and what reaches them. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { CustomerFilterState, CustomerList, SavedList } from '@/contract/customers';
import { countryName, languageName } from '@/core/names';
import { NO_COUNTRY } from '@/core/order';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/customers';
import { say as common } from '@/words/common';
import { Pick, Search } from '../parts/fields';
import { FilterInput } from '../parts/FilterInput';
import { Money, Time } from '../parts/format';
import Link from '../parts/Link';
import { Empty, Page } from '../parts/Page';
import { Head } from '../parts/Table';
import { customersAddress } from './address';
import { LimitsDialog, type LimitsProps } from './LimitsDialog';
import { SavedLists, type KeepingLists } from './SavedLists';

const COLUMNS = inEachLanguage(
  () =>
    [
      { label: common.customer },
      { label: common.emailAddress },
      { label: say.country, className: 'w-32' },
      { label: common.language, className: 'w-28' },
      { label: common.channel, className: 'w-32' },
      { label: say.orders, className: 'w-20', end: true },
      { label: say.spent, className: 'w-28', end: true },
      { label: say.lastOrder, className: 'w-32', end: true },
    ] as const,
);

export interface CustomersScreenProps {
  base: string;
  zone: string;
  currency: string;
  filter: CustomerFilterState;
  list: CustomerList;
  countries: readonly { id: string; name: string }[];
  categories: readonly string[];
  /** Names by id. */
  channels: Record<string, string>;
  /** For who may set them. */
  products: { sku: string; name: string }[];
  languages: { id: string; name: string }[];
  /** Selections of the list under a name, and what can be done with them. */
  saved: SavedList[];
  keeping?: KeepingLists | undefined;
  limits?: LimitsProps | undefined;
}

export function CustomersScreen({
  base,
  zone,
  currency,
  filter,
  list,
  channels,
  limits,
  saved,
  keeping,
  ...choices
}: CustomersScreenProps) {
  const [limiting, setLimiting] = useState(false);
  const filtered = Object.values(filter).some((v) => v !== '');
  return (
    <Page
      title={say.customers}
      actions={
        <>
          <SavedLists {...{ base, filter, saved, keeping }} />
          {limits && (
            <button type="button" className="btn" onClick={() => setLimiting(true)}>
              {say.limitContacts}
            </button>
          )}
        </>
      }
    >
      {limits && limiting && <LimitsDialog {...limits} onClose={() => setLimiting(false)} />}
      <div className="flex flex-col lg:h-full lg:min-h-0">
        <CustomersFilter {...{ base, filter, channels }} {...choices} />
        <div className="lg:min-h-0 flex-1 lg:overflow-auto bg-panel">
          {list.rows.length === 0 ? (
            <Empty title={filtered ? say.noCustomerMatches : say.noCustomersYet}>
              {filtered ? say.noPartOfNameAddressCompanyOrNumber : say.customersComeWithOrders}
            </Empty>
          ) : (
            <table className="lines w-full table-fixed text-sm">
              <Head columns={COLUMNS} />
              <tbody>
                {list.rows.map((c) => (
                  <tr key={c.id} className="border-b border-rule hover:bg-petrol-tint/50">
                    <td data-line="name" className="truncate py-2 ps-5 pe-2" title={`${c.name} ${c.company}`}>
                      <Link href={`${base}/customers/${c.id}`} className="link">
                        <bdi>{c.name || c.company || c.email}</bdi>
                      </Link>{' '}
                      <span className="text-xs text-slate">
                        {c.name !== '' && c.company}
                        {c.guest && ` ${say.guest}`}
                      </span>
                    </td>
                    <td data-line="rest" className="truncate px-2" title={c.email}>
                      {c.email}
                    </td>
                    <td className="truncate px-2" title={nameOfCountry(c.country)}>
                      {nameOfCountry(c.country)}
                    </td>
                    <td className="truncate px-2" title={c.language && languageName(c.language)}>
                      {c.language && languageName(c.language)}
                    </td>
                    <td className="truncate px-2" title={channels[c.channel] ?? c.channel}>
                      {channels[c.channel] ?? c.channel}
                    </td>
                    <td data-line="foot" className="px-2 text-end">
                      <span className="max-lg:hidden">{c.orders}</span>
                      <span className="lg:hidden">{say.nOrders({ n: c.orders })}</span>
                    </td>
                    <td data-line="end" className="px-2 text-end">
                      <Money minor={c.spent} currency={currency} />
                    </td>
                    <td data-line="foot-end" className="px-2 pe-5 text-end">
                      {c.lastOrderAt && <Time at={c.lastOrderAt} zone={zone} form="day" />}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {list.more && (
            <p role="status" className="p-3 text-center text-sm text-slate">
              {say.narrower}
            </p>
          )}
          {list.next && (
            <div className="p-3 text-center">
              <Link href={customersAddress(base, { ...filter, before: list.next })} className="btn">
                {say.olderCustomers}
              </Link>
            </div>
          )}
        </div>
      </div>
    </Page>
  );
}

const nameOfCountry = (country: string): string =>
  country === '' || country === NO_COUNTRY ? '' : countryName(country);

function CustomersFilter({
  base,
  filter,
  countries,
  languages,
  categories,
  products,
  channels,
}: Pick<CustomersScreenProps, 'base' | 'filter' | 'countries' | 'languages' | 'categories' | 'products' | 'channels'>) {
  const router = useRouter();
  const go = (change: Partial<CustomerFilterState>): void =>
    router.push(customersAddress(base, { ...filter, ...change }));
  return (
    <form
      role="search"
      className="flex shrink-0 flex-wrap items-center gap-2 border-b border-rule px-5 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        const typed = new FormData(e.currentTarget);
        go({ search: String(typed.get('search')).trim(), spent: String(typed.get('spent')).trim() });
      }}
    >
      <FilterInput
        name="search"
        value={filter.search}
        aria-label={say.lookFor}
        placeholder={say.lookFor}
        className="input w-auto min-w-44 flex-1 sm:min-w-84 sm:max-w-96"
      />
      <button type="submit" className="btn">
        {common.find}
      </button>
      <Pick
        label={say.country}
        className="w-40"
        value={filter.country}
        choices={[{ value: '', label: say.allCountries }, ...countries.map((c) => ({ value: c.id, label: c.name }))]}
        onChange={(country) => go({ country })}
      />
      <Pick
        label={common.channel}
        className="w-36"
        value={filter.channel}
        choices={[
          { value: '', label: say.allChannels },
          ...Object.entries(channels).map(([value, label]) => ({ value, label })),
        ]}
        onChange={(channel) => go({ channel })}
      />
      <Pick
        label={say.account}
        className="w-44"
        value={filter.kind}
        choices={[
          { value: '', label: say.accountsAndGuests },
          { value: 'account', label: say.accounts },
          { value: 'guest', label: say.guests },
        ]}
        onChange={(kind) => go({ kind })}
      />
      <Pick
        label={say.mail}
        className="w-40"
        value={filter.mail}
        choices={[
          { value: '', label: say.allMail },
          { value: 'withheld', label: say.notWrittenTo },
          { value: 'unsubscribed', label: say.unsubscribed },
          { value: 'failed', label: say.mailFailed },
        ]}
        onChange={(mail) => go({ mail })}
      />
      <Search
        label={say.bought}
        className="w-56"
        value={filter.bought}
        placeholder={say.boughtAnything}
        choices={[
          { value: '', label: say.boughtAnything },
          ...categories.map((c) => ({ value: c, label: c })),
          ...products.map((p) => ({ value: p.sku, label: p.name, note: p.sku })),
        ]}
        onChange={(bought) => go({ bought })}
      />
      <Pick
        label={say.lastOrder}
        className="w-40"
        value={filter.ordered}
        choices={[
          { value: '', label: say.anyTime },
          ...[7, 30, 90, 365].map((n) => ({ value: String(n), label: say.lastDays({ n }) })),
          ...[90, 365].map((n) => ({ value: String(-n), label: say.notForDays({ n }) })),
        ]}
        onChange={(ordered) => go({ ordered })}
      />
      <Pick
        label={common.language}
        className="w-40"
        value={filter.language}
        choices={[{ value: '', label: say.allLanguages }, ...languages.map((l) => ({ value: l.id, label: l.name }))]}
        onChange={(language) => go({ language })}
      />
      <label className="flex items-center gap-1.5 text-sm">
        <span className="text-slate">{say.spentAtLeast}</span>
        <FilterInput name="spent" value={filter.spent} inputMode="decimal" className="input w-24" />
      </label>
      {Object.values(filter).some((v) => v !== '') && (
        <Link href={`${base}/customers`} className="link text-sm">
          {common.showAll}
        </Link>
      )}
    </form>
  );
}
