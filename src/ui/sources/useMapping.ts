'use client';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Tried } from '@/contract/sources';
import type { Mapping } from '@/core/mapping';
import type { Failure } from '@/core/result';
import { asking } from '../parts/asking';
import { answered, valueOrToast } from '../parts/result';
import { useKeptChanges } from '../parts/useKeptChanges';
import type { SourceProps } from './SourceScreen';
import { say } from '@/words/sources';

/** How long after the last change a mapping is tried, ms. */
const PAUSE = 250;

/** The draft of a mapping: changed with undo, kept in the browser, tried on what came, saved and published. */
export function useMapping({
  id,
  base,
  mapping: saved,
  revision,
  edition,
  mayEdit,
  onSave,
  onPublish,
  onTry,
}: SourceProps) {
  const [mapping, setMapping] = useState(saved);
  const [known, setKnown] = useState({ saved, revision });
  const [before, setBefore] = useState<Mapping[]>([]);
  const [tried, setTried] = useState<Tried[]>();
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const text = JSON.stringify(mapping);
  const dirty = text !== JSON.stringify(known.saved);
  if (revision !== known.revision && !dirty) {
    setKnown({ saved, revision });
    setMapping(saved);
  }
  useKeptChanges({
    ...{ key: `${base}/store/sources/${id}`, revision: known.revision, value: mapping },
    ...{ dirty, enabled: mayEdit, onBack: setMapping },
  });
  const tries = useRef(onTry);
  useEffect(() => {
    tries.current = onTry;
  });
  useEffect(() => {
    if (!mayEdit) return;
    return asking(
      () => answered(tries.current(JSON.parse(text) as Mapping)),
      (result) => {
        setFailure(result.ok ? undefined : result.error);
        if (result.ok) setTried(result.value);
      },
      PAUSE,
    );
  }, [text, mayEdit]);
  const change = (next: Mapping): void => {
    setBefore([...before.slice(-50), mapping]);
    setMapping(next);
  };
  const save = async (): Promise<number | undefined> => {
    setBusy(true);
    const result = await answered(onSave({ revision: known.revision, mapping }));
    setBusy(false);
    const value = valueOrToast(result);
    if (!value) return undefined;
    setKnown({ saved: mapping, revision: value.revision });
    return value.revision;
  };
  return {
    ...{ mapping, dirty, busy, tried, failure, change },
    canUndo: before.length > 0,
    undo: () => {
      setMapping(before.at(-1)!);
      setBefore(before.slice(0, -1));
    },
    discard: () => change(known.saved),
    save: async () => {
      if ((await save()) !== undefined) toast.success(edition > 0 ? say.saved({ edition }) : say.savedFirst);
    },
    publish: async (): Promise<number | undefined> => {
      const now = dirty ? await save() : known.revision;
      if (now === undefined) return undefined;
      setBusy(true);
      const result = await answered(onPublish(now));
      setBusy(false);
      if (!result.ok && result.error.problems.length > 0) setFailure(result.error);
      return valueOrToast(result)?.edition;
    },
  };
}
