/** Whom a message goes to, as its address on the web keeps it. */
import { isMailAddress } from '@/core/schema';
import type { WhomAsked } from '@/contract/letters';

/** Just the recipients of the notification. */
export const isUsual = ({ customer, to, copies }: WhomAsked): boolean => customer && to.length + copies.length === 0;

/** The part of an address that says whom a message goes to; empty for the usual. */
export const whomQuery = (asked: WhomAsked | undefined): [string, string][] =>
  !asked || isUsual(asked)
    ? []
    : [
        ...(asked.customer ? [] : ([['customer', 'no']] as [string, string][])),
        ...asked.to.map((address): [string, string] => ['to', address]),
        ...asked.copies.map((id): [string, string] => ['copy', id]),
      ];

type Several = string | string[] | undefined;
const list = (value: Several): string[] => (value === undefined ? [] : [value].flat());

/** What an address asks for; undefined for the usual. */
export function whomFromQuery(query: { customer?: Several; to?: Several; copy?: Several }): WhomAsked | undefined {
  const asked: WhomAsked = {
    customer: list(query.customer)[0] !== 'no',
    to: list(query.to).filter(isMailAddress).slice(0, 10),
    copies: list(query.copy).slice(0, 10),
  };
  return isUsual(asked) ? undefined : asked;
}
