'use client';
/** On or off, at once. */
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
      title={on ? 'Turn off' : 'Turn on'}
      disabled={disabled}
      onClick={onChange}
      className="-m-1 shrink-0 px-1 py-1.5 disabled:opacity-50"
    >
      <span
        className={`flex h-3 w-5 forced-color-adjust-none items-center border px-px ${
          on ? 'justify-end border-petrol bg-petrol' : 'justify-start border-slate bg-sheet'
        }`}
      >
        <span className={`h-2 w-2 ${on ? 'bg-on-petrol' : 'bg-slate'}`} />
      </span>
    </button>
  );
}
