'use client';
/** Which kind of service to connect, with what each can do and what it cannot. */
import { SERVICE_KIND_LABELS, SERVICE_KIND_NOTES, SERVICE_KINDS, type ServiceKind } from '@/core/mail';
import { say } from '@/words/sending';

export function KindChoice({ value, onChange }: { value: ServiceKind; onChange: (kind: ServiceKind) => void }) {
  return (
    <fieldset className="grid sm:grid-cols-3 gap-2">
      <legend className="sr-only">{say.kindOfService}</legend>
      {SERVICE_KINDS.map((kind) => (
        <label
          key={kind}
          className={`flex cursor-pointer flex-col gap-1 border px-3 py-2 text-xs ${
            value === kind ? 'border-petrol bg-petrol-tint' : 'border-rule bg-sheet hover:border-petrol'
          } has-focus-visible:outline-2 has-focus-visible:outline-petrol`}
        >
          <span className="flex items-start gap-1.5 text-sm font-semibold">
            <input
              type="radio"
              name="kind"
              aria-label={SERVICE_KIND_LABELS[kind]}
              aria-describedby={`kind-${kind}`}
              className="mt-1 shrink-0 accent-petrol"
              checked={value === kind}
              onChange={() => onChange(kind)}
            />
            <span className="min-w-0 break-words">{SERVICE_KIND_LABELS[kind]}</span>
          </span>
          <ul id={`kind-${kind}`} className="flex flex-col gap-0.5">
            {SERVICE_KIND_NOTES[kind].can.map((w) => (
              <li key={w}>+ {w}</li>
            ))}
            {SERVICE_KIND_NOTES[kind].cannot.map((w) => (
              <li key={w}>− {w}</li>
            ))}
          </ul>
        </label>
      ))}
    </fieldset>
  );
}
