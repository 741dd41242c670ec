import { SHIPPED_NOTIFICATIONS } from '../shipped';
import { layOut, PHRASES, type Phrase } from '../template';
import { aboutMoment, snapshotOf } from '../snapshot';
import { STORE, testOrder } from '../testing';
import { messageCompiler } from './compiler';
import { phrasesShown } from './shown-phrases';
import { compileMjml, LOOK } from './testing';

const order = testOrder({
  shipments: [{ carrier: 'Fieldpost', trackingNumber: 'FP 1', trackingUrl: 'https://fieldpost.example/1' }],
  refunds: [{ amount: 500, method: 'Card', reason: 'torn', lines: [], goodwill: 500 }],
});
const marked = Object.fromEntries(PHRASES.map((p) => [p, `phrase-${p}-`]));

it.each(SHIPPED_NOTIFICATIONS.map((n) => [n.name, n] as const))(
  'of %s are all that a message shows',
  async (_, { template, moment }) => {
    const parts = {
      ...{ template, look: LOOK, language: 'en', passages: {}, sourceLanguage: 'en', assetBase: '' },
      ...{ timeZone: 'UTC', phrases: marked },
    };
    const compiler = messageCompiler({ mjml: compileMjml, cache: new Map() });
    const { message } = await compiler.compile(parts, compiler.layOut(parts));
    const { html, text } = message.fill({
      ...snapshotOf({ order, store: { ...STORE, preferences: true }, now: 0, ...aboutMoment(order, moment) }),
    });
    const seen = new Set([...`${html}${text}`.matchAll(/phrase-(\w+)-/g)].map(([, p]) => p as Phrase));
    const can = phrasesShown(layOut(template, 'en', {}, 'en').blocks, LOOK);
    expect([...seen].filter((p) => !can.includes(p))).toEqual([]);
    expect(can.length).toBeLessThan(PHRASES.length / 2);
  },
);
