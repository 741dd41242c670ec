/**
 * What has to be seen once, and the lives that show it: every notification that is on, in each of its versions, to each kind of reader, in
 * each language that customers shop in, and at each place of its row; each colleague's once.
 */
import { momentOf } from '../moments/registry';
import type { NotificationFacts, VariantFacts } from '../plan/notification';
import { cover } from './cover';
import { expectedOf, type ExpectWith, type Expectation, type Expected } from './expected';
import { eventsOf, SCRIPTS, type Life, type LifeEvent, type Script } from './lives';
import { MADE_UP_GOODS, type Scene } from './scene';

/** A life that is rehearsed. */
export interface PlannedLife {
  life: Life;
  number: string;
  events: readonly LifeEvent[];
  expected: Expectation;
}

/** A version that no life shows, in these languages. */
export interface Unshown {
  notificationId: string;
  variantId: string;
  languages: string[];
  /** Nothing that happens to an order or an account makes it go out, or no order was found that it is for. */
  why: 'not-of-a-life' | 'no-order-found';
}

export interface RehearsalPlan {
  lives: PlannedLife[];
  unshown: Unshown[];
  /** How many lives were tried. */
  tried: number;
}

/** More than these are not lived: what is left is told as unshown. */
export const MOST_LIVES = 60;

/** What a message shows once it is seen. A customer's counts by the language of the order, a colleague's by who it is. */
function shownBy({ notificationId, variantId, turn, recipient, order, copy }: Expected): string {
  if (copy) return `copy ${notificationId} ${recipient.address}`;
  const who = recipient.role === 'staff' ? recipient.address.toLowerCase() : (order.language ?? '');
  return JSON.stringify([notificationId, variantId, recipient.role, who, turn]);
}

/** Works out the lives that show everything; `start` is when they begin, and `run` makes their numbers its own. */
export function planRehearsal(scene: Scene, using: ExpectWith, start: number, run: number): RehearsalPlan {
  const candidates = candidatesFor(scene);
  const lived = candidates.map((life) => expectedOf(eventsOf(life, scene, start, 'R'), using));
  const sets = lived.map(({ messages }) => new Set(messages.map(shownBy)));
  const chosen = cover(sets)
    .toSorted((a, b) => a - b)
    .slice(0, MOST_LIVES);
  const lives = chosen.map((place, i): PlannedLife => {
    const life = candidates[place]!;
    const number = `R${run}-${String(i + 1).padStart(2, '0')}`;
    const events = eventsOf(life, scene, start, number);
    return { life, number, events, expected: expectedOf(events, using) };
  });
  return { lives, tried: candidates.length, unshown: unshownBy(lives, scene, using) };
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
  const { toldBy } = momentOf(moment);
  return toldBy === 'shop' || toldBy === 'clock' ? 'no-order-found' : 'not-of-a-life';
};

type Baskets = Readonly<Record<string, Life['basket']>>;

/** Baskets that conditions can ask for: of one kind, of several, of each category, of what is named, worth much. */
function basketsOf({ goods, asked }: Scene): Baskets {
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
  const files = all.filter((g) => g.product.downloads?.length);
  if (files[0]) baskets['files'] = [files[0]];
  if (asked.value > 0) {
    const quantity = Math.min(100_000, Math.ceil((asked.value + 1) / Math.max(1, usual[0]!.unitPrice)));
    baskets['dear'] = [{ ...usual[0]!, quantity }];
  }
  return baskets;
}

/** The lives to choose from, those of the store's own language first. */
export function candidatesFor(scene: Scene): Life[] {
  const { languages, channels, terms, places, asked } = scene;
  const baskets = basketsOf(scene);
  const payments = [...new Set([...terms.payments.map((p) => p.name), ...asked.payments])];
  const from = [...new Set([...places, ...asked.places])];
  const countries = ['', ...asked.countries];
  const lives: Life[] = [];
  let turn = 0;
  const add = (life: Pick<Life, 'script' | 'language' | 'channel' | 'guest' | 'basket'> & Partial<Life>): void => {
    turn += 1;
    lives.push({
      payment: payments[turn % Math.max(1, payments.length)] ?? '',
      place: from[turn % Math.max(1, from.length)] ?? '',
      country: countries[turn % countries.length]!,
      ...life,
    });
  };
  const several = baskets['several']!;
  const scripts = SCRIPTS.filter((s) => s !== 'files' || baskets['files'] !== undefined);
  const usually = (script: Script): Life['basket'] => (script === 'files' ? baskets['files']! : several);
  const [first] = channels;
  if (!first) return [];
  for (const script of scripts) {
    for (const language of languages) {
      for (const { id: channel } of channels) {
        for (const guest of [false, true]) add({ script, language, channel, guest, basket: usually(script) });
      }
      // What a version asks of the goods is asked in each language.
      if (script === 'account') continue;
      for (const basket of Object.values(baskets)) add({ script, language, channel: first.id, guest: false, basket });
    }
    if (script === 'account') continue;
    // What only colleagues' rules ask for.
    const language = languages[0]!;
    for (const { id: channel } of channels) {
      for (const basket of Object.values(baskets)) {
        for (const place of from) add({ script, language, channel, guest: false, basket, place });
      }
    }
    const common = { script, language, channel: first.id, guest: false, basket: usually(script) };
    for (const payment of payments) add({ ...common, payment });
    for (const country of countries) add({ ...common, country });
  }
  return lives;
}
