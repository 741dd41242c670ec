'use client';
/** Orders that a store keeps for its rehearsals: what they are, whether they are rehearsed, and what comes of each. */
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { toast } from 'sonner';
import type { OwnForeseen, OwnOrderRow, SaveOwn } from '@/contract/rehearsal';
import { languageName } from '@/core/names';
import type { OwnLife, OwnScript } from '@/core/rehearsal/own';
import type { Failure, Result } from '@/core/result';
import { inEachLanguage } from '@/words/speak';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Empty, Page, Trouble } from '../parts/Page';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { Switch } from '../parts/Switch';
import { useUndo } from '../parts/useUndo';
import { OwnForeseenList } from './OwnForeseenList';
import { OwnOrderEditor, type OwnChoices } from './OwnOrderEditor';
import { say } from '@/words/ownOrders';
import { say as common } from '@/words/common';

export interface OwnOrdersProps {
  base: string;
  zone: string;
  orders: OwnOrderRow[];
  choices: OwnChoices;
  /** The id of the one that is looked at, or `new`. */
  opened: string | undefined;
  /** What comes of it, of one that is not written step by step. */
  foreseen: OwnForeseen | undefined;
  mayEdit: boolean;
  onSave: (wanted: SaveOwn) => Promise<Result<{ id: string }>>;
  onForesee: (script: OwnScript) => Promise<Result<OwnForeseen>>;
  onRecorded: (order: string) => Promise<Result<{ id: string }>>;
  onName: (id: string, name: string) => Promise<Result<null>>;
  onSwitch: (id: string, used: boolean) => Promise<Result<null>>;
  onRemove: (id: string) => Promise<Result<null>>;
}

const FROM: Readonly<Record<OwnLife['from'], string>> = inEachLanguage(() => ({
  steps: say.fromSteps,
  record: say.fromRecord,
  rehearsal: say.fromRehearsal,
}));

export function OwnOrdersScreen(props: OwnOrdersProps) {
  const { base, orders, choices, opened, mayEdit, onSwitch } = props;
  const router = useRouter();
  const { did, button } = useUndo();
  const [recording, setRecording] = useState(false);
  const here = (order?: string): string => `${base}/rehearsal/orders${order ? `?order=${order}` : ''}`;
  const shown = orders.find((o) => o.id === opened);
  const turn = async ({ id, name }: OwnOrderRow, used: boolean): Promise<void> => {
    if (valueOrToast(await answered(onSwitch(id, used))) === undefined) return;
    did((used ? say.isUsed : say.isLeftOut)({ name }), () => answered(onSwitch(id, !used)));
  };
  const actions = mayEdit && (
    <>
      <button type="button" className="btn" onClick={() => setRecording(true)}>
        {say.fromTheRecord}
      </button>
      <Link className="btn btn-main" href={here('new')}>
        {say.newOrder}
      </Link>
    </>
  );
  return (
    <Page
      back={{ href: `${base}/rehearsal`, label: say.backToRehearsal }}
      title={say.ownOrders}
      note={say.ownOrdersNote}
      actions={
        <>
          {button}
          {actions}
        </>
      }
    >
      {recording && (
        <RecordedDialog
          onKeep={props.onRecorded}
          onKept={(id) => {
            setRecording(false);
            toast.success(say.kept);
            router.push(here(id));
          }}
          onClose={() => setRecording(false)}
        />
      )}
      {orders.length === 0 && !(opened === 'new' && mayEdit) ? (
        <Empty title={say.noneKept}>
          <p className="text-start">{say.noneKeptWords}</p>
        </Empty>
      ) : (
        <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[15rem_minmax(0,1fr)]">
          <section
            aria-label={say.ownOrders}
            className="border-rule bg-panel max-lg:border-b lg:min-h-0 lg:overflow-auto lg:border-e"
          >
            <ul className="text-sm">
              {orders.map((o) => (
                <li
                  key={o.id}
                  aria-current={o.id === opened ? 'true' : undefined}
                  className={`flex items-start gap-3 border-b border-rule px-4 py-2 ${o.id === opened ? 'bg-petrol-tint' : ''}`}
                >
                  <span className="min-w-0 flex-1">
                    <Link href={here(o.id)} scroll={false} className="font-semibold hover:text-petrol">
                      {o.name}
                    </Link>
                    <span className="block text-slate">
                      {[FROM[o.from], languageName(o.language), o.channel, ...(o.guest ? [say.guest] : [])].join(' · ')}
                    </span>
                    {o.troubles > 0 && <span className="block font-semibold text-madder">{say.notAllHappens}</span>}
                    {!o.used && <span className="block text-slate">{say.leftOut}</span>}
                  </span>
                  <Switch
                    on={o.used}
                    label={say.rehearsed({ name: o.name })}
                    disabled={!mayEdit}
                    onChange={() => void turn(o, !o.used)}
                  />
                </li>
              ))}
            </ul>
          </section>
          <section className="lg:h-full lg:min-h-0 lg:overflow-auto">
            {opened === 'new' && mayEdit ? (
              <OwnOrderEditor
                key="new"
                {...{ base, choices }}
                name=""
                script={firstScript(choices)}
                onSave={props.onSave}
                onForesee={props.onForesee}
                onSaved={(id) => {
                  toast.success(say.kept);
                  router.push(here(id));
                }}
              />
            ) : shown?.script && mayEdit ? (
              <OwnOrderEditor
                key={`${shown.id} ${shown.revision}`}
                {...{ base, choices, id: shown.id, revision: shown.revision, name: shown.name, script: shown.script }}
                onSave={props.onSave}
                onForesee={props.onForesee}
                onSaved={() => {
                  toast.success(say.saved);
                  router.refresh();
                }}
              >
                <RemoveButton {...props} order={shown} onGone={() => router.push(here())} />
              </OwnOrderEditor>
            ) : shown ? (
              <KeptOrder key={shown.id} {...props} order={shown} onGone={() => router.push(here())} />
            ) : (
              <p className="px-5 py-4 text-sm text-slate">
                {opened && opened !== 'new' ? say.noSuchOwn : say.chooseOne}
              </p>
            )}
          </section>
        </div>
      )}
    </Page>
  );
}

const firstScript = ({ languages, channels, goods }: OwnChoices): OwnScript => ({
  ...{ language: languages[0]?.id ?? 'en', channel: channels[0]?.id ?? '', guest: false, paid: true, told: 'all' },
  ...{ payment: '', place: '', country: '' },
  basket: goods.slice(0, 1).map(({ sku }) => ({ sku, quantity: 1 })),
  steps: [
    { do: 'sends', after: 24, told: 'all' },
    { do: 'arrives', after: 48, told: 'all' },
  ],
});

/** One that is not written here: its name can be changed, and what comes of it is shown. */
function KeptOrder(props: OwnOrdersProps & { order: OwnOrderRow; onGone: () => void }) {
  const { zone, order, foreseen, mayEdit, onName } = props;
  const router = useRouter();
  const [name, setName] = useState(order.name);
  const [busy, start] = useTransition();
  const rename = async (): Promise<void> => {
    if (valueOrToast(await answered(onName(order.id, name.trim()))) === undefined) return;
    toast.success(say.saved);
    router.refresh();
  };
  return (
    <div className="flex flex-col gap-4 px-5 py-4 text-sm">
      <p className="text-slate">
        {order.from === 'record' ? say.recordedNote : say.foundNote} {say.keptBy({ who: order.madeBy })}{' '}
        <Time at={order.madeAt} zone={zone} />
      </p>
      {foreseen?.troubles.map((t) => (
        <Trouble key={t.path}>{t.message}</Trouble>
      ))}
      {mayEdit && (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            start(rename);
          }}
        >
          <div className="min-w-52 flex-1">
            <Field label={say.name}>
              {(ids) => (
                <input
                  {...ids}
                  className="input"
                  maxLength={120}
                  value={name}
                  onChange={(e) => setName(e.target.value)}
                />
              )}
            </Field>
          </div>
          <button type="submit" className="btn" disabled={busy || name.trim() === '' || name.trim() === order.name}>
            {say.rename}
          </button>
          <RemoveButton {...props} />
        </form>
      )}
      <OwnForeseenList foreseen={foreseen} />
    </div>
  );
}

function RemoveButton({
  order,
  onRemove,
  onGone,
}: Pick<OwnOrdersProps, 'onRemove'> & { order: OwnOrderRow; onGone: () => void }) {
  const [asking, setAsking] = useState(false);
  const remove = async (): Promise<void> => {
    if (valueOrToast(await answered(onRemove(order.id))) === undefined) return;
    toast.success(say.removed({ name: order.name }));
    onGone();
  };
  return asking ? (
    <button type="button" className="btn text-madder" onClick={() => void remove()}>
      {say.removeForGood({ name: order.name })}
    </button>
  ) : (
    <button type="button" className="btn btn-quiet" onClick={() => setAsking(true)}>
      {common.remove}
    </button>
  );
}

function RecordedDialog({
  onKeep,
  onKept,
  onClose,
}: {
  onKeep: OwnOrdersProps['onRecorded'];
  onKept: (id: string) => void;
  onClose: () => void;
}) {
  const [number, setNumber] = useState('');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const keep = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onKeep(number.trim()));
    setBusy(false);
    if (result.ok) onKept(result.value.id);
    else setFailure(result.error);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.recordedTitle}
      foot={<DialogFoot label={say.keepIt} busy={busy || number.trim() === ''} form="recorded" onClose={onClose} />}
    >
      <form
        id="recorded"
        className="flex flex-col gap-3 text-sm"
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
        <p>{say.recordedWords}</p>
        <Field label={say.orderNumber} problem={problemAt(failure, '/order')}>
          {(ids) => (
            <input
              {...ids}
              className="input"
              value={number}
              onChange={(e) => {
                setNumber(e.target.value);
                setFailure(undefined);
              }}
            />
          )}
        </Field>
      </form>
    </Dialog>
  );
}
