'use client';
/** People and rules on one side; on the other, who would hear of a real order, and why. */
import { X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { Field, Pick, Search, Segments } from '../parts/fields';
import { Mark } from '../parts/marks';
import { Empty, Page, PanelTitle, Trouble } from '../parts/Page';
import { problemAt, valueOrToast } from '../parts/result';

type Scope = { kind: 'all' } | { kind: 'category'; category: string };

export interface Rule {
  id: string;
  notificationId: string;
  name: string;
  address: string;
  job: string;
  scope: Scope;
}

export interface Tried {
  number: string;
  written: {
    notification: string;
    recipient: { address: string; name: string; role: string };
    language: string;
    reasons: string[];
  }[];
  notWritten: { notification: string; recipient?: { address: string; name: string } | undefined; reasons: string[] }[];
}

export interface RoutingProps {
  notifications: { id: string; slug: string; name: string; on: boolean }[];
  rules: Rule[];
  people: { id: string; name: string; email: string; job: string }[];
  categories: string[];
  orders: { number: string; name: string }[];
  mayEdit: boolean;
  mayTest: boolean;
  onAdd: (rule: unknown) => Promise<Result<null>>;
  onRemove: (id: string) => Promise<Result<null>>;
  onTry: (order: string) => Promise<Result<Tried>>;
  onTest: (ruleId: string, order: string) => Promise<Result<{ to: string; subject: string }>>;
}

export function RoutingScreen(props: RoutingProps) {
  const { notifications, rules, orders, mayEdit } = props;
  const [order, setOrder] = useState(orders[0]?.number ?? '');
  return (
    <Page title="Routing" note="Which colleagues hear of which orders">
      <div className="grid h-full min-h-0 grid-cols-2">
        <section className="min-h-0 overflow-auto border-e border-rule px-5 py-4">
          {notifications.map((n) => (
            <Rules
              key={n.id}
              {...props}
              notification={n}
              rules={rules.filter((r) => r.notificationId === n.id)}
              order={order}
            />
          ))}
          {!mayEdit && <p className="mt-4 text-sm text-slate">Your role may look at the rules and not change them.</p>}
        </section>
        <TryOrder {...props} order={order} setOrder={setOrder} />
      </div>
    </Page>
  );
}

function Rules({
  notification,
  rules,
  people,
  categories,
  order,
  mayEdit,
  mayTest,
  onAdd,
  onRemove,
  onTest,
}: RoutingProps & { notification: RoutingProps['notifications'][number]; order: string }) {
  const router = useRouter();
  const [kind, setKind] = useState<'colleague' | 'address'>('colleague');
  const [person, setPerson] = useState<string | null>(null);
  const [address, setAddress] = useState('');
  const [scope, setScope] = useState('');
  const [adding, setAdding] = useState(false);
  const [failure, setFailure] = useState<Failure>();
  const [testing, setTesting] = useState<string>();

  const add = async (): Promise<void> => {
    const result = await onAdd({
      notificationId: notification.id,
      recipient: kind === 'colleague' ? { staffId: person ?? '' } : { address: address.trim() },
      scope: scope === '' ? { kind: 'all' } : { kind: 'category', category: scope },
    });
    if (!result.ok) return setFailure(result.error);
    setFailure(undefined);
    setPerson(null);
    setAddress('');
    setScope('');
    setAdding(false);
    router.refresh();
  };

  const remove = async (rule: Rule): Promise<void> => {
    if (valueOrToast(await onRemove(rule.id)) === undefined) return;
    router.refresh();
    const colleague = people.find((p) => p.email === rule.address);
    toast(`${rule.name || rule.address} no longer hears of ${notification.name}.`, {
      action: {
        label: 'Put back',
        onClick: () =>
          void onAdd({
            notificationId: rule.notificationId,
            recipient: colleague ? { staffId: colleague.id } : { address: rule.address },
            scope: rule.scope,
          }).then(() => router.refresh()),
      },
    });
  };

  const test = async (rule: Rule): Promise<void> => {
    setTesting(rule.id);
    const sent = valueOrToast(await onTest(rule.id, order));
    if (sent) toast.success(`Sent "${sent.subject}" to ${sent.to}.`);
    setTesting(undefined);
  };

  return (
    <section aria-label={notification.name} className="mb-6">
      <PanelTitle aside={notification.on ? undefined : 'off: nobody gets it'}>“{notification.name}” goes to</PanelTitle>
      {rules.length === 0 && (
        <Empty title={`Nobody hears of ${notification.name}`}>Name a colleague, or give an address.</Empty>
      )}
      <ul className="mt-1 text-sm">
        {rules.map((rule) => (
          <li key={rule.id} className="flex items-center gap-3 border-b border-rule py-2">
            <div className="min-w-0 flex-1">
              <div className="truncate">
                <span className="font-semibold">{rule.name || rule.address}</span>
                {rule.job && <span className="text-slate"> · {rule.job}</span>}
              </div>
              <div className="truncate text-xs text-slate">
                {rule.scope.kind === 'all' ? 'all orders' : `orders with ${rule.scope.category}`}
                {rule.name && ` · ${rule.address}`}
              </div>
            </div>
            {mayTest && (
              <button
                type="button"
                className="btn"
                disabled={testing !== undefined || order === ''}
                onClick={() => void test(rule)}
              >
                {testing === rule.id ? 'Sending ...' : 'Send a test'}
              </button>
            )}
            {mayEdit && (
              <button
                type="button"
                className="p-1 text-slate hover:text-madder"
                aria-label={`Take away ${rule.name || rule.address}`}
                onClick={() => void remove(rule)}
              >
                <X size={15} aria-hidden />
              </button>
            )}
          </li>
        ))}
      </ul>
      {mayEdit && !adding && (
        <button
          type="button"
          className="btn btn-quiet mt-2"
          aria-label={`Name somebody for ${notification.name}`}
          onClick={() => setAdding(true)}
        >
          Name somebody
        </button>
      )}
      {mayEdit && adding && (
        <form
          className="mt-4 flex flex-col gap-3 bg-panel p-4"
          onSubmit={(e) => {
            e.preventDefault();
            void add();
          }}
        >
          <Segments
            label="Who"
            value={kind}
            choices={[
              { value: 'colleague', label: 'A colleague' },
              { value: 'address', label: 'Another address' },
            ]}
            onChange={setKind}
          />
          <div className="grid grid-cols-2 items-start gap-3">
            {kind === 'colleague' ? (
              <Field
                label="Colleague"
                problem={problemAt(failure, '/recipient') ?? problemAt(failure, '/recipient/staffId')}
              >
                {(ids) => (
                  <Search
                    id={ids.id}
                    value={person}
                    placeholder="name or job"
                    choices={people.map((p) => ({ value: p.id, label: p.name, note: p.job }))}
                    onChange={setPerson}
                  />
                )}
              </Field>
            ) : (
              <Field
                label="Address"
                problem={problemAt(failure, '/recipient/address') ?? problemAt(failure, '/recipient')}
              >
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    value={address}
                    placeholder="name@firm.example"
                    onChange={(e) => setAddress(e.target.value)}
                  />
                )}
              </Field>
            )}
            <Field label="Hears of">
              {(ids) => (
                <Pick
                  id={ids.id}
                  value={scope}
                  choices={[
                    { value: '', label: 'all orders' },
                    ...categories.map((c) => ({ value: c, label: `orders with ${c}` })),
                  ]}
                  onChange={setScope}
                />
              )}
            </Field>
          </div>
          {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
          <div className="flex gap-2">
            <button type="submit" className="btn btn-main">
              Add to {notification.name}
            </button>
            <button type="button" className="btn btn-quiet" onClick={() => setAdding(false)}>
              Not now
            </button>
          </div>
        </form>
      )}
    </section>
  );
}

function TryOrder({
  orders,
  order,
  setOrder,
  onTry,
  rules,
}: RoutingProps & { order: string; setOrder: (order: string) => void }) {
  const [tried, setTried] = useState<Tried>();

  useEffect(() => {
    if (order === '') return;
    let current = true;
    void onTry(order).then((result) => {
      if (current) setTried(valueOrToast(result));
    });
    return () => {
      current = false;
    };
  }, [order, onTry, rules]);

  return (
    <section className="min-h-0 overflow-auto bg-panel px-5 py-4" aria-live="polite">
      <Field label="Try an order">
        {(ids) => (
          <Search
            id={ids.id}
            value={order || null}
            placeholder="number or name"
            choices={orders.map((o) => ({ value: o.number, label: o.number, note: o.name }))}
            onChange={setOrder}
          />
        )}
      </Field>
      {tried && (
        <>
          <div className="mt-5">
            <PanelTitle>Would hear of it</PanelTitle>
          </div>
          {tried.written.length === 0 && <p className="mt-1 text-sm text-slate">Nobody.</p>}
          <ul className="mt-1 text-sm">
            {tried.written.map((w) => (
              <li key={w.notification + w.recipient.address} className="border-b border-rule py-2">
                <div className="flex items-baseline gap-2">
                  <Mark tone="good" size={12} />
                  <span className="font-semibold">
                    <bdi>{w.recipient.name || w.recipient.address}</bdi>
                  </span>
                  <span className="text-slate">
                    {w.notification}, in {languageName(w.language)}
                  </span>
                </div>
                <p className="ps-5 text-slate">{w.reasons.slice(1).join(' ')}</p>
              </li>
            ))}
          </ul>
          <div className="mt-5">
            <PanelTitle>Would not</PanelTitle>
          </div>
          {tried.notWritten.length === 0 && <p className="mt-1 text-sm text-slate">Nobody is left out.</p>}
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
      {orders.length === 0 && <Empty title="No orders yet">Place one under Orders and try the rules on it here.</Empty>}
    </section>
  );
}
