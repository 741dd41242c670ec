import type { DiscountCode } from '../codes';
import type { Block, Passages, Template } from '../template';
import { messageFindings, SIZE_LIMIT } from './message';
import { templateFindings } from './template';

const NOW = Date.parse('2026-11-24T09:14:00Z');
const DAY = 86_400_000;
const CODES: DiscountCode[] = [
  { code: 'LEAF10', kind: 'percent', value: 10, used: 3 },
  { code: 'OVER', kind: 'percent', value: 10, used: 0, endsAt: NOW - DAY },
  { code: 'GONE', kind: 'amount', value: 500, used: 50, limit: 50 },
  { code: 'ONE', kind: 'amount', value: 500, used: 0, limit: 1 },
  { code: 'SOON', kind: 'amount', value: 500, used: 0, startsAt: NOW + DAY },
  { code: 'ENDING', kind: 'amount', value: 500, used: 0, endsAt: NOW + DAY },
  { code: 'FEW', kind: 'amount', value: 500, used: 95, limit: 100 },
];
const picture = { path: '/media/pictures/q/0123456789abcdef01234567.png', width: 600, height: 300, bytes: 20_000 };
const PASSAGES: Passages = {
  parcel: {
    id: 'parcel',
    name: 'Parcel words',
    blocks: [{ id: 'w', kind: 'text' }],
    words: { en: { w: '{$shipment.carrier}' } },
  },
};

function findings(block: Block, words = 'Some words', moment = 'order.placed') {
  const template: Template = {
    version: 1,
    blocks: [block, { id: 'footer', kind: 'footer' }],
    words: { en: { subject: 'S', preheader: 'P', [block.id]: words } },
  };
  return templateFindings(template, {
    moment,
    sourceLanguage: 'en',
    codes: { codes: CODES, series: [] },
    passages: PASSAGES,
    now: NOW,
  }).filter((f) => f.place === block.id);
}
const said = (block: Block, words?: string, moment?: string): string[] =>
  findings(block, words, moment).map((f) => `${f.severity}: ${f.message}`);

describe('findings on blocks', () => {
  it.each<[string, Block, RegExp]>([
    ['a picture that is not there', { id: 'x', kind: 'image' }, /blocker: No picture is chosen/],
    [
      'a heavy picture',
      { id: 'x', kind: 'image', picture: { ...picture, bytes: 900_000 } },
      /warning: The picture weighs 900 kB/,
    ],
    [
      'a picture from elsewhere',
      { id: 'x', kind: 'image', picture: { url: 'https://a.example/b.png' } },
      /warning: The picture is fetched/,
    ],
    [
      'one without https',
      { id: 'x', kind: 'image', picture: { url: 'http://a.example/b.png' } },
      /blocker: The address of the picture/,
    ],
    [
      'a button that leads nowhere',
      { id: 'x', kind: 'button', target: { url: 'shop' } },
      /blocker: The button leads nowhere/,
    ],
    [
      'one to what is no address',
      { id: 'x', kind: 'button', target: { variable: 'order.number' } },
      /blocker: The button leads to \{\$order\.number\}/,
    ],
    [
      'a parcel before there is one',
      { id: 'x', kind: 'parcel' },
      /blocker: There is no parcel when an order is placed/,
    ],
    ['a refund before there is one', { id: 'x', kind: 'refund' }, /blocker: There is no refund/],
    ['no code', { id: 'x', kind: 'discount', code: '' }, /blocker: No code is chosen/],
    ['an unknown code', { id: 'x', kind: 'discount', code: 'NOPE' }, /blocker: NOPE is not among/],
    ['empty columns', { id: 'x', kind: 'columns', split: 'even', columns: [[], []] }, /warning: The columns are empty/],
    [
      'an unknown passage',
      { id: 'x', kind: 'passage', passage: 'gone' },
      /blocker: There is no published passage "gone"/,
    ],
    [
      'a passage whose values are not known here',
      { id: 'x', kind: 'passage', passage: 'parcel' },
      /blocker: In Parcel words, Text: Carrier .* is not known when an order is placed/,
    ],
    [
      'a condition that never holds',
      { id: 'x', kind: 'divider', when: { match: 'all', tests: [{ about: 'shipment', is: 'part' }] } },
      /warning: The condition asks about a parcel.*never shown/,
    ],
  ])('name %s', (_what, block, words) => {
    expect(said(block).join('\n')).toMatch(words);
  });

  it('say nothing of blocks that are right, or hidden', () => {
    expect(said({ id: 'x', kind: 'image', picture }, 'A sheet')).toEqual([]);
    expect(said({ id: 'x', kind: 'button', target: { url: 'https://a.example' } })).toEqual([]);
    expect(said({ id: 'x', kind: 'parcel' }, '', 'shipment.dispatched')).toEqual([]);
    expect(said({ id: 'x', kind: 'discount', code: 'leaf10' })).toEqual([]);
    expect(said({ id: 'x', kind: 'image', hidden: true }).filter((s) => s.includes('picture'))).toEqual([]);
    expect(said({ id: 'x', kind: 'passage', passage: 'parcel' }, '', 'shipment.dispatched')).toEqual([]);
  });

  it('ask for the words of a picture', () => {
    expect(said({ id: 'x', kind: 'image', picture }, ' ').join()).toMatch(
      /blocker: There are no words for those who do not see/,
    );
  });

  it('mend by a click what can be: https, a wrong name, a block to take out', () => {
    const [http] = findings({ id: 'x', kind: 'button', target: { url: 'http://a.example/x' } });
    expect(http!.fix).toMatchObject({ kind: 'block', id: 'x', change: { target: { url: 'https://a.example/x' } } });
    const [link] = findings({ id: 'x', kind: 'text' }, '{#link href=|http://a.example|}y{/link}');
    expect(link).toMatchObject({
      severity: 'warning',
      fix: { kind: 'words', source: '{#link href=|https://a.example|}y{/link}' },
    });
    const [name] = findings({ id: 'x', kind: 'text' }, 'Hi {$customer.firstname} and {$customer.firstname}');
    expect(name!.fix).toMatchObject({ source: 'Hi {$customer.firstName} and {$customer.firstName}' });
    expect(findings({ id: 'x', kind: 'parcel' })[0]!.fix).toEqual({
      label: 'Remove the block',
      kind: 'remove',
      id: 'x',
    });
  });

  it('find links in words that lead nowhere, and styles of own HTML that few know or nobody reads in the dark', () => {
    expect(said({ id: 'x', kind: 'text' }, '{#link href=|www.a.example|}y{/link}').join()).toMatch(
      /blocker: A link leads to "www\.a\.example"/,
    );
    const html = said({ id: 'x', kind: 'html' }, '<p style="display:grid;color:#111111">y</p>').join('\n');
    expect(html).toMatch(/display as it stands here is known by/);
    expect(html).toMatch(/dark on dark/);
    expect(said({ id: 'x', kind: 'html' }, '<script>y</script>').join()).toMatch(
      /blocker: Line 1, character 1: <script>/,
    );
  });
});

it('notes that stand under the items are not said once more', () => {
  const template: Template = {
    version: 1,
    blocks: [
      { id: 'i', kind: 'items', notes: true },
      { id: 'n', kind: 'notes' },
    ],
    words: { en: { subject: 'S', preheader: 'P' } },
  };
  const [found] = templateFindings(template, { moment: 'order.placed', sourceLanguage: 'en' });
  expect(found).toMatchObject({ place: 'n', severity: 'warning', fix: { kind: 'remove', id: 'n' } });
});

describe('words about a code', () => {
  const offer = 'Until {$offer.endsOn :date}';

  it('need a block that gives one', () => {
    expect(said({ id: 'x', kind: 'text' }, offer).join()).toMatch(/blocker: These words speak of a discount code/);
    expect(said({ id: 'x', kind: 'discount', code: 'LEAF10' }, offer).join()).not.toMatch(/speak of a discount code/);
  });

  it('need no words for a missing code where they stand with it', () => {
    const words = 'Take {$offer.value} off';
    expect(said({ id: 'x', kind: 'discount', code: 'LEAF10' }, words)).toEqual([]);
  });
});

describe('findings on a message as it was rendered', () => {
  const message = { subject: 'Your order', preheader: '', html: '<html lang="en" dir="ltr"></html>', text: 'x' };
  const found = (change: Partial<typeof message>, language = 'en'): string[] =>
    messageFindings({ ...message, ...change }, language).map((f) => `${f.severity} ${f.placeLabel}`);
  const sized = (bytes: number): string => `<html lang="en" dir="ltr">${'é'.repeat(Math.ceil(bytes / 2))}</html>`;

  it('are none for one that is right', () => {
    expect(found({})).toEqual([]);
  });

  it('count bytes, not characters, and warn before it is too late', () => {
    expect(found({ html: sized(SIZE_LIMIT + 100) })).toEqual(['blocker Message']);
    expect(found({ html: sized(SIZE_LIMIT * 0.85) })).toEqual(['warning Message']);
    expect(found({ html: sized(SIZE_LIMIT * 0.7) })).toEqual([]);
  });

  it('name a subject that is empty, that is cut, and a text part that says nothing', () => {
    expect(found({ subject: '' })).toEqual(['blocker Subject']);
    expect(found({ subject: 'x'.repeat(60) })).toEqual(['hint Subject']);
    expect(found({ subject: 'x'.repeat(120) })).toEqual(['warning Subject']);
    expect(found({ text: ' \n' })).toEqual(['blocker Text part']);
  });

  it('want the language and direction said', () => {
    expect(found({}, 'ar')).toEqual(['blocker Message']);
  });
});
