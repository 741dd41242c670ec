/** What Libellus tells colleagues by mail: each chooses of what, and how often. */
import { Type, type Static } from '@sinclair/typebox';
import type { Role } from './policy';

/** Messages that failed, a service at its limit, DNS records that fell back, codes that run out, rehearsals, and proofs that do not arrive. */
export const ALERT_KINDS = ['failures', 'limits', 'domains', 'codes', 'rehearsals', 'proofs'] as const;
export type AlertKind = (typeof ALERT_KINDS)[number];

/** At once, all of a day in one mail, or not at all. */
export const ALERT_TIMES = ['at-once', 'daily', 'never'] as const;
export type AlertTime = (typeof ALERT_TIMES)[number];

export type AlertChoices = Readonly<Record<AlertKind, AlertTime>>;

/** The time of day, in the store's zone, at which the mail of a day goes out. */
export const DAILY_AT = '08:00';

const OF_OWNERS: AlertChoices = {
  failures: 'daily',
  limits: 'at-once',
  domains: 'at-once',
  codes: 'at-once',
  rehearsals: 'at-once',
  proofs: 'at-once',
};
const OF_OTHERS: AlertChoices = {
  ...{ failures: 'never', limits: 'never', domains: 'never', codes: 'never', rehearsals: 'never', proofs: 'never' },
};

/** What somebody gets: what they chose, and of the rest what their role usually gets. */
export const alertsOf = (role: Role, chosen: Partial<AlertChoices> | null): AlertChoices => ({
  ...(role === 'owner' ? OF_OWNERS : OF_OTHERS),
  ...chosen,
});

export const ChooseAlertSchema = Type.Object(
  {
    kind: Type.Union(ALERT_KINDS.map((k) => Type.Literal(k))),
    time: Type.Union(ALERT_TIMES.map((t) => Type.Literal(t))),
  },
  { additionalProperties: false },
);
export type ChooseAlert = Static<typeof ChooseAlertSchema>;

/** Of one store, as the own page shows it. */
export interface OwnAlerts {
  store: string;
  chosen: AlertChoices;
  /** How many colleagues besides oneself are told, by kind. */
  others: Readonly<Record<AlertKind, number>>;
}
