'use client';
/** What is left of each product where, and from when on that is low; counted by hand too, with who hears of it. */
import { ClipboardPen } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { CountEffect, PlaceCount, SaveStock, SaveThreshold, StockPage, StockRow } from '@/contract/stock';
import type { Result } from '@/core/result';
import { Segments } from '../parts/fields';
import { FilterInput } from '../parts/FilterInput';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { Empty, Page } from '../parts/Page';
import { Head } from '../parts/Table';
import { StoreTabs } from '../terms/StoreTabs';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/stock';
import { say as common } from '@/words/common';
import { say as terms } from '@/words/terms';
import { CountDialog } from './CountDialog';
import { ThresholdDialog } from './ThresholdDialog';

export interface StockProps extends StockPage {
  base: string;
  zone: string;
  mayEdit: boolean;
  onEffects: (wanted: SaveStock) => Promise<Result<CountEffect[]>>;
  onSave: (wanted: SaveStock) => Promise<Result<{ written: number }>>;
  onThreshold: (wanted: SaveThreshold) => Promise<Result<{ changed: number }>>;
}

const COLUMNS = inEachLanguage(() => [
  { label: say.product },
  { label: say.left },
  { label: say.lowAt, className: 'w-40' },
  { label: '', className: 'w-28', end: true },
]);

export function StockScreen(props: StockProps) {
  const { base, zone, rows, numbers, find, show, page, pages, mayEdit } = props;
  const router = useRouter();
  const [counting, setCounting] = useState<StockRow>();
  const [thresholds, setThresholds] = useState(false);
  const address = (change: { find?: string; show?: string; page?: number }): string => {
    const next = { find, show: show as string, page: 1, ...change };
    const query = new URLSearchParams({
      ...(next.find && { find: next.find }),
      ...(next.show !== 'all' && { show: next.show }),
      ...(next.page > 1 && { page: String(next.page) }),
    });
    return `${base}/store/stock${query.size > 0 ? `?${query}` : ''}`;
  };
  const done = (): void => {
    setCounting(undefined);
    setThresholds(false);
    router.refresh();
  };
  return (
    <Page
      title={terms.store}
      note={<StoreTabs base={base} part="stock" />}
      actions={
        mayEdit &&
        numbers.all > 0 && (
          <button type="button" className="btn" onClick={() => setThresholds(true)}>
            {say.changeThresholds}
          </button>
        )
      }
    >
      <div className="flex flex-col lg:h-full lg:min-h-0">
        <form
          role="search"
          className="flex shrink-0 flex-wrap items-center gap-3 border-b border-rule px-5 py-2"
          onSubmit={(e) => {
            e.preventDefault();
            router.push(address({ find: String(new FormData(e.currentTarget).get('find')).trim() }));
          }}
        >
          <Segments
            label={say.showLabel}
            value={show}
            choices={[
              { value: 'all', label: say.allProducts({ n: numbers.all }) },
              { value: 'low', label: say.lowProducts({ n: numbers.low }) },
              { value: 'out', label: say.outProducts({ n: numbers.out }) },
              { value: 'uncounted', label: say.uncountedProducts({ n: numbers.uncounted }) },
            ]}
            onChange={(next) => router.push(address({ show: next }))}
          />
          <FilterInput
            name="find"
            value={find}
            aria-label={say.find}
            placeholder={say.find}
            className="input w-72 max-w-full"
          />
          <button type="submit" className="btn">
            {common.find}
          </button>
          {(find !== '' || show !== 'all') && (
            <Link href={`${base}/store/stock`} className="link text-sm">
              {common.showAll}
            </Link>
          )}
        </form>
        <HeardBy base={base} notifications={props.notifications} />
        <div className="flex-1 bg-panel lg:min-h-0 lg:overflow-auto">
          {rows.length === 0 ? (
            <div className="px-5 py-4">
              {numbers.all === 0 ? (
                <Empty title={say.noProducts}>{say.noProductsWords}</Empty>
              ) : (
                <Empty title={say.nothingFound}>{say.nothingFoundWords}</Empty>
              )}
            </div>
          ) : (
            <table className="lines w-full text-sm">
              <Head columns={COLUMNS} />
              <tbody>
                {rows.map((row) => (
                  <tr key={row.sku} className="border-b border-rule align-top">
                    <td className="py-2 ps-5 pe-2" data-line="name">
                      <span className="font-semibold">{row.name}</span>
                      <div className="text-slate">
                        {[row.sku, row.category, row.options].filter(Boolean).join(' · ')}
                      </div>
                    </td>
                    <td className="px-2 py-2" data-line="rest">
                      <Counts counts={row.counts} zone={zone} />
                    </td>
                    <td className="px-2 py-2" data-line="rest" data-label={say.lowAt}>
                      {row.lowAt === undefined ? (
                        <span className="text-slate">{say.noThreshold}</span>
                      ) : (
                        say.nOrFewer({ n: row.lowAt })
                      )}
                    </td>
                    <td className="py-1 ps-2 pe-5 text-end" data-line="end">
                      {mayEdit && (
                        <button
                          type="button"
                          className="btn btn-quiet"
                          aria-label={say.countName({ name: row.name })}
                          onClick={() => setCounting(row)}
                        >
                          <ClipboardPen size={15} aria-hidden />
                        </button>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {pages > 1 && (
            <nav className="flex items-center gap-4 px-5 py-3 text-sm">
              {page > 1 && (
                <Link className="link" href={address({ page: page - 1 })}>
                  {say.earlier}
                </Link>
              )}
              <span className="text-slate">{say.pageOf({ page, pages })}</span>
              {page < pages && (
                <Link className="link" href={address({ page: page + 1 })}>
                  {say.further}
                </Link>
              )}
            </nav>
          )}
        </div>
      </div>
      {counting && (
        <CountDialog
          row={counting}
          places={props.places}
          onEffects={props.onEffects}
          onSave={props.onSave}
          onDone={done}
          onClose={() => setCounting(undefined)}
        />
      )}
      {thresholds && (
        <ThresholdDialog
          categories={props.categories}
          onSave={props.onThreshold}
          onDone={done}
          onClose={() => setThresholds(false)}
        />
      )}
    </Page>
  );
}

const STATES = { enough: { tone: 'good', words: '' }, low: { tone: 'waiting' }, out: { tone: 'failing' } } as const;

/** What is left, place by place. */
function Counts({ counts, zone }: { counts: readonly PlaceCount[]; zone: string }) {
  if (counts.length === 0) return <span className="text-slate">{say.notCounted}</span>;
  return (
    <ul>
      {counts.map(({ location, left, state, countedAt }) => (
        <li key={location} className="flex flex-wrap items-baseline gap-x-2">
          <span className="translate-y-px">
            <Mark tone={STATES[state].tone} size={12} />
          </span>
          <span className="tabular-nums">{location === '' ? left : say.leftAt({ left, place: location })}</span>
          {state !== 'enough' && (
            <span className={state === 'out' ? 'text-madder' : ''}>
              {state === 'out' ? say.stateOut : say.stateLow}
            </span>
          )}
          <span className="text-xs text-slate">
            <Time at={countedAt} zone={zone} />
          </span>
        </li>
      ))}
    </ul>
  );
}

/** The notifications that tell of stock, with whether anybody hears of them. */
function HeardBy({ base, notifications }: Pick<StockProps, 'base' | 'notifications'>) {
  if (notifications.length === 0) return null;
  return (
    <p className="flex shrink-0 flex-wrap items-baseline gap-x-3 border-b border-rule px-5 py-2 text-sm text-slate">
      {say.heardBy}
      {notifications.map(({ slug, name, on, rules }) => (
        <Link key={slug} className="link" href={on ? `${base}/routing` : `${base}/journey/${slug}`}>
          {on ? say.notificationRules({ name, n: rules }) : say.notificationOff({ name })}
        </Link>
      ))}
    </p>
  );
}
