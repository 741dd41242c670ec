'use client';
/** Who gets a message about one order: its customer, their contacts, a typed address, and a copy for colleagues. */
import { X } from 'lucide-react';
import { startTransition, useOptimistic, useState, type FormEvent } from 'react';
import { isMailAddress } from '@/core/schema';
import type { WhomAsked, WhomChoices } from '@/contract/letters';
import { Check } from '../parts/Check';
import { Field } from '../parts/fields';
import { PanelTitle } from '../parts/Page';
import { Several } from '../parts/Several';
import { say } from '@/words/writing';

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

export function Whom(props: { choices: WhomChoices; asked: WhomAsked; onAsk: (asked: WhomAsked) => void }) {
  const { choices } = props;
  // What is chosen shows at once; who gets it is worked out by the server.
  const [asked, show] = useOptimistic(props.asked);
  const onAsk = (next: WhomAsked): void =>
    startTransition(() => {
      show(next);
      props.onAsk(next);
    });
  const { customer, contacts, colleagues } = choices;
  const [typing, setTyping] = useState('');
  const [problem, setProblem] = useState<string>();
  const typed = asked.to.filter((address) => !contacts.some((c) => same(c.address, address)));
  const without = (address: string): string[] => asked.to.filter((a) => !same(a, address));
  const add = (e: FormEvent): void => {
    e.preventDefault();
    const address = typing.trim();
    if (!isMailAddress(address)) return setProblem(say.enterAnEmailAddress);
    setProblem(undefined);
    setTyping('');
    if (same(address, customer.address)) onAsk({ ...asked, customer: true });
    else onAsk({ ...asked, to: [...without(address), address] });
  };
  return (
    <section aria-label={say.whoGetsIt} className="flex flex-col gap-2 text-sm">
      <PanelTitle>{say.whoGetsIt}</PanelTitle>
      <Check
        label={say.theCustomer({ name: customer.name || customer.address })}
        on={asked.customer}
        onChange={(on) => onAsk({ ...asked, customer: on })}
      />
      {contacts.map((c) => (
        <Check
          key={c.address}
          label={say.contact({ label: c.label, name: c.name || c.address })}
          on={asked.to.some((a) => same(a, c.address))}
          onChange={(on) => onAsk({ ...asked, to: on ? [...without(c.address), c.address] : without(c.address) })}
        />
      ))}
      {typed.length > 0 && (
        <ul>
          {typed.map((address) => (
            <li key={address} className="flex items-center gap-1">
              <bdi className="min-w-0 wrap-anywhere">{address}</bdi>
              <button
                type="button"
                className="btn btn-quiet ms-auto"
                aria-label={say.withoutAddress({ address })}
                onClick={() => onAsk({ ...asked, to: without(address) })}
              >
                <X size={14} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      )}
      <form onSubmit={add} noValidate className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <Field label={say.anotherAddress} problem={problem}>
            {(ids) => (
              <input
                {...ids}
                className="input w-full"
                type="email"
                autoComplete="off"
                spellCheck={false}
                value={typing}
                onChange={(e) => {
                  setTyping(e.target.value);
                  setProblem(undefined);
                }}
              />
            )}
          </Field>
        </div>
        <button type="submit" className="btn">
          {say.add}
        </button>
      </form>
      {colleagues.length > 0 && (
        <div role="group" aria-label={say.copyFor}>
          <div className="mb-1 text-slate">{say.copyFor}</div>
          <Several
            values={asked.copies}
            choices={colleagues.map((c) => ({ value: c.id, label: c.name, note: c.address }))}
            least={0}
            label={say.copyFor}
            placeholder={say.addAColleague}
            onChange={(copies) => onAsk({ ...asked, copies })}
          />
        </div>
      )}
    </section>
  );
}
