'use client';
/** Products, customers, orders and discount codes as files: looked at before anything changes, brought in as a whole, taken out again. */
import { Fragment, useState } from 'react';
import { toast } from 'sonner';
import { COLUMNS, type ListKind } from '@/core/exchange/columns';
import type { Failure, Result } from '@/core/result';
import { formOf } from '../parts/formOf';
import { Field, Segments } from '../parts/fields';
import { Mark } from '../parts/marks';
import { whoMay } from '@/contract/policy';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import type { FilePreview, FileTaken } from '@/contract/orders';
import { Check } from '../parts/Check';
import { useUndo } from '../parts/useUndo';
import { CustomerChanges } from './CustomerChanges';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/orders';
import { say as common } from '@/words/common';

export interface ExchangeProps {
  base: string;
  /** The list that is shown first. */
  list?: ListKind | undefined;
  currency: string;
  mayBring: boolean;
  /** Lists that hold customers: theirs, and the orders. */
  mayTakePeople: boolean;
  onPreview: (kind: ListKind, clear: boolean, form: FormData) => Promise<Result<FilePreview>>;
  onBring: (kind: ListKind, how: { goodOnly: boolean; clear: boolean }, form: FormData) => Promise<Result<FileTaken>>;
  onTakeBack: (id: string) => Promise<Result<{ back: number; left: number }>>;
}

const KINDS = inEachLanguage(
  () =>
    [
      { value: 'products', label: say.products },
      { value: 'customers', label: say.customers },
      { value: 'orders', label: say.orders },
      { value: 'codes', label: say.codes },
    ] as const,
);

const SEPARATORS: Record<string, string> = inEachLanguage(() => ({
  ',': say.commas,
  ';': say.semicolons,
  '\t': say.tabs,
  '|': say.strokes,
}));

const ABOUT: Record<ListKind, string> = inEachLanguage(() => ({
  products: say.oneRowForEachProduct,
  customers: say.oneRowForEachCustomer,
  codes: say.oneRowForEachCode,
  orders: say.oneRowForEachLine,
}));

export function ExchangeScreen(props: ExchangeProps) {
  const { base, currency, mayBring, mayTakePeople, onPreview, onBring, onTakeBack } = props;
  const undo = useUndo();
  /** Empty cells of a list of customers take away what is there. */
  const [clear, setClear] = useState(false);
  const [kind, setKind] = useState<ListKind>(props.list ?? 'products');
  const [file, setFile] = useState<File>();
  const [preview, setPreview] = useState<FilePreview>();
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState<'looking' | 'bringing'>();
  /** A field for a file is emptied by making it anew. */
  const [brought, setBrought] = useState(0);

  const look = async (chosen: File, as: ListKind, clears = clear): Promise<void> => {
    setBusy('looking');
    setPreview(undefined);
    setFailure(undefined);
    const result = await answered(onPreview(as, clears, formOf(chosen)));
    if (result.ok) setPreview(result.value);
    else setFailure(result.error);
    setBusy(undefined);
  };
  const bring = async (goodOnly: boolean): Promise<void> => {
    if (!file) return;
    setBusy('bringing');
    const result = await answered(onBring(kind, { goodOnly, clear }, formOf(file)));
    setBusy(undefined);
    if (!result.ok) return setFailure(result.error);
    const { fresh, known, takeBack } = result.value;
    const done = say.nRowsImportedFreshNew({ n: fresh + known, fresh, known });
    if (takeBack === undefined) toast.success(done);
    else undo.did(done, () => takeListBack(takeBack));
    setPreview(undefined);
    setFile(undefined);
    setBrought(brought + 1);
  };
  const takeListBack = async (id: string): Promise<void> => {
    const taken = valueOrToast(await answered(onTakeBack(id)));
    if (!taken) return;
    toast.success(
      [say.listTakenBack({ n: taken.back }), taken.left > 0 && say.listLeft({ n: taken.left })]
        .filter(Boolean)
        .join(' '),
    );
  };
  const good = preview ? preview.fresh + preview.known : 0;
  return (
    <Page
      back={{ href: `${base}/orders`, label: common.allOrders }}
      title={say.importAndExport}
      note={say.listsAsCsvOrJson}
      actions={
        <>
          {undo.button}
          <Segments
            label={say.list}
            value={kind}
            choices={KINDS}
            onChange={(next) => {
              setKind(next);
              if (file) void look(file, next);
            }}
          />
        </>
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <section className="flex lg:min-h-0 flex-col gap-4 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-5 py-4 text-sm">
          <p>{ABOUT[kind]}</p>
          {mayBring ? (
            <Field label={say.aFileCsvOrJson} hint={say.commasSemicolonsOrTabsUtf}>
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
            <p className="text-slate">{say.yourRoleMayTakeLists}</p>
          )}
          <div>
            <PanelTitle>{say.itsColumns}</PanelTitle>
            <p className="mt-1 leading-6">
              {COLUMNS[kind].map((c) => (
                <Fragment key={c.name}>
                  <code className={`text-xs ${c.needed ? 'font-semibold' : 'text-slate'}`}>{c.name}</code>{' '}
                </Fragment>
              ))}
            </p>
            <p className="mt-1 text-xs text-slate">{say.theDarkOnesAreNeeded({ currency })}</p>
          </div>
          <div className="mt-auto border-t border-rule pt-3">
            <PanelTitle>{say.exportWord}</PanelTitle>
            {kind !== 'products' && kind !== 'codes' && !mayTakePeople ? (
              <p className="mt-1 text-slate">{say.whoMayExportAll({ who: whoMay('customers.export'), kind })}</p>
            ) : (
              <div className="mt-2 flex gap-2">
                <a className="btn" href={`${base}/orders/exchange/file?list=${kind}&as=csv`} download>
                  {say.asCsv}
                </a>
                <a className="btn" href={`${base}/orders/exchange/file?list=${kind}&as=json`} download>
                  {say.asJson}
                </a>
              </div>
            )}
          </div>
        </section>
        <section aria-label={say.whatItWouldDo} className="lg:min-h-0 lg:overflow-auto px-5 py-4 text-sm">
          {failure && <Trouble>{failure.message}</Trouble>}
          {busy && <p role="status">{busy === 'looking' ? say.readingTheFile : say.bringingItIn}</p>}
          {!preview && !busy && !failure && <p className="text-slate">{say.chooseAFileAndSee}</p>}
          {preview && (
            <div className="flex flex-col gap-4">
              <p className="text-base" data-testid="preview">
                {say.rowsRowsOfFormatEncoding({
                  rows: preview.rows,
                  format: preview.format,
                  encoding: preview.encoding,
                })}
                {preview.separator &&
                  `, ${say.separatedBy({ separator: SEPARATORS[preview.separator] ?? preview.separator })}`}
                {': '}
                {say.freshAndKnown({ fresh: preview.fresh, known: preview.known })}
                {preview.customers && preview.known > 0 && ` (${say.changedAndSame(preview.customers)})`}
                {preview.problemCount > 0 && `, ${say.nProblems({ n: preview.problemCount })}`}.
              </p>
              {preview.ignored.length > 0 && (
                <p className="flex gap-2">
                  <Mark tone="waiting" /> {say.ignoredColumnsIgnored({ ignored: preview.ignored.join(', ') })}
                </p>
              )}
              {preview.customers?.empty && (
                <Check
                  label={say.emptyClears}
                  on={clear}
                  onChange={(on) => {
                    setClear(on);
                    if (file) void look(file, kind, on);
                  }}
                />
              )}
              <div className="flex gap-2">
                <button
                  type="button"
                  className="btn btn-main"
                  disabled={busy !== undefined || good === 0 || preview.problemCount > 0}
                  onClick={() => void bring(false)}
                >
                  {say.importGoodRows({ good })}
                </button>
                {preview.problemCount > 0 && good > 0 && (
                  <button type="button" className="btn" disabled={busy !== undefined} onClick={() => void bring(true)}>
                    {say.importGoodValidRows({ good })}
                  </button>
                )}
              </div>
              {preview.problems.length > 0 && (
                <div>
                  <PanelTitle
                    aside={
                      preview.problems.length < preview.problemCount
                        ? say.theFirstN({ n: preview.problems.length })
                        : undefined
                    }
                  >
                    {say.whatIsWrong}
                  </PanelTitle>
                  <ul className="mt-1" aria-label={say.problems}>
                    {preview.problems.map((p, i) => (
                      <li key={i} className="flex gap-3 border-b border-rule py-1">
                        <span className="w-16 shrink-0 text-slate">
                          {p.row > 0 ? say.rowN({ n: p.row }) : say.file}
                        </span>
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
              {preview.customers && preview.customers.told.length > 0 && (
                <CustomerChanges changes={preview.customers} />
              )}
              {preview.sample.length > 0 && (
                <div>
                  <PanelTitle>{say.theFirstOfThem}</PanelTitle>
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
