'use client';
/** One message as somebody without an account looks at it: whether it is right, and what they would change. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { languageName } from '@/core/names';
import { PICTURE_FORMS, PICTURE_FORM_WORDS } from '@/core/rehearsal/pictures';
import type { Failure, Result } from '@/core/result';
import type { Approve, Remark, ViewedMessage } from '@/contract/viewings';
import { Field, Pick, Segments } from '../parts/fields';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { say as rehearsal } from '@/words/rehearsal';
import { say } from '@/words/viewings';

export interface ViewedProps {
  base: string;
  message: ViewedMessage;
  onApprove: (input: Approve) => Promise<Result<null>>;
  onRemark: (input: Remark) => Promise<Result<null>>;
  onTakeBack: (input: { id: string }) => Promise<Result<null>>;
}

export function ViewedScreen({ base, message: m, onApprove, onRemark, onTakeBack }: ViewedProps) {
  const router = useRouter();
  const title = m.version ? `${m.notification}, ${m.version}` : m.notification;
  const [busy, setBusy] = useState(false);
  const send = async (work: Promise<Result<null>>, words = ''): Promise<boolean> => {
    setBusy(true);
    const done = valueOrToast(await answered(work)) !== undefined;
    setBusy(false);
    if (done && words !== '') toast.success(words);
    router.refresh();
    return done;
  };
  const href = (id: string): string => `${base}/${id}?form=${m.form}`;
  return (
    <Page
      back={{ href: base, label: say.all }}
      title={title}
      note={[languageName(m.language), say.place({ at: m.at, of: m.of })].join(' · ')}
      actions={
        <>
          <Segments
            label={rehearsal.pictureForm}
            value={m.form}
            choices={PICTURE_FORMS.map((value) => ({ value, label: PICTURE_FORM_WORDS[value] }))}
            onChange={(form) => router.replace(`${base}/${m.id}?form=${form}`)}
          />
          {m.previous && (
            <Link className="btn" href={href(m.previous)}>
              {say.previous}
            </Link>
          )}
          {m.next && (
            <Link className="btn" href={href(m.next)}>
              {say.next}
            </Link>
          )}
        </>
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <div
          role="region"
          aria-label={title}
          tabIndex={0}
          className="flex justify-center bg-ground px-5 py-5 lg:min-h-0 lg:overflow-auto"
        >
          <img
            src={`${base}/pictures/${m.seen}/${m.form}`}
            alt={rehearsal.pictureOf({ title, form: PICTURE_FORM_WORDS[m.form] })}
            width={m.size.width}
            height={m.size.height}
            className="h-auto max-w-full self-start border border-rule"
          />
        </div>
        <aside className="flex flex-col gap-4 border-rule bg-panel px-4 py-4 max-lg:border-t lg:min-h-0 lg:overflow-auto lg:border-s">
          <p className="text-sm wrap-anywhere text-slate">{say.subject({ subject: m.subject })}</p>
          <div className="flex flex-wrap items-center gap-2">
            <button
              type="button"
              className={m.approved ? 'btn' : 'btn btn-main'}
              disabled={busy}
              onClick={() => void send(onApprove({ message: m.id, approved: !m.approved }))}
            >
              {m.approved ? say.looksRightAfterAll : say.looksRight}
            </button>
            <span role="status" className="inline-flex items-center gap-1.5 text-sm">
              {m.approved && (
                <>
                  <Mark tone="good" /> {say.approved}
                </>
              )}
            </span>
          </div>
          {m.own.length > 0 && (
            <section>
              <PanelTitle>{say.yourRemarks}</PanelTitle>
              <ul className="mt-1 text-sm">
                {m.own.map((r) => (
                  <li key={r.id} className="border-t border-rule py-2">
                    {r.about && <p className="text-xs text-slate">{r.about}</p>}
                    <p className="whitespace-pre-wrap wrap-anywhere">{r.text}</p>
                    {r.done ? (
                      <p className="inline-flex items-center gap-1 text-xs">
                        <Mark tone="good" size={12} /> {say.remarkDone}
                      </p>
                    ) : (
                      <button
                        type="button"
                        className="link min-h-6 text-xs"
                        aria-label={say.removeRemark({ text: r.text.slice(0, 40) })}
                        disabled={busy}
                        onClick={() => void send(onTakeBack({ id: r.id }), say.tookRemarkBack)}
                      >
                        {say.removeThisRemark}
                      </button>
                    )}
                  </li>
                ))}
              </ul>
            </section>
          )}
          <NewRemark blocks={m.blocks} message={m.id} onRemark={onRemark} onSent={() => router.refresh()} />
        </aside>
      </div>
    </Page>
  );
}

function NewRemark({
  blocks,
  message,
  onRemark,
  onSent,
}: Pick<ViewedProps, 'onRemark'> & {
  blocks: ViewedMessage['blocks'];
  message: string;
  onSent: () => void;
}) {
  const [block, setBlock] = useState('');
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState<Failure>();
  const send = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onRemark({ message, block, text }));
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    setText('');
    toast.success(say.sent);
    onSent();
  };
  return (
    <form className="flex flex-col gap-3" noValidate onSubmit={(e) => void send(e)}>
      <PanelTitle>{say.newRemark}</PanelTitle>
      {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      <Field label={say.about}>
        {(ids) => (
          <Pick
            {...ids}
            value={block}
            choices={[{ value: '', label: say.wholeMessage }, ...blocks.map((b) => ({ value: b.id, label: b.label }))]}
            onChange={setBlock}
          />
        )}
      </Field>
      <Field label={say.whatToChange} problem={problemAt(failure, '/text')}>
        {(ids) => (
          <textarea
            {...ids}
            rows={4}
            maxLength={2000}
            className="input h-auto py-1.5"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        )}
      </Field>
      <button type="submit" className="btn btn-main self-start" disabled={busy}>
        {say.send}
      </button>
    </form>
  );
}
