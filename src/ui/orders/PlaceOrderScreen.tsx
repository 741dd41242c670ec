'use client';
/** Placing an order as the shop would: a customer, products, a channel. */
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { ActionForecast } from '@/contract/orders';
import type { Failure, Result } from '@/core/result';
import { shippingOf, type ShippingMethod } from '@/core/terms';
import { languageName } from '@/core/names';
import { figuresOf, type BasketLine } from '@/core/order';
import { Check } from '../parts/Check';
import { Basket, type BasketProduct, type Line } from './Basket';
import { Field, Pick, Search, Segments } from '../parts/fields';
import { Page, Trouble } from '../parts/Page';
import { useKeptChanges } from '../parts/useKeptChanges';
import { answered, corrected, problemAt } from '../parts/result';
import { say } from '@/words/orders';
import { say as common } from '@/words/common';
import { useForecast } from '../parts/useForecast';
import { ForecastPart, type ForecastOf } from './ForecastPart';

export interface PlaceOrderProps {
  base: string;
  currency: string;
  languages: { id: string; name: string }[];
  products: BasketProduct[];
  customers: { id: string; name: string; email: string; language: string; guest: boolean }[];
  channels: { id: string; name: string; customerMail: boolean }[];
  codes: { code: string; kind: 'percent' | 'amount'; value: number }[];
  shipping: ShippingMethod[];
  payments: string[];
  withoutParcel: string[];
  zone: string;
  onPlace: (order: unknown) => Promise<Result<{ number: string }>>;
  onForecast: ForecastOf<unknown>;
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
  const value = useMemo(
    () => ({
      ...{ who, customer, asGuest, guest, language, channel, lines, code, collect },
      ...{ taxAdded, payment, shipping: shipping?.name, paid, note },
    }),
    [who, customer, asGuest, guest, language, channel, lines, code, collect, taxAdded, payment, shipping, paid, note],
  );
  const forget = useKeptChanges({
    key: `${base}/orders/new`,
    revision: 0,
    value,
    // A choice alone is made anew quickly; who orders and what is what one would not type again.
    dirty: customer !== null || guest.email !== '' || lines.length > 0 || note !== '',
    enabled: true,
    onBack: (back) => {
      setWho(back.who);
      setCustomer(customers.some((c) => c.id === back.customer) ? back.customer : null);
      setAsGuest(back.asGuest);
      setGuest(back.guest);
      setLanguage(back.language);
      if (channels.some((c) => c.id === back.channel)) setChannel(back.channel);
      setLines(back.lines.filter((l) => products.some((p) => p.sku === l.sku)));
      setNextKey(Math.max(0, ...back.lines.map((l) => l.key)) + 1);
      setCode(back.code);
      setCollect(back.collect);
      setTaxAdded(back.taxAdded);
      if (payments.includes(back.payment)) setPayment(back.payment);
      setShipping(props.shipping.find((s) => s.name === back.shipping) ?? props.shipping[0]);
      setPaid(back.paid);
      setNote(back.note);
    },
  });
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

  const wanted = {
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
  };
  const whole = basket.length > 0 && (who === 'known' ? customer !== null : guest.email.includes('@'));
  const forecast = useForecast<unknown, ActionForecast>(whole && !busy ? wanted : undefined, props.onForecast);

  const place = async (): Promise<void> => {
    setBusy(true);
    setFailure(undefined);
    const result = await answered(onPlace(wanted));
    if (result.ok) {
      forget();
      router.push(`${base}/orders/${encodeURIComponent(result.value.number)}`);
    } else {
      setFailure(result.error);
      setBusy(false);
    }
  };

  return (
    <Page
      title={say.placeAnOrder}
      note={say.itIsHandledLikeAn}
      actions={
        <button type="button" className="btn btn-main" disabled={busy} onClick={() => void place()}>
          {busy ? say.placing : say.placeTheOrder}
        </button>
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <section className="flex lg:min-h-0 flex-col gap-4 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-5 py-4">
          {failure && <Trouble>{failure.message}</Trouble>}
          <Segments
            label={say.whoOrders}
            value={who}
            choices={[
              { value: 'known', label: say.aCustomer },
              { value: 'guest', label: say.somebodyNewAsAGuest },
            ]}
            onChange={setWho}
          />
          {who === 'known' ? (
            <>
              <Field
                label={common.customer}
                problem={problemAt(failure, '/customerId')}
                hint={
                  chosen &&
                  (chosen.guest ? say.readsLanguageAsGuest : say.readsLanguage)({
                    language: languageName(chosen.language),
                  })
                }
              >
                {(ids) => (
                  <Search
                    id={ids.id}
                    value={customer}
                    placeholder={say.nameOrAddress}
                    choices={customers.map((c) => ({ value: c.id, label: c.name, note: c.email }))}
                    onChange={edit('/customerId', setCustomer)}
                  />
                )}
              </Field>
              {chosen && (
                <Check label={say.orderedAsAGuestWithout} on={asGuest ?? chosen.guest} onChange={setAsGuest} />
              )}
            </>
          ) : (
            <div className="grid sm:grid-cols-2 gap-3">
              <div className="col-span-2">
                <Field label={common.emailAddress} problem={problemAt(failure, '/guest/email')}>
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
              <Field label={say.firstName} problem={problemAt(failure, '/guest/firstName')}>
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    value={guest.firstName}
                    onChange={(e) => edit('/guest/firstName', setGuest)({ ...guest, firstName: e.target.value })}
                  />
                )}
              </Field>
              <Field label={say.lastName} problem={problemAt(failure, '/guest/lastName')}>
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
          <Field label={say.languageOfTheOrder} problem={problemAt(failure, '/language')}>
            {(ids) => (
              <Pick
                id={ids.id}
                value={language}
                choices={[
                  { value: '', label: who === 'known' ? say.theCustomersLanguage : say.theStoresLanguage },
                  ...languages.map((l) => ({ value: l.id, label: l.name })),
                ]}
                onChange={edit('/language', setLanguage)}
              />
            )}
          </Field>
          <Field
            label={common.channel}
            problem={problemAt(failure, '/channel')}
            hint={
              channels.find((c) => c.id === channel)?.customerMail === false
                ? say.customerMessagesAreBlockedFor
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
            <Field label={say.paysBy} problem={problemAt(failure, '/payment')}>
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
                label={say.payment}
                value={paid}
                choices={[
                  { value: 'paid', label: say.paid },
                  { value: 'open', label: say.notPaidYet },
                ]}
                onChange={setPaid}
              />
            </div>
          </div>
          {parcel && props.shipping.length > 1 && (
            <Field label={say.shippedBy} problem={problemAt(failure, '/shipping')}>
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
          <Check label={say.theCustomerCollectsItNo} on={collect} onChange={setCollect} />
          <Check label={say.pricesAreWithoutTaxTax} on={taxAdded} onChange={setTaxAdded} />
          <Field label={say.noteFromTheCustomer} problem={problemAt(failure, '/note')}>
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
        <Basket
          {...{ base, currency, products, lines, goods, figures, taxAdded, code, failure }}
          knownCode={taken !== undefined}
          onAdd={add}
          onQuantity={(line, quantity) =>
            edit(`/lines/${lines.indexOf(line)}`, setLines)(lines.map((l) => (l === line ? { ...l, quantity } : l)))
          }
          onRemove={(line) => edit('/lines', setLines)(lines.filter((l) => l !== line))}
          onCode={edit('/code', setCode)}
        >
          {basket.length > 0 && (
            <div className="mt-6">
              <ForecastPart forecast={forecast} zone={props.zone} />
            </div>
          )}
        </Basket>
      </div>
    </Page>
  );
}

const PAYMENTS = ['Bank transfer', 'Card', 'On account', 'Cash at the counter'];
