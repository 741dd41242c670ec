'use client';
/** How the message is sent where that is not the usual: its form, the sender's name, where replies go, copies. */
import { Settings2 } from 'lucide-react';
import { useState } from 'react';
import { isOfDomain } from '@/core/preflight';
import { isMailAddress } from '@/core/schema';
import type { SentAs } from '@/core/template';
import { Dialog } from '../parts/Dialog';
import { Field, Segments } from '../parts/fields';
import { inEachLanguage, inSentence, listed } from '@/words/speak';
import { say } from '@/words/sentAs';
import { say as files } from '@/words/files';

export interface SentAsPartProps {
  sentAs: SentAs;
  sender: { name: string; address: string };
  /** Domains that the store sends from. */
  domains: readonly string[];
  editable: boolean;
  onChange: (sentAs: SentAs) => void;
}

const FORMS = inEachLanguage(
  () =>
    [
      { value: 'html', label: say.htmlAndText },
      { value: 'text', label: say.textAlone },
    ] as const,
);

export function SentAsPart({ sentAs, sender, domains, editable, onChange }: SentAsPartProps) {
  const [open, setOpen] = useState(false);
  const copies = (sentAs.cc?.length ?? 0) + (sentAs.bcc?.length ?? 0);
  const parts = listed(
    [
      sentAs.textOnly ? inSentence(say.textAlone) : say.htmlAndText,
      sentAs.fromName !== undefined && say.as({ name: sentAs.fromName }),
      sentAs.fromAddress !== undefined && say.from({ address: sentAs.fromAddress }),
      sentAs.replyTo !== undefined && say.repliesTo({ address: sentAs.replyTo }),
      copies > 0 && say.nCopies({ n: copies }),
    ].filter((words) => words !== false),
  );
  const said = say.sentAs({ parts });
  return (
    <div role="group" aria-label={say.howItIsSent} className="ms-auto flex min-w-0 items-center gap-1.5">
      <Settings2 size={13} aria-hidden className="shrink-0 text-slate" />
      {editable ? (
        <button
          type="button"
          className="link min-h-6 min-w-0 truncate text-start"
          aria-label={`${say.change}: ${said}`}
          title={said}
          onClick={() => setOpen(true)}
        >
          {said}
        </button>
      ) : (
        <span className="min-w-0 truncate" title={said}>
          {said}
        </span>
      )}
      {open && <SentAsDialog {...{ sentAs, sender, domains, onChange }} onClose={() => setOpen(false)} />}
    </div>
  );
}

const lines = (text: string): string[] => [
  ...new Set(
    text
      .split(/[\n,;]/)
      .map((l) => l.trim())
      .filter((l) => l !== ''),
  ),
];

function SentAsDialog({
  sentAs,
  sender,
  domains,
  onChange,
  onClose,
}: Pick<SentAsPartProps, 'sentAs' | 'sender' | 'domains' | 'onChange'> & { onClose: () => void }) {
  const [textOnly, setTextOnly] = useState(sentAs.textOnly === true);
  const [form, setForm] = useState({
    fromName: sentAs.fromName ?? '',
    fromAddress: sentAs.fromAddress ?? '',
    replyTo: sentAs.replyTo ?? '',
    cc: sentAs.cc?.join('\n') ?? '',
    bcc: sentAs.bcc?.join('\n') ?? '',
  });
  const problem = (addresses: readonly string[]): string | undefined => {
    const wrong = addresses.find((a) => !isMailAddress(a));
    if (wrong !== undefined) return say.isNoAddress({ address: wrong });
    return addresses.length > 5 ? say.mostAddresses : undefined;
  };
  const [cc, bcc, replyTo, fromName] = [lines(form.cc), lines(form.bcc), form.replyTo.trim(), form.fromName.trim()];
  const fromAddress = form.fromAddress.trim();
  const ofOtherDomain =
    fromAddress !== '' && !isOfDomain(fromAddress, domains)
      ? say.ofAnotherDomain({ address: fromAddress, domains: listed(domains) })
      : undefined;
  const problems = {
    fromAddress: problem(fromAddress === '' ? [] : [fromAddress]) ?? ofOtherDomain,
    replyTo: problem(replyTo === '' ? [] : [replyTo]),
    cc: problem(cc),
    bcc: problem(bcc),
  };
  const set = (part: Partial<typeof form>): void => setForm({ ...form, ...part });
  const done = (): void => {
    onChange({
      ...(textOnly && { textOnly }),
      ...(fromName !== '' && { fromName }),
      ...(fromAddress !== '' && { fromAddress }),
      ...(replyTo !== '' && { replyTo }),
      ...(cc.length > 0 && { cc }),
      ...(bcc.length > 0 && { bcc }),
    });
    onClose();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.howItIsSent}
      foot={
        <button
          type="button"
          className="btn btn-main"
          disabled={Object.values(problems).some((p) => p !== undefined)}
          onClick={done}
        >
          {files.done}
        </button>
      }
    >
      <div className="flex flex-col gap-4 text-sm">
        <p className="text-slate">{say.countsOnceNote}</p>
        <div>
          <div className="mb-1 text-slate">{say.form}</div>
          <Segments
            label={say.form}
            value={textOnly ? 'text' : 'html'}
            choices={FORMS}
            onChange={(v) => setTextOnly(v === 'text')}
          />
          {textOnly && <p className="mt-1 text-slate">{say.textAloneNote}</p>}
        </div>
        <Field label={say.senderName} hint={say.senderNameNote({ name: sender.name })}>
          {(ids) => (
            <input
              {...ids}
              className="input"
              maxLength={120}
              value={form.fromName}
              onChange={(e) => set({ fromName: e.target.value })}
            />
          )}
        </Field>
        <Field
          label={say.senderAddress}
          hint={say.senderAddressNote({ address: sender.address, domains: listed(domains, 'disjunction') })}
          problem={problems.fromAddress}
        >
          {(ids) => (
            <input
              {...ids}
              className="input"
              maxLength={254}
              spellCheck={false}
              value={form.fromAddress}
              onChange={(e) => set({ fromAddress: e.target.value })}
            />
          )}
        </Field>
        <Field label={say.replyTo} hint={say.replyToNote} problem={problems.replyTo}>
          {(ids) => (
            <input
              {...ids}
              className="input"
              maxLength={254}
              value={form.replyTo}
              onChange={(e) => set({ replyTo: e.target.value })}
            />
          )}
        </Field>
        <Field label={say.cc} hint={say.ccNote} problem={problems.cc}>
          {(ids) => (
            <textarea
              {...ids}
              className="input"
              rows={2}
              value={form.cc}
              onChange={(e) => set({ cc: e.target.value })}
            />
          )}
        </Field>
        <Field label={say.bcc} hint={say.bccNote} problem={problems.bcc}>
          {(ids) => (
            <textarea
              {...ids}
              className="input"
              rows={2}
              value={form.bcc}
              onChange={(e) => set({ bcc: e.target.value })}
            />
          )}
        </Field>
        <p className="text-slate">{say.copiesNote}</p>
      </div>
    </Dialog>
  );
}
