'use client';
/** Placeholders of another program in pasted words: which of ours each becomes, or that it stays as words. */
import { useState } from 'react';
import { PLACEHOLDER_GROUP_LABELS, placeholdersAt, type ForeignPlaceholder } from '@/core/placeholders';
import { Dialog } from '../../parts/Dialog';
import { Pick } from '../../parts/fields';
import { say } from '@/words/desk';

export function Foreign({
  found,
  moment,
  onClose,
  onTake,
}: {
  found: readonly ForeignPlaceholder[];
  moment: string;
  onClose: () => void;
  /** Our name for each text as it stood, or undefined where it stays as words. */
  onTake: (names: ReadonlyMap<string, string | undefined>) => void;
}) {
  const texts = [...new Map(found.map((f) => [f.text, f])).values()];
  const [names, setNames] = useState(() => new Map(texts.map((f) => [f.text, f.guess])));
  const choices = [
    { value: '', label: say.staysAsWords },
    ...placeholdersAt(moment).map((p) => ({ value: p.name, label: p.label, note: PLACEHOLDER_GROUP_LABELS[p.group] })),
  ];
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.placeholdersFromAnotherSystem}
      foot={
        <>
          <button type="button" className="btn" onClick={() => onTake(new Map())}>
            {say.pasteThemAsWords}
          </button>
          <button type="button" className="btn btn-main" onClick={() => onTake(names)}>
            {say.convertAndPaste}
          </button>
        </>
      }
    >
      <p className="text-sm">{say.whatWasPastedHoldsPlaceholders}</p>
      <ul className="mt-3 flex flex-col gap-2">
        {texts.map((f) => (
          <li key={f.text} className="flex items-center gap-3">
            <code className="w-44 truncate text-sm">{f.text}</code>
            <Pick
              label={say.whatTextBecomes({ text: f.text })}
              className="flex-1"
              value={names.get(f.text) ?? ''}
              choices={choices}
              onChange={(name) => setNames(new Map(names).set(f.text, name || undefined))}
            />
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
