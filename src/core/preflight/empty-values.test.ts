import type { Template } from '../template';
import { emptyValueFindings } from './empty-values';

const template = (subject: string, head = 'Thank you'): Template => ({
  version: 1,
  blocks: [
    { id: 'head', kind: 'heading' },
    { id: 'say', kind: 'text' },
  ],
  words: { en: { subject, head, say: '{#p}{$customer.firstName}{/p}' } },
});
const found = (t: Template, values = {}): string[] =>
  emptyValueFindings(t, 'en', 'en', values).map((f) => `${f.place}: ${f.message.split(' is empty')[0]}`);

describe('a value that the order does not have', () => {
  it('is found in the subject, and in a heading that says nothing else', () => {
    expect(found(template('For {$customer.firstName}'))).toEqual(['subject: First name']);
    expect(found(template('Hello', '{$customer.firstName}'))).toEqual(['head: First name']);
    expect(found(template('Hello', 'Thank you, {$customer.firstName}'))).toEqual([]);
  });

  it('is none where it has it, or where words stand in its place', () => {
    expect(found(template('For {$customer.firstName}'), { 'customer.firstName': 'Iwona' })).toEqual([]);
    expect(found(template('For {$customer.firstName :text default=|you|}'))).toEqual([]);
    const forms =
      '.input {$customer.firstName :presence}\n.match $customer.firstName\npresent {{For {$customer.firstName}}}\n* {{For you}}';
    expect(found(template(forms))).toEqual([]);
  });
});
