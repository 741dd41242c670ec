'use client';
/** Which messages are rehearsed anew, where not all of them are to be. */
import { useState, useTransition } from 'react';
import type { AskRehearsal, Rehearsable } from '@/contract/rehearsal';
import { Check } from '../parts/Check';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { say } from '@/words/rehearsal';

export function SomeDialog({
  rehearsables,
  onAsk,
  onClose,
}: {
  rehearsables: readonly Rehearsable[];
  onAsk: (asked: AskRehearsal) => Promise<void>;
  onClose: () => void;
}) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [busy, start] = useTransition();
  const all = rehearsables.map((r) => r.slug);
  const choose = (slug: string, on: boolean): void =>
    setChosen(new Set(on ? [...chosen, slug] : [...chosen].filter((c) => c !== slug)));
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.someTitle}
      foot={
        <DialogFoot
          label={say.rehearseN({ n: chosen.size })}
          busy={busy || chosen.size === 0}
          onDo={() => start(() => onAsk({ of: 'chosen', notifications: [...chosen] }))}
          onClose={onClose}
        />
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        <p className="text-slate">{say.someNote}</p>
        <div className="flex gap-3">
          <button
            type="button"
            className="link inline-flex min-h-6 items-center"
            onClick={() => setChosen(new Set(all))}
          >
            {say.someAll}
          </button>
          <button type="button" className="link inline-flex min-h-6 items-center" onClick={() => setChosen(new Set())}>
            {say.someNone}
          </button>
        </div>
        <div className="grid gap-2 sm:grid-cols-2">
          {rehearsables.map(({ slug, name }) => (
            <Check key={slug} label={name} on={chosen.has(slug)} onChange={(on) => choose(slug, on)} />
          ))}
        </div>
      </div>
    </Dialog>
  );
}
