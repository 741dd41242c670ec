'use client';
/** One order: what is in it, what can happen to it, and what was sent about it. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { toast } from 'sonner';
import type { DeliveryState } from '@/core/mail/state';
import {
  customerName,
  STATUS_WORDS,
  type Order,
  type OrderAction,
  type OrderActionKind,
  type OrderStatus,
} from '@/core/order';
import type { Result } from '@/core/result';
import { languageName } from '@/core/names';
import { Time } from '../parts/format';
import { Mark } from '../parts/marks';
import { Page, PanelTitle } from '../parts/Page';
import { StateWord } from '../parts/states';
import { answered, valueOrToast } from '../parts/result';
import { WatchWaiting } from '../parts/WatchWaiting';
import { ActionDialog } from './ActionDialog';
import type { ForecastOf } from './ForecastPart';
import { ActionMenu } from './ActionMenu';
import { OrderFacts } from './OrderFacts';
import type { Possible } from '@/contract/orders';
import { say } from '@/words/orders';
import { say as common } from '@/words/common';
import { Said } from '../parts/Said';
import { AUDIENCE_WORDS, type Audience } from '@/core/moments';
import type { ReplyView } from '@/contract/orders';
import { Replies } from './Replies';

export interface OrderProps {
  base: string;
  zone: string;
  order: Order;
  status: OrderStatus;
  channelName: string;
  /** The one the customer is written to in. */
  language: string;
  sent: {
    id: string;
    notification: string;
    recipient: string;
    recipientName: string;
    role: Audience;
    language: string;
    state: DeliveryState;
    subject: string;
    words: string;
    /** For its time. */
    waits: boolean;
    /** Why it will not go out, as things stand. */
    withheld: string | undefined;
    at: string;
  }[];
  notWritten: { id: string; notification: string; recipient: string; recipientName: string; reason: string }[];
  possible: Possible;
  mayAct: boolean;
  mayWrite: boolean;
  mayStop: boolean;
  replies: ReplyView[];
  onDo: (action: OrderAction) => Promise<Result<{ deliveries: number }>>;
  onForecast: ForecastOf;
  onStop: (id: string) => Promise<Result<null>>;
  onSendNow: (id: string) => Promise<Result<null>>;
}

export function OrderScreen(props: OrderProps) {
  const { base, zone, order, status, channelName, language, sent, notWritten, possible, mayAct, mayStop } = props;
  const router = useRouter();
  const [refreshing, refresh] = useTransition();
  const [done, setDone] = useState(false);
  const [acting, setActing] = useState<OrderActionKind>();
  // The dialog stays until the order shows what happened: whoever goes on does so with what is left of it now.
  if (done && !refreshing) {
    setDone(false);
    setActing(undefined);
  }
  const name = customerName(order) || order.customer.email;
  const waiting = sent.some((d) => ['planned', 'sending'].includes(d.state) && !d.waits);
  return (
    <Page
      back={{ href: `${base}/orders`, label: common.allOrders }}
      title={order.number}
      note={
        <span dir="auto">
          {name}, {STATUS_WORDS[status]}
        </span>
      }
      actions={
        <>
          <Link href={`${base}/desk/order-received?order=${encodeURIComponent(order.number)}`} className="btn">
            {say.onTheDesk}
          </Link>
          <Link href={`${base}/journey?order=${encodeURIComponent(order.number)}`} className="btn">
            {say.onTheJourney}
          </Link>
          {props.mayWrite && (
            <Link href={`${base}/orders/write?orders=${encodeURIComponent(order.number)}`} className="btn">
              {say.writeAMessage}
            </Link>
          )}
          {mayAct && (
            <>
              <Link href={`${base}/orders/${encodeURIComponent(order.number)}/walk`} className="btn">
                {say.stepThroughOrder}
              </Link>
              <ActionMenu actions={possible.actions} onChoose={setActing} />
            </>
          )}
        </>
      }
    >
      <WatchWaiting waiting={waiting} />
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <section className="lg:min-h-0 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-5 py-4 text-sm">
          <OrderFacts {...{ base, order, channelName, language, zone }} />
        </section>
        <section className="lg:min-h-0 lg:overflow-auto px-5 py-4">
          <PanelTitle aside={say.nDeliveries({ n: sent.length })}>{say.whatWasSentAboutIt}</PanelTitle>
          {sent.length === 0 && <p className="mt-2 text-sm text-slate">{say.nobodyWasWrittenTo}</p>}
          <ul className="mt-1 text-sm">
            {sent.map((d) => (
              <li key={d.id} className="border-b border-rule py-2">
                <Link href={`${base}/deliveries/${d.id}`} className="flex items-baseline gap-3 hover:text-petrol">
                  <span className="min-w-0 flex-1">
                    <Said
                      words={say.noticeTo({ notification: d.notification })}
                      marks={{
                        b: (words) => <span className="font-semibold">{words}</span>,
                        who: () => <span dir="auto">{d.recipientName || d.recipient}</span>,
                      }}
                    />
                    <span className="text-slate">
                      {' '}
                      · {AUDIENCE_WORDS[d.role]} · {languageName(d.language)}
                    </span>
                  </span>
                  {d.withheld ? (
                    <span className="text-slate">{say.willNotBeSent}</span>
                  ) : (
                    <StateWord state={d.state} waits={d.waits} />
                  )}
                  <span className="w-28 text-end text-xs text-slate">
                    <Time at={d.at} zone={zone} />
                  </span>
                </Link>
                {d.waits ? (
                  <div className="flex gap-3 text-slate">
                    {d.withheld ?? say.waitsForItsTime}
                    {mayStop && (
                      <>
                        <button
                          type="button"
                          className="link -my-1 py-1"
                          aria-label={say.sendNowNotification({ notification: d.notification })}
                          onClick={() => void answered(props.onSendNow(d.id)).then(valueOrToast)}
                        >
                          {common.sendNow}
                        </button>
                        <button
                          type="button"
                          className="link -my-1 py-1"
                          aria-label={say.stopNotification({ notification: d.notification })}
                          onClick={() => void answered(props.onStop(d.id)).then(valueOrToast)}
                        >
                          {common.stop}
                        </button>
                      </>
                    )}
                  </div>
                ) : (
                  <div className="truncate text-slate" dir="auto">
                    {d.state === 'accepted' || !d.words ? <bdi lang={d.language}>{d.subject}</bdi> : d.words}
                  </div>
                )}
              </li>
            ))}
          </ul>
          <Replies {...{ base, zone }} replies={props.replies} />
          <div className="mt-6">
            <PanelTitle aside={String(notWritten.length)}>{say.notSentAndWhy}</PanelTitle>
          </div>
          {notWritten.length === 0 && <p className="mt-2 text-sm text-slate">{say.noRecipientWasSkipped}</p>}
          <ul className="mt-1 text-sm">
            {notWritten.map((n) => (
              <li key={n.id} className="flex items-baseline gap-3 border-b border-rule py-2">
                <Mark tone="quiet" size={11} />
                <span>
                  <Said
                    words={(n.recipientName || n.recipient ? say.noticeNotTo : say.noticeNot)({
                      notification: n.notification,
                      reason: n.reason,
                    })}
                    marks={{
                      b: (words) => <span className="font-semibold">{words}</span>,
                      who: () => <span dir="auto">{n.recipientName || n.recipient}</span>,
                    }}
                  />
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
      {acting && (
        <ActionDialog
          kind={acting}
          order={order}
          possible={possible}
          zone={zone}
          onDo={props.onDo}
          onForecast={props.onForecast}
          onDone={(deliveries) => {
            toast.success(
              deliveries === 0 ? say.eventRecordedNoMessagesTo : say.eventRecordedDeliveriesMessagesAre({ deliveries }),
            );
            setDone(true);
            refresh(() => router.refresh());
          }}
          onClose={() => setActing(undefined)}
        />
      )}
    </Page>
  );
}
