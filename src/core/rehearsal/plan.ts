/**
 * What has to be seen once, and the lives that show it: every notification that is on, in each of its versions, to each kind of reader, in
 * each language that customers shop in, and at each place of its row; each colleague's once.
 */
import { momentOf, NOTICE } from '../moments/registry';
import type { NotificationFacts, VariantFacts } from '../plan/notification';
import { cover } from './cover';
import { expectedOf, type ExpectWith, type Expectation, type Expected } from './expected';
import { partKey, type Forms, type Part } from './forms';
import { eventsOf, SCRIPTS, type Life, type LifeEvent, type Script } from './lives';
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
  /** Nothing that happens to an order or an account makes it go out, or no order was found that it is for. */
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
/** More than these are not lived: what is left is told as unshown. */
const MOST_LIVES = 80;

/** What a message shows once it is seen. A customer's counts by the language of the order, a colleague's by who it is. */
function shownBy({ notificationId, variantId, turn, recipient, order, copy }: Expected): string {
  if (copy) return `copy ${notificationId} ${recipient.address}`;
  const who = recipient.role === 'staff' ? recipient.address.toLowerCase() : (order.language ?? '');
  return JSON.stringify([notificationId, variantId, recipient.role, who, turn]);
}

/**
 * Works out the lives that show everything, in steps: it looks at a thousand lives and more. `start` is when they begin, and `run` makes
 * their numbers its own.
 */
export function* planningRehearsal(
  scene: Scene,
  using: ExpectWith,
  forms: Forms,
  start: number,
  run: number,
): Generator<void, RehearsalPlan> {
  const candidates = candidatesFor(scene);
  const [musts, parts]: Set<string>[][] = [[], []];
  for (const { life, forColleagues } of candidates) {
    const { messages } = expectedOf(eventsOf(life, scene, start, 'R'), using);
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
  const chosen = withMore(cover(musts!), parts!)
    .toSorted((a, b) => a - b)
    .slice(0, MOST_LIVES);
  const lives: PlannedLife[] = [];
  for (const [i, place] of chosen.entries()) {
    const { life } = candidates[place]!;
    const number = `R${run}-${String(i + 1).padStart(2, '0')}`;
    const events = eventsOf(life, scene, start, number);
    lives.push({ life, number, events, expected: expectedOf(events, using) });
    yield;
  }
  return {
    lives,
    tried: candidates.length,
    unshown: [...unshownBy(lives, scene, using), ...unmetBy(lives, using)],
    unseen: unseenBy(lives, forms),
  };
}

/** Adds those that show most that none shows yet, as long as there is room. */
function withMore(chosen: readonly number[], parts: readonly ReadonlySet<string>[]): number[] {
  const all = [...chosen];
  const seen = new Set(all.flatMap((i) => [...parts[i]!]));
  while (all.length < LIVES_FOR_PARTS) {
    const adds = parts.map((p) => [...p].filter((e) => !seen.has(e)).length);
    const most = Math.max(...adds);
    if (most === 0) break;
    const next = adds.indexOf(most);
    all.push(next);
    for (const e of parts[next]!) seen.add(e);
  }
  return all;
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
function unseenBy(lives: readonly PlannedLife[], forms: Forms): UnseenParts[] {
  const seen = new Map<string, { message: Expected; parts: Set<string> }>();
  for (const message of lives.flatMap((l) => l.expected.messages)) {
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
    // What nothing makes go out is told once, without whom it would go to; who is away gets nothing on purpose.
    if (!notification || address === '' || pause || whyNot(notification) === 'not-of-a-life') return [];
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
        return [{ notificationId: n.id, variantId: variant.id, languages, why: whyNot(n) }];
      }),
    );
}

const goesOut = ({ nothing, edition }: VariantFacts): boolean => !nothing && edition !== undefined;

/** Moments that lives come to. */
const whyNot = ({ moment }: NotificationFacts): Unshown['why'] => {
  return momentOf(moment).toldBy === 'reckoned' || moment === NOTICE ? 'not-of-a-life' : 'no-order-found';
};

type Baskets = Readonly<Record<string, Life['basket']>>;

/** Baskets that conditions can ask for: of one kind, of several, of each category, of what is named, worth much. */
function basketsOf({ goods, asked, languages }: Scene): Baskets {
  const all = goods.length > 0 ? goods : MADE_UP_GOODS;
  const travels = all.filter((g) => g.product.shippable !== false && !g.product.downloads?.length);
  const usual = travels.length > 0 ? travels : all;
  const byCategory = new Map<string, (typeof all)[number]>();
  for (const g of all) if (!byCategory.has(g.product.category ?? '')) byCategory.set(g.product.category ?? '', g);
  const mixed = [...new Map(usual.map((g) => [g.product.category, g])).values()].slice(0, 3);
  const baskets: Record<string, Life['basket']> = {
    several: (mixed.length > 1 ? mixed : usual.slice(0, 3)).map((g, i) => ({ ...g, quantity: [2, 1, 5][i]! })),
    one: [usual[0]!],
  };
  for (const [category, g] of byCategory) baskets[`category ${category}`] = [g];
  for (const g of all) {
    const { sku, supplier = '' } = g.product;
    if (asked.skus.includes(sku)) baskets[`product ${sku}`] = [g];
    if (asked.suppliers.includes(supplier)) baskets[`supplier ${supplier}`] ??= [g];
  }
  // Each number that a language of the store tells apart.
  for (const quantity of numbersOf(languages)) baskets[`${quantity} pieces`] = [{ ...usual[0]!, quantity }];
  const files = all.filter((g) => g.product.downloads?.length);
  if (files[0]) baskets['files'] = [files[0]];
  if (asked.value > 0) {
    const quantity = Math.min(100_000, Math.ceil((asked.value + 1) / Math.max(1, usual[0]!.unitPrice)));
    baskets['dear'] = [{ ...usual[0]!, quantity }];
  }
  return baskets;
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
  const baskets = basketsOf(scene);
  const payments = [...new Set([...terms.payments.map((p) => p.name), ...wanted.payments])];
  const from = [...new Set([...places, ...wanted.places])];
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
  const several = baskets['several']!;
  const scripts = SCRIPTS.filter((s) => s !== 'files' || baskets['files'] !== undefined);
  const one = baskets['one']!;
  // Of one piece and of several: each language says them in different words.
  const usually = (script: Script): Life['basket'] =>
    script === 'files' ? baskets['files']! : script === 'collected' || script === 'given-back' ? one : several;
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
      // What a version asks of the goods is asked in each language.
      if (script === 'account' || script === 'letters') continue;
      for (const basket of Object.values(baskets)) add({ script, language, channel: first.id, guest: false, basket });
    }
    if (script === 'account') continue;
    // What only colleagues' rules ask for.
    const language = languages[0]!;
    for (const { id: channel } of channels) {
      for (const basket of Object.values(baskets)) {
        for (const place of from) add({ script, language, channel, guest: false, basket, place }, true);
      }
    }
    const common = { script, language, channel: first.id, guest: false, basket: usually(script) };
    for (const payment of payments) add({ ...common, payment });
    for (const country of countries) add({ ...common, country });
  }
  return lives;
}
