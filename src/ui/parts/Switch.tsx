'use client';
/** On or off, at once. */
import { say } from '@/words/parts';
export function Switch({
  on,
  label,
  disabled = false,
  onChange,
}: {
  on: boolean;
  label: string;
  disabled?: boolean;
  onChange: () => void;
}) {
  return (
    <button
      type="button"
      role="switch"
      aria-checked={on}
      aria-label={label}
      title={on ? say.turnOff : say.turnOn}
      disabled={disabled}
      onClick={onChange}
      className="-m-1 shrink-0 px-1 py-1 disabled:opacity-50"
    >
      <span
        className={`flex h-4 w-6.5 forced-color-adjust-none items-center rounded-control border px-0.5 ${
          on ? 'justify-end border-petrol bg-petrol' : 'justify-start border-slate bg-sheet'
        }`}
      >
        <span className={`h-2.5 w-2.5 rounded-[2px] ${on ? 'bg-on-petrol' : 'bg-slate'}`} />
      </span>
    </button>
  );
}
