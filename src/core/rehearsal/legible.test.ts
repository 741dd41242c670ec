import { DEFAULT_LOOK, STARTING_LOOKS } from '../look';
import { legibilityOf } from './legible';

const ratios = (html: string): number[] => legibilityOf(html).faint.map((f) => Math.round(f.ratio * 10) / 10);

describe('words on their ground', () => {
  it.each([
    ['black on white, as nothing is said', '<p>Hello</p>', []],
    ['grey on white', '<p style="color:#999999">Hello</p>', [2.8]],
    ['grey on white, by an old attribute', '<font color="#999999">Hello</font>', [2.8]],
    ['white on a cell that is white', '<td bgcolor="#ffffff"><b style="color: #FFF !important">Hello</b></td>', [1]],
    ['the nearest ground counts', '<div style="background:#000"><p style="background:#fff">Hello</p></div>', []],
    ['black on black around it', '<div style="background: #000 none"><i>Hello</i></div>', [1]],
    ['the last of a style counts', '<p style="color:#999;color:#111">Hello</p>', []],
    ['large words need less', '<h1 style="color:#8a8a8a;font-size:30px">Hello</h1>', []],
    ['bold ones a little larger, too', '<p style="color:#8a8a8a;font-size:19px;font-weight:700">Hello</p>', []],
    ['and others do not', '<p style="color:#8a8a8a;font-size:19px">Hello</p>', [3.5]],
    ['a picture under them tells nothing', '<td background="a.png" style="color:#fff">Hello</td>', []],
    ['nor does a gradient', '<p style="background:linear-gradient(#fff,#000);color:#fff">Hello</p>', []],
    ['what lets through is no ground', '<p style="background-color:transparent;color:#fff">Hello</p>', [1]],
    ['what is hidden is read by nobody', '<div style="display:none;color:#fff">Hello</div>', []],
    ['nor is a preheader', '<div style="color:#fff;max-height:0;overflow:hidden"><span>Hello</span></div>', []],
    ['nor the title and the style', '<head><title>a</title><style>p{color:#fff}</style></head>', []],
    ['void elements close themselves', '<div style="color:#fff"><br><img src="a"></div><p>Hello</p>', []],
    ['marks alone are no words', '<p style="color:#fff"> · </p>', []],
  ])('%s', (_, html, expected) => {
    expect(ratios(html)).toEqual(expected);
  });

  it('name each pair of colours once, worst first, with what stands there', () => {
    const html = '<p style="color:#999">One  two</p><p style="color:#999">Three</p><p style="color:#ddd">Four</p>';
    expect(legibilityOf(html)).toMatchObject({ faint: [{ words: 'Four' }, { words: 'One two' }] });
    expect(legibilityOf('<p style="color:#767676">a</p><p>b</p>').least).toBeCloseTo(4.54, 1);
    expect(legibilityOf('').least).toBeUndefined();
  });

  it('are looked at in time, whatever stands in a style', () => {
    const shapes = [
      `background:${'a '.repeat(50_000)}`,
      `background:url(${'( '.repeat(50_000)}`,
      `color:${';color: '.repeat(15_000)}#fff`,
      `${';'.repeat(100_000)}${' '.repeat(10_000)}`,
    ];
    const began = performance.now();
    for (const style of shapes) legibilityOf(`<p style="${style}">Hello</p>`);
    legibilityOf('<p style="color:#999">'.repeat(5_000) + 'Hello');
    expect(performance.now() - began).toBeLessThan(15_000);
  });

  it('of the looks that ship stand out', () => {
    for (const { colours } of [DEFAULT_LOOK, ...STARTING_LOOKS.map((s) => s.look)]) {
      const html = `<body style="background:${colours.page}"><td style="background-color:${colours.sheet};color:${colours.words}">a<i style="color:${colours.quietWords}">b</i></td></body>`;
      expect(ratios(html)).toEqual([]);
    }
  });
});
