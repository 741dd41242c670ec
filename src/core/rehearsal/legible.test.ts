import { DEFAULT_LOOK, STARTING_LOOKS } from '../look';
import { legibilityOf } from './legible';

const ratios = (html: string, where: 'light' | 'dark' = 'light'): number[] | undefined =>
  legibilityOf(html)[where]?.faint.map((f) => Math.round(f.ratio * 10) / 10);

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
    ['nor are letters of no size', '<p style="font-size:0px;color:#fff">Hello</p>', []],
    [
      'words within those have their own',
      '<td style="font-size:0px"><p style="font-size:14px;color:#999">Hi</p></td>',
      [2.8],
    ],
    ['nor the title and the style', '<head><title>a</title><style>p{color:#fff}</style></head>', []],
    ['void elements close themselves', '<div style="color:#fff"><br><img src="a"></div><p>Hello</p>', []],
    ['marks alone are no words', '<p style="color:#fff"> · </p>', []],
  ])('%s', (_, html, expected) => {
    expect(ratios(html)).toEqual(expected);
  });

  const SHEET =
    '<style>.faint{color:#999}.b .w{color:#000}.w{color:#999}@media print{p{color:#fff}}@media (prefers-color-scheme:dark){' +
    'body{background:#111 !important}.w,.w td{color:#eee !important}.s>p{background:#222 !important}.x{color:#333 !important}' +
    '.gone{display:none !important}}</style>';
  it.each([
    ['a rule is as good as a style', '<p class="faint">Hello</p>', [2.8], []],
    ['a style goes before it', '<p class="faint" style="color:#111">Hello</p>', [], [1]],
    ['more of a selector goes before less', '<div class="b"><p class="w">Hello</p></div>', [], []],
    ['what is important goes before a style', '<p class="w" style="color:#000">Hello</p>', [], []],
    ['what is within it has it too', '<div class="w" style="color:#000"><td>Hello</td></div>', [], []],
    ['dark words on the dark', '<p class="x" style="color:#000">Hello</p>', [], [1.5]],
    ['a ground of its own in the dark', '<div class="s"><p style="color:#eee;background:#000">Hello</p></div>', [], []],
    ['only of what is right below', '<div class="s"><i><p style="background:#fff">Hello</p></i></div>', [], []],
    ['what only the dark hides', '<p class="gone" style="color:#999">Hello</p>', [2.8], []],
  ])('%s: by a sheet, in the light and in the dark', (_, body, light, dark) => {
    const html = `${SHEET}<body>${body}</body>`;
    expect(ratios(html)).toEqual(light);
    expect(ratios(html, 'dark')).toEqual(dark);
    // What was worked out for one message is true of the next.
    expect([ratios(html), ratios(html, 'dark')]).toEqual([light, dark]);
  });

  it('know whether a message says anything of the dark', () => {
    expect(legibilityOf(SHEET).dark).toBeDefined();
    expect(legibilityOf('<style>p{color:#000}</style><p>Hello</p>').dark).toBeUndefined();
    expect(legibilityOf('<style>p{color:</style>').dark).toBeUndefined();
  });

  it('name each pair of colours once, worst first, with what stands there', () => {
    const html = '<p style="color:#999">One  two</p><p style="color:#999">Three</p><p style="color:#ddd">Four</p>';
    expect(legibilityOf(html).light).toMatchObject({ faint: [{ words: 'Four' }, { words: 'One two' }] });
    expect(legibilityOf('<p style="color:#767676">a</p><p>b</p>').light.least).toBeCloseTo(4.54, 1);
    expect(legibilityOf('').light.least).toBeUndefined();
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

  it('are looked at in time, whatever a selector asks for', () => {
    const selector = `.b ${'.a '.repeat(100)}.a`;
    const sheet = `<style>${`${selector}{color:#999}`.repeat(20)}</style>`;
    const began = performance.now();
    expect(ratios(`${sheet}${'<i class="a">'.repeat(200)}Hello${'</i>'.repeat(200)}`)).toEqual([]);
    expect(performance.now() - began).toBeLessThan(5_000);
  });

  it('of the looks that ship stand out', () => {
    for (const { colours } of [DEFAULT_LOOK, ...STARTING_LOOKS.map((s) => s.look)]) {
      const html = `<body style="background:${colours.page}"><td style="background-color:${colours.sheet};color:${colours.words}">a<i style="color:${colours.quietWords}">b</i></td></body>`;
      expect(ratios(html)).toEqual([]);
    }
  });
});
