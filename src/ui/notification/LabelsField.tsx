'use client';
/** Which of a customer's contacts a notification goes to, by their labels. */
import { useState } from 'react';
import { Field } from '../parts/fields';
import { say } from '@/words/notification';
import { say as common } from '@/words/common';

export function LabelsField({ labels, onChange }: { labels: string[]; onChange: (labels: string[]) => void }) {
  const [text, setText] = useState('');
  const add = (): void => {
    const label = text.trim();
    if (label !== '' && !labels.some((l) => l.toLowerCase() === label.toLowerCase())) onChange([...labels, label]);
    setText('');
  };
  return (
    <Field
      label={say.contactsWithTheLabel}
      hint={labels.length === 0 ? say.withoutAnyItGoesTo : say.suchAsAccountsOrGoods}
    >
      {(ids) => (
        <div className="flex flex-wrap items-center gap-1">
          {labels.map((l) => (
            <span key={l} className="flex items-center rounded-control bg-petrol-tint ps-2 text-xs">
              {l}
              <button
                type="button"
                aria-label={say.withoutLabel({ label: l })}
                className="px-1.5 py-0.5"
                onClick={() => onChange(labels.filter((x) => x !== l))}
              >
                ×
              </button>
            </span>
          ))}
          <input
            {...ids}
            className="input w-40"
            value={text}
            placeholder={common.oneMore}
            onChange={(e) => setText(e.target.value)}
            onBlur={add}
            onKeyDown={(e) => {
              if (e.key !== 'Enter') return;
              e.preventDefault();
              add();
            }}
          />
        </div>
      )}
    </Field>
  );
}
