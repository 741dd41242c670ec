import fc from 'fast-check';
import { directionOf, escapeHtml, plainLine, safeUrl } from './values';

describe('values', () => {
  it('never leave a character that could end text or an attribute', () => {
    fc.assert(
      fc.property(fc.fullUnicodeString(), (s) =>
        expect(escapeHtml(s)).not.toMatch(/[<>"']|&(?!(amp|lt|gt|quot|#39);)/),
      ),
    );
  });

  it('are one line without controls, overrides or lone surrogates', () => {
    fc.assert(
      fc.property(fc.string16bits(), (s) => {
        const line = plainLine(s);
        expect(line).not.toMatch(/[\u0000-\u001f\u007f-\u009f\u2028\u2029\u202a-\u202e\u2066-\u2069]/);
        expect(() => encodeURIComponent(line)).not.toThrow();
      }),
    );
    expect(plainLine('Ann\r\nBcc: a@b.example')).toBe('Ann Bcc: a@b.example');
    expect(plainLine('a\u202eb')).toBe('a b');
  });

  it.each([
    ['https://a.example/x', 'https://a.example/x'],
    [' https://a.example/x ', 'https://a.example/x'],
    ['HTTP://a.example', 'HTTP://a.example'],
    ['mailto:a@b.example', 'mailto:a@b.example'],
    ['https://a.example/"onclick="x', 'https://a.example/%22onclick=%22x'],
    ['https://a.example/\ud800 x', 'https://a.example/%EF%BF%BD%20x'],
    ['javascript:alert(1)', undefined],
    ['java\nscript:alert(1)', undefined],
    ['data:text/html,x', undefined],
    ['//a.example', undefined],
    ['/orders', undefined],
    ['https://', undefined],
    ['', undefined],
  ])('as an address %j become %j', (from, to) => {
    expect(safeUrl(from)).toBe(to);
  });

  it('know which way a language runs', () => {
    expect(['ar', 'he', 'ur-PK', 'fa'].map(directionOf)).toEqual(['rtl', 'rtl', 'rtl', 'rtl']);
    expect(['en', 'de-AT', 'uz-Latn', 'ar-Latn'].map(directionOf)).toEqual(['ltr', 'ltr', 'ltr', 'ltr']);
  });
});
