'use client';
/** Placing an order as the shop would: a customer, products, a channel. */
import { X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Failure, Result } from '@/core/result';
import { shippingOf, type ShippingMethod } from '@/core/terms';
import { languageName } from '@/core/names';
import { figuresOf, type BasketLine } from '@/core/order';
import { Check } from '../parts/Check';
import { Field, Pick, Search, Segments } from '../parts/fields';
import { Money } from '../parts/format';
import Link from '../parts/Link';
import { Page, Trouble } from '../parts/Page';
import { moneyFormatter } from '@/core/text/formatters';
import { answered, corrected, problemAt } from '../parts/result';

export interface PlaceOrderProps {
  base: string;
  currency: string;
  languages: { id: string; name: string }[];
  products: { sku: string; name: string; category: string; price: number; taxRate: number }[];
  customers: { id: string; name: string; email: string; language: string; guest: boolean }[];
  channels: { id: string; name: string; customerMail: boolean }[];
  codes: { code: string; kind: 'percent' | 'amount'; value: number }[];
  shipping: ShippingMethod[];
  payments: string[];
  withoutParcel: string[];
  onPlace: (order: unknown) => Promise<Result<{ number: string }>>;
}

interface Line {
  key: number;
  sku: string;
  quantity: string;
}

type Who = 'known' | 'guest';

export function PlaceOrderScreen(props: PlaceOrderProps) {
  const { base, currency, languages, products, customers, channels, codes, withoutParcel, onPlace } = props;
  const payments = props.payments.length > 0 ? props.payments : PAYMENTS;
  const router = useRouter();
  const [who, setWho] = useState<Who>('known');
  const [customer, setCustomer] = useState<string | null>(null);
  const [asGuest, setAsGuest] = useState<boolean>();
  const [guest, setGuest] = useState({ email: '', firstName: '', lastName: '' });
  const [language, setLanguage] = useState('');
  const [channel, setChannel] = useState(channels[0]?.id ?? '');
  const [lines, setLines] = useState<Line[]>([]);
  const [nextKey, setNextKey] = useState(1);
  const [code, setCode] = useState('');
  const [collect, setCollect] = useState(false);
  const [taxAdded, setTaxAdded] = useState(false);
  const [payment, setPayment] = useState(payments[0]!);
  const [shipping, setShipping] = useState(props.shipping[0]);
  const [paid, setPaid] = useState<'paid' | 'open'>('paid');
  const [note, setNote] = useState('');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  /** Sets a value; what was said of its field holds no longer. */
  const edit =
    <T,>(path: string, set: (value: T) => void) =>
    (value: T): void => {
      set(value);
      setFailure((f) => corrected(f, path));
    };
  const chosen = customers.find((c) => c.id === customer);
  const basket = lines.flatMap((l): BasketLine[] => {
    const product = products.find((p) => p.sku === l.sku);
    const quantity = Number(l.quantity);
    return product && Number.isInteger(quantity) && quantity > 0
      ? [{ product, quantity, unitPrice: product.price, taxRate: product.taxRate }]
      : [];
  });
  const goods = basket.reduce((sum, l) => sum + l.unitPrice * l.quantity, 0);
  const parcel = !collect && basket.some((l) => !withoutParcel.includes(l.product.category ?? ''));
  const taken = codes.find((c) => c.code.toLowerCase() === code.trim().toLowerCase());
  const figures = figuresOf({
    lines: basket,
    ...(parcel && shipping && { shipping: shippingOf(shipping, goods) }),
    ...(taken && { code: taken }),
    taxIncluded: !taxAdded,
    rounding: 'order',
  });

  const price = moneyFormatter('en-GB', currency);

  const add = (sku: string): void => {
    setFailure((f) => corrected(f, '/lines'));
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
    const result = await answered(
      onPlace({
        ...(who === 'known' ? { customerId: customer ?? '', ...(asGuest !== undefined && { asGuest }) } : { guest }),
        channel,
        ...(language && { language }),
        lines: lines.map((l) => ({ sku: l.sku, quantity: Number(l.quantity) })),
        ...(code.trim() && { code: code.trim() }),
        collect,
        taxAdded,
        payment,
        ...(parcel && shipping && { shipping: shipping.name }),
        paid: paid === 'paid',
        ...(note.trim() && { note: note.trim() }),
      }),
    );
    if (result.ok) router.push(`${base}/orders/${encodeURIComponent(result.value.number)}`);
    else {
      setFailure(result.error);
      setBusy(false);
    }
  };

  return (
    <Page
      title="Place an order"
      note="It is handled like an order from the shop"
      actions={
        <button type="button" className="btn btn-main" disabled={busy} onClick={() => void place()}>
          {busy ? 'Placing ...' : 'Place the order'}
        </button>
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <section className="flex lg:min-h-0 flex-col gap-4 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-5 py-4">
          {failure && <Trouble>{failure.message}</Trouble>}
          <Segments
            label="Who orders"
            value={who}
            choices={[
              { value: 'known', label: 'A customer' },
              { value: 'guest', label: 'Somebody new, as a guest' },
            ]}
            onChange={setWho}
          />
          {who === 'known' ? (
            <>
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
                    onChange={edit('/customerId', setCustomer)}
                  />
                )}
              </Field>
              {chosen && (
                <Check
                  label="Ordered as a guest, without signing in"
                  on={asGuest ?? chosen.guest}
                  onChange={setAsGuest}
                />
              )}
            </>
          ) : (
            <div className="grid sm:grid-cols-2 gap-3">
              <div className="col-span-2">
                <Field label="Email address" problem={problemAt(failure, '/guest/email')}>
                  {(ids) => (
                    <input
                      {...ids}
                      type="email"
                      className="input"
                      value={guest.email}
                      onChange={(e) => edit('/guest/email', setGuest)({ ...guest, email: e.target.value })}
                    />
                  )}
                </Field>
              </div>
              <Field label="First name" problem={problemAt(failure, '/guest/firstName')}>
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    value={guest.firstName}
                    onChange={(e) => edit('/guest/firstName', setGuest)({ ...guest, firstName: e.target.value })}
                  />
                )}
              </Field>
              <Field label="Last name" problem={problemAt(failure, '/guest/lastName')}>
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    value={guest.lastName}
                    onChange={(e) => edit('/guest/lastName', setGuest)({ ...guest, lastName: e.target.value })}
                  />
                )}
              </Field>
            </div>
          )}
          <Field label="Language of the order" problem={problemAt(failure, '/language')}>
            {(ids) => (
              <Pick
                id={ids.id}
                value={language}
                choices={[
                  { value: '', label: who === 'known' ? 'the customer\u2019s language' : 'the store\u2019s language' },
                  ...languages.map((l) => ({ value: l.id, label: l.name })),
                ]}
                onChange={edit('/language', setLanguage)}
              />
            )}
          </Field>
          <Field
            label="Channel"
            problem={problemAt(failure, '/channel')}
            hint={
              channels.find((c) => c.id === channel)?.customerMail === false
                ? 'Customer messages are blocked for this channel.'
                : undefined
            }
          >
            {(ids) => (
              <Pick
                id={ids.id}
                value={channel}
                choices={channels.map((c) => ({ value: c.id, label: c.name }))}
                onChange={edit('/channel', setChannel)}
              />
            )}
          </Field>
          <div className="grid sm:grid-cols-2 gap-3">
            <Field label="Pays by" problem={problemAt(failure, '/payment')}>
              {(ids) => (
                <Pick
                  id={ids.id}
                  value={payment}
                  choices={payments.map((p) => ({ value: p, label: p }))}
                  onChange={edit('/payment', setPayment)}
                />
              )}
            </Field>
            <div className="self-end">
              <Segments
                label="Payment"
                value={paid}
                choices={[
                  { value: 'paid', label: 'Paid' },
                  { value: 'open', label: 'Not paid yet' },
                ]}
                onChange={setPaid}
              />
            </div>
          </div>
          {parcel && props.shipping.length > 1 && (
            <Field label="Shipped by" problem={problemAt(failure, '/shipping')}>
              {(ids) => (
                <Pick
                  id={ids.id}
                  value={shipping?.name ?? ''}
                  choices={props.shipping.map((m) => ({ value: m.name, label: m.name }))}
                  onChange={(name) => edit('/shipping', setShipping)(props.shipping.find((m) => m.name === name))}
                />
              )}
            </Field>
          )}
          <Check label="The customer collects it, no parcel" on={collect} onChange={setCollect} />
          <Check label="Prices are without tax; tax is added" on={taxAdded} onChange={setTaxAdded} />
          <Field label="Note from the customer" problem={problemAt(failure, '/note')}>
            {(ids) => (
              <textarea
                {...ids}
                className="input"
                rows={3}
                value={note}
                onChange={(e) => edit('/note', setNote)(e.target.value)}
              />
            )}
          </Field>
        </section>
        <section className="lg:min-h-0 lg:overflow-auto px-5 py-4">
          {products.length === 0 && (
            <Trouble>
              This store has no products yet, so no order can be placed.{' '}
              <Link href={`${base}/orders/exchange`} className="link">
                Import products
              </Link>
            </Trouble>
          )}
          <Field label="Add a product" problem={problemAt(failure, '/lines')}>
            {(ids) => (
              <Search
                id={ids.id}
                value={null}
                placeholder="name or category"
                choices={products.map((p) => ({
                  value: p.sku,
                  label: p.name,
                  note: `${p.category} · ${price(p.price)}`,
                }))}
                adding
                onChange={add}
              />
            )}
          </Field>
          {lines.length === 0 ? (
            <p className="mt-6 text-sm text-slate">Choose the first product above.</p>
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
                  <th className="w-10" aria-label="Remove" />
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
                        {problem && (
                          <div id={`quantity-${line.key}`} className="text-xs text-madder">
                            {problem}
                          </div>
                        )}
                      </td>
                      <td>
                        <input
                          className="input w-20"
                          inputMode="numeric"
                          aria-label={`Quantity of ${product.name}`}
                          aria-invalid={problem ? true : undefined}
                          aria-describedby={problem ? `quantity-${line.key}` : undefined}
                          value={line.quantity}
                          onChange={(e) =>
                            edit(
                              `/lines/${i}`,
                              setLines,
                            )(lines.map((l) => (l === line ? { ...l, quantity: e.target.value } : l)))
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
                          aria-label={`Remove ${product.name}`}
                          onClick={() => edit('/lines', setLines)(lines.filter((l) => l !== line))}
                        >
                          <X size={14} aria-hidden />
                        </button>
                      </td>
                    </tr>
                  );
                })}
                <Figure words="Goods" minor={goods} currency={currency} />
                {(figures.discounts ?? []).map((d) => (
                  <Figure key={d.label} words={`Discount ${d.code ?? ''}`} minor={-d.amount} currency={currency} />
                ))}
                {figures.shipping && (
                  <Figure words={figures.shipping.method} minor={figures.shipping.price} currency={currency} />
                )}
                {taxAdded &&
                  figures.taxes.map((t) => (
                    <Figure key={t.label} words={t.label} minor={t.amount} currency={currency} />
                  ))}
                <Figure words="Total" minor={figures.total} currency={currency} strong />
                {!taxAdded &&
                  figures.taxes.map((t) => (
                    <Figure key={t.label} words={`of it ${t.label}`} minor={t.amount} currency={currency} />
                  ))}
              </tbody>
            </table>
          )}
          {lines.length > 0 && (
            <div className="mt-4 max-w-60">
              <Field
                label="Discount code"
                problem={problemAt(failure, '/code')}
                hint={code.trim() !== '' && !taken ? 'The store has no such code.' : undefined}
              >
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    value={code}
                    onChange={(e) => edit('/code', setCode)(e.target.value)}
                  />
                )}
              </Field>
            </div>
          )}
        </section>
      </div>
    </Page>
  );
}

const PAYMENTS = ['Bank transfer', 'Card', 'On account', 'Cash at the counter'];

function Figure({
  words,
  minor,
  currency,
  strong = false,
}: {
  words: string;
  minor: number;
  currency: string;
  strong?: boolean;
}) {
  return (
    <tr className={strong ? 'font-semibold' : 'text-slate'}>
      <td colSpan={2} className="py-1">
        {words}
      </td>
      <td className={`text-end ${strong ? 'font-serif text-base' : ''}`}>
        <Money minor={minor} currency={currency} />
      </td>
      <td />
    </tr>
  );
}
