/** Every kind of block, in every starting look: what is in the message, what is left out, and that it is sound HTML. */
import { HtmlValidate } from 'html-validate';
import { parseDocument } from 'htmlparser2';
import { DEFAULT_LOOK, STARTING_LOOKS, takeOn, type Look } from '../look';
import { sampleOrders, type Order } from '../order';
import type { Snapshot } from '../snapshot';
import type { Block, Passages, Segments, Template } from '../template';
import { testOrder } from '../testing';
import { LOOK, renderer } from './testing';

const picture = { path: '/media/pictures/q/0123456789abcdef01234567.png', width: 600, height: 300, bytes: 20_000 };

const EVERY: Block[] = [
  { id: 'masthead', kind: 'masthead' },
  { id: 'head', kind: 'heading', align: 'centre' },
  { id: 'words', kind: 'text' },
  { id: 'image', kind: 'image', picture, width: 2000 as never, target: { url: 'https://quillwick.example' } },
  {
    id: 'cols',
    kind: 'columns',
    split: 'narrow-first',
    columns: [
      [{ id: 'left', kind: 'image', picture, width: 80 }],
      [
        { id: 'right', kind: 'text' },
        { id: 'go', kind: 'button', target: { variable: 'order.statusUrl' } },
      ],
    ],
  },
  { id: 'line', kind: 'divider' },
  { id: 'gap', kind: 'space', height: 30 },
  { id: 'items', kind: 'items' },
  { id: 'totals', kind: 'totals' },
  { id: 'where', kind: 'addresses' },
  { id: 'parcel', kind: 'parcel' },
  { id: 'refund', kind: 'refund' },
  { id: 'offer', kind: 'discount', code: 'LEAF10' },
  { id: 'notes', kind: 'notes' },
  { id: 'files', kind: 'downloads' },
  { id: 'links', kind: 'links' },
  { id: 'own', kind: 'html' },
  { id: 'pass', kind: 'passage', passage: 'pack' },
  { id: 'footer', kind: 'footer' },
];
const WORDS: Segments = {
  subject: 'All of it',
  preheader: 'x',
  head: 'Thank you, {$customer.firstName :text}',
  words: '{#p}One{/p}{#item}first{/item}{#item}second{/item}{#step}do{/step}{#p}Last{/p}',
  image: 'A sheet of "kozo"',
  left: 'Small',
  right: 'Beside it',
  go: 'Follow',
  offer: 'Next time',
  own: '<table><tbody><tr><td>Own {$order.number}</td></tr></tbody></table>',
};
const PASSAGES: Passages = {
  pack: { id: 'pack', name: 'Pack', blocks: [{ id: 'w', kind: 'text' }], words: { en: { w: 'Sheets travel flat.' } } },
};
const TEMPLATE: Template = { version: 1, blocks: EVERY, words: { en: WORDS } };
const ORDER: Order = testOrder({
  shipments: [{ carrier: 'Fieldpost', trackingNumber: 'FP 1', trackingUrl: 'https://fieldpost.example/1' }],
  lines: [
    {
      product: {
        sku: 'DL',
        name: 'Pattern',
        note: { words: 'Print at 100%', url: 'https://quillwick.example/print' },
        downloads: [{ name: 'Pattern, A4', url: 'https://quillwick.example/p.pdf' }],
        imageUrl: 'https://quillwick.example/p.png',
      },
      quantity: 1,
      unitPrice: 900,
    },
  ],
});
const LINKED: Look = {
  ...LOOK,
  footer: {
    ...LOOK.footer,
    links: [{ sign: 'mail', label: 'Write to us', url: 'mailto:a@b.example' }],
    linksAs: 'both',
  },
};

const render = async (
  options: {
    look?: Look;
    template?: Template;
    order?: Order;
    moment?: string;
    language?: string;
    more?: Partial<Snapshot>;
  } = {},
) =>
  (
    await renderer(options.language ?? 'en', options.template ?? TEMPLATE, undefined, {
      look: options.look ?? LINKED,
      passages: PASSAGES,
      moment: options.moment ?? 'shipment.dispatched',
      ...(options.more && { more: options.more }),
    })
  )(options.order ?? ORDER);

describe('every kind of block', () => {
  it('is in the HTML and in the text part', async () => {
    const { html, text } = await render();
    for (const words of [
      'Thank you, Iwona',
      'Beside it',
      'LEAF10',
      'Print at 100%',
      'Pattern, A4',
      'Fieldpost',
      'Own QW-10482',
      'Sheets travel flat.',
    ]) {
      expect(html).toContain(words);
      expect(text).toContain(words);
    }
    expect(html).toMatch(/<ul[^>]*><li[^>]*>first<\/li><li[^>]*>second<\/li><\/ul><ol[^>]*><li[^>]*>do<\/li><\/ol>/);
    expect(text).toContain('- first\n- second\n\n1. do');
    expect(html).toContain('alt="A sheet of &quot;kozo&quot;"');
    expect(html).toContain('src="https://libellus.example/media/pictures/q/0123456789abcdef01234567.png"');
    expect(html).toContain('/media/signs/mail-');
  });

  it('has no picture wider than the words, whatever it was set to', async () => {
    const { html } = await render();
    const widths = [...html.matchAll(/<img[^>]*width="(\d+)"/g)].map((m) => Number(m[1]));
    expect(Math.max(...widths)).toBeLessThanOrEqual(LOOK.shape.width - 2 * LOOK.shape.margin);
    expect(html).not.toContain('2000');
  });

  it('that has nothing to say is left out, with its labels', async () => {
    const { html, text } = await render({ order: testOrder() });
    for (const gone of ['Carrier', 'Your downloads', 'Print at', 'Refunded']) {
      expect(html).not.toContain(gone);
      expect(text).not.toContain(gone);
    }
  });

  it('of sums and notes says only what it is set to, in both parts', async () => {
    const only = (more: Partial<Block>, id: string) =>
      render({
        template: { ...TEMPLATE, blocks: EVERY.filter((b) => b.id === id).map((b) => ({ ...b, ...more }) as Block) },
        order: testOrder({ lines: ORDER.lines, shipping: { method: 'Parcel', price: 490 } }),
        moment: 'order.placed',
      });
    const has = async (more: Partial<Block>, id: string, words: string): Promise<boolean[]> => {
      const { html, text } = await only(more, id);
      return [html.includes(words), text.includes(words)];
    };
    const [both, neither] = [
      [true, true],
      [false, false],
    ];
    expect(await has({}, 'totals', 'Subtotal')).toEqual(both);
    expect(await has({}, 'totals', '19% VAT')).toEqual(both);
    expect(await has({ sum: true }, 'totals', 'Subtotal')).toEqual(neither);
    expect(await has({ sum: true }, 'totals', 'Parcel')).toEqual(neither);
    expect(await has({ sum: true }, 'totals', 'Total')).toEqual(both);
    expect(await has({ sum: true }, 'totals', '19% VAT')).toEqual(both);
    expect(await has({ taxes: false }, 'totals', '19% VAT')).toEqual(neither);
    expect(await has({ taxes: false }, 'totals', 'Subtotal')).toEqual(both);
    expect(await has({}, 'notes', 'Pattern')).toEqual(both);
    expect(await has({ names: false }, 'notes', 'Pattern')).toEqual(neither);
    expect(await has({ names: false }, 'notes', 'Print at 100%')).toEqual(both);
    expect((await only({}, 'notes')).html).toContain('border-left:3px');
    expect((await only({ line: false }, 'notes')).html).not.toContain('border-left:3px');
  });

  it('that is hidden is in no message', async () => {
    const hidden = { ...TEMPLATE, blocks: EVERY.map((b) => (b.id === 'head' ? { ...b, hidden: true } : b)) };
    expect((await render({ template: hidden })).html).not.toContain('Thank you');
  });

  it('is there on its condition only, in both parts, in columns as well', async () => {
    const guest = { match: 'all' as const, tests: [{ about: 'customer' as const, is: 'guest' as const }] };
    const blocks = EVERY.map((b): Block => {
      if (b.id === 'head') return { ...b, when: guest } as Block;
      if (b.kind === 'columns')
        return {
          ...b,
          columns: [b.columns[0]!, b.columns[1]!.map((x) => (x.id === 'right' ? { ...x, when: guest } : x))],
        };
      return b;
    });
    const template = { ...TEMPLATE, blocks };
    const without = await render({ template });
    const order = testOrder({ customer: { email: 'a@b.example', firstName: 'Iwona', guest: true } });
    const withIt = await render({ template, order });
    for (const part of ['html', 'text'] as const) {
      expect(without[part]).not.toMatch(/Thank you|Beside it/);
      expect(withIt[part]).toMatch(/Thank you, Iwona/);
      expect(withIt[part]).toMatch(/Beside it/);
    }
  });

  it('gives the code that a customer got, and is left out where there is none to give', async () => {
    const template: Template = {
      ...TEMPLATE,
      blocks: [{ id: 'offer', kind: 'discount', code: '', series: 'S1' }],
      words: { en: { subject: 'x', offer: 'Next time' } },
    };
    const given = await render({ template, more: { codes: { 'series/S1': 'LEAF-1<2-3' } } });
    expect(given.html).toContain('<strong>LEAF-1&lt;2-3</strong>');
    expect(given.text).toContain('Next time\nYour code: LEAF-1<2-3');
    const gone = await render({ template, more: { codes: { 'series/S1': null } } });
    expect(gone.html + gone.text).not.toMatch(/Next time|Your code/);
  });

  it('suggests products with picture, price and link, and nothing where there are none', async () => {
    const template: Template = {
      ...TEMPLATE,
      blocks: [{ id: 'with', kind: 'suggestions', rule: 'category', count: 2 }],
      words: { en: { subject: 'x' } },
    };
    const suggestions = {
      with: [
        {
          name: 'Awl & <thread>',
          price: { minor: 1690, currency: 'EUR' },
          url: 'https://quillwick.example/awl',
          imageUrl: 'https://quillwick.example/awl.png',
        },
        { name: 'Wax', url: 'javascript:alert(1)', imageUrl: '' },
      ],
    };
    const { html, text } = await render({ template, more: { suggestions } });
    expect(html).toContain('href="https://quillwick.example/awl"');
    expect(html).toContain('src="https://quillwick.example/awl.png"');
    expect(html).toContain('Awl &amp; &lt;thread&gt;');
    expect(html).not.toContain('javascript:');
    expect(text).toContain('Goes well with your order\nAwl & <thread>, €16.90: https://quillwick.example/awl\nWax');
    const none = await render({ template });
    expect(none.html + none.text).not.toContain('Goes well');
  });

  it('says notes under the item that they are of, where the items are set to', async () => {
    const template: Template = {
      ...TEMPLATE,
      blocks: [{ id: 'items', kind: 'items', notes: true }],
      words: { en: { subject: 'x' } },
    };
    const { html, text } = await render({ template });
    expect(text).toContain('1 × Pattern: €9.00\n  Print at 100% (https://quillwick.example/print)');
    expect(html.split('Print at 100%')).toHaveLength(2);
    expect(html).toContain('href="https://quillwick.example/print"');
  });

  it('asks for the language of the message, not of the order', async () => {
    const german = { match: 'all' as const, tests: [{ about: 'language' as const, is: 'one' as const, of: ['de'] }] };
    const template: Template = {
      version: 1,
      blocks: [
        { id: 'head', kind: 'heading', when: german },
        { id: 'line', kind: 'divider' },
      ],
      words: { en: { head: 'Hello' }, de: { head: 'Guten Tag' } },
    };
    expect((await render({ template })).html).not.toContain('Hello');
    expect((await render({ template, language: 'de' })).html).toContain('Guten Tag');
  });
});

const validator = new HtmlValidate({
  extends: ['html-validate:recommended'],
  rules: {
    // What mail programs need and the standard of web pages has left behind: tables and attributes for layout, styles
    // in place, upper case of a few elements.
    'no-deprecated-attr': 'off',
    'attr-quotes': 'off',
    'no-inline-style': 'off',
    'no-trailing-whitespace': 'off',
    'void-style': 'off',
    'attribute-boolean-style': 'off',
    'doctype-style': 'off',
    'no-implicit-button-type': 'off',
    'element-case': 'off',
    'long-title': 'off',
    'tel-non-breaking': 'off',
    'no-raw-characters': 'off',
    'script-type': 'off',
    'no-redundant-role': 'off',
    'prefer-native-element': 'off',
    'no-conditional-comment': 'off',
    'attribute-allowed-values': 'off',
    'aria-label-misuse': 'off',
    'wcag/h63': 'off',
    'wcag/h37': 'error',
    'no-missing-references': 'error',
    'no-dup-id': 'error',
    'close-order': 'error',
    'element-permitted-content': 'error',
    'element-permitted-parent': 'error',
    'element-required-content': 'error',
  },
});

/** Tags in their order: what is left of a message when words and pictures do not matter. */
function structure(html: string): string {
  const names: string[] = [];
  const walk = (nodes: readonly { type: string; name?: string; children?: unknown[] }[]): void => {
    for (const node of nodes) {
      // Values that may run the other way stand in an element of their own.
      if (node.name && node.type === 'tag' && node.name !== 'bdi') names.push(node.name);
      if (node.children) walk(node.children as never);
    }
  };
  walk(parseDocument(html).children as never);
  return names.join(' ');
}

describe.each(STARTING_LOOKS.map((s) => [s.name, takeOn(s, { ...LINKED, logo: null })] as const))(
  'in %s',
  (_name, look) => {
    it.each(
      sampleOrders('EUR', 'https://quillwick.example', Date.parse('2026-11-25T10:00:00Z')).map(
        (s) => [s.situation, s.order] as const,
      ),
    )('a message about "%s" is sound, and holds nothing that runs', async (_situation, order) => {
      const { html } = await render({ look, order });
      const report = await validator.validateString(html);
      const errors = report.results.flatMap((r) => r.messages).filter((m) => m.severity === 2);
      expect(errors.map((m) => `${m.ruleId} ${m.line}:${m.column} ${m.message}`)).toEqual([]);
      expect(html).not.toMatch(/<script|javascript:|\son\w+=/i);
      expect(html).not.toMatch(/[\ue000-\uf8ff]/);
    });

    it('says the same from right to left', async () => {
      const template = { ...TEMPLATE, words: { ar: WORDS } };
      const { html } = await render({ look, template, language: 'ar' });
      expect(html).toContain('dir="rtl"');
      expect(html).not.toContain('direction:ltr');
      expect(structure(html)).toBe(structure((await render({ look })).html));
    });
  },
);

describe('a look', () => {
  const head = (html: string): string => html.slice(0, html.indexOf('</head>'));

  it('is fluid: nothing but pictures has a width that a phone of 320 px could not show', async () => {
    const { html } = await render();
    // MJML writes the full width for one old program only, within its own comments.
    const bare = html.replace(/<!--\[if[\s\S]*?<!\[endif\]-->/g, '');
    for (const [, width] of bare.matchAll(/[^-]width:(\d+)px/g)) expect(Number(width)).toBeLessThanOrEqual(520);
    expect(bare).not.toMatch(/min-width:[4-9]\d\dpx;/);
  });

  it('declares colours for the dark, unless it leaves them be', async () => {
    expect(head((await render()).html)).toContain('@media (prefers-color-scheme:dark)');
    const left = await render({ look: { ...LINKED, dark: 'leave' } });
    expect(head(left.html)).not.toContain('prefers-color-scheme');
  });

  it('draws buttons in their sizes and corners', async () => {
    const button = async (more: object): Promise<string> => {
      const go = { id: 'go', kind: 'button' as const, target: { url: 'https://quillwick.example' }, ...more };
      return (await render({ template: { ...TEMPLATE, blocks: [go] } })).html;
    };
    expect(await button({})).toContain('padding:12px 24px');
    const small = await button({ size: 'small', corners: 'square' });
    for (const part of ['padding:7px 16px', 'border-radius:0px']) expect(small).toContain(part);
    const large = await button({ size: 'large', corners: 'round' });
    for (const part of ['padding:16px 34px', 'border-radius:40px']) expect(large).toContain(part);
  });

  it('shows its logo with its words, and the one for the dark where that is given', async () => {
    const light = { path: '/media/pictures/q/aaaaaaaaaaaaaaaaaaaaaaaa.png', width: 480, height: 160, bytes: 9_000 };
    const logo = {
      light,
      alt: 'Quillwick "paper"',
      link: 'https://quillwick.example',
      width: 240,
      align: 'centre' as const,
    };
    const { html } = await render({ look: { ...LINKED, logo } });
    // Where pictures are not shown, its words stand in the colour of the shop's name.
    expect(html).toMatch(/alt="Quillwick &quot;paper&quot;"[^>]*;color:#[0-9a-f]{6}/);
    expect(html).toMatch(
      /<a href="https:\/\/quillwick.example"[^>]*><img[^>]*alt="Quillwick &quot;paper&quot;" width="240" height="80"/,
    );
    const both = await render({
      look: {
        ...LINKED,
        logo: { ...logo, dark: { ...light, path: '/media/pictures/q/bbbbbbbbbbbbbbbbbbbbbbbb.png' } },
      },
    });
    expect(both.html).toContain('ls-logo-dark{display:none}');
    expect(both.html).toContain('/media/pictures/q/bbbbbbbbbbbbbbbbbbbbbbbb.png');
  });

  it('puts masthead and footer on the sheet or outside it', async () => {
    const inside = structure((await render({ look: DEFAULT_LOOK })).html);
    const outside = structure(
      (
        await render({
          look: {
            ...DEFAULT_LOOK,
            masthead: { ...DEFAULT_LOOK.masthead, place: 'above' },
            footer: { ...DEFAULT_LOOK.footer, place: 'below' },
          },
        })
      ).html,
    );
    expect(outside).not.toBe(inside);
  });

  it('writes the look’s own words in the language of the message, where there are any, and escapes them', async () => {
    const look: Look = {
      ...LINKED,
      masthead: { ...LINKED.masthead, strapline: 'paper & thread', straplines: { de: 'Papier & <Faden>' } },
      footer: {
        ...LINKED.footer,
        links: [
          { sign: 'mail', label: 'Write to us', labels: { de: 'Schreiben Sie uns' }, url: 'mailto:a@b.example' },
          { sign: 'shop', label: 'The shop', labels: { fr: 'La boutique' }, url: 'https://quillwick.example' },
        ],
      },
    };
    const template = { ...TEMPLATE, words: { ...TEMPLATE.words, de: TEMPLATE.words.en! } };
    const german = (await render({ look, template, language: 'de' })).html;
    expect(german).toContain('Papier &amp; &lt;Faden&gt;');
    expect(german).toContain('Schreiben Sie uns');
    expect(german).not.toContain('Write to us');
    // What nobody wrote in German stays as the store has it.
    expect(german).toContain('The shop');
    const english = (await render({ look, template })).html;
    expect(english).toContain('paper &amp; thread');
    expect(english).toContain('Write to us');
  });

  it('has the links in the text part as well, once, where the HTML has them', async () => {
    const links = [
      { sign: 'mail' as const, label: 'Write to us', labels: { de: 'Schreiben Sie uns' }, url: 'mailto:a@b.example' },
      { sign: 'shop' as const, label: 'The shop', url: 'https://quillwick.example' },
      { sign: 'chat' as const, label: 'Nowhere', url: 'javascript:alert(1)' },
    ];
    const look: Look = { ...LINKED, footer: { ...LINKED.footer, links } };
    const footerOnly: Template = {
      version: 1,
      blocks: [{ id: 'footer', kind: 'footer' }],
      words: { en: { subject: 'x' }, de: { subject: 'x' } },
    };
    const { text } = await render({ look, template: footerOnly });
    expect(text).toMatch(/^----\nWrite to us: a@b\.example\nThe shop: https:\/\/quillwick\.example\n\n\S/);
    expect(text).not.toContain('Nowhere');
    expect((await render({ look, template: footerOnly, language: 'de' })).text).toContain(
      'Schreiben Sie uns: a@b.example',
    );
    // With a block of their own they stand there, and not in the footer again.
    const own = (await render({ look })).text;
    expect(own.match(/The shop: /g)).toHaveLength(1);
    expect(own.indexOf('The shop: ')).toBeLessThan(own.lastIndexOf('----'));
  });

  it('takes own CSS along without what does harm, and legal lines with their values', async () => {
    const look: Look = {
      ...LINKED,
      css: '.ls-w{letter-spacing:1px}.x{background:url(https://a.example/p.png)}',
      footer: { ...LINKED.footer, legal: { en: '{$store.name}, {$message.year}' } },
    };
    const { html, text } = await render({ look });
    expect(html).toContain('letter-spacing:1px');
    expect(html).not.toContain('a.example');
    expect(html).toContain('Quillwick, 2026');
    expect(text).toContain('Quillwick, 2026');
  });
});
