/** The screens of a store, in the order of the spine, each with the letter that goes there after `g`. */
export interface Place {
  name: string;
  path: string;
  gathering: '' | 'Compose' | 'Send' | 'Keep';
  letter: string;
  /** Further paths that belong to it. */
  also?: string[];
}

export const PLACES: readonly Place[] = [
  { name: 'Today', path: '/today', gathering: '', letter: 't' },
  { name: 'Journey', path: '/journey', gathering: 'Compose', letter: 'j', also: ['/desk', '/passages'] },
  { name: 'Look', path: '/look', gathering: 'Compose', letter: 'l' },
  { name: 'Phrasebook', path: '/phrasebook', gathering: 'Compose', letter: 'p' },
  { name: 'Routing', path: '/routing', gathering: 'Send', letter: 'r' },
  { name: 'Sending', path: '/sending', gathering: 'Send', letter: 's' },
  { name: 'Orders', path: '/orders', gathering: 'Keep', letter: 'o' },
  { name: 'Deliveries', path: '/deliveries', gathering: 'Keep', letter: 'd' },
  { name: 'Store', path: '/store', gathering: 'Keep', letter: 'm' },
];
