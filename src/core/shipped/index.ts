/** The notifications that ship: finished words for each, to begin from and to go back to. */
import { ACCOUNT } from './account';
import { CONTACTS } from './contacts';
import { HAND, NOTICES } from './hand';
import { MONEY } from './money';
import { PARCEL } from './parcel';
import { PLACED } from './placed';
import { RECKONED } from './reckoned';
import { readTemplateAddress } from '../plan/notification';
import type { Template } from '../template/schema';
import type { ShippedNotification } from './shape';
import { TROUBLE } from './trouble';
import { WAITING } from './waiting';

export type { ShippedNotification } from './shape';

export const SHIPPED_NOTIFICATIONS: readonly ShippedNotification[] = [
  ...PLACED,
  ...PARCEL,
  ...MONEY,
  ...WAITING,
  ...TROUBLE,
  ...CONTACTS,
  ...RECKONED,
  ...ACCOUNT,
  ...HAND,
  ...NOTICES,
];

/** The template that ships for a version, by its address (`order-received~guests`); undefined where none does. */
export function shippedTemplate(address: string): Template | undefined {
  const { slug, variant } = readTemplateAddress(address);
  const shipped = SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug);
  if (!shipped || variant === '') return shipped?.template;
  return shipped.variants?.find((v) => v.variant === variant)?.template;
}
