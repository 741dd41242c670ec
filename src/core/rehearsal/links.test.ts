import { testOrder } from '../testing';
import { askedIn, checkOf, mayBeAsked, withAnswers, type AskedLink } from './links';
import type { LifeEvent } from './event';

const order = testOrder({
  number: 'R-77',
  statusUrl: 'https://shop.example/orders/R-77',
  shipments: [{ carrier: 'Fieldpost', trackingNumber: 'FP 9' }],
});
order.lines[0]!.product.url = 'https://shop.example/shop/bone';
const events: LifeEvent[] = [
  { moment: 'order.placed', at: 0, order, details: { payUrl: 'https://shop.example/pay/made-up' } } as LifeEvent,
];
const html = (links: string[], pictures: string[] = []): string =>
  `${links.map((href) => `<a href="${href}">x</a>`).join('')}${pictures.map((src) => `<img src="${src}">`).join('')}`;
const asked = (links: string[], pictures: string[] = []): string[] =>
  askedIn(html(links, pictures), events, 'https://libellus.example/').map((a) => `${a.about} ${a.href}`);

describe('which links are asked', () => {
  it('are those of the store and its products, each once', () => {
    const all = ['https://shop.example/', 'https://shop.example/shop/bone', 'https://shop.example/'];
    expect(asked(all, ['https://pictures.example/a.png'])).toEqual([
      ...[
        'pictures https://pictures.example/a.png',
        'links https://shop.example/',
        'links https://shop.example/shop/bone',
      ],
    ]);
  });

  it.each([
    ['what was made up', 'https://shop.example/pay/made-up'],
    ['what is of the made-up order', 'https://shop.example/orders/R-77'],
    ['what follows its parcel', 'https://fieldpost.example/t/FP9'],
    ['what names its order, encoded', 'https://shop.example/find?order=%52-77'],
    ['this installation itself', 'https://libellus.example/unsub/1'],
    ['what signs out', 'https://shop.example/account/sign-out'],
    ['what unsubscribes', 'https://shop.example/news?do=Unsubscribe'],
    ['what cancels', 'https://shop.example/cancel-order'],
    ['mail', 'mailto:hello@shop.example'],
    ['what is no address', 'https://{shop}/'],
  ])('are not %s', (_what, href) => expect(asked([href])).toEqual([]));

  it('are not those that their own address cannot be read of', () => {
    expect(mayBeAsked('https://shop.example/%E0%A4%A')).toBe(true);
    expect(mayBeAsked('javascript:alert(1)')).toBe(false);
  });
});

describe('what an answer says', () => {
  const link: AskedLink = { href: 'https://shop.example/care', about: 'links' };
  it.each([[200], [204], [301], [401], [403], [405], [429], [501]])('%d is right', (status) =>
    expect(checkOf(link, { status })).toBeUndefined(),
  );
  it.each([
    [404, 'wrong'],
    [410, 'wrong'],
    [400, 'noted'],
    [500, 'noted'],
    [503, 'noted'],
  ])('%d is %s', (status, outcome) => {
    const check = checkOf(link, { status })!;
    expect(check).toMatchObject({ about: 'links', outcome });
    expect(check.words).toContain(`${status}`);
    expect(check.words).toContain(link.href);
  });
  it.each([
    ['no-host', 'wrong', /no host shop\.example/],
    ['certificate', 'wrong', /certificate of shop\.example/],
    ['round', 'wrong', /never arrives/],
    ['private', 'noted', /private network/],
    ['silent', 'noted', /did not answer in time/],
    ['unreachable', 'noted', /could not be reached \(CODE\)/],
  ] as const)('%s is %s', (trouble, outcome, words) => {
    const check = checkOf(link, { trouble, code: 'CODE' })!;
    expect(check.outcome).toBe(outcome);
    expect(check.words).toMatch(words);
  });

  it('stands with the message: what is wrong of each, or that all answer, and nothing of what was not asked', () => {
    const picture: AskedLink = { href: 'https://shop.example/a.png', about: 'pictures' };
    const other: AskedLink = { href: 'https://shop.example/never', about: 'links' };
    const answers = new Map([
      [link.href, { status: 404 }],
      [picture.href, { status: 200 }],
    ]);
    expect(withAnswers([], [link, picture, other], answers).map((c) => [c.about, c.outcome])).toEqual([
      ['links', 'wrong'],
      ['pictures', 'right'],
    ]);
    expect(withAnswers([], [other], answers)).toEqual([]);
  });
});
