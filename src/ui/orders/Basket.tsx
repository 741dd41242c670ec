'use client';
/** What is ordered: products added one by one, how many of each, and what it comes to. */
import { X } from 'lucide-react';
import type { figuresOf } from '@/core/order';
import type { Failure } from '@/core/result';
import { moneyFormatter } from '@/core/text/formatters';
import { Field, Search } from '../parts/fields';
import { Money } from '../parts/format';
import Link from '../parts/Link';
import { Trouble } from '../parts/Page';
import { problemAt } from '../parts/result';
import { say } from '@/words/orders';
import { say as common } from '@/words/common';
import { readerLocale } from '@/words/speak';
import type { ReactNode } from 'react';

export interface BasketProduct {
  sku: string;
  name: string;
  category: string;
  price: number;
  taxRate: number;
}

export interface Line {
  key: number;
  sku: string;
  /** As it is typed. */
  quantity: string;
}

export interface BasketProps {
  base: string;
  currency: string;
  products: readonly BasketProduct[];
  lines: readonly Line[];
  /** In minor units, before discounts and shipping. */
  goods: number;
  figures: ReturnType<typeof figuresOf>;
  taxAdded: boolean;
  code: string;
  knownCode: boolean;
  failure: Failure | undefined;
  onAdd: (sku: string) => void;
  onQuantity: (line: Line, quantity: string) => void;
  onRemove: (line: Line) => void;
  onCode: (code: string) => void;
  /** What stands below it. */
  children: ReactNode;
}

export function Basket(props: BasketProps) {
  const { base, currency, products, lines, goods, figures, taxAdded, code, knownCode, failure } = props;
  const { onAdd, onQuantity, onRemove, onCode } = props;
  const price = moneyFormatter(readerLocale(), currency);
  return (
    <section className="lg:min-h-0 lg:overflow-auto px-5 py-4">
      {products.length === 0 && (
        <Trouble>
          {say.thisStoreHasNoProducts}{' '}
          <Link href={`${base}/orders/exchange`} className="link">
            {say.importProducts}
          </Link>
        </Trouble>
      )}
      <Field label={say.addAProduct} problem={problemAt(failure, '/lines')}>
        {(ids) => (
          <Search
            id={ids.id}
            value={null}
            placeholder={say.nameOrCategory}
            choices={products.map((p) => ({
              value: p.sku,
              label: p.name,
              note: `${p.category} · ${price(p.price)}`,
            }))}
            adding
            onChange={onAdd}
          />
        )}
      </Field>
      {lines.length === 0 ? (
        <p className="mt-6 text-sm text-slate">{say.chooseTheFirstProductAbove}</p>
      ) : (
        <table className="mt-4 w-full text-sm">
          <thead>
            <tr className="border-b border-rule text-xs text-slate">
              <th scope="col" className="py-1.5 text-start font-normal">
                {say.product}
              </th>
              <th scope="col" className="w-24 text-start font-normal">
                {say.quantity}
              </th>
              <th scope="col" className="w-28 text-end font-normal">
                {say.amount}
              </th>
              <th className="w-10" aria-label={common.remove} />
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
                      aria-label={say.quantityOfName({ name: product.name })}
                      aria-invalid={problem ? true : undefined}
                      aria-describedby={problem ? `quantity-${line.key}` : undefined}
                      value={line.quantity}
                      onChange={(e) => onQuantity(line, e.target.value)}
                    />
                  </td>
                  <td className="text-end">
                    <Money minor={product.price * (Number(line.quantity) || 0)} currency={currency} />
                  </td>
                  <td className="text-end">
                    <button
                      type="button"
                      className="p-1 text-slate hover:text-madder"
                      aria-label={say.removeName({ name: product.name })}
                      onClick={() => onRemove(line)}
                    >
                      <X size={14} aria-hidden />
                    </button>
                  </td>
                </tr>
              );
            })}
            <Figure words={say.goods} minor={goods} currency={currency} />
            {(figures.discounts ?? []).map((d) => (
              <Figure
                key={d.label}
                words={say.discountCode({ code: d.code ?? '' })}
                minor={-d.amount}
                currency={currency}
              />
            ))}
            {figures.shipping && (
              <Figure words={figures.shipping.method} minor={figures.shipping.price} currency={currency} />
            )}
            {taxAdded &&
              figures.taxes.map((t) => <Figure key={t.label} words={t.label} minor={t.amount} currency={currency} />)}
            <Figure words={say.total} minor={figures.total} currency={currency} strong />
            {!taxAdded &&
              figures.taxes.map((t) => (
                <Figure key={t.label} words={say.ofItLabel({ label: t.label })} minor={t.amount} currency={currency} />
              ))}
          </tbody>
        </table>
      )}
      {lines.length > 0 && (
        <div className="mt-4 max-w-60">
          <Field
            label={say.discountCode2}
            problem={problemAt(failure, '/code')}
            hint={code.trim() !== '' && !knownCode ? say.theStoreHasNoSuch : undefined}
          >
            {(ids) => <input {...ids} className="input" value={code} onChange={(e) => onCode(e.target.value)} />}
          </Field>
        </div>
      )}
      {props.children}
    </section>
  );
}

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
