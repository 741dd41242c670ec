import fc from 'fast-check';
import { cleanHtml, htmlMark, htmlProblems, htmlToPlain } from './html';
import { fillWords } from './testing';

const clean = (html: string): string =>
  cleanHtml(html)
    .map((p) => (typeof p === 'string' ? p : `[${p.place} ${p.index}]`))
    .join('');

describe('own HTML', () => {
  it('keeps words, tables, styles and links', () => {
    const html =
      '<table style="color:#111111"><tr><td colspan="2"><b>Hi</b> <a href="https://a.example/x">there</a></td></tr></table>';
    expect(clean(html)).toContain('<a href="https://a.example/x">there</a>');
    expect(clean(html)).toContain('style="color:#111111"');
    expect(clean(html)).toContain('colspan="2"');
  });

  it.each([
    ['a script', '<p>a</p><script>alert(1)</script>', /^<p>a<\/p>$/],
    ['a frame', '<iframe src="https://a.example"></iframe>b', /^b$/],
    ['a form', '<form action="https://a.example"><input name="x"><b>c</b></form>', /^<b>c<\/b>$/],
    ['an event handler', '<p onclick="x()" onmouseover=x()>d</p>', /^<p>d<\/p>$/],
    ['a script address', '<a href="javascript:alert(1)">e</a>', /^<a>e<\/a>$/],
    ['one that hides', '<a href=" java\nscript:alert(1)">e</a>', /^<a>e<\/a>$/],
    ['a data address', '<img src="data:image/svg+xml,x" alt="y">f', /^f$/],
    [
      'a style that fetches',
      '<p style="background:url(https://a.example/x);color:red">g</p>',
      /^<p style="color:red">g<\/p>$/,
    ],
    ['a style sheet', '<style>p{color:red}</style>h', /^h$/],
    ['a drawing', '<svg><script>1</script></svg>i', /^i$/],
  ])('loses %s', (_what, html, expected) => {
    expect(clean(html)).toMatch(expected);
  });

  it('knows where a placeholder stands: in words, as an address, in a part of one', () => {
    const m = htmlMark;
    expect(
      clean(
        `<a href="${m(0)}">${m(1)}</a><a href="https://a.example/?o=${m(2)}">x</a><img src="${m(3)}" alt="${m(4)}">`,
      ),
    ).toBe(
      '<a href="[address 0]">[words 1]</a><a href="https://a.example/?o=[address-part 2]">x</a><img src="[address 3]" alt="[words 4]" />',
    );
  });

  it('lets no value decide where a link leads', () => {
    expect(clean(`<a href="https://${htmlMark(0)}/x">y</a>`)).toBe('<a>y</a>');
    expect(clean(`<a href="${htmlMark(0)}://x.example">y</a>`)).toBe('<a>y</a>');
  });

  it('writes values as their place needs it', () => {
    const source =
      '<b>{$order.number}</b> <a href="https://a.example/?o={$order.number}">s</a> <a href="{$order.statusUrl}">t</a>';
    const values = { 'order.number': '<b>"&/', 'order.statusUrl': 'https://s.example/?a="b' };
    const { html } = fillWords(source, values, { form: 'html' });
    expect(html).toContain('&lt;b&gt;&quot;&amp;/');
    expect(html).toContain('href="https://a.example/?o=%3Cb%3E%22%26%2F"');
    expect(html).toContain('href="https://s.example/?a=%22b"');
    expect(html).not.toContain('<b>"');
  });

  it('never holds what could run, whatever is brought along', () => {
    const piece = fc.oneof(
      fc.constantFrom(
        '<script>',
        '</script>',
        '<img src=x onerror=a()>',
        '<a href="javascript:x">',
        '<svg/onload=x>',
        '"',
        "'",
        '<!--',
        '-->',
        '<style>',
        '{',
        '<p style="',
        'expression(',
        '\u0000',
        '&#106;',
      ),
      fc.string({ maxLength: 8 }),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
        const out = clean(pieces.join(''));
        expect(out).not.toMatch(/<(script|svg|style|iframe|form|object)/i);
        expect(out).not.toMatch(/<[^>]*\son\w+=/i);
        expect(out).not.toMatch(/<[^>]*href="\s*(javascript|data):/i);
      }),
      { numRuns: 400 },
    );
  });

  it('is told what would be taken out, with the place', () => {
    const found = htmlProblems('<p>fine</p>\n<script>x</script>\n<p onclick="y">z</p><a href="data:x">w</a>');
    expect(found.map((p) => p.message)).toEqual([
      expect.stringMatching(/^Line 2, character 1: <script> cannot stand/),
      expect.stringMatching(/^Line 3, character 1: onclick on <p> runs code/),
      expect.stringMatching(/^Line 3, character 21: href="data:x"/),
    ]);
    expect(htmlProblems('<p>{$order.number} <a href="{$order.statusUrl}">x</a></p>')).toEqual([]);
  });

  it('becomes words for the text part', () => {
    expect(
      htmlToPlain('<h2>Hours</h2><ul><li>Mon</li><li>Tue</li></ul><p>See <a href="https://a.example">here</a></p>'),
    ).toBe('Hours\n\n- Mon\n- Tue\n\nSee here (https://a.example)');
  });
});
