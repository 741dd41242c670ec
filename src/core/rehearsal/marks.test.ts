import { createHash } from 'node:crypto';
import { SHIPPED_NOTIFICATIONS } from '../shipped';
import type { NotificationFacts, PlanSettings } from '../plan';
import { phrasebookFor, type Segments, type Template } from '../template';
import { LOOK } from '../render/testing';
import { changedBetween, leftOut, markKey, marksOf, sameMarks, stays, touchedBy, type MarkedStore } from '.';

const digest = (parts: unknown): string => createHash('sha1').update(JSON.stringify(parts)).digest('base64url');

const SLUGS = ['order-received', 'on-its-way', 'invoice', 'new-order'];
const shipped = SHIPPED_NOTIFICATIONS.filter((n) => SLUGS.includes(n.slug));

const notifications: NotificationFacts[] = shipped.map((n) => ({
  ...{ id: n.slug, slug: n.slug, name: n.name, moment: n.moment, audience: n.audience, on: true },
  variants: [{ id: n.slug, name: '', edition: { id: `${n.slug} 1`, number: 1, languages: ['en', 'de'] } }],
}));

const settings: PlanSettings = {
  store: { language: 'en', timeZone: 'Europe/Berlin' },
  notifications,
  rules: [
    {
      id: 'r',
      notificationId: 'new-order',
      recipient: { address: 'marta@quillwick.example', name: 'Marta' },
      scope: { kind: 'all' },
    },
  ],
};

const store: MarkedStore = {
  ...{ settings, look: LOOK, passages: {}, common: 'facts' },
  phrasesIn: () => ({}),
  localeOf: (language) => language,
  templateOf: (id) => shipped.find((n) => `${n.slug} 1` === id)?.template,
};

const before = marksOf(store, digest);
const after = (changed: Partial<MarkedStore>): string[] =>
  changedBetween(before, marksOf({ ...store, ...changed }, digest)).toSorted();
const all = SLUGS.flatMap((id) => ['de', 'en'].map((l) => markKey(id, l))).toSorted();
const inPlan = (changed: Partial<PlanSettings>): Partial<MarkedStore> => ({ settings: { ...settings, ...changed } });

describe('a change touches', () => {
  it('nothing where nothing has changed', () => {
    expect(Object.keys(before).toSorted()).toEqual(all);
    expect(after({})).toEqual([]);
    expect(sameMarks(before, marksOf(store, digest))).toBe(true);
  });

  it('of a phrase, the messages that show it, in its language', () => {
    const say = (phrase: string) => ({
      phrasesIn: (l: string): Segments => (l === 'de' ? { [phrase]: 'Ganz anders' } : {}),
    });
    // Sums and goods stand in all of these but the note of a parcel.
    expect(after(say('total'))).toEqual(['invoice de', 'new-order de', 'order-received de']);
    expect(after(say('trackingNumber'))).toEqual(['on-its-way de']);
    expect(after(say('iban'))).not.toContain('on-its-way de');
    expect(after(say('saveChoice'))).toEqual([]);
    // A phrase that says what ships is no change.
    expect(after({ phrasesIn: (l) => ({ total: phrasebookFor(l, {}).total }) })).toEqual([]);
  });

  it('of words of a version, the version in their language', () => {
    const say = (id: string): Template | undefined => {
      const template = store.templateOf(id);
      if (id !== 'invoice 1' || !template) return template;
      return { ...template, words: { ...template.words, de: { ...template.words['de'], subject: 'Anders' } } };
    };
    expect(after({ templateOf: say })).toEqual(['invoice de']);
  });

  it('of the look and of the facts of the store, everything', () => {
    expect(after({ look: { ...LOOK, colours: { ...LOOK.colours, words: '#123456' } } })).toEqual(all);
    expect(after({ common: 'other facts' })).toEqual(all);
  });

  it('of a rule, a condition and a language, the whole notification', () => {
    const elsewhere = { ...settings.rules[0]!, scope: { kind: 'category' as const, category: 'tools' } };
    expect(after(inPlan({ rules: [elsewhere] }))).toEqual(['new-order de', 'new-order en']);
    const polish = notifications.map((n) =>
      n.id === 'invoice'
        ? {
            ...n,
            variants: [{ ...n.variants[0]!, edition: { id: 'invoice 1', number: 1, languages: ['en', 'de', 'pl'] } }],
          }
        : n,
    );
    expect(after(inPlan({ notifications: polish }))).toEqual(['invoice de', 'invoice en', 'invoice pl']);
  });

  it('of what was turned off, nothing that is there, and is seen all the same', () => {
    const off = notifications.map((n) => (n.id === 'invoice' ? { ...n, on: false } : n));
    expect(after(inPlan({ notifications: off }))).toEqual([]);
    expect(sameMarks(before, marksOf({ ...store, ...inPlan({ notifications: off }) }, digest))).toBe(false);
  });
});

describe('a rehearsal of changes', () => {
  const scope = new Set(['invoice de']);
  const touched = touchedBy(scope, notifications);
  const message = (variantId: string, language: string) => ({ notificationId: variantId, variantId, language });

  it('takes over what is made of the same still', () => {
    expect([...touched.notifications]).toEqual(['invoice']);
    expect(stays(message('invoice', 'en'), before, scope, touched)).toBe(true);
    expect(stays(message('invoice', 'de'), before, scope, touched)).toBe(false);
    // What is not live any more is not taken over.
    expect(stays(message('invoice', 'pl'), before, scope, touched)).toBe(false);
    // What came and was not to come is of no version: its notification decides.
    const surplus = { variantId: '', language: 'de' };
    expect(stays({ ...surplus, notificationId: 'new-order' }, before, scope, touched)).toBe(true);
    expect(stays({ ...surplus, notificationId: 'invoice' }, before, scope, touched)).toBe(false);
  });

  it('leaves out what was left out before, but for what it showed', () => {
    const unshown = (variantId: string, languages: string[]) => ({
      ...{ notificationId: variantId, variantId, languages, why: 'no-order-found' as const },
    });
    const parts = (language: string) => ({
      ...{ notificationId: 'invoice', variantId: 'invoice', editionId: 'invoice 1', language, of: 3 },
      parts: [{ place: 'subject', is: 1, words: language }],
    });
    const was = {
      unshown: [unshown('invoice', ['de', 'pl']), unshown('gone', ['de'])],
      unseen: [parts('de'), parts('en')],
    };
    const now = { lives: [], unshown: [unshown('invoice', ['de', 'en', 'pl'])], unseen: [] };
    const left = leftOut(was, now, { marks: before, scope, of: notifications });
    expect(left.unshown).toEqual([unshown('invoice', ['de', 'pl'])]);
    expect(left.unseen).toEqual([parts('en')]);
    // Of what was rehearsed anew in all its languages, what is said now holds.
    const whole = leftOut(was, now, { marks: before, scope: new Set(['invoice de', 'invoice en']), of: notifications });
    expect(whole.unshown).toEqual(now.unshown);
  });
});
