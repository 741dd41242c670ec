/** Sets: read with what is wrong at its place, put into other languages, compared part by part. */
import { DEFAULT_LOOK } from '../look';
import { SHIPPED_NOTIFICATIONS } from '../shipped';
import {
  chosenOf,
  inLanguages,
  languagesAlike,
  languagesIn,
  publishedSetSchema,
  readSet,
  setItems,
  withoutPictures,
  type NotificationInSet,
  type SetFacts,
  type StoreSet,
} from '.';

const PICTURE = '/media/pictures/far-store/0123456789abcdef01234567.png';

const shipped = (slug: string): NotificationInSet => {
  const { name, moment, audience, template, schedule } = SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug)!;
  return {
    slug,
    name,
    moment,
    audience,
    schedule: schedule ?? { row: [], ends: [] },
    versions: [{ variant: '', name: '', template }],
  };
};
const set = (more: Partial<StoreSet> = {}): StoreSet => ({
  kind: 'libellus set',
  version: 1,
  name: 'Far Store',
  language: 'en',
  languages: ['en', 'de'],
  look: DEFAULT_LOOK,
  phrases: {},
  passages: [],
  notifications: [shipped('order-received')],
  ...more,
});
const facts: SetFacts = {
  language: 'en',
  languages: ['en', 'de'],
  channels: new Set(['web-shop']),
  names: {},
  on: new Set(),
  pictures: new Set(),
  files: new Set(),
};
const item = (theirs: StoreSet, ours: StoreSet, key: string, more: Partial<SetFacts> = {}) =>
  setItems(theirs, ours, { ...facts, ...more }).find((i) => i.key === key)!;
const problemOf = (text: string) => {
  const read = readSet(text);
  return read.ok ? undefined : read.problems[0];
};

describe('a file', () => {
  it('is described by a schema that holds those of a template and a look', () => {
    const said = JSON.stringify(publishedSetSchema());
    for (const part of ['masthead', 'quietWords', 'straplines', 'whenGone']) expect(said).toContain(`"${part}"`);
    expect(said).not.toContain('x-libellus-part');
  });

  it('is read as it was written', () => {
    expect(readSet(JSON.stringify(set()))).toEqual({ ok: true, value: set() });
  });

  it.each([
    ['no JSON', '{', { path: '' }],
    [
      'something else',
      '{"kind":"libellus look","version":1}',
      { path: '/kind', message: expect.stringMatching(/look/) },
    ],
    [
      'a newer version',
      '{"kind":"libellus set","version":2}',
      { path: '/version', message: expect.stringMatching(/newer/) },
    ],
    ['a property nobody knows', JSON.stringify({ ...set(), more: 1 }), { path: '/more' }],
    [
      'a block of no kind',
      JSON.stringify(set()).replace('"kind":"masthead"', '"kind":"mast"'),
      { path: expect.stringMatching(/^\/notifications\/0\/versions\/0\/template\/blocks\/0/) },
    ],
    [
      'one address twice',
      JSON.stringify(set({ notifications: [shipped('delivered'), shipped('delivered')] })),
      { path: '/notifications/1/slug' },
    ],
    [
      'no version for everyone else',
      JSON.stringify(
        set({
          notifications: [
            {
              ...shipped('delivered'),
              versions: [{ ...shipped('delivered').versions[0]!, variant: 'guests', name: 'Guests' }],
            },
          ],
        }),
      ),
      { path: '/notifications/0/versions' },
    ],
  ])('with %s is refused at its place', (_, text, problem) => {
    expect(problemOf(text)).toMatchObject(problem);
  });
});

describe('languages', () => {
  it('are matched by themselves, then without their region, each once', () => {
    expect(languagesAlike(['de-AT', 'de', 'en-GB', 'fr'], ['en', 'de', 'it'])).toEqual({ de: 'de', 'en-GB': 'en' });
  });

  it('move with their words, and those left out go', () => {
    const moved = inLanguages(set({ phrases: { de: { total: 'Summe' } } }), { de: 'en' }, 'en');
    const [{ versions }] = moved.notifications as [NotificationInSet];
    const german = shipped('order-received').versions[0]!.template.words.de;
    expect(versions[0]!.template.words).toEqual({ en: german });
    expect(moved.phrases).toEqual({ en: { total: 'Summe' } });
    expect(languagesIn(moved)).toEqual(['en']);
  });

  it('turn a look over: what stood for another store’s own language stands under its tag', () => {
    const look = {
      ...DEFAULT_LOOK,
      masthead: { ...DEFAULT_LOOK.masthead, strapline: 'Paper', straplines: { de: 'Papier' } },
    };
    const moved = inLanguages(set({ look }), { en: 'en', de: 'de' }, 'de');
    expect(moved.look!.masthead).toMatchObject({ strapline: 'Papier', straplines: { en: 'Paper' } });
  });

  it('in conditions are asked for under their new tag', () => {
    const when = {
      match: 'all' as const,
      tests: [{ about: 'language' as const, is: 'one' as const, of: ['de', 'fr'] }],
    };
    const moved = inLanguages(set({ notifications: [{ ...shipped('delivered'), when }] }), { de: 'de-CH' }, 'de-CH');
    expect(moved.notifications![0]!.when!.tests).toEqual([{ about: 'language', is: 'one', of: ['de-CH', 'fr'] }]);
  });
});

describe('what a set would change', () => {
  it('is nothing where the store has it, in whatever order its properties stand', () => {
    const turned = JSON.parse(JSON.stringify(set()), (_, v: unknown) =>
      typeof v === 'object' && v !== null && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).toReversed()) : v,
    ) as StoreSet;
    expect(setItems(turned, set(), facts).map((i) => i.state)).toEqual(['same', 'same', 'same']);
  });

  it('is said word by word, with the version', () => {
    const theirs = set();
    const [{ template }] = theirs.notifications![0]!.versions as [NotificationInSet['versions'][0]];
    const words = { ...template.words, en: { ...template.words.en, subject: 'Another' } };
    const changed = set({
      notifications: [
        { ...shipped('order-received'), versions: [{ variant: '', name: '', template: { ...template, words } }] },
      ],
    });
    expect(item(changed, set(), 'words order-received')).toMatchObject({
      state: 'changed',
      atOnce: false,
      changes: [{ kind: 'words', language: 'en', after: 'Another' }],
    });
  });

  it('names what does not come along: languages, pictures, passages, channels', () => {
    const { template } = shipped('delivered').versions[0]!;
    const when = { match: 'all' as const, tests: [{ about: 'channel' as const, is: 'one' as const, of: ['bazaar'] }] };
    const theirs = set({
      notifications: [
        {
          ...shipped('delivered'),
          when,
          versions: [
            {
              variant: '',
              name: '',
              template: {
                version: 1,
                blocks: [
                  ...template.blocks,
                  { id: 'pic', kind: 'image', picture: { path: PICTURE, width: 10, height: 10, bytes: 1 } },
                  { id: 'pass', kind: 'passage', passage: 'elsewhere' },
                ],
                words: { de: template.words.de! },
              },
            },
          ],
        },
      ],
    });
    const { state, notes } = item(theirs, set(), 'words delivered');
    expect(state).toBe('new');
    const said = notes.join('\n');
    for (const part of [
      /English, this store’s own language/,
      /One picture is not in the file/,
      /passage elsewhere/,
      /no channel bazaar/,
    ])
      expect(said).toMatch(part);
    expect(item(theirs, set(), 'words delivered', { pictures: new Set([PICTURE]) }).notes.join()).not.toMatch(
      /picture/,
    );
  });

  it('warns of a new version of what is on, and keeps a version that the set does not have', () => {
    const own = shipped('order-received');
    const when = { match: 'all' as const, tests: [{ about: 'customer' as const, is: 'guest' as const }] };
    const version = (variant: string) => ({ variant, name: variant, when, template: own.versions[0]!.template });
    const theirs = set({ notifications: [{ ...own, versions: [version('new-one'), ...own.versions] }] });
    const ours = set({ notifications: [{ ...own, versions: [version('old-one'), ...own.versions] }] });
    const { notes, stops } = item(theirs, ours, 'words order-received', { on: new Set(['order-received']) });
    expect(stops).toEqual([expect.stringMatching(/new-one is new and this notification is on/)]);
    expect(notes).toEqual([expect.stringMatching(/old-one is not in the set and stays/)]);
    expect(item(theirs, ours, 'words order-received').stops).toBeUndefined();
  });

  it('is refused for a moment nobody knows, and for one that is another here', () => {
    const unknown = set({ notifications: [{ ...shipped('delivered'), moment: 'order.dreamt' }] });
    expect(item(unknown, set(), 'words delivered').refused).toMatch(/order\.dreamt/);
    const other = set({ notifications: [{ ...shipped('delivered'), slug: 'order-received' }] });
    expect(item(other, set(), 'settings order-received').refused).toMatch(/another moment/);
  });

  it('tells settings as they were and as they would be, at once', () => {
    const theirs = set({ notifications: [{ ...shipped('order-received'), owner: 'Jonas', offers: false }] });
    const settings = item(theirs, set(), 'settings order-received');
    expect(settings).toMatchObject({ state: 'changed', atOnce: true });
    expect(settings.changes).toEqual([expect.objectContaining({ detail: expect.stringMatching(/owner.*Jonas/) })]);
  });

  it('counts recipients that are missing, whatever the case of their address', () => {
    const recipients = (address: string) => [{ address, name: 'Tom', scope: { kind: 'all' as const } }];
    const own = shipped('order-received');
    const theirs = set({ notifications: [{ ...own, recipients: recipients('TOM@quillwick.example') }] });
    const ours = set({ notifications: [{ ...own, recipients: recipients('tom@quillwick.example') }] });
    expect(item(theirs, ours, 'recipients order-received').state).toBe('same');
    expect(item(theirs, set(), 'recipients order-received').changes).toHaveLength(1);
  });
});

it('chosen parts leave the others out', () => {
  const chosen = chosenOf(
    set({ notifications: [shipped('delivered'), shipped('order-received')] }),
    new Set(['words delivered']),
  );
  expect(chosen.look).toBeUndefined();
  expect(chosen.notifications!.map((n) => n.slug)).toEqual(['delivered']);
});

it('a picture that nobody has leaves its block empty', () => {
  const block = { id: 'pic', kind: 'image', picture: { path: PICTURE, width: 1, height: 1, bytes: 1 }, width: 200 };
  expect(withoutPictures({ blocks: [block] }, new Set([PICTURE]))).toEqual({
    blocks: [{ id: 'pic', kind: 'image', width: 200 }],
  });
});
