'use client';
/** Programs that are told what becomes of messages: what each is told, and how its calls went. */
import { useState, useTransition, type FormEvent } from 'react';
import { toast } from 'sonner';
import { HOOK_TYPES, type ChangeHook, type Hook, type HookCall, type HookType, type MakeHook } from '@/contract/hooks';
import type { Failure, Result } from '@/core/result';
import { Check } from '../parts/Check';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Time } from '../parts/format';
import { LinkToCopy } from '../parts/LinkToCopy';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { Switch } from '../parts/Switch';
import { Head } from '../parts/Table';
import { WatchWaiting } from '../parts/WatchWaiting';
import { StoreTabs } from '../terms/StoreTabs';
import { say } from '@/words/hooks';
import { say as common } from '@/words/common';
import { say as terms } from '@/words/terms';
import { inEachLanguage, listed } from '@/words/speak';

const TYPE_WORDS: Readonly<Record<HookType, string>> = inEachLanguage(() => ({
  'delivery.accepted': say.accepted,
  'delivery.failed': say.failed,
  'delivery.bounced': say.bounced,
  'delivery.held': say.held,
  'reply.received': say.replied,
  'contacts.changed': say.contacts,
}));

export interface HooksProps {
  hooks: Hook[];
  base: string;
  zone: string;
  mayEdit: boolean;
  onMake: (input: MakeHook) => Promise<Result<{ name: string; secret: string }>>;
  onChange: (input: ChangeHook) => Promise<Result<null>>;
  onRemove: (id: string) => Promise<Result<null>>;
  onRepeat: (id: string, call: string) => Promise<Result<null>>;
  onTest: (id: string) => Promise<Result<null>>;
}

type Open =
  { what: 'new' } | { what: 'change' | 'remove'; hook: Hook } | { what: 'made'; name: string; secret: string };

export function HooksScreen(props: HooksProps) {
  const { hooks, base, mayEdit, onMake, onChange } = props;
  const [open, setOpen] = useState<Open>();
  const close = (): void => setOpen(undefined);
  return (
    <Page
      title={terms.store}
      note={<StoreTabs base={base} part="webhooks" />}
      actions={
        mayEdit && (
          <button type="button" className="btn btn-main" onClick={() => setOpen({ what: 'new' })}>
            {say.newHook}
          </button>
        )
      }
    >
      <div className="lg:h-full lg:overflow-auto">
        <p className="max-w-3xl px-5 pt-4 pb-2 text-sm text-slate">{say.intro}</p>
        {hooks.length === 0 && <p className="px-5 py-4 text-sm">{say.none}</p>}
        {hooks.map((hook) => (
          <Program key={hook.id} {...props} hook={hook} onOpen={setOpen} />
        ))}
        <WatchWaiting waiting={hooks.some((h) => h.waiting > 0 && h.on)} />
      </div>
      {open?.what === 'new' && (
        <HookDialog
          title={say.newTitle}
          label={say.makeIt}
          onDo={async (input) => {
            const result = await answered(onMake(input));
            if (result.ok) setOpen({ what: 'made', ...result.value });
            return result.ok ? undefined : result.error;
          }}
          onClose={close}
        />
      )}
      {open?.what === 'change' && (
        <HookDialog
          title={say.changeTitle({ name: open.hook.name })}
          label={say.saveIt}
          start={open.hook}
          onDo={async (input) => {
            const result = await answered(onChange({ ...input, id: open.hook.id, on: open.hook.on }));
            if (!result.ok) return result.error;
            toast.success(say.saved({ name: input.name }));
            close();
            return undefined;
          }}
          onClose={close}
        />
      )}
      {open?.what === 'remove' && <RemoveDialog {...props} hook={open.hook} onClose={close} />}
      {open?.what === 'made' && (
        <Dialog
          open
          onClose={close}
          title={say.newTitle}
          foot={
            <button type="button" className="btn btn-main" onClick={close}>
              {common.close}
            </button>
          }
        >
          <div role="status" className="text-sm">
            <p>{say.madeNote({ name: open.name })}</p>
            <LinkToCopy label={say.secret} address={open.secret} copied={say.secretCopied} />
            <p className="mt-2 text-slate">{say.once}</p>
          </div>
        </Dialog>
      )}
    </Page>
  );
}

function Program({
  hook,
  zone,
  mayEdit,
  onChange,
  onTest,
  onRepeat,
  onOpen,
}: HooksProps & { hook: Hook; onOpen: (open: Open) => void }) {
  const { id, name, url, types, on, calls } = hook;
  const turn = async (): Promise<void> => {
    if (valueOrToast(await answered(onChange({ id, name, url, types, on: !on }))) === undefined) return;
    toast.success(say.saved({ name }));
  };
  const test = async (): Promise<void> => {
    if (valueOrToast(await answered(onTest(id))) === undefined) return;
    toast.success(say.testSent({ name }));
  };
  const repeat = async (call: string): Promise<void> => {
    if (valueOrToast(await answered(onRepeat(id, call))) === undefined) return;
    toast.success(say.repeated);
  };
  return (
    <section aria-label={name} className="border-t border-rule py-4">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-5">
        <Switch on={on} label={say.isOn({ name })} disabled={!mayEdit} onChange={() => void turn()} />
        <div className="min-w-0 flex-1">
          <PanelTitle>{name}</PanelTitle>
          <p className="truncate font-mono text-xs" title={url}>
            {url}
          </p>
          <p className="text-sm text-slate">{listed(types.map((t) => TYPE_WORDS[t]))}</p>
        </div>
        {mayEdit && (
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn" aria-label={say.testName({ name })} onClick={() => void test()}>
              {say.test}
            </button>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={say.changeName({ name })}
              onClick={() => onOpen({ what: 'change', hook })}
            >
              {say.change}
            </button>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={say.removeName({ name })}
              onClick={() => onOpen({ what: 'remove', hook })}
            >
              {say.remove}
            </button>
          </div>
        )}
      </div>
      {calls.length === 0 ? (
        <p className="px-5 pt-2 text-sm text-slate">{say.noCalls}</p>
      ) : (
        <table className="lines mt-2 w-full text-sm">
          <Head
            columns={[
              { label: say.when, className: 'ps-5' },
              { label: say.what },
              { label: say.result },
              { label: say.answer },
              ...(mayEdit ? [{ label: '', end: true }] : []),
            ]}
          />
          <tbody>
            {calls.map((call) => (
              <tr key={call.id} className="border-b border-rule">
                <td data-line="foot" className="py-1.5 ps-5">
                  <Time at={call.at} zone={zone} />
                </td>
                <td data-line="name" className="px-2" title={call.body}>
                  {call.type}
                </td>
                <td data-line="rest" className="px-2">
                  <Became call={call} zone={zone} />
                </td>
                <td data-line="foot-end" className="max-w-sm truncate px-2 text-slate" title={answerOf(call)}>
                  {answerOf(call)}
                </td>
                {mayEdit && (
                  <td data-line="end" className="px-2 pe-5 text-end">
                    <button type="button" className="btn btn-quiet" onClick={() => void repeat(call.id)}>
                      {say.repeat}
                    </button>
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function Became({ call: { state, attempts, dueAt }, zone }: { call: HookCall; zone: string }) {
  const words = state === 'told' ? say.told : state === 'waiting' ? say.waiting : say.givenUp;
  return (
    <>
      <span
        className={state === 'given-up' || (state === 'waiting' && attempts > 0) ? 'font-semibold text-madder' : ''}
      >
        {words}
      </span>
      {attempts > 1 || state !== 'told' ? (
        <span className="ms-2 text-slate">{attempts > 0 && say.tries({ n: attempts })}</span>
      ) : null}
      {dueAt && attempts > 0 && (
        <span className="ms-2 text-slate">
          {say.nextTry} <Time at={dueAt} zone={zone} />
        </span>
      )}
    </>
  );
}

function answerOf({ status, said, attempts }: HookCall): string {
  if (attempts === 0) return '';
  if (status > 0) return `${status} ${said}`.trim();
  return say.noAnswer({ why: said === 'EPRIVATE' ? say.isPrivate : said });
}

function HookDialog({
  title,
  label,
  start,
  onDo,
  onClose,
}: {
  title: string;
  label: string;
  start?: MakeHook;
  /** Answers what is wrong. */
  onDo: (input: MakeHook) => Promise<Failure | undefined>;
  onClose: () => void;
}) {
  const [form, setForm] = useState<MakeHook>({
    name: start?.name ?? '',
    url: start?.url ?? 'https://',
    types: start?.types ?? [...HOOK_TYPES],
  });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const wrong = await onDo(form);
    setBusy(false);
    setFailure(wrong);
  };
  const text = (name: 'name' | 'url', words: string, hint?: string) => (
    <Field label={words} hint={hint} problem={problemAt(failure, `/${name}`)}>
      {(ids) => (
        <input
          {...ids}
          className="input"
          autoFocus={name === 'name'}
          value={form[name]}
          onChange={(e) => setForm({ ...form, [name]: e.target.value })}
        />
      )}
    </Field>
  );
  return (
    <Dialog
      open
      onClose={onClose}
      title={title}
      foot={
        <DialogFoot
          label={label}
          busy={busy || form.name.trim() === '' || form.types.length === 0}
          form="hook"
          onClose={onClose}
        />
      }
    >
      <form id="hook" noValidate className="flex flex-col gap-3" onSubmit={(e) => void submit(e)}>
        {text('name', say.name, say.nameHint)}
        {text('url', say.url)}
        <fieldset className="text-sm">
          <legend className="text-slate">{say.toldOf}</legend>
          {HOOK_TYPES.map((type) => (
            <Check
              key={type}
              label={TYPE_WORDS[type]}
              on={form.types.includes(type)}
              onChange={(on) =>
                setForm({ ...form, types: HOOK_TYPES.filter((t) => (t === type ? on : form.types.includes(t))) })
              }
            />
          ))}
        </fieldset>
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      </form>
    </Dialog>
  );
}

function RemoveDialog({ hook: { id, name }, onRemove, onClose }: HooksProps & { hook: Hook; onClose: () => void }) {
  const [busy, start] = useTransition();
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.removeTitle({ name })}
      foot={
        <DialogFoot
          label={say.removeIt}
          busy={busy}
          onDo={() =>
            start(async () => {
              if (valueOrToast(await answered(onRemove(id))) === undefined) return;
              toast.success(say.removed({ name }));
              onClose();
            })
          }
          onClose={onClose}
        />
      }
    >
      <p className="text-sm">{say.removeNote}</p>
    </Dialog>
  );
}
