/** German, by feature. */
import type { Translations } from '../speak';
import { alerts } from './alerts';
import { passkeys } from './passkeys';
import { provider } from './provider';
import { bench } from './bench';
import { bounces } from './bounces';
import { briefing } from './briefing';
import { checking } from './checking';
import { colleagues } from './colleagues';
import { common } from './common';
import { conditions } from './conditions';
import { deliveries } from './deliveries';
import { desk } from './desk';
import { diagnosis } from './diagnosis';
import { dns } from './dns';
import { codes } from './codes';
import { files } from './files';
import { follows } from './follows';
import { customers } from './customers';
import { secondFactor } from './secondFactor';
import { told } from './told';
import { glossary } from './glossary';
import { languages } from './languages';
import { ownOrders } from './ownOrders';
import { rehearsal } from './rehearsal';
import { rehearsed } from './rehearsed';
import { installation } from './installation';
import { removed } from './removed';
import { replace } from './replace';
import { stock } from './stock';
import { values } from './values';
import { viewings } from './viewings';
import { stores } from './stores';
import { suggestions } from './suggestions';
import { findings } from './findings';
import { history } from './history';
import { journey } from './journey';
import { judged } from './judged';
import { keys } from './keys';
import { look } from './look';
import { moments } from './moments';
import { names } from './names';
import { notices } from './notices';
import { notification } from './notification';
import { operations } from './operations';
import { orders } from './orders';
import { pages } from './pages';
import { parts } from './parts';
import { phrasebook } from './phrasebook';
import { placeholders } from './placeholders';
import { policy } from './policy';
import { problems } from './problems';
import { ready } from './ready';
import { reasons } from './reasons';
import { refusals } from './refusals';
import { proof } from './proof';
import { replies } from './replies';
import { routing } from './routing';
import { sending } from './sending';
import { sent } from './sent';
import { sentAs } from './sentAs';
import { sets } from './sets';
import { shell } from './shell';
import { mapping } from './mapping';
import { hooks } from './hooks';
import { past } from './past';
import { settings } from './settings';
import { sources } from './sources';
import { signIn } from './signIn';
import { syntax } from './syntax';
import { terms } from './terms';
import { tests } from './tests';
import { timing } from './timing';
import { today } from './today';
import { unsubscribed } from './unsubscribed';
import { writing } from './writing';

export const de: Translations = {
  alerts,
  passkeys,
  provider,
  bench,
  bounces,
  briefing,
  checking,
  colleagues,
  common,
  conditions,
  deliveries,
  desk,
  diagnosis,
  dns,
  codes,
  files,
  follows,
  customers,
  glossary,
  ownOrders,
  rehearsal,
  rehearsed,
  installation,
  removed,
  replace,
  stock,
  stores,
  values,
  viewings,
  suggestions,
  findings,
  history,
  journey,
  judged,
  keys,
  languages,
  look,
  moments,
  names,
  notices,
  notification,
  operations,
  orders,
  pages,
  parts,
  phrasebook,
  placeholders,
  policy,
  problems,
  ready,
  reasons,
  refusals,
  proof,
  replies,
  routing,
  sending,
  sent,
  sentAs,
  sets,
  mapping,
  hooks,
  past,
  settings,
  sources,
  shell,
  signIn,
  syntax,
  terms,
  tests,
  timing,
  secondFactor,
  told,
  today,
  unsubscribed,
  writing,
};
