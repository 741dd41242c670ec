/**
 * What has to be seen once, and the lives that show it: every notification that is on, in each of its versions, to each kind of reader, in
 * each language that customers shop in, and at each place of its row; each colleague's once.
 */
import { isWithin, touchedBy, type Scope, type Touched } from './carry';
import type { VariantFacts } from '../plan/notification';
import { cover } from './cover';
import { expectedOf, messageKey, type ExpectWith, type Expectation, type Expected } from './expected';
import { partKey, type Forms, type Part } from './forms';
import type { LifeEvent } from './event';
import { eventsOf, RECKONED, SCRIPTS, together, type Life, type Script } from './lives';
import { MADE_UP_GOODS, type Scene } from './scene';

/** A life that is rehearsed. */
export interface PlannedLife {
  life: Life;
  number: string;
  events: readonly LifeEvent[];
  expected: Expectation;
}

/** A version that no life shows, in these languages; or a colleague whom no life leads to. */
export interface Unshown {
  notificationId: string;
  /** Empty where it is about a colleague. */
  variantId: string;
  languages: string[];
  /** The colleague, by name or address. */
  recipient?: string;
  /** No order was found that it is for; or, in runs of before that was rehearsed, nothing that happens to an order makes it go out. */
  why: 'not-of-a-life' | 'no-order-found';
}

export interface UnseenParts {
  notificationId: string;
  variantId: string;
  editionId: string;
  language: string;
  /** How many parts its version has in the language. */
  of: number;
  /** With what a form says. */
  parts: (Part & { words: string })[];
}

export interface RehearsalPlan {
  lives: PlannedLife[];
  unshown: Unshown[];
  /** Forms of sentences, and blocks on conditions, that no life shows although their version is shown. */
  unseen: UnseenParts[];
  /** How many lives were tried. */
  tried: number;
}

/** For forms of sentences and blocks on conditions lives are added up to so many; what must be seen may take more. */
const LIVES_FOR_PARTS = 40;
export interface PlanWith {
  /** What is to be shown; all without it. */
  scope?: Scope;
  /** Lives that the store's people keep: each is lived in any case, of a scope where it shows something of it. */
  own?: readonly Life[];
  /** Lives of an earlier plan: where they show as much as others, they are taken again, so that what came of them can be compared. */
  known?: readonly Life[];
  /** Lives up to which more are added for forms of sentences and blocks on conditions. */
  forParts?: number;
}

/** More than these are not lived: what is left is told as unshown. */
const MOST_LIVES = 80;

/** What a message shows once it is seen. A customer's counts by the language of the order, a colleague's by who it is. */
function shownBy({ notificationId, variantId, turn, recipient, order, copy }: Expected): string {
  if (copy) return `copy ${notificationId} ${recipient.address}`;
  const who = recipient.role === 'staff' ? recipient.address.toLowerCase() : (order.language ?? '');
  return JSON.stringify([notificationId, variantId, recipient.role, who, turn]);
}

/**
 * Works out the lives that show everything, or everything of a scope, in steps: it looks at a thousand lives and more. `start` is when they
 * begin, and `run` makes their numbers its own.
 */
export function* planningRehearsal(
  scene: Scene,
  using: ExpectWith,
  forms: Forms,
  start: number,
  run: number,
  { scope, own = [], known = [], forParts = LIVES_FOR_PARTS }: PlanWith = {},
): Generator<void, RehearsalPlan> {
  const alike = (life: Life): Candidate => ({ life, forColleagues: false });
  const candidates = [
    ...own.map(alike),
    ...candidatesWithin(
      scope,
      [...known.filter((life) => !life.own && life.script !== 'reckoned').map(alike), ...candidatesFor(scene)],
      using,
    ),
  ];
  const [musts, parts]: Set<string>[][] = [[], []];
  for (const { life, forColleagues } of candidates) {
    const all = expectedOf(eventsOf(life, scene, start, 'R'), using).messages;
    const messages = all.filter((m) => isWithin(scope, m.variantId, m.language));
    musts!.push(new Set(messages.map(shownBy)));
    parts!.push(
      new Set(
        // What differs in these is who among colleagues hears of it.
        forColleagues
          ? []
          : messages.flatMap((m) => forms.shown(m).map((part) => `${m.variantId} ${m.language} ${partKey(part)}`)),
      ),
    );
    yield;
  }
  const pinned = own.flatMap((_, i) => (scope && musts![i]!.size === 0 ? [] : [i]));
  // Those of no order are lived as one.
  const livesOf = (places: readonly number[]): Life[] =>
    together(places.toSorted((a, b) => a - b).map((place) => candidates[place]!.life));
  const chosen = livesOf(
    withMore(cover(musts!, pinned), parts!, (all) => livesOf(all).length < forParts + pinned.length),
  ).slice(0, MOST_LIVES + pinned.length);
  const lives: PlannedLife[] = [];
  for (const [i, life] of chosen.entries()) {
    const number = `R${run}-${String(i + 1).padStart(2, '0')}`;
    const events = eventsOf(life, scene, start, number);
    lives.push({ life, number, events, expected: expectedOf(events, using) });
    yield;
  }
  return {
    lives,
    tried: candidates.length,
    unshown: [...unshownBy(lives, scene, using), ...unmetBy(lives, using)],
    unseen: unseenBy(lives, forms, scope),
  };
}

/** Of lives to choose from those that can show something of a scope. */
function candidatesWithin(scope: Scope, all: Candidate[], { settings }: ExpectWith): Candidate[] {
  if (!scope) return all;
  const { notifications, languages } = touchedBy(scope, settings.notifications);
  const { language: own, fallbacks } = settings.store;
  const toColleagues = settings.notifications.some((n) => n.audience === 'staff' && notifications.has(n.id));
  // A customer reads their language, and where a message has not got it, those that stand in for it.
  const reads = (wanted: string): string[] => [wanted, ...(fallbacks?.[wanted]?.then ?? []), own];
  return all.filter(
    ({ life, forColleagues }) =>
      (toColleagues && (forColleagues || life.language === own)) || reads(life.language).some((l) => languages.has(l)),
  );
}

/** Adds those that show most that none shows yet, as long as there is room. */
function withMore(
  chosen: readonly number[],
  parts: readonly ReadonlySet<string>[],
  hasRoom: (all: readonly number[]) => boolean,
): number[] {
  const all = [...chosen];
  const seen = new Set(all.flatMap((i) => [...parts[i]!]));
  while (hasRoom(all)) {
    const adds = parts.map((p) => [...p].filter((e) => !seen.has(e)).length);
    const best = Math.max(...adds);
    if (best === 0) break;
    const next = adds.indexOf(best);
    all.push(next);
    for (const e of parts[next]!) seen.add(e);
  }
  return all;
}

/** What is looked at of a life, where not all of it is. */
export interface LookedAt extends Touched {
  /** By {@link messageKey}. */
  messages: ReadonlySet<string>;
}

/** What is looked at of each of some lives that show a scope: of messages that show the same, the first; of lives that are kept, all. */
export function lookedAtIn(lives: readonly PlannedLife[], forms: Forms, scope: ReadonlySet<string>): LookedAt[] {
  const seen = new Set<string>();
  return lives.map(({ life, expected }) => {
    const first = expected.messages.filter((m) => {
      if (!isWithin(scope, m.variantId, m.language)) return false;
      const shows = [shownBy(m), ...forms.shown(m).map((part) => `${m.variantId} ${m.language} ${partKey(part)}`)];
      const adds = shows.some((s) => !seen.has(s));
      for (const s of shows) seen.add(s);
      return adds || life.own !== undefined;
    });
    return {
      messages: new Set(first.map((m) => messageKey(m, m.recipient.address))),
      notifications: new Set(first.map((m) => m.notificationId)),
      languages: new Set(first.map((m) => m.language)),
    };
  });
}

/** {@link planningRehearsal} without a pause. */
export function planRehearsal(...asked: Parameters<typeof planningRehearsal>): RehearsalPlan {
  const planning = planningRehearsal(...asked);
  for (;;) {
    const step = planning.next();
    if (step.done) return step.value;
  }
}

/** Parts of the versions that were shown which no life shows. */
function unseenBy(lives: readonly PlannedLife[], forms: Forms, scope: Scope): UnseenParts[] {
  const seen = new Map<string, { message: Expected; parts: Set<string> }>();
  for (const message of lives.flatMap((l) => l.expected.messages)) {
    if (!isWithin(scope, message.variantId, message.language)) continue;
    const key = `${message.variantId} ${message.language}`;
    const own = seen.get(key) ?? { message, parts: new Set<string>() };
    for (const part of forms.shown(message)) own.parts.add(partKey(part));
    seen.set(key, own);
  }
  return [...seen.values()].flatMap(({ message, parts }): UnseenParts[] => {
    const { notificationId, variantId, editionId, language } = message;
    const all = forms.all(editionId, language);
    const unseen = all
      .filter((part) => !parts.has(partKey(part)))
      .map((part) => ({ ...part, words: forms.words(editionId, language, part) }))
      // A form that says nothing of its own is seen when the others are.
      .filter(({ is, words }) => typeof is !== 'number' || words !== '');
    return unseen.length === 0
      ? []
      : [{ notificationId, variantId, editionId, language, of: all.length, parts: unseen }];
  });
}

/** Colleagues whom a rule names and no life leads to. */
function unmetBy(lives: readonly PlannedLife[], { settings }: ExpectWith): Unshown[] {
  const met = new Set(
    lives.flatMap(({ expected }) =>
      expected.messages.map((m) => `${m.notificationId} ${m.recipient.address.toLowerCase()}`),
    ),
  );
  const byId = new Map(settings.notifications.filter((n) => n.on).map((n) => [n.id, n]));
  return settings.rules.flatMap(({ notificationId, recipient, pause }): Unshown[] => {
    const notification = byId.get(notificationId);
    const { address, name } = recipient;
    // Who is away gets nothing on purpose.
    if (!notification || address === '' || pause) return [];
    if (met.has(`${notificationId} ${address.toLowerCase()}`)) return [];
    return [{ notificationId, variantId: '', languages: [], recipient: name || address, why: 'no-order-found' }];
  });
}

function unshownBy(lives: readonly PlannedLife[], scene: Scene, { settings }: ExpectWith): Unshown[] {
  const shown = new Set(
    lives.flatMap(({ expected }) =>
      expected.messages.flatMap((m) => [`${m.variantId} ${m.order.language ?? ''}`, m.variantId]),
    ),
  );
  return settings.notifications
    .filter((n) => n.on)
    .flatMap((n) =>
      n.variants.flatMap((variant): Unshown[] => {
        if (!goesOut(variant)) return [];
        // A colleague reads one language, whatever the order's is.
        const staff = n.audience === 'staff';
        const languages = staff ? [] : scene.languages.filter((l) => !shown.has(`${variant.id} ${l}`));
        if (staff ? shown.has(variant.id) : languages.length === 0) return [];
        return [{ notificationId: n.id, variantId: variant.id, languages, why: 'no-order-found' }];
      }),
    );
}

const goesOut = ({ nothing, edition }: VariantFacts): boolean => !nothing && edition !== undefined;

interface Baskets {
  several: Life['basket'];
  one: Life['basket'];
  /** Undefined for a store that sells none. */
  files: Life['basket'] | undefined;
  /** What conditions and rules can ask for: each category, product and supplier that one names, and one of each that none names; worth much. */
  asked: Life['basket'][];
  /** As many pieces as a language has its own words for. */
  numbers: Life['basket'][];
}

function basketsOf({ goods, asked, languages }: Scene): Baskets {
  const all = goods.length > 0 ? goods : MADE_UP_GOODS;
  const travels = all.filter((g) => g.product.shippable !== false && !g.product.downloads?.length);
  const usual = travels.length > 0 ? travels : all;
  const mixed = [...new Map(usual.map((g) => [g.product.category, g])).values()].slice(0, 3);
  const several = (mixed.length > 1 ? mixed : usual.slice(0, 3)).map((g, i) => ({ ...g, quantity: [2, 1, 5][i]! }));
  const named = new Map<string, Life['basket']>();
  const add = (name: string, basket: Life['basket']): void => void (named.has(name) || named.set(name, basket));
  for (const g of all) {
    const { sku, supplier = '', category = '' } = g.product;
    add(`category ${asked.categories.includes(category) ? category : ''}`, [g]);
    if (asked.skus.includes(sku)) add(`product ${sku}`, [g]);
    if (asked.suppliers.includes(supplier)) add(`supplier ${supplier}`, [g]);
  }
  if (asked.value > 0) {
    const quantity = Math.min(100_000, Math.ceil((asked.value + 1) / Math.max(1, usual[0]!.unitPrice)));
    add('dear', [{ ...usual[0]!, quantity }]);
  }
  const withFiles = all.find((g) => g.product.downloads?.length);
  return {
    ...{ several, one: [usual[0]!], files: withFiles && [withFiles], asked: [...named.values()] },
    numbers: numbersOf(languages).map((quantity) => [{ ...usual[0]!, quantity }]),
  };
}

/** The least number of each kind that the languages tell apart (CLDR plural categories), up to a hundred and some. */
function numbersOf(languages: readonly string[]): number[] {
  const numbers = new Set<number>();
  for (const language of languages) {
    const rules = new Intl.PluralRules(language);
    const met = new Set<string>();
    for (let n = 1; n <= 120 && met.size < rules.resolvedOptions().pluralCategories.length; n += 1) {
      const category = rules.select(n);
      if (!met.has(category)) numbers.add(n);
      met.add(category);
    }
  }
  return [...numbers];
}

/** A life to choose from. */
interface Candidate {
  life: Life;
  /** It is there for who among colleagues hears of it. */
  forColleagues: boolean;
}

/** The lives to choose from, those of the store's own language first. */
export function candidatesFor(scene: Scene): Candidate[] {
  const { languages, channels, terms, places, asked: wanted } = scene;
  // Places that nothing asks for are all the same.
  const [anyPlace] = places.filter((p) => !wanted.places.includes(p));
  const baskets = basketsOf(scene);
  const payments = [...new Set([...terms.payments.map((p) => p.name), ...wanted.payments])];
  const from = [...(anyPlace === undefined ? [] : [anyPlace]), ...wanted.places];
  const countries = ['', ...wanted.countries];
  const lives: Candidate[] = [];
  let turn = 0;
  type Asked = Pick<Life, 'script' | 'language' | 'channel' | 'guest' | 'basket'> & Partial<Life>;
  const add = (asked: Asked, forColleagues = false): void => {
    turn += 1;
    const life = {
      payment: payments[turn % Math.max(1, payments.length)] ?? '',
      place: from[turn % Math.max(1, from.length)] ?? '',
      country: countries[turn % countries.length]!,
      // A guest leaves no name.
      told: asked.guest ? ('little' as const) : ('all' as const),
      ...asked,
    };
    lives.push({ life, forColleagues });
  };
  const { several, one, files } = baskets;
  const isReckoned = (script: Script): boolean => RECKONED.some((r) => r === script);
  const scripts = SCRIPTS.filter((script) => !isReckoned(script) && (script !== 'files' || files !== undefined));
  const usually = (script: Script): Life['basket'] =>
    script === 'files' ? files! : script === 'collected' || script === 'given-back' ? one : several;
  const [first] = channels;
  if (!first) return [];
  for (const script of scripts) {
    for (const language of languages) {
      for (const { id: channel } of channels) {
        for (const guest of [false, true]) {
          add({ script, language, channel, guest, basket: usually(script) });
          add({ script, language, channel, guest, basket: usually(script), told: guest ? 'all' : 'little' });
        }
      }
      if (script === 'account' || script === 'letters') continue;
      // What a version asks of the goods is asked in each language, and each says one piece and several in words of its own.
      for (const basket of [several, one, ...baskets.asked, ...baskets.numbers]) {
        add({ script, language, channel: first.id, guest: false, basket });
      }
    }
    if (script === 'account') continue;
    // What only colleagues' rules ask for.
    const language = languages[0]!;
    for (const { id: channel } of channels) {
      for (const basket of [several, ...baskets.asked]) {
        for (const place of from.length > 0 ? from : [''])
          add({ script, language, channel, guest: false, basket, place }, true);
      }
    }
    const common = { script, language, channel: first.id, guest: false, basket: usually(script) };
    for (const payment of payments) add({ ...common, payment });
    for (const country of countries) add({ ...common, country });
  }
  // What is of no order: of each kind of product that a rule asks for, to each colleague, and in each language.
  const common = { language: languages[0]!, channel: first.id, guest: false };
  for (const basket of [one, ...baskets.asked]) {
    for (const place of from.length > 0 ? from : [''])
      add({ ...common, script: 'stock', basket, place }, basket !== one);
  }
  if (scene.summaries.length > 0) add({ ...common, script: 'summary', basket: one });
  if (scene.notices.length === 0) return lives;
  for (const language of languages) {
    for (const { id: channel } of channels) {
      for (const guest of [false, true]) add({ script: 'notice', language, channel, guest, basket: one });
    }
  }
  return lives;
}
