import fc from 'fast-check';
import { snapshotOf } from '../snapshot/snapshot';
import { type Order } from '../order';
import { placeholderType } from '../placeholders';
import { layOut, phrasebookFor, type Template } from '../template';
import { STORE, testOrder } from '../testing';
import { KeptWords } from './kept-words';
import { compileMessage, type RenderedMessage } from './message';
import { makeSkeleton } from './skeleton';
import { compileMjml, LOOK, RECEIVED, renderer } from './testing';
import { wordsHtml, wordsStyles } from './words';

const tagsOf = (html: string): string[] => html.match(/<[^>]*>/g) ?? [];
/** Tags with the values that an order may put into attributes taken out, and without isolation marks. */
const structureOf = (html: string): string[] =>
  tagsOf(html)
    .map((t) => t.replace(/ (alt|src|href|aria-label)="[^"]*"/g, ' $1').replace(/ lang="[^"]*"/, ''))
    .filter((t) => t !== '<bdi>' && t !== '</bdi>');

describe('a rendered message', () => {
  let en: (order: Order) => RenderedMessage;
  let ar: (order: Order) => RenderedMessage;
  beforeAll(async () => {
    en = await renderer('en');
    ar = await renderer('ar');
  });

  it('has the order’s words and figures in subject, HTML and text part', () => {
    const { subject, preheader, html, text } = en(testOrder());
    expect(subject).toBe('We have your order QW-10482');
    expect(preheader).toBe('3 items, €37.90. All about them at a glance.');
    for (const words of [
      'Thank you, Iwona',
      'Kozo sheet',
      'pearwood',
      '€37.90',
      'Includes 19% VAT',
      'ul. Papiernicza 4',
    ]) {
      expect(html).toContain(words);
      expect(text).toContain(words);
    }
    expect(text).toContain('2 × Kozo sheet: €17.00');
    expect(text).toContain('Follow your order: https://quillwick.example/orders/QW-10482');
    expect(text).not.toMatch(/[<>]/);
  });

  it('says which language and direction it is in', () => {
    expect(en(testOrder()).html).toMatch(/<html lang="en" dir="ltr"/);
    const { html } = ar(testOrder());
    expect(html).toMatch(/<html lang="ar" dir="rtl"/);
    expect(html).toContain('المنتج');
    expect(html).toMatch(/text-align:right[^"]*">(<bdi>)?Kozo sheet/);
    expect(html).not.toContain('direction:ltr');
  });

  it('leaves a button out, in HTML and text, when it would lead nowhere', () => {
    const { html, text } = en(testOrder({ statusUrl: undefined }));
    expect(html).not.toContain('Follow your order');
    expect(text).not.toContain('Follow your order');
    expect(html).not.toContain('lb-follow');
  });

  it('leaves out what the order does not have: delivery address, pictures', () => {
    const { html, text } = en(testOrder({ shippingAddress: undefined }));
    expect(text).not.toContain('Deliver to');
    expect(html).not.toContain('Deliver to');
    expect(html).not.toContain('<img');
    expect(en(testOrder()).html).toContain('Deliver to');
  });

  it('shows a picture with its alternative text', () => {
    const order = testOrder();
    order.lines[0]!.product.imageUrl = 'https://quillwick.example/kozo.png';
    expect(en(order).html).toContain('<img src="https://quillwick.example/kozo.png" alt="Kozo sheet"');
  });

  it('holds no script, no form, and no mark of the compiler', () => {
    const { html } = en(testOrder());
    expect(html).not.toMatch(/<script|<form|\son\w+=|[\ue000-\uf8ff]/i);
  });

  it('gives the same message for the same order', () => {
    expect(en(testOrder())).toEqual(en(testOrder()));
  });

  const hostile = fc.oneof(
    fc.constantFrom(
      '<b>x</b>',
      '"',
      "' onmouseover='x",
      '\r\nBcc: a@b.example',
      '{$x}',
      '{{x}}',
      '{#b}x{/b}',
      '</td></tr></table><script>alert(1)</script>',
      '<!--[if mso]>',
      '&amp;&#60;',
      'ليلى الورّاق',
      'a\u202eb',
      '\ue0000\ue001',
      '🙂\ud800',
      '$& $1 $$',
    ),
    fc.string16bits({ maxLength: 30 }),
  );

  it('keeps its structure, header and links whatever stands in names, products and notes', () => {
    const plain = testOrder();
    const shape = structureOf(en(plain).html);
    const shapeAr = structureOf(ar(plain).html);
    const links = en(plain).html.match(/href="[^"]*"/g);
    fc.assert(
      fc.property(hostile, hostile, hostile, (name, product, option) => {
        // A letter in front: an empty name is another message (its row or greeting is left out), which is not the point here.
        const order = testOrder({
          customer: { email: 'iwona@sobczyk.example', firstName: `n${name}`, lastName: name },
          note: name,
        });
        order.lines[0]!.product.name = `p${product}`;
        order.lines[1]!.options = `o${option}`;
        for (const [render, wanted] of [
          [en, shape],
          [ar, shapeAr],
        ] as const) {
          const { html, subject, text } = render(order);
          expect(structureOf(html)).toEqual(wanted);
          expect(subject).not.toMatch(/[\r\n]/);
          expect(text).not.toMatch(/\r/);
        }
        expect(en(order).html.match(/href="[^"]*"/g)).toEqual(links);
      }),
      { numRuns: 150 },
    );
  });

  it('never lets an address become anything but an address', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          hostile,
          fc.webUrl(),
          hostile.map((h) => `https://a.example/${h}`),
        ),
        (statusUrl) => {
          const { html } = en(testOrder({ statusUrl }));
          for (const href of html.match(/href="([^"]*)"/g) ?? [])
            expect(href).toMatch(/^href="(https?:|mailto:|tel:)[^<>"\s]*"$/i);
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('a skeleton', () => {
  it('is the same whatever the words are, so that typing never compiles it again', async () => {
    let compiled = 0;
    const counting = (mjml: string): Promise<string> => {
      compiled += 1;
      return compileMjml(mjml);
    };
    const skeleton = await makeSkeleton(RECEIVED.blocks, LOOK, 'ltr', counting);
    expect(compiled).toBe(1);
    expect(JSON.stringify(skeleton)).not.toContain('Thank you');
  });

  it('escapes what the look says', async () => {
    const look = { ...LOOK, masthead: { ...LOOK.masthead, name: 'A <b> & "C"\ue000', strapline: '' } };
    const html = JSON.stringify((await makeSkeleton(RECEIVED.blocks, look, 'ltr', compileMjml)).nodes);
    expect(html).toContain('A &lt;b&gt; &amp; &quot;C&quot;');
    expect(html).not.toContain('\ue000');
  });

  it('holds every block at its own class', async () => {
    const html = JSON.stringify((await makeSkeleton(RECEIVED.blocks, LOOK, 'ltr', compileMjml)).nodes);
    for (const { id } of RECEIVED.blocks) expect(html).toContain(`lb-${id}`);
  });
});

describe('words ahead of their message', () => {
  const TYPED = {
    inside:
      '{#p}Thank you, {$customer.firstName :text default=|you|}, for {$order.itemCount :number} sheets.{/p}{#item}{#b}{$order.total :money}{/b} & more{/item}{#p}A {#link url=|https://quillwick.example/x|}link{/link}.{/p}',
    plural:
      '.input {$order.itemCount :number}\n.match $order.itemCount\none {{One item}}\n* {{{$order.itemCount} items}}',
  };

  it.each(Object.entries(TYPED))('are written as the message will hold them: %s', async (_name, source) => {
    const template: Template = {
      ...RECEIVED,
      blocks: [{ id: 'only', kind: 'text' }],
      words: { en: { subject: 'S', preheader: '', only: source } },
    };
    const laid = layOut(template, 'en', {}, 'en');
    const skeleton = await makeSkeleton(laid.blocks, LOOK, 'ltr', compileMjml);
    const writing = { locale: 'en-GB', timeZone: 'Europe/Berlin', typeOf: placeholderType };
    const order = testOrder({ customer: { ...testOrder().customer, firstName: '<b>"&' } });
    const snapshot = snapshotOf({ order, store: STORE, now: 0 });
    const whole = compileMessage(skeleton, laid, phrasebookFor('en', {}), { language: 'en', ...writing }).fill(
      snapshot,
    );
    const html = wordsHtml(source, 'paragraphs', { ...wordsStyles(skeleton), ...writing }, snapshot.values)!;
    expect(html.length).toBeGreaterThan(5);
    expect(whole.html).toContain(`<div class="ls-words">${html}</div>`);
  });

  it('are nothing while they cannot be read', () => {
    const writing = { locale: 'en', timeZone: 'UTC', typeOf: placeholderType, direction: 'ltr' as const };
    expect(wordsHtml('half a {$place', 'line', writing, {})).toBeUndefined();
  });
});

it('words kept between compilations give the same message as words made anew', async () => {
  const kept = new KeptWords();
  const skeleton = await makeSkeleton(RECEIVED.blocks, LOOK, 'ltr', compileMjml);
  const options = { language: 'en', locale: 'en-GB', timeZone: 'Europe/Berlin', typeOf: placeholderType };
  const snapshot = snapshotOf({ order: testOrder(), store: STORE, now: 0 });
  for (const subject of [
    'One {$order.number}',
    'Two',
    'One {$order.number}',
    '{$customer.firstName}: {$order.total :money}',
  ]) {
    const template = { ...RECEIVED, words: { en: { ...RECEIVED.words.en!, subject } } };
    const laid = layOut(template, 'en', {}, 'en');
    const fill = (k?: KeptWords) => compileMessage(skeleton, laid, phrasebookFor('en', {}), options, k).fill(snapshot);
    expect(fill(kept)).toEqual(fill());
  }
});
