'use client';
/** Several drafts published at once: each with what it changes, before and after, and what stops it; any of them can be left out. */
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import type { BulkOutcome, ManyDraft } from '@/contract/notifications';
import type { Result } from '@/core/result';
import { asking } from '../parts/asking';
import { Dialog } from '../parts/Dialog';
import { Trouble } from '../parts/Page';
import { useKeptForm } from '../parts/useKeptChanges';
import { answered } from '../parts/result';
import { ChangeList } from '../desk/ChangeList';
import { listed } from '@/words/speak';
import { say } from '@/words/journey';
import { say as bench } from '@/words/bench';
import { say as common } from '@/words/common';

export interface PublishManyProps {
  slugs: readonly string[];
  onDrafts: (slugs: string[]) => Promise<Result<ManyDraft[]>>;
  onPublish: (drafts: { slug: string; revision: number }[], note: string) => Promise<Result<BulkOutcome>>;
  onDone: (outcome: BulkOutcome) => void;
  onClose: () => void;
  /** What else is asked, below the list. */
  children?: ReactNode;
}

/** "62 words, 3 blocks added, 12 that never went out". */
function kindsOf(drafts: readonly ManyDraft[]): string {
  const firsts = drafts.filter((d) => d.edition === undefined).length;
  const changes = drafts.filter((d) => d.edition !== undefined).flatMap((d) => d.changes);
  const n = (kind: string): number => changes.filter((c) => c.kind === kind).length;
  return listed(
    [
      firsts > 0 && say.nNeverWentOut({ n: firsts }),
      n('words') > 0 && say.nWordsChanged({ n: n('words') }),
      n('added') > 0 && say.nAdded({ n: n('added') }),
      n('removed') > 0 && say.nRemoved({ n: n('removed') }),
      n('moved') > 0 && say.nMoved({ n: n('moved') }),
      n('settings') > 0 && say.nSettings({ n: n('settings') }),
    ].filter((words) => words !== false),
  );
}

export function PublishMany({ slugs, onDrafts, onPublish, onDone, onClose, children }: PublishManyProps) {
  const [result, setResult] = useState<Result<ManyDraft[]>>();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [note, setNote] = useState('');
  const forget = useKeptForm('note of many', note, setNote);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  useEffect(() => {
    return asking(() => answered(onDrafts([...slugs])), setResult);
  }, [slugs, onDrafts]);
  const drafts = useMemo(() => (result?.ok ? result.value : []), [result]);
  const able = drafts.filter((d) => d.blockers.length === 0);
  const chosen = able.filter((d) => !left.has(d.slug));
  const toggle = (slug: string): void => {
    const next = new Set(left);
    if (!next.delete(slug)) next.add(slug);
    setLeft(next);
  };
  const publish = async (): Promise<void> => {
    setBusy(true);
    const done = await answered(
      onPublish(
        chosen.map(({ slug, revision }) => ({ slug, revision })),
        note.trim(),
      ),
    );
    setBusy(false);
    if (!done.ok) return setTrouble(done.error.message);
    forget();
    onDone(done.value);
  };
  return (
    <Dialog
      open
      wide
      onClose={onClose}
      title={say.publishSeveral}
      foot={
        <>
          {trouble && (
            <div className="me-auto">
              <Trouble>{trouble}</Trouble>
            </div>
          )}
          <button type="button" className="btn" onClick={onClose}>
            {common.notYet}
          </button>
          <button
            type="button"
            className="btn btn-main"
            disabled={busy || chosen.length === 0}
            onClick={() => void publish()}
          >
            {busy ? bench.publishing : say.publishNDrafts({ n: chosen.length })}
          </button>
        </>
      }
    >
      {!result && <p className="text-sm text-slate">{say.readingTheDrafts}</p>}
      {result && !result.ok && <Trouble>{result.error.message}</Trouble>}
      {result?.ok && drafts.length === 0 && <p className="text-sm">{say.noneToPublish}</p>}
      {drafts.length > 0 && (
        <div className="flex flex-col gap-3 text-sm">
          <p data-testid="kinds">
            {chosen.length > 0 ? say.chosenChange({ n: chosen.length, kinds: kindsOf(chosen) }) : say.noneChosen}
          </p>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-petrol"
              checked={chosen.length === able.length && able.length > 0}
              onChange={() => setLeft(new Set(chosen.length === able.length ? able.map((d) => d.slug) : []))}
            />
            {say.allThatCanBePublished}
          </label>
          <ul className="border-t border-rule" aria-label={say.publishSeveral}>
            {drafts.map((d) => (
              <li key={d.slug} className="border-b border-rule py-2">
                <div className="flex flex-wrap items-baseline gap-x-3">
                  <label className="flex items-center gap-2 font-semibold">
                    <input
                      type="checkbox"
                      className="size-4 accent-petrol"
                      disabled={d.blockers.length > 0}
                      checked={d.blockers.length === 0 && !left.has(d.slug)}
                      onChange={() => toggle(d.slug)}
                    />
                    {d.name}
                  </label>
                  <span className="text-slate">
                    {d.edition === undefined
                      ? say.neverWentOutYet
                      : say.editionBecomes({ before: d.edition, after: d.edition + 1 })}
                    {!d.on && ` · ${say.stateOff}`}
                  </span>
                </div>
                {d.blockers.map((b) => (
                  <p key={b} className="ms-6 text-madder">
                    {b}
                  </p>
                ))}
                {d.edition !== undefined && (
                  <details className="ms-6">
                    <summary className="link min-h-6">{say.nChanges({ n: d.changes.length })}</summary>
                    <ChangeList changes={d.changes} />
                  </details>
                )}
              </li>
            ))}
          </ul>
          {children}
          <label className="block max-w-lg">
            <span className="mb-1 block text-slate">{bench.whyForColleagues}</span>
            <input className="input" maxLength={300} value={note} onChange={(e) => setNote(e.target.value)} />
          </label>
        </div>
      )}
    </Dialog>
  );
}
