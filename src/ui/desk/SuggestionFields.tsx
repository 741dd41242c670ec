'use client';
/** Which products a block suggests, and why it suggests those that stand on the sheet. */
import { MOST_SUGGESTED, type Why } from '@/core/suggest';
import type { Block } from '@/core/template';
import type { DeskStore } from '@/contract/templates';
import type { SuggestionsAnswer, SuggestionShown } from '@/contract/suggestions';
import { Check } from '../parts/Check';
import { Field, Pick, Segments } from '../parts/fields';
import { Time } from '../parts/format';
import { PanelTitle } from '../parts/Page';
import { Said } from '../parts/Said';
import { Several } from '../parts/Several';
import { readerLocale } from '@/words/speak';
import { say } from '@/words/suggestions';

type SuggestionsBlock = Extract<Block, { kind: 'suggestions' }>;

export function SuggestionFields({
  block,
  store,
  suggestions,
  orderNumber,
  onBlock,
}: {
  block: SuggestionsBlock;
  store: DeskStore;
  suggestions: SuggestionsAnswer | undefined;
  /** How the order on the sheet is called. */
  orderNumber: string;
  onBlock: (change: Partial<Block>) => void;
}) {
  const { rule, count, products = [] } = block;
  return (
    <>
      <Field label={say.whichProducts} hint={RULE_HINTS[rule]}>
        {(ids) => (
          <Pick
            id={ids.id}
            value={rule}
            choices={[
              { value: 'bought-with', label: say.boughtTogether },
              { value: 'category', label: say.sameCategory },
              { value: 'chosen', label: say.chosenByHand },
            ]}
            onChange={(next) => onBlock({ rule: next })}
          />
        )}
      </Field>
      {rule === 'chosen' && (
        <div role="group" aria-label={say.products}>
          <Several
            values={products}
            choices={store.products.map((p) => ({ value: p.sku, label: p.name, note: p.sku }))}
            least={0}
            label={say.addAProduct}
            placeholder={say.addAProduct}
            onChange={(values) => onBlock({ products: values })}
          />
        </div>
      )}
      <div role="group" aria-label={say.atMost}>
        <div className="mb-1 text-sm text-slate">{say.atMost}</div>
        <Segments
          label={say.atMost}
          value={String(count)}
          choices={Array.from({ length: MOST_SUGGESTED }, (_, i) => ({ value: String(i + 1), label: String(i + 1) }))}
          onChange={(n) => onBlock({ count: Number(n) })}
        />
      </div>
      {rule === 'bought-with' && (
        <Check
          label={say.fillUp}
          on={block.fill === true}
          onChange={(fill) => onBlock({ fill: fill || undefined } as Partial<Block>)}
        />
      )}
      <Check
        label={say.withPrices}
        on={block.prices !== false}
        onChange={(prices) => onBlock({ prices: prices ? undefined : false } as Partial<Block>)}
      />
      <Suggested list={suggestions?.blocks[block.id]} {...{ suggestions, orderNumber, store, rule }} />
    </>
  );
}

const RULE_HINTS: Record<SuggestionsBlock['rule'], string> = {
  get 'bought-with'() {
    return say.boughtTogetherHint;
  },
  get category() {
    return say.sameCategoryHint;
  },
  get chosen() {
    return say.chosenHint;
  },
};

function Suggested({
  list,
  suggestions,
  orderNumber,
  store,
  rule,
}: {
  list: readonly SuggestionShown[] | undefined;
  suggestions: SuggestionsAnswer | undefined;
  orderNumber: string;
  store: DeskStore;
  rule: SuggestionsBlock['rule'];
}) {
  const from = suggestions?.from;
  return (
    <section aria-label={say.forOrder({ orderNumber })} className="text-sm">
      <PanelTitle>{say.forOrder({ orderNumber })}</PanelTitle>
      {!suggestions || (!from && rule !== 'chosen' && !list?.length) ? (
        <p role="status" className="text-slate">
          {say.beingWorkedOut}
        </p>
      ) : !list || list.length === 0 ? (
        <p>{say.nothingToSuggest}</p>
      ) : (
        <ol className="mt-1 flex flex-col gap-1.5">
          {list.map((s) => (
            <li key={s.sku}>
              <span className="font-semibold">{s.product.name}</span>
              <div className="text-slate">{whyWords(s.why, s.withName)}</div>
            </li>
          ))}
        </ol>
      )}
      {from && rule !== 'chosen' && (
        <p className="mt-2 text-xs text-slate">
          <Said
            words={say.fromOrders({ n: from.orders })}
            marks={{ at: () => <Time at={from.at} zone={store.timeZone} /> }}
          />
        </p>
      )}
    </section>
  );
}

/** Why a product is suggested, in words. */
function whyWords(why: Why, withName = ''): string {
  switch (why.kind) {
    case 'bought-with':
      return say.whyBoughtWith({
        name: withName,
        support: why.support,
        orders: why.orders,
        lift: new Intl.NumberFormat(readerLocale(), { maximumFractionDigits: 1 }).format(why.lift),
      });
    case 'category':
      return say.whyCategory({ category: why.category, n: why.orders });
    case 'chosen':
      return say.whyChosen;
  }
}
