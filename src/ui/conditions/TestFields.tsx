'use client';
/** One test of a condition, to be set by choosing. */
import { useState } from 'react';
import { ordinal, type Test, type TestAbout } from '@/core/conditions';
import { countryName, languageName } from '@/core/names';
import { amountText, parseAmount } from '@/core/order/amounts';
import { ROW_MAX } from '@/core/time';
import { Field, Search, Segments, type Choice } from '../parts/fields';
import type { ConditionStore } from '@/contract/notifications';

export const ABOUT: readonly Choice<TestAbout>[] = [
  { value: 'customer', label: 'Guest or account' },
  { value: 'first-order', label: 'First order' },
  { value: 'channel', label: 'Channel' },
  { value: 'language', label: 'Language' },
  { value: 'country', label: 'Delivery country' },
  { value: 'location', label: 'Place of dispatch' },
  { value: 'payment', label: 'Payment method' },
  { value: 'tracking', label: 'Tracking' },
  { value: 'shipment', label: 'Whole or part parcel' },
  { value: 'refund', label: 'Whole or part refund' },
  { value: 'product', label: 'Product' },
  { value: 'category', label: 'Category' },
  { value: 'value', label: 'Order value' },
  { value: 'turn', label: 'Message number in series' },
];

export function freshTest(about: TestAbout, store: ConditionStore): Test {
  switch (about) {
    case 'customer':
      return { about, is: 'guest' };
    case 'first-order':
    case 'tracking':
      return { about, is: true };
    case 'shipment':
    case 'refund':
      return { about, is: 'part' };
    case 'channel':
      return { about, is: 'one', of: [store.channels[0]?.id ?? 'web-shop'] };
    case 'language':
      return { about, is: 'one', of: [store.language] };
    case 'country':
      return { about, is: 'one', of: ['DE'] };
    case 'location':
      return { about, is: 'one', of: [store.locations[0] ?? 'Warehouse'] };
    case 'turn':
      return { about, is: 'one', of: [1] };
    case 'payment':
      return { about, is: 'one', of: ['Bank transfer'] };
    case 'product':
      return { about, holds: 'any', of: [store.products[0]?.sku ?? 'SKU'] };
    case 'category':
      return { about, holds: 'any', of: [store.products[0]?.category ?? 'category'] };
    case 'value':
      return { about, is: 'at-least', amount: 10_000, currency: store.currency };
  }
}

export function TestFields({
  test,
  store,
  onChange,
}: {
  test: Test;
  store: ConditionStore;
  onChange: (test: Test) => void;
}) {
  const among = (
    t: Extract<Test, { is: 'one' | 'none'; of: string[] }>,
    choices: readonly Choice<string>[],
    words: [string, string],
  ) => (
    <>
      <Segments
        label="Is"
        value={t.is}
        choices={[
          { value: 'one', label: words[0] },
          { value: 'none', label: words[1] },
        ]}
        onChange={(is) => onChange({ ...t, is } as Test)}
      />
      <Several values={t.of} choices={choices} onChange={(of) => onChange({ ...t, of } as Test)} />
    </>
  );
  const goods = (t: Extract<Test, { holds: unknown }>, choices: readonly Choice<string>[]) => (
    <>
      <Segments
        label="Contains"
        value={t.holds}
        choices={[
          { value: 'any', label: 'any of' },
          { value: 'only', label: 'only' },
          { value: 'none', label: 'none of' },
        ]}
        onChange={(holds) => onChange({ ...t, holds } as Test)}
      />
      <Several values={t.of} choices={choices} onChange={(of) => onChange({ ...t, of } as Test)} />
    </>
  );
  const yesNo = (t: Extract<Test, { is: boolean }>, words: [string, string]) => (
    <Segments
      label="Is"
      value={String(t.is)}
      choices={[
        { value: 'true', label: words[0] },
        { value: 'false', label: words[1] },
      ]}
      onChange={(is) => onChange({ ...t, is: is === 'true' } as Test)}
    />
  );
  switch (test.about) {
    case 'customer':
      return (
        <Segments
          label="Customer"
          value={test.is}
          choices={[
            { value: 'guest', label: 'a guest' },
            { value: 'account', label: 'an account' },
          ]}
          onChange={(is) => onChange({ ...test, is })}
        />
      );
    case 'first-order':
      return yesNo(test, ['the first', 'a later one']);
    case 'tracking':
      return yesNo(test, ['can be followed', 'cannot']);
    case 'shipment':
      return (
        <Segments
          label="Parcel"
          value={test.is}
          choices={[
            { value: 'whole', label: 'the whole order' },
            { value: 'part', label: 'a part, more to come' },
            { value: 'last', label: 'the last part' },
          ]}
          onChange={(is) => onChange({ ...test, is })}
        />
      );
    case 'refund':
      return (
        <Segments
          label="Refund"
          value={test.is}
          choices={[
            { value: 'whole', label: 'all of it' },
            { value: 'part', label: 'a part' },
          ]}
          onChange={(is) => onChange({ ...test, is })}
        />
      );
    case 'channel':
      return among(
        test,
        store.channels.map((c) => ({ value: c.id, label: c.name })),
        ['from', 'not from'],
      );
    case 'language':
      return among(
        test,
        store.languages.map((l) => ({ value: l, label: languageName(l) })),
        ['in', 'not in'],
      );
    case 'country':
      return among(test, COUNTRIES, ['to', 'not to']);
    case 'location':
      return among(
        test,
        store.locations.map((l) => ({ value: l, label: l })),
        ['from', 'not from'],
      );
    case 'turn':
      return (
        <>
          <Segments
            label="Is"
            value={test.is}
            choices={[
              { value: 'one', label: 'is' },
              { value: 'none', label: 'is not' },
            ]}
            onChange={(is) => onChange({ ...test, is })}
          />
          <Several
            values={test.of.map(String)}
            choices={TURNS}
            onChange={(of) => onChange({ ...test, of: of.map(Number) })}
          />
        </>
      );
    case 'payment':
      return among(test, PAYMENTS, ['by', 'not by']);
    case 'product':
      return goods(
        test,
        store.products.map((p) => ({ value: p.sku, label: p.name })),
      );
    case 'category':
      return goods(
        test,
        [...new Set(store.products.map((p) => p.category))].map((c) => ({ value: c, label: c })),
      );
    case 'value':
      return <AmountFields test={test} onChange={onChange} />;
  }
}

/** Typed freely; what is no amount is kept in the field and changes nothing. */
function AmountFields({ test, onChange }: { test: Extract<Test, { about: 'value' }>; onChange: (test: Test) => void }) {
  const { currency } = test;
  const [text, setText] = useState(amountText(test.amount, currency));
  const wrong = parseAmount(text, currency) === undefined;
  return (
    <>
      <Segments
        label="Comes to"
        value={test.is}
        choices={[
          { value: 'at-least', label: 'at least' },
          { value: 'below', label: 'less than' },
        ]}
        onChange={(is) => onChange({ ...test, is })}
      />
      <Field
        label={`Amount in ${test.currency}`}
        problem={wrong ? `Enter an amount like ${amountText(9950, currency)}.` : undefined}
      >
        {(ids) => (
          <input
            {...ids}
            className="input"
            inputMode="decimal"
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              const amount = parseAmount(e.target.value, currency);
              if (amount !== undefined) onChange({ ...test, amount });
            }}
          />
        )}
      </Field>
    </>
  );
}

/** Several values out of a list, each to be taken out again. The last stays: a test without any asks nothing. */
function Several({
  values,
  choices,
  onChange,
}: {
  values: readonly string[];
  choices: readonly Choice<string>[];
  onChange: (values: string[]) => void;
}) {
  const rest = choices.filter((c) => !values.includes(c.value));
  return (
    <div>
      <ul className="mb-1 flex flex-wrap gap-1">
        {values.map((v) => {
          const name = choices.find((c) => c.value === v)?.label ?? v;
          return (
            <li key={v} className="flex items-center rounded-control bg-petrol-tint ps-2 text-xs">
              {name}
              <button
                type="button"
                aria-label={`Without ${name}`}
                disabled={values.length === 1}
                className="px-1.5 py-0.5 disabled:opacity-30"
                onClick={() => onChange(values.filter((x) => x !== v))}
              >
                ×
              </button>
            </li>
          );
        })}
      </ul>
      {rest.length > 0 && (
        <Search
          label="One more of them"
          value={null}
          placeholder="one more"
          choices={rest}
          onChange={(v) => onChange([...values, v])}
        />
      )}
    </div>
  );
}

const REGIONS = 'AT BE CH CZ DE DK ES FI FR GB GR HU IE IT JO JP LU NL NO PL PT RO SE SK TR UA US'.split(' ');
const COUNTRIES: readonly Choice<string>[] = REGIONS.map((code) => ({
  value: code,
  label: countryName(code),
})).sort((a, b) => a.label.localeCompare(b.label));
const PAYMENTS: readonly Choice<string>[] = ['Bank transfer', 'Card', 'Cash at the counter', 'On account'].map((p) => ({
  value: p,
  label: p,
}));

const TURNS: readonly Choice<string>[] = Array.from({ length: ROW_MAX }, (_, i) => ({
  value: String(i + 1),
  label: `the ${ordinal(i + 1)}`,
}));
