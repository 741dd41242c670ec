/**
 * Filling one message (HTML, text part, subject; six lines, one date, nine amounts) against Handlebars: precompiled on
 * the same HTML with all values ready-made, and with MJML and Handlebars compiled for each message.
 */
import Handlebars from 'handlebars';
import mjml2html from 'mjml';
import { DEFAULT_LOOK } from '../src/core/look';
import { snapshotOf, type Snapshot } from '../src/core/snapshot';
import { type Order } from '../src/core/order';
import { placeholderType } from '../src/core/placeholders';
import { compileMessage, makeSkeleton } from '../src/core/render';
import { phrasebookFor, type Template } from '../src/core/template';
import { dateFormatter, moneyFormatter, type Money } from '../src/core/text';
import { handlebarsSource, key } from './handlebars';
import { inTurns, type Row } from './measure';

const TEMPLATE: Template = {
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'thanks', kind: 'heading' },
    { id: 'next', kind: 'text' },
    { id: 'follow', kind: 'button', target: { variable: 'order.statusUrl' } },
    { id: 'items', kind: 'items', pictures: false },
    { id: 'totals', kind: 'totals' },
    { id: 'where', kind: 'addresses' },
    { id: 'footer', kind: 'footer' },
  ],
  words: {
    en: {
      subject: 'We have your order {$order.number}',
      preheader: 'We are getting it ready.',
      thanks: 'Thank you, {$customer.firstName :text default=|friend|}',
      next: '{#p}Your order arrived safely, {$customer.fullName}.{/p}{#p}We expect to hand the parcel over on {#b}{$order.expectedDispatch :date fields=month-day-weekday length=long}{/b}.{/p}',
      follow: 'Follow your order',
    },
  },
};

const STORE = {
  name: 'Quillwick',
  email: 'hello@quillwick.example',
  url: 'https://quillwick.example',
  address: 'Mill Lane 4, Seelow',
};
const LOOK = {
  ...DEFAULT_LOOK,
  masthead: { ...DEFAULT_LOOK.masthead, name: 'Quillwick', strapline: 'paper, board and thread' },
};

/** Orders that differ in everything that is written. Six lines, and subtotal, shipping and total: nine amounts. */
export function makeOrder(i: number): Order {
  const address = {
    name: `Customer ${i} Sobczyk`,
    lines: [`Mill Lane ${i}`],
    postalCode: '20-112',
    city: 'Lublin',
    country: 'PL',
  };
  return {
    number: `QW-${10_000 + i}`,
    placedAt: '2026-11-24T09:14:00Z',
    expectedDispatch: new Date(Date.UTC(2026, 0, 1 + (i % 360), i % 24, i % 60)).toISOString(),
    currency: 'EUR',
    channel: 'web-shop',
    customer: { email: `c${i}@sobczyk.example`, firstName: `Iwona ${i}`, lastName: 'Sobczyk' },
    billingAddress: address,
    shippingAddress: address,
    lines: Array.from({ length: 6 }, (_, n) => ({
      product: { sku: `S${n}`, name: `Kozo sheet ${n} of ${i}` },
      options: 'natural, 45 g',
      quantity: 1 + ((i + n) % 4),
      unitPrice: 850 + ((i * 37 + n * 211) % 9000),
    })),
    shipping: { method: 'Parcel', price: 490 },
    statusUrl: `https://quillwick.example/orders/QW-${10_000 + i}`,
  };
}

interface Ready {
  [name: string]: unknown;
}

/** All values as strings, formatted beforehand: Handlebars has nothing left to do but put them in. */
function readyMade(snapshot: Snapshot): Ready {
  const money = (m: Money): string => moneyFormatter('en', m.currency)(m.minor);
  const date = dateFormatter('en', 'Europe/Berlin', 'month-day-weekday', 'long');
  const v: Record<string, string> = {};
  for (const [name, value] of Object.entries(snapshot.values)) {
    if (value === undefined) continue;
    v[key(name)] =
      typeof value === 'object'
        ? money(value)
        : name === 'order.expectedDispatch'
          ? date(Number(value))
          : String(value);
  }
  const labels: Record<string, string> = { subtotal: 'Subtotal', shipping: 'Parcel', total: 'Total' };
  return {
    v,
    subject: `We have your order ${v.order_number}`,
    preheader: 'We are getting it ready.',
    link: v.order_statusUrl,
    lines: snapshot.lines.map((l) => ({
      name: l.name,
      options: l.options,
      quantity: String(l.quantity),
      total: money(l.total),
    })),
    pictured: snapshot.lines.some((l) => l.imageUrl !== ''),
    totals: snapshot.totals.map((t) => ({ label: labels[t.label], amount: money(t.amount), strong: t.strong })),
    billing: snapshot.billing,
    shipping: snapshot.shipping,
  };
}

export async function setup() {
  const words = TEMPLATE.words.en!;
  const phrasebook = phrasebookFor('en');
  let mjmlSource = '';
  const laid = { blocks: TEMPLATE.blocks, words };
  const skeleton = await makeSkeleton(TEMPLATE.blocks, LOOK, 'ltr', async (mjml) => {
    mjmlSource = mjml;
    return (await mjml2html(mjml, { validationLevel: 'strict' })).html;
  });
  const ours = compileMessage(skeleton, laid, phrasebook, {
    language: 'en',
    timeZone: 'Europe/Berlin',
    typeOf: placeholderType,
  });
  const source = handlebarsSource(skeleton, TEMPLATE, words, phrasebook, 'en');
  const theirs = Handlebars.compile<Ready>(source, { ignoreStandalone: true });

  const snapshots = Array.from({ length: 997 }, (_, i) =>
    snapshotOf({ order: makeOrder(i), store: STORE, now: Date.UTC(2026, 10, 24) }),
  );
  const ready = snapshots.map(readyMade);

  // Both must make the same page, or the comparison means nothing.
  snapshots.slice(0, 50).forEach((snapshot, i) => {
    const a = ours.fill(snapshot).html;
    const b = theirs(ready[i]!);
    if (a !== b) {
      const at = [...a].findIndex((c, n) => c !== b[n]);
      throw new Error(
        `The pages differ at ${at}: ${JSON.stringify(a.slice(at - 60, at + 60))} and ${JSON.stringify(b.slice(at - 60, at + 60))}`,
      );
    }
  });
  const example = ours.fill(snapshots[0]!);
  console.log(
    `One message: ${(example.html.length / 1000).toFixed(1)} kB of HTML, ${(example.text.length / 1000).toFixed(1)} kB of text.`,
  );

  return { ours, theirs, snapshots, ready, mjmlSource, source };
}

/** Filling one message after another, as the yardstick of other benches. */
export async function fillContender(): Promise<{ name: string; run: (i: number) => number }> {
  const { ours, snapshots } = await setup();
  return {
    name: 'fill',
    run: (i) => {
      const { subject, html, text } = ours.fill(snapshots[i % snapshots.length]!);
      return subject.length + flat(html) + flat(text);
    },
  };
}

export async function benchFill(): Promise<Row[]> {
  const { ours, theirs, snapshots, ready, mjmlSource, source } = await setup();
  const pieces = snapshots.map((snapshot, i) => {
    const { html, text } = ours.fill(snapshot);
    const values = valuesIn(ready[i]!);
    return { html: cut(html, values), text: cut(text, values) };
  });
  const rates = await inTurns([
    {
      name: 'ours',
      run: (i) => {
        const { subject, html, text } = ours.fill(snapshots[i % snapshots.length]!);
        // A string put together from pieces is only done when it is flat: both sides are made to finish.
        return subject.length + flat(html) + flat(text);
      },
    },
    { name: 'handlebars', run: (i) => flat(theirs(ready[i % ready.length]!)) },
    {
      name: 'joining',
      run: (i) => {
        const { html, text } = pieces[i % pieces.length]!;
        return flat(joined(html)) + flat(joined(text));
      },
    },
  ]);
  const slow = await inTurns(
    [
      {
        name: 'mjml and handlebars',
        run: async (i) => {
          // As one would write it by hand: MJML with Handlebars in it, compiled for the message. The marks stand in for the placeholders.
          const { html } = await mjml2html(mjmlSource, { validationLevel: 'skip' });
          if (html.length === 0) throw new Error('MJML made nothing.');
          return flat(Handlebars.compile<Ready>(source, { ignoreStandalone: true })(ready[i % ready.length]!));
        },
      },
    ],
    0.5,
    3,
  );
  return [
    {
      what: 'fill (HTML, text, subject) against precompiled Handlebars (HTML, values ready-made)',
      ours: rates.get('ours')!,
      theirs: rates.get('handlebars')!,
      atLeast: 1,
    },
    {
      what: 'fill against joining the finished pieces of HTML and text: the limit',
      ours: rates.get('ours')!,
      theirs: rates.get('joining')!,
      atLeast: 0.35,
    },
    {
      what: 'fill against compiling MJML and Handlebars for each message',
      ours: rates.get('ours')!,
      theirs: slow.get('mjml and handlebars')!,
      atLeast: 200,
    },
  ];
}

/** Reads one character far in, which makes the engine join the pieces of a string. */
function flat(text: string): number {
  return text.charCodeAt(text.length >> 1) + text.length;
}

/** Every string among ready-made values. */
function valuesIn(value: unknown): Set<string> {
  if (typeof value === 'string') return new Set(value === '' ? [] : [value]);
  if (typeof value !== 'object' || value === null) return new Set();
  return new Set(Object.values(value).flatMap((v) => [...valuesIn(v)]));
}

/** A finished text in the pieces that it was made of: its values, and what stands between them. */
function cut(text: string, values: ReadonlySet<string>): string[] {
  const longest = [...values].filter((v) => v.length > 2).toSorted((a, b) => b.length - a.length);
  const any = new RegExp(longest.map((v) => v.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')).join('|'), 'g');
  const pieces: string[] = [];
  let from = 0;
  for (const { 0: value, index } of text.matchAll(any)) {
    pieces.push(text.slice(from, index), value);
    from = index + value.length;
  }
  pieces.push(text.slice(from));
  // Copies of their own: a slice would share the finished text.
  return pieces.map((piece) => Buffer.from(piece).toString());
}

function joined(pieces: readonly string[]): string {
  let out = '';
  for (const piece of pieces) out += piece;
  return out;
}
