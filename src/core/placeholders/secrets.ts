/** Values that only their recipient may see, such as a link that sets a password: what stands in their place everywhere else. */
import type { MomentDetails } from '../moments/details';
import type { Value, Values } from '../text/values';
import { PLACEHOLDERS } from './catalogue';

const SECRET = PLACEHOLDERS.filter((p) => p.secret);

/** What is shown of a secret: of a link its host, of anything else nothing. */
export function masked(value: Value): Value {
  if (typeof value !== 'string') return '\u2022\u2022\u2022\u2022\u2022\u2022';
  const origin = URL.canParse(value) ? new URL(value).origin : 'null';
  return origin === 'null' ? '\u2022\u2022\u2022\u2022\u2022\u2022' : `${origin}/hidden`;
}

/** The values with every secret masked. */
export function maskValues(values: Values): Values {
  const hidden = SECRET.flatMap(({ name }) => {
    const value = values[name];
    return value === undefined ? [] : [[name, masked(value)] as const];
  });
  return hidden.length === 0 ? values : { ...values, ...Object.fromEntries(hidden) };
}

/** Details by the names of placeholders: `reset.url` stands at `reset`, `url`. */
const PLACES = SECRET.map(({ name, from }) => ({ detail: from as keyof MomentDetails, field: name.split('.')[1]! }));

/** Whether an event's details hold a secret that was not masked yet. */
export function holdsSecrets(details: MomentDetails | undefined): boolean {
  return JSON.stringify(details ?? {}) !== JSON.stringify(maskDetails(details ?? {}));
}

/** An event's details with every secret masked. */
export function maskDetails(details: MomentDetails): MomentDetails {
  const copy: Record<string, unknown> = { ...details };
  for (const { detail, field } of PLACES) {
    const told = copy[detail] as Record<string, Value> | undefined;
    if (told?.[field] !== undefined) copy[detail] = { ...told, [field]: masked(told[field]) };
  }
  return copy as MomentDetails;
}

/** The moments whose events can hold a secret, for looking for those that are left. */
export const SECRET_DETAILS: readonly string[] = [...new Set(PLACES.map((p) => p.detail))];
