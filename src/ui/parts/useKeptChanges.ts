'use client';
/** Changes that are not saved stay in this browser: whoever leaves the screen finds them there again. */
import { usePathname } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { say as common } from '@/words/common';

export interface KeptChanges<T> {
  /** Of the thing that is being changed. */
  key: string;
  /** Of what is saved, or what is saved itself as text; changes to an older one come back with a word of that. */
  revision: number | string;
  value: T;
  dirty: boolean;
  enabled: boolean;
  onBack: (value: T) => void;
}

/**
 * As {@link useKeptChanges} of a form that begins as it was first shown, in a dialog: closed by a slip, it is as it was when it is opened
 * again. `name` tells it from the other forms of its page.
 */
export function useKeptForm<T>(name: string, value: T, onBack: (value: T) => void): () => void {
  const path = usePathname();
  const [first] = useState(() => JSON.stringify(value));
  return useKeptChanges({
    key: `${path} ${name}`,
    revision: first,
    value,
    dirty: JSON.stringify(value) !== first,
    enabled: true,
    onBack,
  });
}

const PREFIX = 'libellus changes ';

/** Forgets all changes that were not saved: they are of the person who signs out. */
export function forgetAllChanges(): void {
  for (const key of Object.keys(localStorage)) if (key.startsWith(PREFIX)) localStorage.removeItem(key);
}

/** Gives what forgets the changes, for when they became something else. */
export function useKeptChanges<T>({ key, revision, value, dirty, enabled, onBack }: KeptChanges<T>): () => void {
  const storageKey = PREFIX + key;
  const read = useRef<string>(undefined);
  const back = useRef(onBack);
  useEffect(() => {
    back.current = onBack;
  });

  useEffect(() => {
    if (!enabled || read.current === storageKey) return;
    read.current = storageKey;
    const text = localStorage.getItem(storageKey);
    if (text === null) return;
    try {
      const kept = JSON.parse(text) as { revision: number | string; value: T };
      back.current(kept.value);
      toast(kept.revision === revision ? common.changesAreBack : common.olderChangesAreBack);
    } catch {
      localStorage.removeItem(storageKey);
    }
  }, [storageKey, enabled, revision]);

  const wasDirty = useRef(false);
  const forgotten = useRef(false);
  useEffect(() => {
    if (forgotten.current) return;
    if (dirty) localStorage.setItem(storageKey, JSON.stringify({ revision, value }));
    else if (wasDirty.current) localStorage.removeItem(storageKey);
    wasDirty.current = dirty;
  }, [storageKey, dirty, revision, value]);

  return useCallback(() => {
    forgotten.current = true;
    localStorage.removeItem(storageKey);
  }, [storageKey]);
}
