'use client';
/** One test of a condition, to be set by choosing. */
import { useState } from 'react';
import { ordinal, type Test, type TestAbout } from '@/core/conditions';
import { countryName, languageName } from '@/core/names';
import { amountText, parseAmount } from '@/core/order/amounts';
import { ROW_MAX } from '@/core/time';
import { Field, Segments, type Choice } from '../parts/fields';
import { Several } from '../parts/Several';
import type { ConditionStore } from '@/contract/notifications';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/conditions';
import { say as common } from '@/words/common';

export const ABOUT: readonly Choice<TestAbout>[] = inEachLanguage(() => [
  { value: 'customer', label: say.guestOrAccount },
  { value: 'first-order', label: say.firstOrder },
  { value: 'channel', label: common.channel },
  { value: 'language', label: common.language },
  { value: 'country', label: say.deliveryCountry },
  { value: 'location', label: say.placeOfDispatch },
  { value: 'payment', label: say.paymentMethod },
  { value: 'paid', label: say.paid },
  { value: 'tracking', label: say.tracking },
  { value: 'shipment', label: say.wholeOrPartParcel },
  { value: 'refund', label: say.wholeOrPartRefund },
  { value: 'product', label: say.product },
  { value: 'category', label: say.category },
  { value: 'supplier', label: say.supplier },
  { value: 'value', label: say.orderValue },
  { value: 'turn', label: say.messageNumberInSeries },
]);

const suppliersOf = ({ products }: ConditionStore): string[] => [
  ...new Set(products.flatMap((p) => (p.supplier ? [p.supplier] : []))),
];

export function freshTest(about: TestAbout, store: ConditionStore): Test {
  switch (about) {
    case 'customer':
      return { about, is: 'guest' };
    case 'first-order':
    case 'tracking':
      return { about, is: true };
    case 'paid':
      return { about, is: 'none' };
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
    case 'supplier':
      return { about, holds: 'any', of: [suppliersOf(store)[0] ?? 'supplier'] };
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
        label={say.is}
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
        label={say.contains}
        value={t.holds}
        choices={[
          { value: 'any', label: say.anyOf },
          { value: 'only', label: say.only },
          { value: 'none', label: say.noneOf },
        ]}
        onChange={(holds) => onChange({ ...t, holds } as Test)}
      />
      <Several values={t.of} choices={choices} onChange={(of) => onChange({ ...t, of } as Test)} />
    </>
  );
  const yesNo = (t: Extract<Test, { is: boolean }>, words: [string, string]) => (
    <Segments
      label={say.is}
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
          label={common.customer}
          value={test.is}
          choices={[
            { value: 'guest', label: say.aGuest },
            { value: 'account', label: say.anAccount },
          ]}
          onChange={(is) => onChange({ ...test, is })}
        />
      );
    case 'first-order':
      return yesNo(test, [say.theFirst, say.aLaterOne]);
    case 'paid':
      return (
        <Segments
          label={say.paid}
          value={test.is}
          choices={[
            { value: 'whole', label: say.paidWhole },
            { value: 'part', label: say.paidPart },
            { value: 'none', label: say.paidNothing },
          ]}
          onChange={(is) => onChange({ ...test, is })}
        />
      );
    case 'tracking':
      return yesNo(test, [say.canBeFollowed, 'cannot']);
    case 'shipment':
      return (
        <Segments
          label={say.parcel}
          value={test.is}
          choices={[
            { value: 'whole', label: say.theWholeOrder },
            { value: 'part', label: say.aPartMoreToCome },
            { value: 'last', label: say.theLastPart },
          ]}
          onChange={(is) => onChange({ ...test, is })}
        />
      );
    case 'refund':
      return (
        <Segments
          label={say.refund}
          value={test.is}
          choices={[
            { value: 'whole', label: say.allOfIt },
            { value: 'part', label: say.aPart },
          ]}
          onChange={(is) => onChange({ ...test, is })}
        />
      );
    case 'channel':
      return among(
        test,
        store.channels.map((c) => ({ value: c.id, label: c.name })),
        ['from', say.notFrom],
      );
    case 'language':
      return among(
        test,
        store.languages.map((l) => ({ value: l, label: languageName(l) })),
        ['in', say.notIn],
      );
    case 'country':
      return among(test, COUNTRIES, ['to', say.notTo]);
    case 'location':
      return among(
        test,
        store.locations.map((l) => ({ value: l, label: l })),
        ['from', say.notFrom],
      );
    case 'turn':
      return (
        <>
          <Segments
            label={say.is}
            value={test.is}
            choices={[
              { value: 'one', label: say.is2 },
              { value: 'none', label: say.isNot },
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
      return among(test, PAYMENTS, ['by', say.notBy]);
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
    case 'supplier':
      return goods(
        test,
        suppliersOf(store).map((s) => ({ value: s, label: s })),
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
        label={say.comesTo}
        value={test.is}
        choices={[
          { value: 'at-least', label: say.atLeast },
          { value: 'below', label: say.lessThan },
        ]}
        onChange={(is) => onChange({ ...test, is })}
      />
      <Field
        label={say.amountInCurrency({ currency: test.currency })}
        problem={wrong ? say.enterAnAmountLikeAmountText({ amountText: amountText(9950, currency) }) : undefined}
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
  label: say.theOrdinal({ ordinal: ordinal(i + 1) }),
}));
