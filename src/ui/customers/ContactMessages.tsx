'use client';
/** Which messages a contact gets: those of their label, or chosen ones. */
import type { ForContacts } from '@/contract/customers';
import type { Contact } from '@/core/order';
import { say } from '@/words/customers';
import { listed } from '@/words/speak';
import { Trouble } from '../parts/Page';

const forLabel = ({ labels }: ForContacts, label: string): boolean =>
  labels.length === 0 || labels.some((l) => l.toLowerCase() === label.trim().toLowerCase());

export function ContactMessages({
  contact: { label, messages },
  all,
  problem,
  onChange,
}: {
  contact: Contact;
  all: readonly ForContacts[];
  problem: string | undefined;
  /** Nothing for those of the label. */
  onChange: (messages: string[] | undefined) => void;
}) {
  const ofLabel = all.filter((m) => forLabel(m, label));
  return (
    <fieldset className="mt-3 flex flex-col gap-1 text-sm">
      <legend className="mb-1 text-slate">{say.theirMessages}</legend>
      <label className="flex min-h-6 items-center gap-2">
        <input
          type="radio"
          className="size-4 shrink-0 accent-petrol"
          checked={!messages}
          onChange={() => onChange(undefined)}
        />
        {ofLabel.length > 0
          ? say.messagesOfLabel({ messages: listed(ofLabel.map((m) => m.name)) })
          : say.noMessagesOfLabel}
      </label>
      <label className="flex min-h-6 items-center gap-2">
        <input
          type="radio"
          className="size-4 shrink-0 accent-petrol"
          checked={messages !== undefined}
          onChange={() => onChange(ofLabel.map((m) => m.slug))}
        />
        {say.chosenMessages}
      </label>
      {messages &&
        all.map((m) => (
          <label key={m.slug} className="ms-6 flex min-h-6 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 shrink-0 accent-petrol"
              checked={messages.includes(m.slug)}
              onChange={(e) =>
                onChange(e.target.checked ? [...messages, m.slug] : messages.filter((slug) => slug !== m.slug))
              }
            />
            {m.on ? m.name : say.messageIsOff({ name: m.name })}
          </label>
        ))}
      {problem && <Trouble>{problem}</Trouble>}
    </fieldset>
  );
}
