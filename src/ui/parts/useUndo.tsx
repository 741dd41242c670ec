'use client';
/** Deeds of a screen that can be taken back: by what is said of them, by Ctrl and Z, and by a button that stays as long as the screen. */
import { useCallback, useEffect, useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { isTyping } from '../shell/typing';
import { say as common } from '@/words/common';

interface Deed {
  said: string;
  takeBack: () => Promise<unknown>;
}

const MOST = 20;

export interface Undo {
  /** Says what was done, and remembers how it is taken back. */
  did: (said: string, takeBack: () => Promise<unknown>, label?: string) => void;
  /** Takes back what was done last; nothing while nothing was. */
  button: ReactNode;
}

export function useUndo(): Undo {
  const [deeds, setDeeds] = useState<readonly Deed[]>([]);
  const takeBack = useCallback((deed: Deed): void => {
    setDeeds((all) => all.filter((d) => d !== deed));
    void deed.takeBack();
  }, []);
  const did = useCallback(
    (said: string, back: () => Promise<unknown>, label: string = common.undo): void => {
      const deed: Deed = { said, takeBack: back };
      setDeeds((all) => [...all.slice(1 - MOST), deed]);
      toast(said, { action: { label, onClick: () => takeBack(deed) } });
    },
    [takeBack],
  );
  const last = deeds.at(-1);
  useEffect(() => {
    if (!last) return;
    const press = (e: KeyboardEvent): void => {
      if (!(e.ctrlKey || e.metaKey) || e.shiftKey || e.key.toLowerCase() !== 'z' || isTyping(e.target)) return;
      e.preventDefault();
      takeBack(last);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [last, takeBack]);
  const button = last && (
    <button type="button" className="btn btn-quiet" title={last.said} onClick={() => takeBack(last)}>
      {common.undo}
    </button>
  );
  return { did, button };
}
