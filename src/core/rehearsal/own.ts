/** Orders that a store's people keep to be rehearsed each time: written step by step, taken from the record, or found by a rehearsal. */
import { Type, type Static } from '@sinclair/typebox';
import { say } from '../../words/rehearsed';
import type { BasketLine } from '../order/placing';
import type { LifeEvent } from './event';
import { stepsTaken, type Life } from './lives';
import type { Scene } from './scene';
import { STEP_KINDS, type StepKind } from './steps';

const strict = { additionalProperties: false } as const;
const TOLD = Type.Union([Type.Literal('all'), Type.Literal('little')]);

/** What an order that is written step by step is, and what happens to it. */
export const OwnScriptSchema = Type.Object(
  {
    language: Type.String({ format: 'language' }),
    channel: Type.String({ minLength: 1, maxLength: 64 }),
    guest: Type.Boolean(),
    /** It is paid when it is placed. */
    paid: Type.Boolean(),
    told: TOLD,
    /** These three are empty for what is usual. */
    payment: Type.String({ maxLength: 80 }),
    place: Type.String({ maxLength: 80 }),
    country: Type.String({ pattern: '^([A-Z]{2})?$' }),
    basket: Type.Array(
      Type.Object(
        { sku: Type.String({ minLength: 1, maxLength: 64 }), quantity: Type.Integer({ minimum: 1, maximum: 100_000 }) },
        strict,
      ),
      { minItems: 1, maxItems: 20 },
    ),
    steps: Type.Array(
      Type.Object(
        {
          do: Type.Unsafe<StepKind>(Type.Union(STEP_KINDS.map((kind) => Type.Literal(kind)))),
          /** Hours after the step before. */
          after: Type.Integer({ minimum: 0, maximum: 24 * 90 }),
          told: TOLD,
        },
        strict,
      ),
      { maxItems: 40 },
    ),
  },
  strict,
);
export type OwnScript = Static<typeof OwnScriptSchema>;

/** What is kept of an order, by where it is from. */
export type OwnLife =
  | { from: 'steps'; script: OwnScript }
  | {
      from: 'record';
      language: string;
      channel: string;
      guest: boolean;
      products: number;
      events: readonly LifeEvent[];
    }
  | { from: 'rehearsal'; life: Life };

export interface OwnOrder {
  id: string;
  name: string;
  kept: OwnLife;
}

/** Something that keeps an order from being rehearsed as it is written, by its place in the script (RFC 6901). */
export interface OwnTrouble {
  path: string;
  message: string;
}

export interface OwnLived {
  /** Undefined for one that cannot begin. */
  life?: Life;
  troubles: OwnTrouble[];
}

/** The life of an order that is kept, by the store as it is set now, and what of it cannot happen. */
export function ownLife({ id, name, kept }: OwnOrder, scene: Scene): OwnLived {
  const own = { id, name };
  if (kept.from === 'steps') return ofSteps(own, kept.script, scene);
  const channel = kept.from === 'record' ? kept.channel : kept.life.channel;
  if (!scene.channels.some((c) => c.id === channel)) {
    return { troubles: [{ path: '/channel', message: say.ownNoChannel }] };
  }
  if (kept.from === 'rehearsal') return { life: { ...kept.life, own }, troubles: [] };
  const { language, guest, events } = kept;
  const common = { ...{ language, channel, guest }, payment: '', place: '', country: '', told: 'all' as const };
  return {
    life: { ...common, script: 'recorded', basket: [], events, own },
    troubles: [],
  };
}

function ofSteps(own: NonNullable<Life['own']>, script: OwnScript, scene: Scene): OwnLived {
  const { basket, ...rest } = script;
  const known = new Map(scene.goods.map((line) => [line.product.sku, line]));
  const lines = basket.flatMap(({ sku, quantity }): BasketLine[] => {
    const line = known.get(sku);
    return line ? [{ ...line, quantity }] : [];
  });
  const troubles = [
    ...(scene.channels.some((c) => c.id === script.channel) ? [] : [{ path: '/channel', message: say.ownNoChannel }]),
    ...(scene.languages.includes(script.language) ? [] : [{ path: '/language', message: say.ownNoLanguage }]),
    ...basket.flatMap(({ sku }, i) =>
      known.has(sku) ? [] : [{ path: `/basket/${i}/sku`, message: say.ownNoProduct({ sku }) }],
    ),
  ];
  if (troubles.length > 0) return { troubles };
  const life: Life = { ...rest, script: 'own', basket: lines, own };
  const { refused } = stepsTaken(life, scene, 0, 'R');
  return { life, troubles: refused.map(({ step, why }) => ({ path: `/steps/${step}`, message: why })) };
}
