'use client';
/** How goods are shipped: names in every language, and what a method costs for orders that are placed here. */
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { amountText, parseAmount } from '@/core/order';
import type { ShippingMethod } from '@/core/terms';
import { Check } from '../parts/Check';
import { Field } from '../parts/fields';
import { Empty, PanelTitle } from '../parts/Page';
import { UseLine } from '../parts/UseLine';
import type { PartProps } from './TermsScreen';
import { WordsFields } from './WordsFields';
import { say } from '@/words/terms';

export function ShippingPart(props: PartProps) {
  const { page, terms, mayEdit, change } = props;
  const set = (i: number, method: ShippingMethod | undefined): void =>
    change({ shipping: terms.shipping.flatMap((m, k) => (k === i ? (method ? [method] : []) : [m])) });
  return (
    <div className="flex max-w-5xl flex-col gap-4">
      {terms.shipping.length === 0 && <Empty title={say.noShippingMethodsYet}>{say.ordersNameHowTheyAreShipped}</Empty>}
      {terms.shipping.map((method, i) => (
        <Method key={i} {...props} index={i} method={method} onSet={(m) => set(i, m)} />
      ))}
      {mayEdit && (
        <button
          type="button"
          className="btn self-start"
          onClick={() => change({ shipping: [...terms.shipping, { name: '', words: {}, price: 0, taxRate: 0 }] })}
        >
          {say.addAShippingMethod}
        </button>
      )}
      {page.categories.length > 0 && (
        <fieldset disabled={!mayEdit} className="border-t border-rule pt-3">
          <PanelTitle>{say.categoriesThatAreNotShipped}</PanelTitle>
          <div className="mt-2 flex flex-wrap gap-x-6 gap-y-2">
            {page.categories.map((category) => (
              <Check
                key={category}
                label={category}
                on={terms.withoutParcel.includes(category)}
                onChange={(on) =>
                  change({
                    withoutParcel: on
                      ? [...terms.withoutParcel, category]
                      : terms.withoutParcel.filter((c) => c !== category),
                  })
                }
              />
            ))}
          </div>
          <p className="mt-2 text-xs text-slate">{say.ofOrdersThatArePlaced}</p>
        </fieldset>
      )}
    </div>
  );
}

function Method({
  page,
  mayEdit,
  mayName,
  problem,
  index,
  method,
  onSet,
}: PartProps & { index: number; method: ShippingMethod; onSet: (method: ShippingMethod | undefined) => void }) {
  const at = `/shipping/${index}`;
  const { currency } = page;
  const set = (part: Partial<ShippingMethod>): void => onSet({ ...method, ...part });
  return (
    <section aria-label={method.name || say.newShippingMethod} className="border border-rule bg-sheet p-4">
      <fieldset disabled={!mayEdit} className="contents">
        <div className="grid sm:grid-cols-[1fr_7rem_7rem_6rem_auto] items-start gap-3">
          <Field label={say.nameAsOrdersSayIt} problem={problem(`${at}/name`)}>
            {(ids) => (
              <input {...ids} className="input" value={method.name} onChange={(e) => set({ name: e.target.value })} />
            )}
          </Field>
          <AmountField
            label={say.priceCurrency({ currency })}
            currency={currency}
            value={method.price}
            onChange={(price) => set({ price: price ?? 0 })}
          />
          <AmountField
            label={say.freeFrom}
            currency={currency}
            value={method.freeFrom}
            onChange={(freeFrom) => {
              const { freeFrom: _free, ...rest } = method;
              onSet({ ...rest, ...(freeFrom !== undefined && { freeFrom }) });
            }}
          />
          <Field label={say.tax} problem={problem(`${at}/taxRate`)}>
            {(ids) => (
              <input
                {...ids}
                type="number"
                min={0}
                max={100}
                step="any"
                className="input"
                value={method.taxRate}
                onChange={(e) => set({ taxRate: Number(e.target.value) })}
              />
            )}
          </Field>
          {mayEdit && (
            <button
              type="button"
              className="btn btn-quiet mt-6"
              aria-label={say.removeN({ n: method.name || say.thisMethod })}
              onClick={() => onSet(undefined)}
            >
              <Trash2 size={15} aria-hidden />
            </button>
          )}
        </div>
      </fieldset>
      <UseLine page={page} kind="shipping" name={method.name} />
      <div className="mt-4 border-t border-rule pt-3">
        <WordsFields
          name={method.name}
          words={method.words}
          languages={page.languages}
          readOnly={!mayName}
          onChange={(words) => set({ words })}
        />
      </div>
    </section>
  );
}

/** An amount as it is typed; what is none says so and changes nothing. */
function AmountField({
  label,
  currency,
  value,
  onChange,
}: {
  label: string;
  currency: string;
  value: number | undefined;
  onChange: (minor: number | undefined) => void;
}) {
  const [text, setText] = useState<string>();
  const shown = text ?? (value === undefined ? '' : amountText(value, currency));
  const wrong = shown.trim() !== '' && parseAmount(shown, currency) === undefined;
  return (
    <Field label={label} problem={wrong ? say.enterAnAmountInCurrency({ currency }) : undefined}>
      {(ids) => (
        <input
          {...ids}
          className="input"
          inputMode="decimal"
          value={shown}
          onChange={(e) => {
            setText(e.target.value);
            const minor = parseAmount(e.target.value, currency);
            if (minor !== undefined || e.target.value.trim() === '') onChange(minor);
          }}
          onBlur={() => !wrong && setText(undefined)}
        />
      )}
    </Field>
  );
}
