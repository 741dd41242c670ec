'use client';
/** Who a rule or copies are for: in words, and the fields that a colleague or an address is chosen in. */
import { say } from '@/words/routing';
import { say as common } from '@/words/common';
import { Field, Search } from '../parts/fields';
import type { Rule } from '@/contract/routing';
import type { RoutingProps } from './types';

/** Who a rule is for, in words. */
export const whoOf = ({ name, address, role }: Rule): string => (role ? say.roleOfOrder({ role }) : name || address);

export function ColleagueField({
  people,
  value,
  problem,
  onChange,
}: {
  people: RoutingProps['people'];
  value: string | null;
  problem: string | undefined;
  onChange: (id: string) => void;
}) {
  return (
    <Field label={say.colleague} problem={problem}>
      {(ids) => (
        <Search
          id={ids.id}
          value={value}
          placeholder={say.nameOrJob}
          choices={people.map((p) => ({ value: p.id, label: p.name, note: p.job }))}
          onChange={onChange}
        />
      )}
    </Field>
  );
}

export function AddressField({
  value,
  placeholder,
  problem,
  onChange,
}: {
  value: string;
  placeholder: string;
  problem: string | undefined;
  onChange: (address: string) => void;
}) {
  return (
    <Field label={common.address} problem={problem}>
      {(ids) => (
        <input
          {...ids}
          className="input"
          value={value}
          placeholder={placeholder}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  );
}
