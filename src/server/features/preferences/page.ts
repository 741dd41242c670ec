/**
 * The page of a customer's preferences. The link in a message shows a button alone, which sends a link to their address; that one opens the
 * page for an hour. Looking at either changes nothing, since programs look at links as well.
 */
import { OPTIONAL_KINDS, type OptionalKind } from '@/core/moments';
import { phrasebookFor, type Phrase } from '@/core/template';
import { escapeHtml } from '@/core/text';
import { ownLanguageName } from '@/core/names';
import { timeNow } from '../../db/demo-clock';
import { whoAsks, whoOpens, type PreferencesOf } from '../../events/preferences-link';
import { linkTooOld, readerPage, storePage, wordsOf } from '../../people/reader-page';
import { phrasesOf } from '../../sending/render';
import {
  keepPreferences,
  pageIsOpen,
  preferencesOf,
  sendLink,
  type Kept,
  type PersonField,
  type PersonTyped,
  type PreferencesTyped,
} from './preferences';

const KINDS: Record<OptionalKind, Phrase> = { feedback: 'keepFeedback', offers: 'keepOffers' };
const EMPTY: PersonTyped = { label: '', email: '', name: '', language: '' };
/** Empty rows that stand ready, where there can be so many. */
const READY = 2;

type Say = (phrase: Phrase) => string;

/** Answers a look at a link. */
export async function preferencesPage(token: string): Promise<Response> {
  const asks = await whoAsks(token);
  if (asks) return (await pageIsOpen(asks.store)) ? askPage(asks) : said(asks, 'pageClosed', 404);
  const opens = await whoOpens(token, await timeNow());
  if (opens === undefined || opens === 'too-old') return linkTooOld('askAgain');
  if (!(await pageIsOpen(opens.store))) return said({ ...opens, language: languageOf(opens) }, 'pageClosed', 404);
  return formPage(opens, await preferencesOf(opens));
}

/** Sends the link, or keeps what the form says. */
export async function takePreferences(token: string, form: FormData): Promise<Response> {
  const asks = await whoAsks(token);
  if (asks) {
    const outcome = await sendLink(asks);
    if (outcome === 'sent') return said(asks, 'linkSent', 200);
    return outcome === 'often' ? said(asks, 'linkAsked', 429) : said(asks, 'pageClosed', 404);
  }
  const opens = await whoOpens(token, await timeNow());
  if (opens === undefined || opens === 'too-old') return linkTooOld('askAgain');
  if (!(await pageIsOpen(opens.store))) return said({ ...opens, language: languageOf(opens) }, 'pageClosed', 404);
  const typed = readForm(form);
  const kept = await keepPreferences(opens, typed);
  if (kept.kind === 'wrong') return formPage(opens, { ...(await preferencesOf(opens)), ...typed }, kept);
  // As it is kept now, in the language that they chose.
  const now = await whoOpens(token, 0);
  if (now === undefined || now === 'too-old') return linkTooOld('askAgain');
  const fresh = await preferencesOf(now);
  // What they typed is theirs to save again over what is there since.
  return formPage(now, kept.kind === 'changed-since' ? { ...fresh, ...typed, revision: fresh.revision } : fresh, kept);
}

/** A customer's own language, before they say another. */
const languageOf = ({ store, customer }: PreferencesOf): string =>
  customer.language || customer.orderLanguage || store.language;

const text = (form: FormData, name: string, most: number): string => {
  const value = form.get(name);
  return typeof value === 'string' ? value.slice(0, most) : '';
};

function readForm(form: FormData): PreferencesTyped {
  const want = form.getAll('want');
  const revision = Number(text(form, 'revision', 10));
  return {
    revision: Number.isSafeInteger(revision) ? revision : 0,
    language: text(form, 'language', 35),
    want: OPTIONAL_KINDS.filter((kind) => want.includes(kind)),
    people: Array.from({ length: Math.min(form.getAll('email').length, 30) }, (_, i) => ({
      label: rowText(form, 'label', i, 80),
      email: rowText(form, 'email', i, 254),
      name: rowText(form, 'name', i, 200),
      language: rowText(form, 'person-language', i, 35),
    })),
  };
}

/** A field of a row of people: those of all rows have the same name, and come in their order. */
function rowText(form: FormData, name: string, row: number, most: number): string {
  const value = form.getAll(name)[row];
  return typeof value === 'string' ? value.slice(0, most) : '';
}

async function sayIn({ store }: PreferencesOf, language: string): Promise<Say> {
  const phrases = phrasebookFor(language, await phrasesOf(store.id, language));
  return (phrase) => wordsOf(phrases, phrase);
}

async function askPage(asks: PreferencesOf & { language: string }): Promise<Response> {
  const say = await sayIn(asks, asks.language);
  return readerPage(
    `<h1>${say('preferences')}</h1><p>${say('askLink')}</p><form method="post"><button>${say('sendLink')}</button></form>`,
    storePage(asks.store, asks.language, say('preferences')),
  );
}

async function said(whom: PreferencesOf & { language: string }, phrase: Phrase, status: number): Promise<Response> {
  const say = await sayIn(whom, whom.language);
  return readerPage(`<h1>${say('preferences')}</h1><p role="status">${say(phrase)}</p>`, {
    ...storePage(whom.store, whom.language, say('preferences')),
    status,
  });
}

const choice = (value: string, words: string, chosen: string): string =>
  `<option value="${escapeHtml(value)}"${value === chosen ? ' selected' : ''}>${words}</option>`;

async function formPage(
  whom: PreferencesOf,
  shown: PreferencesTyped & { labels: string[] },
  kept?: Kept,
): Promise<Response> {
  const language = languageOf(whom);
  const say = await sayIn(whom, language);
  const { store, customer } = whom;
  // Each in itself: who does not read the page's language finds their own.
  const languages = store.languages.map((l) => [l, escapeHtml(ownLanguageName(l))] as const);
  const wrong = kept?.kind === 'wrong' ? kept.troubles : [];
  const most = Math.max(store.contactLimits.most, customer.contacts.length);
  const filled = shown.people.filter((p, i) => p.email.trim() !== '' || wrong.some((w) => w.row === i));
  const ready = Math.max(0, Math.min(READY, most - filled.length));
  const people = wrong.length > 0 ? shown.people : [...filled, ...Array.from({ length: ready }, () => EMPTY)];
  const field = (row: number, name: PersonField, label: Phrase, control: (marks: string) => string): string => {
    const trouble = wrong.find((w) => w.row === row && w.field === name)?.trouble;
    const id = `${name}-${row}`;
    const wrongId = `wrong-${id}`;
    const marks = ` id="${id}"${trouble ? ` aria-invalid="true" aria-describedby="${wrongId}"` : ''}`;
    return `<div><label for="${id}">${say(label)}</label>${control(marks)}${trouble ? `<span class="wrong" id="${wrongId}">${say(trouble)}</span>` : ''}</div>`;
  };
  const rows = people.map((person, row) => {
    const labels =
      person.label === '' || shown.labels.includes(person.label) ? shown.labels : [person.label, ...shown.labels];
    return `<div class="person" role="group" aria-label="${row + 1}">${field(row, 'label', 'contactFor', (marks) => `<select name="label"${marks}>${labels.map((l) => choice(l, escapeHtml(l), person.label)).join('')}</select>`)}${field(row, 'email', 'contactAddress', (marks) => `<input name="email" inputmode="email" autocomplete="off" dir="ltr" maxlength="254" value="${escapeHtml(person.email)}"${marks}>`)}${field(row, 'name', 'contactName', (marks) => `<input name="name" autocomplete="off" maxlength="200" value="${escapeHtml(person.name)}"${marks}>`)}${field(row, 'language', 'writeIn', (marks) => `<select name="person-language"${marks}>${choice('', say('asMine'), person.language)}${languages.map(([l, words]) => choice(l, words, person.language)).join('')}</select>`)}</div>`;
  });
  const boxes = OPTIONAL_KINDS.map(
    (kind) =>
      `<label><input type="checkbox" name="want" value="${kind}"${shown.want.includes(kind) ? ' checked' : ''}> ${say(KINDS[kind])}</label>`,
  );
  const others =
    shown.labels.length > 0 && people.length > 0
      ? `<fieldset><legend><h2>${say('whoElse')}</h2></legend>${rows.join('')}<p class="quiet">${say('contactOff')}</p></fieldset>`
      : '';
  const notice =
    kept?.kind === 'saved'
      ? `<p role="status"><strong>${say('choiceSaved')}</strong></p>`
      : kept
        ? `<p role="alert">${say(kept.kind === 'wrong' ? 'lookAgain' : 'changedSince')}</p>`
        : '';
  return readerPage(
    `<h1>${say('preferences')}</h1><p dir="ltr">${escapeHtml(customer.email)}</p>${notice}
<form method="post"><input type="hidden" name="revision" value="${shown.revision}">
<div><label for="language">${say('writeIn')}</label><select id="language" name="language">${choice('', say('languageOfOrders'), shown.language)}${languages.map(([l, words]) => choice(l, words, shown.language)).join('')}</select></div>
${others}<fieldset><legend><h2>${say('unsubscribeTitle')}</h2></legend>${boxes.join('')}<p class="quiet">${say('keepOrders')}</p></fieldset>
<button>${say('saveChoice')}</button></form>`,
    { ...storePage(store, language, say('preferences')), ...(kept?.kind === 'wrong' && { status: 422 }) },
  );
}
