/** What the Journey is given of the store's notifications. */
import type { Audience } from '@/core/moments';

export const LANES: readonly { audience: Audience; name: string; whom: string }[] = [
  { audience: 'customer', name: 'Customer', whom: 'the customer' },
  { audience: 'contact', name: 'Contacts', whom: "the customer's contacts" },
  { audience: 'staff', name: 'Staff', whom: 'staff' },
];
