'use client';
/** One colour: typed, or picked. */
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { useState } from 'react';
import { HexColorPicker } from 'react-colorful';
import { say } from '@/words/look';

const HEX = /^#?[0-9a-fA-F]{6}$/;

export function ColourField({
  label,
  value,
  disabled,
  onChange,
}: {
  label: string;
  value: string;
  disabled: boolean;
  onChange: (colour: string) => void;
}) {
  const [text, setText] = useState<string>();
  const shown = text ?? value;
  const wrong = text !== undefined && !HEX.test(text.trim());
  return (
    <div className="flex items-center gap-2">
      <Popover>
        <PopoverButton
          disabled={disabled}
          aria-label={say.labelPick({ label })}
          className="block size-7 rounded-control border border-slate/50"
          style={{ backgroundColor: value }}
        />
        <PopoverPanel
          anchor="bottom start"
          className="z-40 rounded-control border border-rule bg-sheet p-3 shadow-sheet [--anchor-gap:4px]"
        >
          <HexColorPicker color={value} onChange={onChange} />
        </PopoverPanel>
      </Popover>
      <label className="flex min-w-0 flex-1 items-center gap-2 text-sm">
        <span className="min-w-0 flex-1 truncate" title={label}>
          {label}
        </span>
        <input
          className="input w-20 px-1.5 font-mono text-xs"
          spellCheck={false}
          readOnly={disabled}
          aria-invalid={wrong || undefined}
          value={shown}
          onChange={(e) => {
            setText(e.target.value);
            const colour = e.target.value.trim();
            if (HEX.test(colour)) onChange((colour.startsWith('#') ? colour : `#${colour}`).toLowerCase());
          }}
          onBlur={() => setText(undefined)}
        />
      </label>
    </div>
  );
}
