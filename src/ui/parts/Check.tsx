'use client';
/** One thing that is on or off. */
export function Check({
  label,
  on,
  onChange,
  disabled = false,
}: {
  label: string;
  on: boolean;
  onChange: (on: boolean) => void;
  disabled?: boolean;
}) {
  return (
    <label className="flex min-h-6 items-center gap-2 text-sm">
      <input
        type="checkbox"
        className="size-4 accent-petrol"
        checked={on}
        disabled={disabled}
        onChange={(e) => onChange(e.target.checked)}
      />
      {label}
    </label>
  );
}
