'use client';
/** Who invoices are from: with it, each PDF has its data attached, for programs that read invoices. */
import type { Seller } from '@/core/terms';
import { Check } from '../parts/Check';
import { Field } from '../parts/fields';
import type { PartProps } from './TermsScreen';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/terms';

const FIELDS: readonly { name: keyof Seller; label: string; wide?: true; hint?: string }[] = inEachLanguage(() => [
  { name: 'name', label: say.registeredName, wide: true },
  { name: 'line', label: say.streetAndNumber, wide: true },
  { name: 'postalCode', label: say.postalCode },
  { name: 'city', label: say.town },
  { name: 'country', label: say.country, hint: say.twoLettersSuchAsDe },
  { name: 'vatId', label: say.vatNumber, hint: say.withTheLettersOfIts },
]);

const EMPTY: Seller = { name: '', line: '', postalCode: '', city: '', country: '', vatId: '' };

export function InvoicesPart({ page, saved, terms, mayEdit, change, problem }: PartProps) {
  const { seller } = terms;
  const { looked } = page;
  const { fit, why } = page.invoices;
  return (
    <fieldset disabled={!mayEdit} className="flex max-w-3xl flex-col gap-4">
      <Check
        label={say.attachItsDataToEach}
        on={seller !== undefined}
        onChange={(on) => change({ seller: on ? (saved.seller ?? EMPTY) : undefined })}
      />
      <p className="text-sm text-slate">{say.anInvoiceIsAPdf}</p>
      {seller && (
        <div className="grid sm:grid-cols-2 gap-3 border border-rule bg-sheet p-4">
          {FIELDS.map(({ name, label, wide, hint }) => (
            <div key={name} className={wide ? 'col-span-2' : ''}>
              <Field label={label} hint={hint} problem={problem(`/seller/${name}`)}>
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    value={seller[name]}
                    onChange={(e) =>
                      change({
                        seller: {
                          ...seller,
                          [name]: name === 'country' ? e.target.value.toUpperCase() : e.target.value,
                        },
                      })
                    }
                  />
                )}
              </Field>
            </div>
          ))}
        </div>
      )}
      {seller && looked > 0 && (
        <div className="text-sm">
          <p>{say.ofTheNewestLookedOrders({ looked, fit })}</p>
          <ul className="mt-1 text-slate">
            {why.map((w) => (
              <li key={w.why}>{say.ordersOrdersWhy({ orders: w.orders, why: w.why })}</li>
            ))}
          </ul>
        </div>
      )}
    </fieldset>
  );
}
