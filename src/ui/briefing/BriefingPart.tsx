'use client';
/** What an author tells translators of a text, and their questions, as both of them see it at the text. */
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import type { Answer, Ask, Briefing, BriefingPlace, NoteWords, Question, SaveNote } from '@/contract/briefing';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { say } from '@/words/briefing';
import { say as common } from '@/words/common';
import { Field } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import { Time } from '../parts/format';
import { useKeptForm } from '../parts/useKeptChanges';

export interface BriefingActions {
  onNote: (input: SaveNote) => Promise<Result<void>>;
  onAsk: (input: Ask) => Promise<Result<{ id: string }>>;
  onAnswer: (input: Answer) => Promise<Result<void>>;
  onTakeBack: (input: { id: string }) => Promise<Result<void>>;
}

/** What one may do, and how. */
export interface BriefingRights extends BriefingActions {
  /** One writes the source: notes and answers are one's own to give. */
  author: boolean;
  /** One translates. */
  asks: boolean;
}

export interface BriefingPartProps extends BriefingRights {
  place: BriefingPlace;
  briefing: Briefing | undefined;
  /** The language that one translates into; without it, nothing is asked. */
  language?: string;
  zone: string;
}

/** The form that is open: of the note, of a new question, or of the answer to the question of this id. */
type Open = 'note' | 'ask' | { answer: string };

export function BriefingPart(props: BriefingPartProps) {
  const { place, briefing, language, zone, author, asks, onTakeBack } = props;
  const { note, questions = [] } = briefing ?? {};
  const [open, setOpen] = useState<Open>();
  const isOpen = (q: Question): boolean => typeof open === 'object' && open.answer === q.id;
  const close = (): void => setOpen(undefined);
  const takeBack = async (id: string): Promise<void> => {
    const result = await answered(onTakeBack({ id }));
    if (result.ok) toast.success(say.takenBack);
    else toast.error(result.error.message);
  };
  if (!note && questions.length === 0 && !author && !(asks && language)) return null;
  return (
    <section aria-label={say.forTranslators} className="flex flex-col gap-1.5 text-xs">
      {note && (
        <p className="border-s-2 border-rule ps-2">
          {note.words} {note.most !== undefined && <span className="text-slate">{say.atMost({ n: note.most })}</span>}
          <span className="block text-slate">
            {note.by}, <Time at={note.at} zone={zone} form="day" />
          </span>
        </p>
      )}
      {questions.length > 0 && (
        <ul aria-label={say.questions} className="flex flex-col gap-2">
          {questions.map((q) => (
            <li key={q.id} className="border-s-2 border-petrol ps-2">
              <p>
                <span className="text-slate">
                  {say.saidBy({ who: q.asked.by, language: languageName(q.language) })},{' '}
                  <Time at={q.asked.at} zone={zone} form="day" />:
                </span>{' '}
                {q.question}
              </p>
              {q.answer ? (
                <p>
                  <span className="text-slate">{q.answer.by}:</span> {q.answer.words}
                </p>
              ) : (
                <p className="text-slate italic">{say.waits}</p>
              )}
              {isOpen(q) && <AnswerForm {...props} question={q} onClose={close} />}
              {!isOpen(q) && (
                <div className="flex gap-3">
                  {author && (
                    <button type="button" className="link min-h-6" onClick={() => setOpen({ answer: q.id })}>
                      {q.answer ? say.editAnswer : say.answer}
                    </button>
                  )}
                  {(author || (asks && !q.answer)) && (
                    <button type="button" className="link min-h-6" onClick={() => void takeBack(q.id)}>
                      {say.takeBack}
                    </button>
                  )}
                </div>
              )}
            </li>
          ))}
        </ul>
      )}
      {open === 'note' && <NoteForm {...props} key={place.segment} onClose={close} />}
      {open === 'ask' && language && <AskForm {...props} key={place.segment} language={language} onClose={close} />}
      {open !== 'note' && open !== 'ask' && (
        <div className="flex flex-wrap gap-3">
          {author && (
            <button type="button" className="link min-h-6" onClick={() => setOpen('note')}>
              {note ? say.editNote : say.addNote}
            </button>
          )}
          {asks && language && (
            <button type="button" className="link min-h-6" onClick={() => setOpen('ask')}>
              {say.askTheAuthor}
            </button>
          )}
        </div>
      )}
    </section>
  );
}

/** Sends a form, and says what came of it. */
function useSending(onClose: () => void, forget: () => void) {
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const send = async (sent: Promise<Result<unknown>>, said: string): Promise<void> => {
    setBusy(true);
    const result = await answered(sent);
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    forget();
    toast.success(said);
    onClose();
  };
  return { failure, busy, send, fail: setFailure };
}

function Form({
  failure,
  busy,
  label,
  onSend,
  onClose,
  children,
}: {
  failure: Failure | undefined;
  busy: boolean;
  label: string;
  onSend: () => void;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <form
      className="flex flex-col gap-2 border-t border-rule pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        onSend();
      }}
    >
      {failure && <Trouble>{failure.message}</Trouble>}
      {children}
      <div className="flex gap-2">
        <button type="submit" className="btn btn-main" disabled={busy}>
          {label}
        </button>
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          {common.close}
        </button>
      </div>
    </form>
  );
}

const WHOLE = /^\d{1,5}$/;

function NoteForm({ place, briefing, onNote, onClose }: BriefingPartProps & { onClose: () => void }) {
  const { words: was = '', most: wasMost } = briefing?.note ?? {};
  const [words, setWords] = useState(was);
  const [most, setMost] = useState(wasMost === undefined ? '' : String(wasMost));
  const forget = useKeptForm(`note ${place.slug} ${place.segment}`, { words, most }, (back) => {
    setWords(back.words);
    setMost(back.most);
  });
  const { failure, busy, send, fail } = useSending(onClose, forget);
  const save = (): void => {
    const n = most.trim() === '' ? undefined : WHOLE.test(most.trim()) ? Number(most) : Number.NaN;
    if (n !== undefined && !(n >= 1 && n <= 10_000)) {
      return fail({ code: 'invalid', message: say.notANumber, problems: [] });
    }
    const note: NoteWords = { words, ...(n !== undefined && { most: n }) };
    const before: NoteWords = { words: was, ...(wasMost !== undefined && { most: wasMost }) };
    void send(onNote({ place, note, before }), say.noteSaved);
  };
  return (
    <Form {...{ failure, busy, onClose }} label={common.save} onSend={save}>
      <Field label={say.note} hint={say.noteHint}>
        {(ids) => (
          <textarea
            {...ids}
            className="input"
            rows={3}
            maxLength={1_000}
            autoFocus
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        )}
      </Field>
      <Field label={say.most} hint={say.mostHint}>
        {(ids) => (
          <input
            {...ids}
            className="input w-24"
            inputMode="numeric"
            value={most}
            onChange={(e) => setMost(e.target.value)}
          />
        )}
      </Field>
    </Form>
  );
}

function AskForm({ place, language, onAsk, onClose }: BriefingPartProps & { language: string; onClose: () => void }) {
  const [question, setQuestion] = useState('');
  const forget = useKeptForm(`ask ${place.slug} ${place.segment}`, question, setQuestion);
  const { failure, busy, send } = useSending(onClose, forget);
  return (
    <Form
      {...{ failure, onClose }}
      busy={busy || question.trim() === ''}
      label={say.ask}
      onSend={() => void send(onAsk({ place, language, question }), say.asked)}
    >
      <Field label={say.question}>
        {(ids) => (
          <textarea
            {...ids}
            className="input"
            rows={3}
            maxLength={1_000}
            autoFocus
            value={question}
            onChange={(e) => setQuestion(e.target.value)}
          />
        )}
      </Field>
    </Form>
  );
}

function AnswerForm({ question, onAnswer, onClose }: BriefingPartProps & { question: Question; onClose: () => void }) {
  const before = question.answer?.words ?? '';
  const [words, setWords] = useState(before);
  const forget = useKeptForm(`answer ${question.id}`, words, setWords);
  const { failure, busy, send } = useSending(onClose, forget);
  return (
    <Form
      {...{ failure, onClose }}
      busy={busy || words === before}
      label={say.answer}
      onSend={() => void send(onAnswer({ id: question.id, answer: words, before }), say.answered)}
    >
      <Field label={say.answerTo({ question: question.question })}>
        {(ids) => (
          <textarea
            {...ids}
            className="input"
            rows={3}
            maxLength={1_000}
            autoFocus
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        )}
      </Field>
    </Form>
  );
}
