/** What the Journey is given of the store's notifications. */
import type { Audience } from '@/core/moments';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/journey';
import { say as common } from '@/words/common';

export const LANES: readonly { audience: Audience; name: string; whom: string }[] = inEachLanguage(() => [
  { audience: 'customer', name: common.customer, whom: say.theCustomer },
  { audience: 'contact', name: say.contacts, whom: say.theCustomersContacts },
  { audience: 'staff', name: say.staff, whom: 'staff' },
]);
