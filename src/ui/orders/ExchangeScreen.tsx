'use client';
/** Products, customers and orders as files: looked at before anything changes, brought in as a whole, taken out again. */
import { useState } from 'react';
import { toast } from 'sonner';
import { COLUMNS, type ListKind } from '@/core/exchange/columns';
import type { Failure, Result } from '@/core/result';
import { Field, Segments } from '../parts/fields';
import { plural } from '../parts/format';
import { Mark } from '../parts/marks';
import { whoMay } from '@/contract/policy';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import type { FilePreview } from '@/contract/orders';

export interface ExchangeProps {
  base: string;
  currency: string;
  mayBring: boolean;
  /** Lists that hold customers: theirs, and the orders. */
  mayTakePeople: boolean;
  onPreview: (kind: ListKind, form: FormData) => Promise<Result<FilePreview>>;
  onBring: (kind: ListKind, goodOnly: boolean, form: FormData) => Promise<Result<{ fresh: number; known: number }>>;
}

const KINDS = [
  { value: 'products', label: 'Products' },
  { value: 'customers', label: 'Customers' },
  { value: 'orders', label: 'Orders' },
] as const;

const SEPARATORS: Record<string, string> = { ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'strokes' };

const ABOUT: Record<ListKind, string> = {
  products: 'One row for each product. Those that are there, by their sku, are brought up to date.',
  customers: 'One row for each customer. Those that are there, by their address, are brought up to date.',
  orders:
    'One row for each line of an order. Orders that are there are left as they are, and nobody is written to for those that come this way.',
};

export function ExchangeScreen({ base, currency, mayBring, mayTakePeople, onPreview, onBring }: ExchangeProps) {
  const [kind, setKind] = useState<ListKind>('products');
  const [file, setFile] = useState<File>();
  const [preview, setPreview] = useState<FilePreview>();
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState<'looking' | 'bringing'>();
  /** A field for a file is emptied by making it anew. */
  const [brought, setBrought] = useState(0);

  const formOf = (chosen: File): FormData => {
    const form = new FormData();
    form.set('file', chosen);
    return form;
  };
  const look = async (chosen: File, as: ListKind): Promise<void> => {
    setBusy('looking');
    setPreview(undefined);
    setFailure(undefined);
    const result = await answered(onPreview(as, formOf(chosen)));
    if (result.ok) setPreview(result.value);
    else setFailure(result.error);
    setBusy(undefined);
  };
  const bring = async (goodOnly: boolean): Promise<void> => {
    if (!file) return;
    setBusy('bringing');
    const result = await answered(onBring(kind, goodOnly, formOf(file)));
    setBusy(undefined);
    if (!result.ok) return setFailure(result.error);
    toast.success(
      `${plural(result.value.fresh + result.value.known, 'row', 'rows')} imported: ${result.value.fresh} new, ${result.value.known} changed.`,
    );
    setPreview(undefined);
    setFile(undefined);
    setBrought(brought + 1);
  };
  const good = preview ? preview.fresh + preview.known : 0;
  return (
    <Page
      back={{ href: `${base}/orders`, label: 'All orders' }}
      title="Import and export"
      note="Lists as CSV or JSON"
      actions={
        <Segments
          label="List"
          value={kind}
          choices={KINDS}
          onChange={(next) => {
            setKind(next);
            if (file) void look(file, next);
          }}
        />
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <section className="flex lg:min-h-0 flex-col gap-4 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-5 py-4 text-sm">
          <p>{ABOUT[kind]}</p>
          {mayBring ? (
            <Field
              label="A file, CSV or JSON"
              hint="Commas, semicolons or tabs; UTF-8, UTF-16 or Windows-1252; up to 12 MB"
            >
              {(ids) => (
                <input
                  {...ids}
                  key={brought}
                  type="file"
                  accept=".csv,.tsv,.txt,.json,text/csv,application/json"
                  className="text-sm"
                  onChange={(e) => {
                    const [chosen] = e.target.files ?? [];
                    if (!chosen) return;
                    setFile(chosen);
                    void look(chosen, kind);
                  }}
                />
              )}
            </Field>
          ) : (
            <p className="text-slate">Your role may take lists out, and not bring them in.</p>
          )}
          <div>
            <PanelTitle>Its columns</PanelTitle>
            <p className="mt-1 leading-6">
              {COLUMNS[kind].map((c) => (
                <code key={c.name} className={`me-2 text-xs ${c.needed ? 'font-semibold' : 'text-slate'}`}>
                  {c.name}
                </code>
              ))}
            </p>
            <p className="mt-1 text-xs text-slate">
              The dark ones are needed. Amounts are in {currency}, such as 12.50.
            </p>
          </div>
          <div className="mt-auto border-t border-rule pt-3">
            <PanelTitle>Export</PanelTitle>
            {kind !== 'products' && !mayTakePeople ? (
              <p className="mt-1 text-slate">
                {whoMay('customers.export')} may export all {kind}.
              </p>
            ) : (
              <div className="mt-2 flex gap-2">
                <a className="btn" href={`${base}/orders/exchange/file?list=${kind}&as=csv`} download>
                  As CSV
                </a>
                <a className="btn" href={`${base}/orders/exchange/file?list=${kind}&as=json`} download>
                  As JSON
                </a>
              </div>
            )}
          </div>
        </section>
        <section aria-label="What it would do" className="lg:min-h-0 lg:overflow-auto px-5 py-4 text-sm">
          {failure && <Trouble>{failure.message}</Trouble>}
          {busy && <p role="status">{busy === 'looking' ? 'Reading the file ...' : 'Bringing it in ...'}</p>}
          {!preview && !busy && !failure && <p className="text-slate">Choose a file, and see here what it would do.</p>}
          {preview && (
            <div className="flex flex-col gap-4">
              <p className="text-base" data-testid="preview">
                {plural(preview.rows, 'row', 'rows')} of {preview.format}, {preview.encoding}
                {preview.separator && `, with ${SEPARATORS[preview.separator] ?? preview.separator}`}: {preview.fresh}{' '}
                new, {preview.known} that are there
                {preview.problemCount > 0 && `, ${plural(preview.problemCount, 'problem', 'problems')}`}.
              </p>
              {preview.ignored.length > 0 && (
                <p className="flex gap-2">
                  <Mark tone="waiting" /> Ignored columns: {preview.ignored.join(', ')}
                </p>
              )}
              <div className="flex gap-2">
                <button
                  type="button"
                  className="btn btn-main"
                  disabled={busy !== undefined || good === 0 || preview.problemCount > 0}
                  onClick={() => void bring(false)}
                >
                  Import {plural(good, 'row', 'rows')}
                </button>
                {preview.problemCount > 0 && good > 0 && (
                  <button type="button" className="btn" disabled={busy !== undefined} onClick={() => void bring(true)}>
                    Import {plural(good, 'valid row', 'valid rows')}
                  </button>
                )}
              </div>
              {preview.problems.length > 0 && (
                <div>
                  <PanelTitle
                    aside={
                      preview.problems.length < preview.problemCount
                        ? `the first ${preview.problems.length}`
                        : undefined
                    }
                  >
                    What is wrong
                  </PanelTitle>
                  <ul className="mt-1" aria-label="Problems">
                    {preview.problems.map((p, i) => (
                      <li key={i} className="flex gap-3 border-b border-rule py-1">
                        <span className="w-16 shrink-0 text-slate">{p.row > 0 ? `row ${p.row}` : 'file'}</span>
                        <span>
                          {p.column && (
                            <>
                              <code className="font-semibold">{p.column}</code>:{' '}
                            </>
                          )}
                          {p.message}
                        </span>
                      </li>
                    ))}
                  </ul>
                </div>
              )}
              {preview.sample.length > 0 && (
                <div>
                  <PanelTitle>The first of them</PanelTitle>
                  <ul className="mt-1">
                    {preview.sample.map((s) => (
                      <li key={s} className="truncate border-b border-rule py-1" dir="auto">
                        {s}
                      </li>
                    ))}
                  </ul>
                </div>
              )}
            </div>
          )}
        </section>
      </div>
    </Page>
  );
}
