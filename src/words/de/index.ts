/** German, by feature. */
import type { Translations } from '../speak';
import { bench } from './bench';
import { common } from './common';
import { conditions } from './conditions';
import { deliveries } from './deliveries';
import { desk } from './desk';
import { journey } from './journey';
import { look } from './look';
import { notification } from './notification';
import { orders } from './orders';
import { pages } from './pages';
import { parts } from './parts';
import { phrasebook } from './phrasebook';
import { policy } from './policy';
import { routing } from './routing';
import { sending } from './sending';
import { shell } from './shell';
import { signIn } from './signIn';
import { terms } from './terms';
import { today } from './today';
import { writing } from './writing';

export const de: Translations = {
  bench,
  common,
  conditions,
  deliveries,
  desk,
  journey,
  look,
  notification,
  orders,
  pages,
  parts,
  phrasebook,
  policy,
  routing,
  sending,
  shell,
  signIn,
  terms,
  today,
  writing,
};
