import { changedWords, type ChangedPart } from './changed-words';

const shown = (parts: readonly ChangedPart[]): string =>
  parts
    .map(({ kind, text, paragraph }) => {
      const words = paragraph ? '¶' : text;
      return kind === 'gone' ? `[-${words}-]` : kind === 'new' ? `[+${words}+]` : words;
    })
    .join('');
const changed = (before: string, after: string): [string, string][] =>
  changedWords(before, after).forms.map((f) => [f.keys.join(' '), shown(f.parts)]);

describe('words that changed', () => {
  it('are told word by word', () => {
    expect(changed('We have your order', 'We got your first order')).toEqual([
      ['', '¶We [-have-][+got+] your [+first+][+ +]order'.replace('[+first+][+ +]', '[+first +]')],
    ]);
  });

  it('name placeholders, and tell of changed marks', () => {
    expect(changed('For {$order.total}.', 'For {#b}{$order.total}{/b} now.')).toEqual([
      ['', '¶For [-{order.total}-][+{order.total}+][+ now+].'],
    ]);
  });

  it('are told for each form that changed, and for no other', () => {
    const items = (one: string, more: string) => `.input {$n :number}\n.match $n\none {{${one}}}\n* {{${more}}}`;
    expect(changed(items('One item', '{$n} items'), items('One item', '{$n} things'))).toEqual([
      ['*', '¶{n} [-items-][+things+]'],
    ]);
  });

  it('tell of forms that came and went', () => {
    const forms = (...rows: string[]) => `.input {$n :number}\n.match $n\n${rows.join('\n')}`;
    const two = forms('one {{One}}', '* {{Many}}');
    expect(changed(two, forms('0 {{None}}', 'one {{One}}', '* {{Many}}'))).toEqual([['0', '[+¶+][+None+]']]);
    expect(changed(forms('0 {{None}}', 'one {{One}}', '* {{Many}}'), two)).toEqual([['0', '[-¶-][-None-]']]);
    expect(changed('Many', two)).toEqual([
      ['one', '¶[-Many-][+One+]'],
      ['*', '¶Many'],
    ]);
  });

  it('show paragraphs and lists that came or went', () => {
    expect(changed('{#p}A{/p}', '{#p}A{/p}{#item}B{/item}')).toEqual([['', '¶A[+¶+][+B+]']]);
  });

  it('are compared as they are written where only the source can be edited', () => {
    expect(changed('<p>old {$x}</p>{', '<p>new {$x}</p>{')).toEqual([['', '<p>[-old-][+new+] {$x}</p>{']]);
    expect(changed('', 'All of it')).toEqual([['', '[+¶+][+All of it+]']]);
  });
});
