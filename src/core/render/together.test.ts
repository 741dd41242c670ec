import type { RenderedMessage } from './message';
import { together } from './together';

const message = (subject: string, style: string, words: string): RenderedMessage => ({
  subject,
  preheader: `before ${subject}`,
  html: `<html lang="pl"><head><style>a{}</style><style>${style}</style></head><body dir="ltr"><p>${words}</p></body></html>`,
  text: words,
});
const A = message('Pick QW-1', 'b{}', 'Two sheets, $& and $1.');
const B = message('Pick <QW-2>', 'c{}', 'A bone folder.');

describe('messages put together', () => {
  it('are one with a list of all, each as it is, and with the styles of each once', () => {
    const { subject, preheader, html, text } = together([A, B]);
    expect(subject).toBe('Pick QW-1 (+1)');
    expect(preheader).toBe('before Pick QW-1');
    expect(html.match(/<style>[^<]*/g)).toEqual(['<style>a{}', '<style>b{}', '<style>c{}']);
    expect(html).toContain('<html lang="pl">');
    expect(html).toContain('<a href="#message-2" style="color:inherit">Pick &lt;QW-2&gt;</a>');
    expect(html).toMatch(
      /<body dir="ltr"><ol .*<div id="message-1"><p>Two sheets, \$& and \$1\.<\/p><\/div><div id="message-2"><p>A bone folder/,
    );
    expect(html.match(/<\/body>/g)).toHaveLength(1);
    expect(text).toMatch(
      /^1\. Pick QW-1\n2\. Pick <QW-2>\n[^]*1\. Pick QW-1\n\nTwo sheets[^]*2\. Pick <QW-2>\n\nA bone folder\.$/,
    );
  });

  it('are text alone where one is, and one alone stays as it is', () => {
    expect(together([A, { ...B, html: '' }]).html).toBe('');
    expect(together([A])).toBe(A);
    expect(() => together([])).toThrow('no message');
  });
});
