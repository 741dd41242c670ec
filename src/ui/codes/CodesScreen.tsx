'use client';
/** The store's discount codes and series: what each takes off, for how long, how much is left, and which messages promise it. */
import { Pencil, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import type {
  CodeOnScreen,
  CodesPage,
  PromisedBy as Promised,
  SaveCode,
  SaveSeries,
  SeriesOnScreen,
} from '@/contract/codes';
import type { Result } from '@/core/result';
import { dateFormatter, moneyFormatter, percentFormatter } from '@/core/text/formatters';
import { Dialog } from '../parts/Dialog';
import Link from '../parts/Link';
import { Mark, type Tone } from '../parts/marks';
import { Empty, Page, PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { StoreTabs } from '../terms/StoreTabs';
import { listed, readerLocale } from '@/words/speak';
import { say } from '@/words/codes';
import { say as common } from '@/words/common';
import { say as terms } from '@/words/terms';
import { CodeDialog } from './CodeDialog';
import { PromisedBy } from './PromisedBy';
import { SeriesDialog } from './SeriesDialog';

export interface CodesProps extends CodesPage {
  base: string;
  mayEdit: boolean;
  onSaveCode: (code: SaveCode) => Promise<Result<{ released: number }>>;
  onDeleteCode: (code: string) => Promise<Result<null>>;
  onSaveSeries: (series: SaveSeries) => Promise<Result<{ id: string; added: number; released: number }>>;
  onDeleteSeries: (id: string) => Promise<Result<null>>;
}

type Open =
  | { kind: 'code'; code?: CodeOnScreen }
  | { kind: 'series'; series?: SeriesOnScreen }
  | { kind: 'delete'; name: string; by: Promised[]; given: number; run: () => Promise<Result<null>> };

const TONES: Record<CodeOnScreen['state'], Tone> = { holds: 'good', soon: 'waiting', gone: 'failing' };

export function CodesScreen(props: CodesProps) {
  const { base, codes, series, missing, held, mayEdit } = props;
  const router = useRouter();
  const [open, setOpen] = useState<Open>();
  const close = (): void => setOpen(undefined);
  const done = (): void => {
    close();
    router.refresh();
  };
  const remove = async ({ name, run }: Extract<Open, { kind: 'delete' }>): Promise<void> => {
    if (valueOrToast(await answered(run())) === undefined) return;
    toast.success(say.deleted({ name }));
    done();
  };
  const nothing = codes.length + series.length + missing.length === 0;
  return (
    <Page
      title={terms.store}
      note={<StoreTabs base={base} part="codes" />}
      actions={
        mayEdit && (
          <>
            <Link className="btn" href={`${base}/orders/exchange?list=codes`}>
              {say.importAndExport}
            </Link>
            <button type="button" className="btn" onClick={() => setOpen({ kind: 'series' })}>
              {say.newSeries}
            </button>
            <button type="button" className="btn btn-main" onClick={() => setOpen({ kind: 'code' })}>
              {say.newCode}
            </button>
          </>
        )
      }
    >
      <div className="px-5 py-4 text-sm lg:h-full lg:overflow-auto">
        {held > 0 && (
          <p className="mb-4">
            <Mark tone="failing" size={12} />{' '}
            <Link className="link" href={`${base}/deliveries?state=held`}>
              {say.messagesOnHold({ n: held })}
            </Link>
          </p>
        )}
        {nothing && <Empty title={say.noCodes}>{say.noCodesWords}</Empty>}
        {missing.map((m) => (
          <div key={m.code} className="mb-4 max-w-3xl border-s-2 border-madder ps-3">
            <p className="font-semibold text-madder">{m.words}</p>
            <PromisedBy base={base} by={m.promisedBy} />
          </div>
        ))}
        {codes.length > 0 && (
          <Rows title={say.codes} columns={[say.code, say.takesOff, say.holdsFor, say.used, say.inMessages]}>
            {codes.map((c) => (
              <Row
                key={c.code}
                name={<span className="font-mono font-semibold">{c.code}</span>}
                takesOff={takesOffText(c.takesOff, props.currency)}
                conditions={conditionWords(c, props)}
                standing={c}
                usedLabel={say.used}
                used={c.limit === undefined ? say.usedTimes({ n: c.used }) : say.usedOf({ n: c.used, limit: c.limit })}
                base={base}
                actions={
                  mayEdit && (
                    <Actions
                      name={c.code}
                      onEdit={() => setOpen({ kind: 'code', code: c })}
                      onDelete={() =>
                        setOpen({
                          kind: 'delete',
                          name: c.code,
                          by: c.promisedBy,
                          given: 0,
                          run: () => props.onDeleteCode(c.code),
                        })
                      }
                    />
                  )
                }
              />
            ))}
          </Rows>
        )}
        {series.length > 0 && (
          <Rows title={say.seriesTitle} columns={[say.series, say.takesOff, say.holdsFor, say.given, say.inMessages]}>
            {series.map((s) => (
              <Row
                key={s.id}
                name={
                  <>
                    <span className="font-semibold">{s.name}</span>
                    <div className="text-slate">{supplyWords(s)}</div>
                  </>
                }
                takesOff={takesOffText(s.takesOff, props.currency)}
                conditions={conditionWords(s, props)}
                standing={s}
                usedLabel={say.given}
                used={
                  <>
                    {s.left === undefined
                      ? say.givenTimes({ n: s.given })
                      : say.givenLeft({ n: s.given, left: s.left })}
                    <div className="text-slate">{say.nUsed({ n: s.used })}</div>
                  </>
                }
                base={base}
                actions={
                  mayEdit && (
                    <Actions
                      name={s.name}
                      onEdit={() => setOpen({ kind: 'series', series: s })}
                      onDelete={() =>
                        setOpen({
                          kind: 'delete',
                          name: s.name,
                          by: s.promisedBy,
                          given: s.given,
                          run: () => props.onDeleteSeries(s.id),
                        })
                      }
                    />
                  )
                }
              />
            ))}
          </Rows>
        )}
      </div>
      {open?.kind === 'code' && (
        <CodeDialog
          {...{ base, code: open.code, choices: props, onDone: done, onClose: close }}
          onSave={props.onSaveCode}
        />
      )}
      {open?.kind === 'series' && (
        <SeriesDialog
          {...{ base, series: open.series, choices: props, onDone: done, onClose: close }}
          onSave={props.onSaveSeries}
        />
      )}
      {open?.kind === 'delete' && (
        <DeleteDialog base={base} open={open} onDelete={() => void remove(open)} onClose={close} />
      )}
    </Page>
  );
}

const takesOffText = ({ kind, value }: CodeOnScreen['takesOff'], currency: string): string =>
  kind === 'percent' ? percentFormatter(readerLocale())(value) : moneyFormatter(readerLocale(), currency)(value);

/** A day of the store's, for the reader. */
const dayText = (day: string): string => dateFormatter(readerLocale(), 'UTC')(Date.parse(`${day}T12:00:00Z`));

const supplyWords = ({ per, supply, prefix }: SeriesOnScreen): string =>
  [
    per === 'customer' ? say.oneForEachCustomer : say.oneForEachOrder,
    supply === 'brought' ? say.ofTheShop : prefix === '' ? say.madeHere : say.madeBeginning({ prefix }),
  ].join(', ');

/** For what and how long, a line each. */
function conditionWords(
  code: Pick<CodeOnScreen, 'conditions' | 'startsOn' | 'endsOn'> & { days?: number },
  { currency, products }: Pick<CodesPage, 'currency' | 'products'>,
): string[] {
  const { minimum, perCustomer, products: skus, categories, customer } = code.conditions;
  const goods = [...(skus ?? []).map((sku) => products.find((p) => p.sku === sku)?.name ?? sku), ...(categories ?? [])];
  return [
    code.startsOn && say.fromDay({ day: dayText(code.startsOn) }),
    code.endsOn && say.untilDay({ day: dayText(code.endsOn) }),
    code.days !== undefined && say.nDays({ n: code.days }),
    minimum !== undefined && say.ordersFrom({ amount: moneyFormatter(readerLocale(), currency)(minimum) }),
    perCustomer !== undefined && say.timesEach({ n: perCustomer }),
    goods.length > 0 && say.onlyGoods({ goods: listed(goods) }),
    customer !== undefined && say.onlyCustomer({ customer }),
  ].filter((words): words is string => typeof words === 'string' && words !== '');
}

function Rows({ title, columns, children }: { title: string; columns: string[]; children: ReactNode }) {
  return (
    <section className="mb-6" aria-label={title}>
      <PanelTitle>{title}</PanelTitle>
      <table className="lines -mx-5 w-[calc(100%+2.5rem)] lg:mx-0 lg:w-full">
        <thead className="text-xs text-slate">
          <tr>
            {columns.map((c) => (
              <th key={c} scope="col" className="py-1 pe-4 text-start font-normal">
                {c}
              </th>
            ))}
            <td />
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </section>
  );
}

function Row(props: {
  name: ReactNode;
  takesOff: string;
  conditions: string[];
  standing: { state: CodeOnScreen['state']; words?: string; promisedBy: Promised[] };
  /** What the column of uses is called. */
  usedLabel: string;
  used: ReactNode;
  base: string;
  actions: ReactNode;
}) {
  const { standing } = props;
  // A code that is over and that no message promises fails nobody.
  const promised = standing.promisedBy.length > 0;
  return (
    <tr className="border-t border-rule align-top">
      <td className="py-2 pe-4" data-line="name">
        {props.name}
        <div
          className={`flex items-baseline gap-1.5 ${standing.state === 'gone' ? (promised ? 'text-madder' : 'text-slate') : ''}`}
        >
          <Mark tone={promised || standing.state === 'holds' ? TONES[standing.state] : 'quiet'} size={12} />
          <span>{standing.words ?? say.inOrder}</span>
        </div>
      </td>
      <td className="py-2 pe-4 whitespace-nowrap tabular-nums" data-line="end">
        {props.takesOff}
      </td>
      <td className="py-2 pe-4" data-line="rest" data-label={say.holdsFor}>
        {props.conditions.length === 0 ? (
          <span className="text-slate">{say.everything}</span>
        ) : (
          <ul>
            {props.conditions.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        )}
      </td>
      <td className="py-2 pe-4 tabular-nums" data-line="rest" data-label={props.usedLabel}>
        {props.used}
      </td>
      <td className="py-2 pe-4" data-line="rest" data-label={say.inMessages}>
        <PromisedBy base={props.base} by={standing.promisedBy} />
      </td>
      <td className="py-1 text-end whitespace-nowrap" data-line="rest">
        {props.actions}
      </td>
    </tr>
  );
}

function Actions({ name, onEdit, onDelete }: { name: string; onEdit: () => void; onDelete: () => void }) {
  return (
    <>
      <button type="button" className="btn btn-quiet" aria-label={say.editName({ name })} onClick={onEdit}>
        <Pencil size={15} aria-hidden />
      </button>
      <button type="button" className="btn btn-quiet" aria-label={say.deleteName({ name })} onClick={onDelete}>
        <Trash2 size={15} aria-hidden />
      </button>
    </>
  );
}

function DeleteDialog({
  base,
  open,
  onDelete,
  onClose,
}: {
  base: string;
  open: Extract<Open, { kind: 'delete' }>;
  onDelete: () => void;
  onClose: () => void;
}) {
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.deleteName({ name: open.name })}
      foot={
        <>
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            {common.close}
          </button>
          <button type="button" className="btn btn-main" onClick={onDelete}>
            {say.deleteName({ name: open.name })}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        {open.given > 0 && <p>{say.givenHold({ n: open.given })}</p>}
        {open.by.length === 0 ? (
          <p>{say.noLiveMessage}</p>
        ) : (
          <>
            <p>{say.theseMessagesPromiseIt}</p>
            <PromisedBy base={base} by={open.by} />
          </>
        )}
      </div>
    </Dialog>
  );
}
