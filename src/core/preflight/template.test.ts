import { onlyIn, SHIPPED_NOTIFICATIONS } from '../shipped/index';
import { type Template } from '../template';
import { differingPlaceholders, templateFindings } from './template';

const shipped = (slug: string): Template =>
  structuredClone(
    onlyIn(
      SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug)!,
      ['en', 'de'],
    ).template,
  );
const check = (template: Template) => templateFindings(template, { moment: 'order.placed', sourceLanguage: 'en' });

describe('findings on a template', () => {
  it.each(SHIPPED_NOTIFICATIONS.map((n) => [n.slug]))('%s ships without any', (slug) => {
    const { template, moment } = SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug)!;
    expect(templateFindings(template, { moment, sourceLanguage: 'en' })).toEqual([]);
  });

  it('stop a broken source, and say in which language and block', () => {
    const template = shipped('order-received');
    template.words.de!.thanks = 'Danke {$customer.firstName';
    expect(check(template)[0]).toMatchObject({
      severity: 'blocker',
      place: 'thanks',
      language: 'de',
      placeLabel: 'Heading',
    });
  });

  it('stop a placeholder that the moment does not provide', () => {
    const template = shipped('order-received');
    template.words.en!.help = '{$shipment.carrier}';
    template.words.de!.help = '{$shipment.carrier}';
    expect(
      check(template)
        .filter((f) => f.severity === 'blocker')
        .map((f) => f.message),
    ).toEqual([
      expect.stringContaining('Carrier {$shipment.carrier} is not known when an order is placed'),
      expect.stringContaining('Carrier {$shipment.carrier} is not known when an order is placed'),
    ]);
  });

  it('stop an empty subject; a language with words missing waits, and stops nothing', () => {
    const template = shipped('order-received');
    template.words.en!.subject = ' ';
    template.words.de!.help = '';
    template.words.de!.thanks = 'Danke {$customer.firstName';
    const found = check(template).map((f) => [f.place, f.language, f.severity]);
    expect(found).toEqual(
      expect.arrayContaining([
        ['subject', 'en', 'blocker'],
        ['help', 'de', 'warning'],
        ['thanks', 'de', 'warning'],
      ]),
    );
    expect(found.filter(([, language, severity]) => language === 'de' && severity === 'blocker')).toEqual([]);
  });

  it('stop a translation with a missing or an extra placeholder, and name it', () => {
    expect(differingPlaceholders('{$order.number} {$order.total}', '{$order.number} {$order.note}', 'en')).toEqual([
      'Total {$order.total} is in the English words and missing here.',
      "Customer's note {$order.note} is here and not in the English words.",
    ]);
    const template = shipped('order-received');
    template.words.de!.subject = 'Ihre Bestellung';
    expect(check(template)[0]!.message).toContain(
      'Order number {$order.number} is in the English words and missing here',
    );
  });

  it('warn of a value that can be missing and has no words for it', () => {
    const template = shipped('order-received');
    template.words.en!.thanks = 'Thank you, {$customer.firstName}';
    template.words.de!.thanks = 'Danke, {$customer.firstName :text default=|Sie|}';
    expect(check(template)).toEqual([
      expect.objectContaining({
        severity: 'warning',
        place: 'thanks',
        message: expect.stringContaining('First name can be missing'),
      }),
      expect.objectContaining({ severity: 'hint', place: 'thanks', language: 'de' }),
    ]);
  });

  it('point at a default in the middle of a sentence, and mend it by two forms', () => {
    const template = shipped('order-received');
    template.words.en!.thanks = 'Thank you, {$customer.firstName :text default=|friend|}!';
    const [finding, ...more] = check(template);
    expect(more).toEqual([]);
    expect(finding).toMatchObject({
      severity: 'hint',
      message: 'Where First name is missing, "friend" stands in the middle of the words: read them with it.',
    });
    template.words.en!.thanks = (finding!.fix as { source: string }).source;
    expect(template.words.en!.thanks).toBe(
      '.input {$customer.firstName :presence}\n.match $customer.firstName\npresent {{Thank you, {$customer.firstName :text}!}}\n* {{Thank you, friend!}}',
    );
    expect(check(template)).toEqual([]);
    // In the form for orders without it, the value itself is a mistake again.
    template.words.en!.thanks =
      '.input {$customer.firstName :presence}\n.match $customer.firstName\npresent {{Thanks}}\n* {{Thanks, {$customer.firstName}}}';
    expect(check(template)).toEqual([expect.objectContaining({ severity: 'warning', place: 'thanks' })]);
  });

  it('stop a form whose key presence does not have', () => {
    const template = shipped('order-received');
    template.words.en!.thanks =
      '.input {$customer.firstName :presence}\n.match $customer.firstName\nknown {{Thanks}}\n* {{Thanks}}';
    expect(check(template)[0]).toMatchObject({
      severity: 'blocker',
      message: 'A form of {$customer.firstName} has the key "known". With :presence a key is present, missing or *.',
    });
  });

  it('stop a button that leads nowhere', () => {
    const template = shipped('order-received');
    for (const target of [
      { url: 'quillwick.example' },
      { variable: 'order.number' },
      { variable: 'shipment.trackingUrl' },
    ]) {
      template.blocks = template.blocks.map((b) => (b.kind === 'button' ? { ...b, target } : b));
      expect(check(template)).toEqual([expect.objectContaining({ severity: 'blocker', place: 'follow' })]);
    }
  });
});
