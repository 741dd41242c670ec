'use client';
/** Who would hear of an order, and who not, with the reasons. */
import { useEffect, useState } from 'react';
import { languageName } from '@/core/names';
import { asking } from '../parts/asking';
import { Field, Search } from '../parts/fields';
import { Mark } from '../parts/marks';
import { Empty, PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import type { TriedOrder } from '@/contract/routing';
import type { RoutingProps } from './types';
import { say } from '@/words/routing';
import { say as common } from '@/words/common';

export function TryOrder({
  orders,
  order,
  setOrder,
  onTry,
  rules,
}: Pick<RoutingProps, 'orders' | 'onTry' | 'rules'> & { order: string; setOrder: (order: string) => void }) {
  const [tried, setTried] = useState<TriedOrder>();

  useEffect(() => {
    if (order === '') return;
    return asking(
      () => answered(onTry(order)),
      (result) => setTried(valueOrToast(result)),
    );
  }, [order, onTry, rules]);

  return (
    <section className="lg:min-h-0 lg:overflow-auto bg-panel px-5 py-4" aria-live="polite">
      <Field label={say.tryAnOrder}>
        {(ids) => (
          <Search
            id={ids.id}
            value={order || null}
            placeholder={common.numberOrName}
            choices={orders.map((o) => ({ value: o.number, label: o.number, note: o.name }))}
            onChange={setOrder}
          />
        )}
      </Field>
      {tried && (
        <>
          <Heard title={say.wouldGetAMessageWhen} list={tried.written.filter((w) => !w.later)} />
          <Heard title={say.ifOtherEventsHappen} list={tried.written.filter((w) => w.later)} />
          <div className="mt-5">
            <PanelTitle>{say.wouldNot}</PanelTitle>
          </div>
          {tried.notWritten.length === 0 && <p className="mt-1 text-sm text-slate">{say.nobodyIsLeftOut}</p>}
          <ul className="mt-1 text-sm">
            {tried.notWritten.map((n, i) => (
              <li key={i} className="flex items-baseline gap-2 border-b border-rule py-2">
                <Mark tone="quiet" size={12} />
                <span>
                  <span className="font-semibold">{n.notification}</span>
                  {': '}
                  <span className="text-slate">{n.reasons.join(' ')}</span>
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {orders.length === 0 && <Empty title={say.noOrdersYet}>{say.placeOneUnderOrdersAnd}</Empty>}
    </section>
  );
}

function Heard({ title, list }: { title: string; list: TriedOrder['written'] }) {
  return (
    <>
      <div className="mt-5">
        <PanelTitle>{title}</PanelTitle>
      </div>
      {list.length === 0 && <p className="mt-1 text-sm text-slate">{say.nobody}</p>}
      <ul className="mt-1 text-sm">
        {list.map((w) => (
          <li key={`${w.later} ${w.notification} ${w.recipient.address}`} className="border-b border-rule py-2">
            <div className="flex items-baseline gap-2">
              <Mark tone="good" size={12} />
              <span className="font-semibold">
                <bdi>{w.recipient.name || w.recipient.address}</bdi>
              </span>
              <span className="text-slate">
                {say.inLanguage({ notification: w.notification, language: languageName(w.language) })}
                {w.messages > 1 && `, ${say.nMessages({ n: w.messages })}`}
              </span>
            </div>
            <p className="ps-5 text-slate">{w.reasons.slice(1).join(' ')}</p>
          </li>
        ))}
      </ul>
    </>
  );
}
