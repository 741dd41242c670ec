/**
 * Every server action and every file route, called as every role, signed out, and as a member of another store. What each may do is
 * written here by hand; actions are found by reading the folder of the application, so that none can be forgotten.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { DEFAULT_LOOK } from '@/core/look';
import { STORE } from '@/core/testing';
import { ROLES, type Role } from '@/contract/policy';
import { database } from '@/server/db/client';
import { memberships, user } from '@/server/db/schema';
import { createStore } from '@/server/features/stores/stores';
import { USE_CASES } from '@/server/features/use-case';
import { SHOP, useDatabase } from './fixture';

let signedIn: { id: string; name: string; email: string } | undefined;
jest.mock('@/server/auth/auth', () => ({
  auth: () => ({
    api: { getSession: () => Promise.resolve(signedIn ? { user: signedIn, session: { id: 'own' } } : null) },
  }),
}));
jest.mock('next/headers', () => ({ headers: () => Promise.resolve(new Headers()) }));
jest.mock('next/cache', () => ({ revalidatePath: () => undefined }));

useDatabase();

const OTHER = 'elsewhere';
const PERSON = { id: 'somebody', name: 'Somebody', email: 'somebody@quillwick.example' };

const EVERYONE = 'owner designer translator support viewer';
const file = (name: string, bytes = 'x'): FormData => {
  const form = new FormData();
  form.set(name, new File([bytes], 'file.csv'));
  form.set('shown', '200');
  return form;
};
const WORDS = { en: { a: 'x' } };
const PLACE = { kind: 'template', slug: 'none', segment: 'subject' };

/** A mailbox for proofs, of the right shape. */
const PROOF_MAILBOX = {
  ...{ every: 'off', reader: 'imap', address: '', host: '', port: 993, security: 'tls', user: '' },
};

/** An order for rehearsals, of the right shape, of a product that is not there. */
const OWN_SCRIPT = {
  ...{ language: 'en', channel: 'none', guest: false, paid: true, told: 'all', payment: '', place: '', country: '' },
  ...{ basket: [{ sku: 'none', quantity: 1 }], steps: [] },
};

/** Action by name: who may, and arguments of the right shape (which the deed may still refuse). */
const ACTIONS: Record<string, [roles: string, ...args: unknown[]]> = {
  saveServiceAction: ['owner', undefined, {}],
  checkAction: ['owner support', 'none'],
  searchAction: [EVERYONE, 'order'],
  findAction: ['owner', 'not an address'],
  pauseAction: ['owner', 'none', true],
  moveAction: ['owner', 'none', 1],
  removeServiceAction: ['owner', 'none'],
  sendersAction: ['owner', []],
  channelsAction: ['owner', {}],
  addDomainAction: ['owner', 'not a domain'],
  saveProofAction: ['owner', PROOF_MAILBOX],
  openProofAction: ['owner', PROOF_MAILBOX],
  proveNowAction: ['owner support'],
  lookAction: ['owner support', 'none.example'],
  newKeyAction: ['owner', 'none.example'],
  removeDomainAction: ['owner', 'none.example'],
  withholdAction: ['owner support', {}],
  allowAction: ['owner support', 'none'],
  tryAction: ['owner support', 'none'],
  tryAllAction: ['owner support', 'none'],
  releaseAction: ['owner support', 'none'],
  sendNowAction: ['owner support', 'none'],
  stopAction: ['owner support', 'none'],
  againAction: ['owner support', 'none', 'a@b.example'],
  placeAction: ['owner support', {}],
  orderForecastAction: ['owner support', 'none', {}],
  forecastPlacingAction: ['owner support', {}],
  orderDoAction: ['owner support', 'none', {}],
  startWalkAction: ['owner support', { email: 'x', firstName: 'A', lastName: 'B', language: 'en', asGuest: false }],
  stepAction: ['owner support', 'none', 'none'],
  windAction: ['owner support', 1],
  askRehearsalAction: ['owner designer', { of: 'everything' }],
  saveOwnAction: ['owner designer', { name: 'x', script: OWN_SCRIPT }],
  foreseeOwnAction: ['owner designer', OWN_SCRIPT],
  keepRecordedAction: ['owner designer', 'none'],
  keepFoundAction: ['owner designer', 4000, 1],
  nameOwnAction: ['owner designer', 'none', 'x'],
  switchOwnAction: ['owner designer', 'none', false],
  removeOwnAction: ['owner designer', 'none'],
  chooseRehearsalsAction: [
    'owner designer',
    { changes: false, nights: false, pictures: false, links: false, required: false },
  ],
  shareScreenshotsAction: ['owner designer', { number: 4000, name: 'Ann', days: 7 }],
  takeSharedBackAction: ['owner designer', 'none'],
  remarkDoneAction: ['owner designer', 'none'],
  draftsRehearsedAction: [EVERYONE, ['order-received']],
  rehearseDraftsAction: ['owner designer', ['no-such-version']],
  askPicturesAction: ['owner designer', { number: 4_000 }],
  forecastPostingAction: ['owner designer', { number: 4_000, set: 'all', to: 'me', plus: true }],
  askPostingAction: ['owner designer', { number: 4_000, set: 'all', to: 'me', plus: true }],
  stopPostingAction: ['owner designer', 4_000],
  askFaultsAction: ['owner designer', 4_000],
  stopFaultsAction: ['owner designer', 4_000],
  stopPicturesAction: ['owner designer', 4_000],
  stopRehearsalAction: ['owner designer', 4_000],
  writeAction: ['owner designer support', {}],
  keepAction: ['owner designer', {}],
  eventsKeyAction: ['owner'],
  previewFileAction: ['owner', 'products', false, file('file')],
  bringFileAction: ['owner', 'products', { goodOnly: false, clear: false }, file('file')],
  pauseRuleAction: ['owner designer', { ids: ['none'] }],
  forecastRuleAction: ['owner designer', {}],
  saveCopyAction: ['owner designer', { recipient: { staffId: 'none' }, notifications: [], channels: [] }],
  removeCopyAction: ['owner designer', 'none'],
  lookAtLimitsAction: ['owner', { limits: { most: 10, labels: [] }, page: false }],
  saveLimitsAction: ['owner', { limits: { most: 10, labels: [] }, page: false }],
  saveListAction: ['owner support', { name: 'Poland', filter: { country: 'PL' } }],
  lookAtTakingBackAction: ['owner designer', 'none'],
  takeRuleChangeBackAction: ['owner designer', 'none'],
  inviteAction: ['owner', { email: 'new@colleague-test.example', role: 'viewer' }],
  inviteAgainAction: ['owner', 'none'],
  takeInvitationBackAction: ['owner', 'none'],
  changeColleagueAction: ['owner', { id: 'none', role: 'viewer' }],
  requireFactorAction: ['owner', false],
  resetFactorAction: ['owner', 'none'],
  colleagueStoresAction: ['owner', 'none'],
  placeColleagueAction: ['owner', { id: 'none', role: 'viewer' }],
  removeColleagueAction: ['owner', 'none'],
  saveNameAction: [EVERYONE, { name: ' ' }],
  changePasswordAction: [EVERYONE, { before: 'x', password: 'a new one that is long' }],
  endSessionAction: [EVERYONE, 'none'],
  chooseAlertAction: [EVERYONE, { kind: 'eggs', time: 'never' }],
  lookAtSettingsAction: ['owner', { seen: {}, next: {} }],
  saveSettingsAction: ['owner', { seen: {}, next: {} }],
  readHolidaysAction: ['owner', 'no calendar'],
  lookAtClosingAction: ['owner'],
  closeStoreAction: ['owner', { waiting: 'perhaps' }],
  reopenStoreAction: ['owner'],
  makeHookAction: ['owner', { name: ' ', url: 'https://desk.example', types: ['reply.received'] }],
  changeHookAction: ['owner', { id: 'none', name: 'A', url: 'https://a.example', types: ['reply.received'], on: true }],
  removeHookAction: ['owner', 'none'],
  repeatCallAction: ['owner', 'none', 'none'],
  testHookAction: ['owner', 'none'],
  makeSourceAction: ['owner', { name: ' ', proof: { by: 'token', header: 'x-token' } }],
  changeSourceAction: ['owner', 'none', { name: 'A', proof: { by: 'token', header: 'x-token' } }],
  removeSourceAction: ['owner', 'none'],
  saveMappingAction: ['owner', 'none', { revision: 1, mapping: { event: { table: [] }, lists: [], fields: [] } }],
  publishMappingAction: ['owner', 'none', 1],
  startFromEditionAction: ['owner', 'none', 1],
  switchSourceAction: ['owner', 'none', true],
  tryMappingAction: ['owner', 'none', { event: { table: [] }, lists: [], fields: [] }],
  readRequestAction: ['owner', 'none', 'none'],
  takeRequestsAgainAction: ['owner', 'none', ['none']],
  makeKeyAction: ['owner', { kind: 'read', name: ' ' }],
  replaceKeyAction: ['owner', { id: 'none', hours: 24 }],
  revokeKeyAction: ['owner', 'none'],
  draftRuleAction: ['owner designer', {}],
  dropDraftsAction: ['owner designer', ['none']],
  lookAtDraftsAction: ['owner designer'],
  makeDraftsLiveAction: ['owner designer', ['none']],
  removeListAction: ['owner support', 'none'],
  lookAtJoinAction: ['owner support', { id: 'none', address: 'grace@inkwell.example' }],
  joinAction: ['owner support', { id: 'none', address: 'grace@inkwell.example' }],
  takeApartAction: ['owner support', { id: 'none', part: 'other' }],
  takeListBackAction: ['owner', 'none'],
  saveCustomerAction: [
    'owner support',
    { id: 'none', revision: 1, firstName: '', lastName: '', company: '', language: '', contacts: [] },
  ],
  lookAtCorrectionAction: ['owner support', { id: 'none', to: 'a@b.example' }],
  correctAddressAction: ['owner support', { id: 'none', to: 'a@b.example' }],
  doNotWriteAction: ['owner support', {}],
  writeAgainAction: ['owner support', 'none'],
  eraseCustomerAction: ['owner support', 'nobody@nowhere.example'],
  switchAction: ['owner designer', 'none', true],
  impactAction: [EVERYONE, 'none'],
  changeImpactAction: [EVERYONE, 'none', {}],
  switchManyAction: ['owner designer', false, []],
  draftsAction: [EVERYONE, []],
  publishManyAction: ['owner designer', [], ''],
  findWordsAction: [EVERYONE, { search: 'x', replacement: '', matchCase: false, wholeWords: true, language: '' }],
  putWordsAction: ['owner designer', []],
  lookAtTranslationsAction: ['owner designer translator', 'de', 'none'],
  bringTranslationsAction: ['owner designer translator', { language: 'de', stamp: 'x', name: 'x' }, 'none'],
  offerMemoryAction: ['owner designer translator', { id: '0'.repeat(26), offered: false }],
  takeBackTranslationsAction: [
    'owner designer translator',
    {
      language: 'de',
      segments: [{ kind: 'template', slug: 'none', segment: 'subject', before: 'x', words: 'y' }],
    },
  ],
  translateAction: [
    'owner designer translator',
    {
      kind: 'template',
      slug: 'order-received',
      language: 'de',
      segment: 'subject',
      source: 'x',
      before: 'x',
      words: 'y',
      state: 'begun',
    },
  ],
  makeStoreAction: [
    'owner',
    {
      store: '',
      url: 'https://a.example',
      storeEmail: 'a@b.example',
      language: 'en',
      currency: 'EUR',
      timeZone: 'Europe/Berlin',
    },
  ],
  putInUseAction: ['owner designer translator', { slug: 'none', language: 'de' }],
  allowTranslatorAction: ['owner', { id: 'none', publishes: false }],
  makeLinkAction: ['owner', { name: 'x', language: 'none', days: 1 }],
  takeLinkBackAction: ['owner', { id: 'none' }],
  saveNoteAction: ['owner designer', { place: PLACE, note: { words: '' }, before: { words: '' } }],
  askAction: ['owner designer translator', { place: PLACE, language: 'none', question: '?' }],
  answerAction: ['owner designer', { id: 'none', answer: '', before: '' }],
  takeQuestionBackAction: ['owner designer translator', { id: 'none' }],
  saveFallbackAction: ['owner designer', { language: 'de', then: [], partly: false }],
  saveTermAction: ['owner designer translator', { entry: { name: false, note: '', terms: [] } }],
  deleteTermAction: ['owner designer translator', { id: 'none', revision: 1 }],
  lookAtGlossaryAction: ['owner designer translator', file('file')],
  bringGlossaryAction: ['owner designer translator', { stamp: 'x', name: 'terms.tbx' }, file('file')],
  takeBackGlossaryAction: ['owner designer translator', { remove: [], put: [] }],
  lookAtSetAction: ['owner designer', undefined, file('file')],
  bringSetAction: ['owner designer', { languages: {}, keys: [], stamp: 'x' }, file('file')],
  bringBackAction: ['owner designer', 'none'],
  makeAction: ['owner designer', { name: '', moment: 'order.placed', audience: 'customer' }],
  removeAction: ['owner designer', 'none'],
  saveNotificationAction: ['owner designer', 'none', 1, {}],
  addShopMailAction: ['owner designer', { name: '', moment: 'order.placed', audience: 'customer' }],
  removeShopMailAction: ['owner designer', 'none'],
  addRuleAction: ['owner designer', {}],
  changeRuleAction: ['owner designer', 'none', {}],
  removeRuleAction: ['owner designer', 'none'],
  tryOrderAction: [EVERYONE, 'none'],
  testRuleAction: ['owner designer translator support', 'none', 'none'],
  addLanguageAction: ['owner designer', { language: 'none' }],
  removeLanguageAction: ['owner designer', { language: 'none' }],
  saveTermsAction: ['owner designer translator', 1, 'none'],
  savePhraseAction: ['owner designer translator', { phrase: 'none', language: 'de', source: 'x' }],
  orderAction: [EVERYONE, 'none'],
  ordersAction: [EVERYONE, 'none'],
  suggestionsAction: [EVERYONE, { number: 'none', moment: 'order.placed', wants: [] }],
  saveAction: ['owner designer', 'none', 1, {}],
  publishAction: ['owner designer', 'none', 1],
  editionAction: [EVERYONE, 'none', 1],
  templateOfAction: [EVERYONE, 'none'],
  shippedAction: [EVERYONE, 'none'],
  versionsAction: [EVERYONE, 'none'],
  testAction: ['owner designer translator support', 'none', {}, 'en', 'none', 'x'],
  testManyAction: ['owner designer translator support', ['none']],
  bringAction: ['owner designer', file('picture')],
  forecastNoticeAction: ['owner designer', 'none', {}],
  testNoticeAction: ['owner designer translator support', 'x', 'en', 'none'],
  beginNoticeAction: ['owner designer', { id: '00000000-0000-4000-8000-000000000000', message: 'none', selection: {} }],
  pauseNoticeAction: ['owner designer', 'none'],
  resumeNoticeAction: ['owner designer', 'none'],
  stopNoticeAction: ['owner designer', 'none'],
  saveSelectionAction: ['owner designer', 'x', { products: [] }],
  removeSelectionAction: ['owner designer', 'none'],
  addFileAction: ['owner designer support', file('file')],
  removeFileAction: ['owner designer support', '0'.repeat(64)],
  stockEffectsAction: [EVERYONE, {}],
  saveStockAction: ['owner support', {}],
  saveThresholdAction: ['owner support', {}],
  saveCodeAction: ['owner designer', {}],
  deleteCodeAction: ['owner designer', 'NONE-OF-THESE'],
  saveSeriesAction: ['owner designer', {}],
  deleteSeriesAction: ['owner designer', 'none'],
  coloursAction: [EVERYONE, '/media/none.png'],
  copyBlockAction: ['owner designer', 'none', {}, WORDS],
  makePassageAction: ['owner designer', '', [], WORDS],
  savePassageAction: ['owner designer', 'none', 1, {}],
  passageEditionAction: [EVERYONE, 'none', 1],
  publishPassageAction: ['owner designer', 'none', 1],
  removePassageAction: ['owner designer', 'none'],
  saveLookAction: ['owner designer', 1, {}],
  publishLookAction: ['owner designer', 999],
  importLookAction: ['owner designer', '{'],
  copyLookAction: ['owner designer', 'none'],
  lookEditionAction: [EVERYONE, 999],
};

/** File route by its place below the store: who may, and what its address names. */
const ROUTES: Record<string, [roles: string, params: Record<string, string>, query: string]> = {
  changes: [EVERYONE, {}, ''],
  'look/export': [EVERYONE, {}, ''],
  'desk/[slug]/export': [EVERYONE, { slug: 'order-received' }, 'as=html&language=en&order=SAMPLE-ACCOUNT'],
  'deliveries/[id]/message': [EVERYONE, { id: 'none' }, ''],
  'rehearsal/[id]/message': [EVERYONE, { id: 'none' }, ''],
  'rehearsal/pictures/[seen]/[form]': [EVERYONE, { seen: 'x'.repeat(43), form: 'phone' }, ''],
  'rehearsal/pictures/sheet': [EVERYONE, {}, 'run=4000&form=phone'],
  'deliveries/[id]/files/[place]': [EVERYONE, { id: 'none', place: '0' }, ''],
  'store/files/[digest]': [EVERYONE, { digest: '0'.repeat(64) }, ''],
  'replies/[id]': [EVERYONE, { id: 'none' }, ''],
  'store/sets/file': ['owner designer', {}, 'of=draft'],
  'languages/[language]/files/out': ['owner designer translator', { language: 'de' }, 'show=all&as=po'],
  'languages/glossary/out': ['owner designer translator', {}, 'as=table'],
  'languages/[language]/memory': ['owner designer translator', { language: 'de' }, ''],
  'orders/exchange/file': ['owner support', {}, 'list=products&as=csv'],
  'customers/[id]/data': ['owner support', { id: 'none' }, ''],
  'customers/[id]/record': ['owner support', { id: 'none' }, ''],
};

const APP = join(process.cwd(), 'src/app');
const filesBelow = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesBelow(join(folder, entry.name)) : [join(folder, entry.name)],
  );
const sources = filesBelow(APP).map((path) => ({ path, text: readFileSync(path, 'utf8') }));
// Who has a link is not signed in, and a second factor is of no store: their actions have tests of their own.
const actionFiles = sources.filter(
  (s) =>
    /^'use server';/m.test(s.text) &&
    ![join(APP, 't/'), join(APP, 'r/'), join(APP, 'two-factors/')].some((p) => s.path.startsWith(p)),
);
const routeFiles = sources.filter((s) => s.path.startsWith(join(APP, 's')) && s.path.endsWith('/route.ts'));

interface Asked {
  code: string;
  message: string;
}
type Action = (...args: unknown[]) => Promise<{ ok: true } | { ok: false; error: Asked }>;
const actions = new Map<string, Action>();
const routes = new Map<string, (request: Request, context: { params: Promise<unknown> }) => Promise<Response>>();

const become = async (role: Role | undefined, store = SHOP): Promise<void> => {
  await database().delete(memberships).where(eq(memberships.userId, PERSON.id));
  if (role) await database().insert(memberships).values({ userId: PERSON.id, storeId: store, role });
  signedIn = PERSON;
};
const outcome = async (name: string, args: readonly unknown[], store: unknown = SHOP): Promise<Asked> => {
  const result = await actions.get(name)!(store, ...args);
  return result.ok ? { code: 'ok', message: '' } : { code: result.error.code, message: result.error.message };
};

beforeAll(async () => {
  for (const { path } of actionFiles) {
    const loaded = (await import(path)) as Record<string, Action>;
    for (const [name, value] of Object.entries(loaded)) if (typeof value === 'function') actions.set(name, value);
  }
  for (const { path } of routeFiles) {
    const place = path.slice(path.indexOf('[store]/') + 8, -'/route.ts'.length);
    routes.set(place, ((await import(path)) as { GET: never }).GET);
  }
  const now = new Date();
  await database()
    .insert(user)
    .values({ ...PERSON, createdAt: now, updatedAt: now });
  await createStore(
    database(),
    {
      id: OTHER,
      name: 'Elsewhere',
      language: 'en',
      languages: ['en'],
      locales: {},
      currency: 'EUR',
      timeZone: 'UTC',
      facts: STORE,
      look: DEFAULT_LOOK,
    },
    [{ id: 'web-shop', name: 'Web shop', customerMail: true }],
  );
});

it('has every action and every file route in its tables, and each goes through a use case', () => {
  expect([...actions.keys()].toSorted()).toEqual(Object.keys(ACTIONS).toSorted());
  expect([...routes.keys()].toSorted()).toEqual(Object.keys(ROUTES).toSorted());
  // None is written into a page, where this test would not find it, but for what nobody has to be signed in for.
  const inPages = sources.filter((s) => /^\s+'use server';/m.test(s.text)).map((s) => s.path.slice(APP.length));
  expect(inPages).toEqual([
    '/join/[token]/page.tsx',
    '/set-up/page.tsx',
    '/sign-in/forgotten/page.tsx',
    '/sign-in/new/[token]/page.tsx',
  ]);
  for (const { path, text } of [...actionFiles, ...routeFiles]) {
    const deeds = [...text.matchAll(/^import (?!type)\{[^}]*\} from '@\/server\/(?:views|pictures|people)[^']*'/gm)];
    expect({ path, deeds: deeds.map((m) => m[0]) }).toEqual({ path, deeds: [] });
  }
  const used = [...actionFiles, ...routeFiles].map((s) => s.text).join('\n');
  const unused = [...USE_CASES.values()].filter((u) => !used.includes(key(u.name)));
  expect(unused.map((u) => u.name)).toEqual([]);
});

/** `delivery.retry-cause` is used as `delivery.retryCause`, `shop-mail.add` as `shopMail.add`. */
const key = (name: string): string => name.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());

describe.each(ROLES)('a %s', (role) => {
  beforeAll(() => become(role));

  it.each(Object.entries(ACTIONS))('is answered on %s as the table says', async (name, [roles, ...args]) => {
    const { code, message } = await outcome(name, args);
    if (roles.split(' ').includes(role)) {
      expect({ name, code, message }).not.toMatchObject({ code: expect.stringMatching(/forbidden|signed-out|broken/) });
      expect(message).not.toContain(`no store "${SHOP}"`);
    } else expect({ name, code }).toEqual({ name, code: 'forbidden' });
  });

  it.each(Object.entries(ROUTES))('is given the file %s as the table says', async (place, [roles, params, query]) => {
    const response = await routes.get(place)!(new Request(`http://libellus.example/?${query}`), {
      params: Promise.resolve({ store: SHOP, ...params }),
    });
    const { id, digest, seen } = params;
    const nothing = id === 'none' || digest !== undefined || seen !== undefined || query.includes('run=4000');
    const expected = !roles.split(' ').includes(role) ? 403 : nothing ? 404 : 200;
    expect({ place, status: response.status }).toEqual({ place, status: expected });
    await response.body?.cancel();
  });
});

describe('somebody who is signed out', () => {
  beforeAll(() => {
    signedIn = undefined;
  });

  it.each(Object.entries(ACTIONS))('is told so by %s', async (name, [, ...args]) => {
    expect((await outcome(name, args)).code).toBe('signed-out');
  });

  it.each(Object.entries(ROUTES))('gets no file from %s', async (place, [, params, query]) => {
    const response = await routes.get(place)!(new Request(`http://libellus.example/?${query}`), {
      params: Promise.resolve({ store: SHOP, ...params }),
    });
    expect(response.status).toBe(401);
  });
});

describe('an owner of another store', () => {
  beforeAll(() => become('owner', OTHER));

  it.each(Object.entries(ACTIONS))('does not learn from %s that this store exists', async (name, [, ...args]) => {
    const asked = await outcome(name, args);
    const nothing = await outcome(name, args, 'no-such-store');
    expect(asked.code).toBe('not-found');
    expect(asked.message.replace(SHOP, 'X')).toBe(nothing.message.replace('no-such-store', 'X'));
  });
});

describe('arguments of any shape', () => {
  const deep = (levels: number): unknown => (levels === 0 ? 'x' : { a: deep(levels - 1) });
  const HOSTILE: [string, unknown][] = [
    ['nothing', undefined],
    ['null', null],
    ['a number', 7],
    ['a list', [[]]],
    ['an object', { toString: 'x', constructor: {}, length: -1 }],
    ['a long text', 'x'.repeat(100_000)],
    ['something deep', deep(60)],
  ];
  beforeAll(() => become('owner'));

  it.each(Object.keys(ACTIONS))('are refused by %s with words, and break nothing', async (name) => {
    for (const [what, value] of HOSTILE) {
      for (const args of [[value], [value, value, value, value, value], [...ACTIONS[name]!.slice(1, -1), value]]) {
        const { code } = await outcome(name, args);
        expect({ name, what, code }).not.toEqual({ name, what, code: 'broken' });
      }
    }
    expect((await outcome(name, ACTIONS[name]!.slice(1), { toString: 1 })).code).not.toBe('broken');
  });
});
