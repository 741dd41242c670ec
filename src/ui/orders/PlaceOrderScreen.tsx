'use client';
/** Placing an order as the shop would: a customer, products, a channel. */
import { X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Failure, Result } from '@/core/result';
import { languageName } from '@/core/plan/reasons';
import { Field, Pick, Search } from '../parts/fields';
import { Money } from '../parts/format';
import { Page, Trouble } from '../parts/Page';
import { problemAt } from '../parts/result';

export interface PlaceOrderProps {
  base: string;
  currency: string;
  products: { sku: string; name: string; category: string; price: number }[];
  customers: { id: string; name: string; email: string; language: string; guest: boolean }[];
  channels: { id: string; name: string; customerMail: boolean }[];
  onPlace: (order: unknown) => Promise<Result<{ number: string }>>;
}

interface Line {
  key: number;
  sku: string;
  quantity: string;
}

export function PlaceOrderScreen({ base, currency, products, customers, channels, onPlace }: PlaceOrderProps) {
  const router = useRouter();
  const [customer, setCustomer] = useState<string | null>(null);
  const [channel, setChannel] = useState(channels[0]?.id ?? '');
  const [lines, setLines] = useState<Line[]>([]);
  const [nextKey, setNextKey] = useState(1);
  const [note, setNote] = useState('');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const chosen = customers.find((c) => c.id === customer);
  const sum = lines.reduce(
    (total, l) => total + (products.find((p) => p.sku === l.sku)?.price ?? 0) * (Number(l.quantity) || 0),
    0,
  );

  const add = (sku: string): void => {
    const there = lines.find((l) => l.sku === sku);
    if (there) {
      setLines(lines.map((l) => (l === there ? { ...l, quantity: String((Number(l.quantity) || 0) + 1) } : l)));
    } else {
      setLines([...lines, { key: nextKey, sku, quantity: '1' }]);
      setNextKey(nextKey + 1);
    }
  };

  const place = async (): Promise<void> => {
    setBusy(true);
    setFailure(undefined);
    const result = await onPlace({
      customerId: customer ?? '',
      channel,
      lines: lines.map((l) => ({ sku: l.sku, quantity: Number(l.quantity) })),
      paid: true,
      ...(note.trim() && { note: note.trim() }),
    });
    if (result.ok) router.push(`${base}/orders/${encodeURIComponent(result.value.number)}`);
    else {
      setFailure(result.error);
      setBusy(false);
    }
  };

  return (
    <Page
      title="Place an order"
      note="It goes the way of an order from the shop: as an event"
      actions={
        <button type="button" className="btn btn-main" disabled={busy} onClick={() => void place()}>
          {busy ? 'Placing ...' : 'Place the order'}
        </button>
      }
    >
      <div className="grid h-full min-h-0 grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <section className="flex min-h-0 flex-col gap-4 overflow-auto border-e border-rule bg-panel px-5 py-4">
          {failure && <Trouble>{failure.message}</Trouble>}
          <Field
            label="Customer"
            problem={problemAt(failure, '/customerId')}
            hint={chosen && `Reads ${languageName(chosen.language)}${chosen.guest ? ', orders as a guest' : ''}`}
          >
            {(ids) => (
              <Search
                id={ids.id}
                value={customer}
                placeholder="name or address"
                choices={customers.map((c) => ({ value: c.id, label: c.name, note: c.email }))}
                onChange={setCustomer}
              />
            )}
          </Field>
          <Field
            label="Channel"
            problem={problemAt(failure, '/channel')}
            hint={
              channels.find((c) => c.id === channel)?.customerMail === false
                ? 'This channel forbids mail to the customer'
                : undefined
            }
          >
            {(ids) => (
              <Pick
                id={ids.id}
                value={channel}
                choices={channels.map((c) => ({ value: c.id, label: c.name }))}
                onChange={setChannel}
              />
            )}
          </Field>
          <Field label="Note from the customer" problem={problemAt(failure, '/note')}>
            {(ids) => (
              <textarea {...ids} className="input" rows={3} value={note} onChange={(e) => setNote(e.target.value)} />
            )}
          </Field>
        </section>
        <section className="min-h-0 overflow-auto px-5 py-4">
          <Field label="Add a product" problem={problemAt(failure, '/lines')}>
            {(ids) => (
              <Search
                id={ids.id}
                value={null}
                placeholder="name or category"
                choices={products.map((p) => ({ value: p.sku, label: p.name, note: p.category }))}
                onChange={add}
              />
            )}
          </Field>
          {lines.length === 0 ? (
            <p className="mt-6 text-sm text-slate">No products yet. Choose the first one above.</p>
          ) : (
            <table className="mt-4 w-full text-sm">
              <thead>
                <tr className="border-b border-rule text-xs text-slate">
                  <th scope="col" className="py-1.5 text-start font-normal">
                    Product
                  </th>
                  <th scope="col" className="w-24 text-start font-normal">
                    Quantity
                  </th>
                  <th scope="col" className="w-28 text-end font-normal">
                    Amount
                  </th>
                  <th className="w-10" aria-label="Take away" />
                </tr>
              </thead>
              <tbody>
                {lines.map((line, i) => {
                  const product = products.find((p) => p.sku === line.sku)!;
                  const problem = problemAt(failure, `/lines/${i}/quantity`) ?? problemAt(failure, `/lines/${i}/sku`);
                  return (
                    <tr key={line.key} className="border-b border-rule">
                      <td className="py-1.5">
                        {product.name}
                        {problem && <div className="text-xs text-madder">Quantity {problem}</div>}
                      </td>
                      <td>
                        <input
                          className="input w-20"
                          inputMode="numeric"
                          aria-label={`Quantity of ${product.name}`}
                          aria-invalid={problem ? true : undefined}
                          value={line.quantity}
                          onChange={(e) =>
                            setLines(lines.map((l) => (l === line ? { ...l, quantity: e.target.value } : l)))
                          }
                        />
                      </td>
                      <td className="text-end">
                        <Money minor={product.price * (Number(line.quantity) || 0)} currency={currency} />
                      </td>
                      <td className="text-end">
                        <button
                          type="button"
                          className="p-1 text-slate hover:text-madder"
                          aria-label={`Take away ${product.name}`}
                          onClick={() => setLines(lines.filter((l) => l !== line))}
                        >
                          <X size={14} aria-hidden />
                        </button>
                      </td>
                    </tr>
                  );
                })}
                <tr className="font-semibold">
                  <td colSpan={2} className="py-2">
                    Goods
                  </td>
                  <td className="text-end font-serif text-base">
                    <Money minor={sum} currency={currency} />
                  </td>
                  <td />
                </tr>
              </tbody>
            </table>
          )}
        </section>
      </div>
    </Page>
  );
}
