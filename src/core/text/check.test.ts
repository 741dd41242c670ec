import { checkSource, type CheckContext } from './check';
import { isProvided } from '../placeholders/provided';
import { nearestPlaceholder, placeholder } from '../placeholders';

const context: CheckContext = {
  form: 'paragraphs',
  momentWords: 'when an order is placed',
  find: (name) => {
    const known = placeholder(name);
    return known && { type: known.type, label: known.label, provided: isProvided(known, 'order.placed') };
  },
  suggest: nearestPlaceholder,
};
const messages = (source: string, form: CheckContext['form'] = 'paragraphs'): string[] =>
  checkSource(source, { ...context, form }).map((p) => p.message);

describe('checking words', () => {
  it('finds nothing wrong with what a moment provides', () => {
    expect(messages('{#p}{#b}{$order.number}{/b}: {$order.total :money}{/p}')).toEqual([]);
  });

  it('names an unknown placeholder, its place, and the one that was meant', () => {
    const [problem] = checkSource('Dear {$customer.firstname},', context);
    expect(problem).toMatchObject({ kind: 'unknown-placeholder', start: 6, end: 25 });
    expect(problem!.message).toContain('Did you mean {$customer.firstName}?');
    expect(messages('{$total}')[0]).toContain('{$order.total}');
    expect(messages('{$zebra.stripes.count}')[0]).not.toContain('Did you mean');
  });

  it('names a placeholder that this moment does not have', () => {
    expect(messages('Track {$shipment.trackingNumber}')).toEqual([
      expect.stringContaining('Tracking number {$shipment.trackingNumber} is not known when an order is placed'),
    ]);
  });

  it.each([
    ['Hello {$order.number', /begins at line 1, character 7/],
    ['One\nTwo {$', /begins at line 2, character 5/],
    ['a } b', /closing brace/],
    ['.input {$order.itemCount :number}\n.match $order.itemCount\none {{a}}', /every other case/],
    ['.match $order.itemCount\n* {{a}}', /needs a function/],
    ['{#b}open', /not ended/],
    ['{#b}{#i}x{/b}{/i}', /not open just then/],
    ['{#blink}x{/blink}', /not known here/],
    ['{#link}x{/link}', /needs an address/],
    ['{$order.total :loudly}', /function :loudly is not known/],
    ['{$order.total :date}', /amount of money and cannot be written with :date/],
    ['{$order.placedAt :date length=huge}', /cannot be "huge"/],
    ['{$order.total :money colour=red}', /no option "colour"/],
    ['{$order.itemCount :number minimumFractionDigits=many}', /must be a number/],
  ])('says of %j what is wrong', (source, words) => {
    expect(messages(source)).toEqual([expect.stringMatching(words)]);
  });

  it('allows no formatting in a header and no paragraph in a line', () => {
    expect(messages('{#b}x{/b}', 'plain')[0]).toContain('without any formatting');
    expect(messages('{#p}x{/p}', 'line')[0]).toContain('one line');
  });
});
