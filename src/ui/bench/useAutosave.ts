'use client';
/**
 * The draft saves by itself. What is not saved yet also stands in this browser's storage, so that a closed window, a
 * lost connection or an ended session loses nothing.
 */
import { useCallback, useEffect, useRef, useState } from 'react';
import { answered } from '../parts/result';
import type { Failure, Result } from '@/core/result';
import { say } from '@/words/bench';

export type SaveState<T> =
  | { kind: 'saved' }
  | { kind: 'saving' }
  | { kind: 'failed'; failure: Failure }
  /** `was`: the draft that both began from. */
  | { kind: 'conflict'; by: string; theirs: T; theirRevision: number; message: string; was: T };

interface Kept<T> {
  revision: number;
  draft: T;
}

const WAIT_MS = 500;

export function useAutosave<T>(options: {
  storageKey: string;
  draft: T;
  revision: number;
  enabled: boolean;
  onSave: (revision: number, draft: T) => Promise<Result<{ revision: number }>>;
}) {
  const { storageKey, draft, enabled, onSave } = options;
  const [state, setState] = useState<SaveState<T>>({ kind: 'saved' });
  const revision = useRef(options.revision);
  const saved = useRef(draft);
  const latest = useRef(draft);
  const running = useRef<Promise<void> | undefined>(undefined);
  const stopped = useRef(false);

  useEffect(() => {
    latest.current = draft;
  }, [draft]);

  // Read before anything is written over it.
  const [keptText] = useState(() => (typeof localStorage === 'undefined' ? null : localStorage.getItem(storageKey)));

  const saveNow = useCallback(async (): Promise<void> => {
    // One save at a time: of several that wait for one, the first goes on and the others wait again.
    while (running.current) await running.current;
    if (stopped.current) return;
    if (latest.current === saved.current) return setState({ kind: 'saved' });
    const run = async (): Promise<void> => {
      setState({ kind: 'saving' });
      const sending = latest.current;
      const result = await answered(onSave(revision.current, sending), say.libellusDoesNotAnswerYour);
      if (result.ok) {
        revision.current = result.value.revision;
        saved.current = sending;
        if (latest.current === sending) localStorage.removeItem(storageKey);
        setState({ kind: latest.current === sending ? 'saved' : 'saving' });
      } else if (result.error.code === 'conflict') {
        const detail = result.error.detail as { draft: T; revision: number; by: string };
        stopped.current = true;
        setState({
          kind: 'conflict',
          by: detail.by,
          theirs: detail.draft,
          theirRevision: detail.revision,
          message: result.error.message,
          was: saved.current,
        });
      } else setState({ kind: 'failed', failure: result.error });
    };
    running.current = run().finally(() => {
      running.current = undefined;
    });
    await running.current;
  }, [onSave, storageKey]);

  useEffect(() => {
    if (!enabled || stopped.current) return;
    if (draft === saved.current && !running.current) {
      // Nothing to save: it is as it was, or was taken back before it was sent.
      localStorage.removeItem(storageKey);
      setState((was) => (was.kind === 'saving' ? { kind: 'saved' } : was));
      return;
    }
    // From the first change on, until it is saved, the screen does not say "saved".
    setState((was) => (was.kind === 'saved' ? { kind: 'saving' } : was));
    localStorage.setItem(storageKey, JSON.stringify({ revision: revision.current, draft } satisfies Kept<T>));
    const timer = setTimeout(() => void saveNow(), WAIT_MS);
    return () => clearTimeout(timer);
  }, [draft, enabled, saveNow, storageKey]);

  // A failed save is tried again by itself, until it works or there is a conflict to decide.
  useEffect(() => {
    if (state.kind !== 'failed' || state.failure.code !== 'broken') return;
    const timer = setTimeout(() => void saveNow(), 3_000);
    return () => clearTimeout(timer);
  }, [state, saveNow]);

  useEffect(() => {
    const leave = (e: BeforeUnloadEvent): void => {
      if (latest.current !== saved.current) e.preventDefault();
    };
    window.addEventListener('beforeunload', leave);
    return () => window.removeEventListener('beforeunload', leave);
  }, []);

  /** Ends a conflict: from here on, saving goes over `theirRevision`. */
  const settle = useCallback(
    (theirRevision: number, theirs: T) => {
      revision.current = theirRevision;
      saved.current = theirs;
      stopped.current = false;
      localStorage.removeItem(storageKey);
      setState({ kind: 'saved' });
    },
    [storageKey],
  );

  /** What an earlier window left unsaved, if it was for this revision. */
  const keptEarlier = useCallback((): T | undefined => {
    if (!keptText) return undefined;
    try {
      const kept = JSON.parse(keptText) as Kept<T>;
      if (kept.revision === revision.current && JSON.stringify(kept.draft) !== JSON.stringify(saved.current))
        return kept.draft;
    } catch {
      // Not ours to read; it is written over by the next change.
    }
    return undefined;
  }, [keptText]);

  return { state, saveNow, settle, keptEarlier, currentRevision: () => revision.current };
}
