/** The notifications that ship: finished words for each, to begin from and to go back to. */
import { MONEY } from './money';
import { PARCEL } from './parcel';
import { PLACED } from './placed';
import type { ShippedNotification } from './shape';
import { TROUBLE } from './trouble';

export type { ShippedNotification } from './shape';

export const SHIPPED_NOTIFICATIONS: readonly ShippedNotification[] = [...PLACED, ...PARCEL, ...MONEY, ...TROUBLE];
