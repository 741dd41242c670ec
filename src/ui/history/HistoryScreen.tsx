'use client';
/** What everybody did in the store, searched by who, what and when. The search stands in the address. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { AREAS, type Area, type HistoryFilter, type HistoryPage } from '@/contract/history';
import { Field, Pick as Choose } from '../parts/fields';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Page } from '../parts/Page';
import { Head } from '../parts/Table';
import { StoreTabs } from '../terms/StoreTabs';
import { say } from '@/words/past';
import { say as terms } from '@/words/terms';
import { inEachLanguage } from '@/words/speak';

const AREA_WORDS: Readonly<Record<Area, string>> = inEachLanguage(() => ({
  access: say.access,
  taken: say.taken,
  messages: say.messages,
  languages: say.languages,
  sending: say.sending,
  routing: say.routing,
  customers: say.customers,
  store: say.store,
}));

const hrefOf = (base: string, filter: HistoryFilter): string => {
  const query = new URLSearchParams(Object.entries(filter).filter(([, value]) => value !== ''));
  return `${base}/store/history${query.size > 0 ? `?${query}` : ''}`;
};

export function HistoryScreen({
  rows,
  filter,
  more,
  people,
  base,
  zone,
}: HistoryPage & { base: string; zone: string }) {
  const router = useRouter();
  const [form, setForm] = useState({ ...filter, before: '' });
  const go = (next: HistoryFilter): void => {
    setForm(next);
    router.push(hrefOf(base, next));
  };
  const text = (name: 'words' | 'from' | 'until', label: string, type: string, hint?: string) => (
    <Field label={label}>
      {(ids) => (
        <input
          {...ids}
          type={type}
          className={`input ${name === 'words' ? 'w-64' : 'w-36'}`}
          placeholder={hint}
          maxLength={120}
          value={form[name]}
          onChange={(e) => setForm({ ...form, [name]: e.target.value })}
        />
      )}
    </Field>
  );
  const searched = Object.values({ ...filter, before: '' }).some((v) => v !== '');
  return (
    <Page title={terms.store} note={<StoreTabs base={base} part="history" />}>
      <div className="lg:h-full lg:overflow-auto">
        <form
          role="search"
          aria-label={say.history}
          className="flex flex-wrap items-end gap-3 px-5 py-3"
          onSubmit={(e) => {
            e.preventDefault();
            go(form);
          }}
        >
          {text('words', say.words, 'search', say.wordsHint)}
          <Field label={say.who}>
            {(ids) => (
              <Choose
                id={ids.id}
                className="w-40"
                value={form.who}
                choices={[{ value: '', label: say.everybody }, ...people.map((p) => ({ value: p.id, label: p.name }))]}
                onChange={(who) => go({ ...form, who })}
              />
            )}
          </Field>
          <Field label={say.what}>
            {(ids) => (
              <Choose
                id={ids.id}
                className="w-56"
                value={form.area}
                choices={[
                  { value: '', label: say.everything },
                  ...AREAS.map((area) => ({ value: area, label: AREA_WORDS[area] })),
                ]}
                onChange={(area) => go({ ...form, area: area as Area | '' })}
              />
            )}
          </Field>
          {text('from', say.from, 'date')}
          {text('until', say.until, 'date')}
          <button type="submit" className="btn">
            {say.search}
          </button>
          {searched && (
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() => go({ words: '', who: '', area: '', from: '', until: '', before: '' })}
            >
              {say.clear}
            </button>
          )}
        </form>
        {rows.length === 0 ? (
          <p className="px-5 py-4 text-sm">{say.nothing}</p>
        ) : (
          <table className="lines w-full text-sm">
            <Head columns={[{ label: say.when, className: 'ps-5 w-40' }, { label: say.done }]} />
            <tbody>
              {rows.map((row) => (
                <tr key={row.id} className="border-b border-rule align-top">
                  <td data-line="foot" className="py-1.5 ps-5 text-slate">
                    <Time at={row.at} zone={zone} />
                  </td>
                  <td data-line="name" className="px-2 py-1.5 pe-5 break-words">
                    {row.words}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <div className="flex gap-4 px-5 py-3 text-sm">
          {filter.before !== '' && (
            <Link href={hrefOf(base, { ...filter, before: '' })} className="link">
              {say.newest}
            </Link>
          )}
          {more && (
            <Link href={hrefOf(base, { ...filter, before: rows.at(-1)!.id })} className="link">
              {say.earlier}
            </Link>
          )}
        </div>
      </div>
    </Page>
  );
}
