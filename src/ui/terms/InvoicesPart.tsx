'use client';
/** Who invoices are from: with it, each PDF has its data attached, for programs that read invoices. */
import type { Seller } from '@/core/terms';
import { Check } from '../parts/Check';
import { Field } from '../parts/fields';
import { plural } from '../parts/format';
import type { PartProps } from './TermsScreen';

const FIELDS: readonly { name: keyof Seller; label: string; wide?: true; hint?: string }[] = [
  { name: 'name', label: 'Registered name', wide: true },
  { name: 'line', label: 'Street and number', wide: true },
  { name: 'postalCode', label: 'Postal code' },
  { name: 'city', label: 'Town' },
  { name: 'country', label: 'Country', hint: 'Two letters, such as DE' },
  { name: 'vatId', label: 'VAT number', hint: 'With the letters of its country, such as DE123456789' },
];

const EMPTY: Seller = { name: '', line: '', postalCode: '', city: '', country: '', vatId: '' };

export function InvoicesPart({ page, saved, terms, mayEdit, change, problem }: PartProps) {
  const { seller } = terms;
  const { fit, looked, why } = page.invoices;
  return (
    <fieldset disabled={!mayEdit} className="flex max-w-3xl flex-col gap-4">
      <Check
        label="Attach its data to each invoice"
        on={seller !== undefined}
        onChange={(on) => change({ seller: on ? (saved.seller ?? EMPTY) : undefined })}
      />
      <p className="text-sm text-slate">
        An invoice is a PDF/A-3 in the store’s look. With its data in it (EN 16931, Cross Industry Invoice), programs
        for accounts read it without typing, and people see the same page as before.
      </p>
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
          <p>
            Of the newest {plural(looked, 'order', 'orders')}, {fit} would have data in the invoice.
          </p>
          <ul className="mt-1 text-slate">
            {why.map((w) => (
              <li key={w.why}>
                {plural(w.orders, 'order', 'orders')}: {w.why}
              </li>
            ))}
          </ul>
        </div>
      )}
    </fieldset>
  );
}
