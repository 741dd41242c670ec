'use client';
/**
 * The draft saves by itself. What is not saved yet also stands in this browser's storage, so that a closed window, a
 * lost connection or an ended session loses nothing.
 */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Failure, Result } from '@/core/result';
import type { Template } from '@/core/template';

export type SaveState =
  | { kind: 'saved' }
  | { kind: 'saving' }
  | { kind: 'failed'; failure: Failure }
  | { kind: 'conflict'; by: string; theirs: Template; theirRevision: number; message: string };

interface Kept {
  revision: number;
  template: Template;
}

const WAIT_MS = 500;

export function useAutosave(options: {
  storageKey: string;
  template: Template;
  revision: number;
  enabled: boolean;
  onSave: (revision: number, template: Template) => Promise<Result<{ revision: number }>>;
}) {
  const { storageKey, template, enabled, onSave } = options;
  const [state, setState] = useState<SaveState>({ kind: 'saved' });
  const revision = useRef(options.revision);
  const savedTemplate = useRef(template);
  const latest = useRef(template);
  const running = useRef<Promise<void> | undefined>(undefined);
  const stopped = useRef(false);

  useEffect(() => {
    latest.current = template;
  }, [template]);

  // Read before anything is written over it.
  const [keptText] = useState(() => (typeof localStorage === 'undefined' ? null : localStorage.getItem(storageKey)));

  const saveNow = useCallback(async (): Promise<void> => {
    await running.current;
    if (stopped.current) return;
    if (latest.current === savedTemplate.current) return setState({ kind: 'saved' });
    const run = async (): Promise<void> => {
      setState({ kind: 'saving' });
      const sending = latest.current;
      const result = await onSave(revision.current, sending).catch((): Result<{ revision: number }> => ({
        ok: false,
        error: {
          code: 'broken',
          message: 'Libellus does not answer. Your words are kept in this window and saved as soon as it does.',
          problems: [],
        },
      }));
      if (result.ok) {
        revision.current = result.value.revision;
        savedTemplate.current = sending;
        if (latest.current === sending) localStorage.removeItem(storageKey);
        setState({ kind: latest.current === sending ? 'saved' : 'saving' });
      } else if (result.error.code === 'conflict') {
        const detail = result.error.detail as { draft: Template; revision: number; by: string };
        stopped.current = true;
        setState({
          kind: 'conflict',
          by: detail.by,
          theirs: detail.draft,
          theirRevision: detail.revision,
          message: result.error.message,
        });
      } else setState({ kind: 'failed', failure: result.error });
    };
    running.current = run();
    await running.current;
    running.current = undefined;
  }, [onSave, storageKey]);

  useEffect(() => {
    if (!enabled || stopped.current) return;
    if (template === savedTemplate.current && !running.current) {
      // Nothing to save: it is as it was, or was taken back before it was sent.
      localStorage.removeItem(storageKey);
      setState((was) => (was.kind === 'saving' ? { kind: 'saved' } : was));
      return;
    }
    // From the first change on, until it is saved, the screen does not say "saved".
    setState((was) => (was.kind === 'saved' ? { kind: 'saving' } : was));
    localStorage.setItem(storageKey, JSON.stringify({ revision: revision.current, template } satisfies Kept));
    const timer = setTimeout(() => void saveNow(), WAIT_MS);
    return () => clearTimeout(timer);
  }, [template, enabled, saveNow, storageKey]);

  // A failed save is tried again by itself, until it works or there is a conflict to decide.
  useEffect(() => {
    if (state.kind !== 'failed' || state.failure.code !== 'broken') return;
    const timer = setTimeout(() => void saveNow(), 3_000);
    return () => clearTimeout(timer);
  }, [state, saveNow]);

  useEffect(() => {
    const leave = (e: BeforeUnloadEvent): void => {
      if (latest.current !== savedTemplate.current) e.preventDefault();
    };
    window.addEventListener('beforeunload', leave);
    return () => window.removeEventListener('beforeunload', leave);
  }, []);

  /** Ends a conflict: from here on, saving goes over `theirRevision`. */
  const settle = useCallback(
    (theirRevision: number, saved: Template) => {
      revision.current = theirRevision;
      savedTemplate.current = saved;
      stopped.current = false;
      localStorage.removeItem(storageKey);
      setState({ kind: 'saved' });
    },
    [storageKey],
  );

  /** What an earlier window left unsaved, if it was for this revision. */
  const keptEarlier = useCallback((): Template | undefined => {
    if (!keptText) return undefined;
    try {
      const kept = JSON.parse(keptText) as Kept;
      if (kept.revision === revision.current && JSON.stringify(kept.template) !== JSON.stringify(savedTemplate.current))
        return kept.template;
    } catch {
      // Not ours to read; it is written over by the next change.
    }
    return undefined;
  }, [keptText]);

  return { state, saveNow, settle, keptEarlier, currentRevision: () => revision.current };
}
