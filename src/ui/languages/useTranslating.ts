'use client';
/** The words of a document in a language while they are translated: typed, undone, saved one by one, and what is said of them. */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { ChangedMeanwhile, DocumentToTranslate, Translate, Translated } from '@/contract/languages';
import type { Failure, Result } from '@/core/result';
import type { SegmentState } from '@/core/translation';
import { say as bench } from '@/words/bench';
import { useHistory } from '../bench/useHistory';
import { answered } from '../parts/result';
import { useKeptChanges } from '../parts/useKeptChanges';

const WAIT_MS = 600;
const RETRY_MS = 3_000;

export type OnTranslate = (input: Translate) => Promise<Result<Translated>>;
export interface SegmentTrouble extends Failure {
  /** What stands there now, when somebody else changed it. */
  meanwhile?: ChangedMeanwhile;
}

interface Saved {
  source: string;
  words: string;
}

export function useTranslating(
  document: DocumentToTranslate,
  {
    language,
    key,
    enabled,
    onTranslate,
  }: { language: string; key: string; enabled: boolean; onTranslate: OnTranslate },
) {
  const { kind, slug, segments } = document;
  const history = useHistory<Record<string, string>>(Object.fromEntries(segments.map((s) => [s.id, s.words])));
  const { value: words, set } = history;
  const [saved, setSaved] = useState<Record<string, Saved>>(() =>
    Object.fromEntries(segments.map(({ id, source, words: own }) => [id, { source, words: own }])),
  );
  const [standing, setStanding] = useState<Record<string, Translated>>(() =>
    Object.fromEntries(
      segments.map(({ id, state, madeFrom, aside }) => [
        id,
        { state, ...(madeFrom !== undefined && { madeFrom }), ...(aside && { aside }) },
      ]),
    ),
  );
  const [trouble, setTrouble] = useState<Record<string, SegmentTrouble>>({});
  const [running, setRunning] = useState(0);

  const latest = useRef({ words, saved, trouble });
  useEffect(() => {
    latest.current = { words, saved, trouble };
  });
  const queue = useRef<Promise<unknown>>(Promise.resolve());

  /** Saves what stands in a segment with what is said of it; true when it was. One after the other. */
  const save = useCallback(
    (segment: string, state: Translate['state']): Promise<boolean> => {
      const run = async (): Promise<boolean> => {
        const own = latest.current.words[segment] ?? '';
        const seen = latest.current.saved[segment]!;
        if (state === 'begun' && own === seen.words) return true;
        setRunning((n) => n + 1);
        const result = await answered(
          onTranslate({ kind, slug, language, segment, source: seen.source, before: seen.words, words: own, state }),
          bench.libellusDoesNotAnswerYour,
        );
        setRunning((n) => n - 1);
        if (!result.ok) {
          const meanwhile = result.error.code === 'conflict' ? (result.error.detail as ChangedMeanwhile) : undefined;
          setTrouble((all) => ({ ...all, [segment]: { ...result.error, ...(meanwhile && { meanwhile }) } }));
          return false;
        }
        latest.current.saved = { ...latest.current.saved, [segment]: { ...seen, words: own } };
        setSaved((all) => ({ ...all, [segment]: { ...seen, words: own } }));
        setStanding((all) => ({ ...all, [segment]: result.value }));
        setTrouble(({ [segment]: _gone, ...rest }) => rest);
        return true;
      };
      const next = queue.current.then(run);
      queue.current = next;
      return next;
    },
    [kind, slug, language, onTranslate],
  );

  const unsaved = useMemo(
    () => Object.fromEntries(Object.entries(words).filter(([id, own]) => saved[id] && saved[id].words !== own)),
    [words, saved],
  );
  useKeptChanges({
    key,
    revision: JSON.stringify(segments.map((s) => [s.id, s.source, s.words])),
    value: unsaved,
    dirty: Object.keys(unsaved).length > 0,
    enabled,
    onBack: (back) => set({ ...latest.current.words, ...back }),
  });

  // What was typed is saved when it rests for a moment; what could not be reached is tried again.
  useEffect(() => {
    const ids = Object.keys(unsaved).filter((id) => !trouble[id]?.meanwhile);
    if (!enabled || ids.length === 0) return;
    const failed = ids.some((id) => trouble[id]?.code === 'broken');
    const timer = setTimeout(() => ids.forEach((id) => void save(id, 'begun')), failed ? RETRY_MS : WAIT_MS);
    return () => clearTimeout(timer);
  }, [unsaved, trouble, enabled, save]);

  // Whoever goes elsewhere takes nothing unsaved along.
  const leave = useRef<() => void>(undefined);
  useEffect(() => {
    leave.current = () => {
      if (enabled) for (const id of Object.keys(unsaved)) if (!trouble[id]?.meanwhile) void save(id, 'begun');
    };
  });
  useEffect(() => () => leave.current?.(), []);

  const type = useCallback(
    (segment: string, source: string): void => {
      const now = { ...latest.current.words, [segment]: source };
      latest.current.words = now;
      set(now, segment);
      setTrouble((all) => {
        if (!all[segment] || all[segment].meanwhile) return all;
        const { [segment]: _gone, ...rest } = all;
        return rest;
      });
    },
    [set],
  );

  /** Ends what two people changed at once: with what is there now, or with one's own words. */
  const settle = (segment: string, theirs: boolean): void => {
    const { meanwhile } = trouble[segment] ?? {};
    if (!meanwhile) return;
    const now = { source: meanwhile.source, words: meanwhile.words };
    latest.current.saved = { ...latest.current.saved, [segment]: now };
    setSaved((all) => ({ ...all, [segment]: now }));
    setTrouble(({ [segment]: _gone, ...rest }) => rest);
    const before = saved[segment]!;
    if (before.source !== now.source) {
      setStanding((all) => ({ ...all, [segment]: { state: 'changed', madeFrom: before.source } }));
    }
    if (theirs) type(segment, meanwhile.words);
  };

  const stateOf = (segment: string): SegmentState => {
    const own = words[segment] ?? '';
    if (own.trim() === '') return 'missing';
    const known = standing[segment]!.state;
    const touched = saved[segment]?.words !== own;
    return touched && known !== 'changed' ? 'begun' : known;
  };

  /** Shared words that wait to be put in use. */
  const waiting = segments.filter(({ id }) => {
    const { aside, state } = standing[id]!;
    return aside && (state === 'done' || state === 'checked' || saved[id]?.words === '');
  }).length;
  /** After they were put in use. */
  const inUse = (): void =>
    setStanding((all) =>
      Object.fromEntries(
        Object.entries(all).map(([id, { aside, ...rest }]) => [
          id,
          aside && rest.state !== 'done' && rest.state !== 'checked' && saved[id]?.words !== ''
            ? { ...rest, aside }
            : rest,
        ]),
      ),
    );

  const pending = Object.keys(unsaved).length > 0 || running > 0;
  useEffect(() => {
    if (!enabled || !pending) return;
    const stay = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', stay);
    return () => window.removeEventListener('beforeunload', stay);
  }, [enabled, pending]);

  return {
    words,
    sourceOf: (segment: string) => saved[segment]!.source,
    standing,
    stateOf,
    waiting,
    inUse,
    trouble,
    saveState:
      Object.keys(trouble).length > 0 ? ('failed' as const) : pending ? ('saving' as const) : ('saved' as const),
    type,
    save,
    settle,
    undo: history.undo,
    redo: history.redo,
  };
}
