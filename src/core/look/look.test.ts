import fc from 'fast-check';
import { readCss, safeStyle } from '../css/css';
import {
  asInTheDark,
  checkLook,
  COLOUR_ROLES,
  coloursFrom,
  completeLook,
  contrastOf,
  contrastPairs,
  darkColours,
  DEFAULT_LOOK,
  LINK_SIGNS,
  lookChanges,
  lookFindings,
  type LogoColours,
  mainColours,
  nearestPassing,
  readLookFile,
  SIGN_LABELS,
  signSvg,
  STARTING_LOOKS,
  takeOn,
  turnedOver,
  type FooterLink,
  type Look,
} from '.';

const hex = fc
  .tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 255 })))
  .map((rgb) => `#${rgb.map((n) => n.toString(16).padStart(2, '0')).join('')}`);

describe('contrast', () => {
  it('is as WCAG gives it', () => {
    expect(contrastOf('#000000', '#ffffff')).toBeCloseTo(21, 5);
    expect(contrastOf('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
    expect(contrastOf('#abcdef', '#abcdef')).toBe(1);
  });

  it('offers a colour that passes, and leaves one alone that does already', () => {
    fc.assert(
      fc.property(hex, hex, (colour, ground) => {
        const offer = nearestPassing(colour, [ground], 4.5);
        expect(contrastOf(offer, ground)).toBeGreaterThanOrEqual(4.5);
        if (contrastOf(colour, ground) >= 4.5) expect(offer).toBe(colour);
      }),
    );
  });

  it('is judged for every pair a look puts together, and only for those', () => {
    const labels = (look: Look): string[] => contrastPairs(look).map((p) => p.label);
    expect(labels(DEFAULT_LOOK)).not.toContain('Words on table band');
    expect(labels({ ...DEFAULT_LOOK, addresses: { arrangement: 'beside', panel: 'boxed' } })).toContain(
      'Words on table band',
    );
    expect(labels({ ...DEFAULT_LOOK, footer: { ...DEFAULT_LOOK.footer, place: 'below' } })).toContain(
      'Quiet words on page',
    );
  });
});

describe('colours for the dark', () => {
  it('can be read, whatever the look is', () => {
    const colours = fc
      .tuple(...COLOUR_ROLES.map(() => hex))
      .map((list) => Object.fromEntries(COLOUR_ROLES.map((role, i) => [role, list[i]!])) as Look['colours']);
    fc.assert(
      fc.property(colours, (given) => {
        const light = { ...given, sheet: '#ffffff', band: '#f4f4f4', page: '#eeeeee' };
        const dark = darkColours(light);
        expect(contrastOf(dark.words, dark.sheet)).toBeGreaterThanOrEqual(4.5);
        expect(contrastOf(dark.quietWords, dark.sheet)).toBeGreaterThanOrEqual(4.5);
        expect(contrastOf(dark.links, dark.sheet)).toBeGreaterThanOrEqual(4.5);
        expect(contrastOf(dark.actionWords, dark.action)).toBeGreaterThanOrEqual(4.5);
      }),
      { numRuns: 60 },
    );
  });

  it('leave a look that is dark already as it is', () => {
    const lamplight = STARTING_LOOKS.find((s) => s.id === 'lamplight')!.look.colours;
    expect(darkColours(lamplight)).toEqual(lamplight);
  });

  it('are shown as declared, or turned over by force with what is declared left out', () => {
    const html =
      '<html><head><style>@media (prefers-color-scheme:dark){.ls-w{color:#fff}}</style></head><body><p style="color:#222222;background:#ffffff">x</p></body></html>';
    expect(asInTheDark(html, 'declared')).toContain('@media all{.ls-w');
    const forced = asInTheDark(html, 'forced');
    expect(forced).toContain('@media not all');
    const [, words, ground] = /color:(#\w{6});background:(#\w{6})/.exec(forced)!;
    expect(contrastOf(words!, ground!)).toBeGreaterThan(4.5);
    expect(turnedOver('#ffffff')).not.toBe('#ffffff');
  });
});

describe('the colours of a picture', () => {
  const pixels = (parts: [number[], number][]): Uint8Array =>
    Uint8Array.from(parts.flatMap(([rgba, n]) => Array.from({ length: n }, () => rgba).flat()));

  it('come by their share; what is see-through counts for nothing', () => {
    const found = mainColours(
      pixels([
        [[122, 51, 37, 255], 60],
        [[250, 250, 250, 255], 40],
        [[0, 0, 255, 0], 500],
      ]),
    );
    expect(found.map((f) => Math.round(f.share * 100))).toEqual([60, 40]);
    expect(found[0]!.colour).toBe('#7a3325');
  });

  it('make a look that passes its own contrast, led by the strongest of them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(hex, fc.double({ min: 0.05, max: 1, noNaN: true })), { minLength: 1, maxLength: 5 }),
        (list) => {
          const colours = coloursFrom(
            list.map(([colour, share]) => ({ colour, share })),
            DEFAULT_LOOK.colours,
          );
          expect(contrastPairs({ ...DEFAULT_LOOK, colours }).filter((p) => !p.passes)).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
    expect(coloursFrom([], DEFAULT_LOOK.colours)).toEqual(DEFAULT_LOOK.colours);
  });
});

describe('starting looks', () => {
  it.each(STARTING_LOOKS.map((s) => [s.name, s] as const))(
    '%s is whole and has nothing to mend but hints',
    (_name, start) => {
      const look = takeOn(start, { ...DEFAULT_LOOK, masthead: { ...DEFAULT_LOOK.masthead, name: 'Quillwick' } });
      expect(checkLook(look)).toMatchObject({ ok: true });
      expect(lookFindings(look).filter((f) => f.severity !== 'hint')).toEqual([]);
    },
  );

  it('differ in more than colours from each other', () => {
    for (const a of STARTING_LOOKS) {
      for (const b of STARTING_LOOKS) {
        if (a === b) continue;
        const parts = lookChanges(takeOn(a, DEFAULT_LOOK), takeOn(b, DEFAULT_LOOK)).map((c) => c.label);
        expect(parts).toEqual(expect.arrayContaining(['Type', 'Shape', 'Header', 'Items table']));
      }
    }
  });

  it('are compared down to each setting, with longer texts as they were and as they are', () => {
    const before: Look = {
      ...DEFAULT_LOOK,
      footer: {
        ...DEFAULT_LOOK.footer,
        legal: { en: 'Quillwick Ltd, 4 Thread Lane' },
        links: [{ sign: 'mail', label: 'Write', url: 'mailto:a@b.example' }],
      },
    };
    const after: Look = {
      ...before,
      footer: {
        ...before.footer,
        legal: { en: 'Quillwick Ltd, 4 Thread Lane, Hull' },
        links: [
          { sign: 'mail', label: 'Write to us', url: 'mailto:a@b.example' },
          { sign: 'phone', label: 'Call', url: 'tel:+4930' },
        ],
      },
    };
    expect(lookChanges(before, after)).toEqual([
      {
        label: 'Footer',
        detail: expect.stringContaining('links 1 label: Write → Write to us; links 2 sign: none → phone'),
      },
      {
        label: 'Footer, legal English',
        detail: 'settings changed',
        before: 'Quillwick Ltd, 4 Thread Lane',
        after: 'Quillwick Ltd, 4 Thread Lane, Hull',
      },
    ]);
    expect(lookChanges(after, after)).toEqual([]);
  });

  it('keep the name, the links and the legal lines of the store', () => {
    const own: Look = {
      ...DEFAULT_LOOK,
      masthead: { ...DEFAULT_LOOK.masthead, name: 'Quillwick', strapline: 'paper', straplines: { de: 'Papier' } },
      footer: {
        ...DEFAULT_LOOK.footer,
        links: [{ sign: 'mail', label: 'Write', url: 'mailto:a@b.example' }],
        legal: { en: 'x' },
      },
    };
    const taken = takeOn(STARTING_LOOKS[0]!, own);
    expect(taken.masthead).toMatchObject({
      name: 'Quillwick',
      strapline: 'paper',
      straplines: { de: 'Papier' },
    });
    expect(taken.footer.links).toEqual(own.footer.links);
    expect(taken.footer.legal).toEqual({ en: 'x' });
  });
});

describe('signs for links', () => {
  it('are each a drawing of their own, in the colour and size that are asked for', () => {
    const drawn = LINK_SIGNS.map((sign) => signSvg(sign, '#6d635a', 36));
    expect(new Set(drawn).size).toBe(LINK_SIGNS.length);
    for (const svg of drawn) {
      expect(svg).toMatch(/^<svg [^>]*width="36" height="36"[^>]*stroke="#6d635a"/);
      expect(svg).not.toMatch(/undefined|<script|href/);
    }
    expect(new Set(LINK_SIGNS.map((s) => SIGN_LABELS[s])).size).toBe(LINK_SIGNS.length);
  });
});

describe('a logo', () => {
  const asset = { path: '/media/pictures/q/aaaaaaaaaaaaaaaaaaaaaaaa.png', width: 480, height: 160, bytes: 9_000 };
  const look = (more: Partial<Look> = {}): Look => ({
    ...DEFAULT_LOOK,
    dark: 'adapt',
    logo: { light: asset, alt: 'Quillwick', link: '', width: 240, align: 'start' },
    ...more,
  });
  const ink = [
    { colour: '#ffffff', share: 0.8 },
    { colour: '#1b1b1b', share: 0.19 },
    { colour: '#000000', share: 0.01 },
  ];
  const said = (l: Look, colours: LogoColours) =>
    lookFindings(l, colours)
      .filter((f) => f.part === 'logo')
      .map((f) => f.message);

  it('that hardly stands out from its band, its sheet or the dark is told, with its contrast', () => {
    const band = { ...DEFAULT_LOOK.masthead, arrangement: 'band' as const };
    const colours = { ...DEFAULT_LOOK.colours, sheet: '#ffffff', action: '#1b1b1b' };
    const [dark] = [[{ colour: '#1b1b1b', share: 1 }]];
    expect(said(look({ colours }), { light: ink })).toEqual([]);
    expect(said(look({ colours }), { light: dark })).toEqual([expect.stringMatching(/In dark mode.*1\.\d:1/)]);
    expect(said(look({ colours, masthead: band, dark: 'leave' }), { light: dark })).toEqual([
      expect.stringMatching(/hardly stands out.*1\.0:1/),
    ]);
    // Of what nobody knows nothing is said but that the dark is worth a look.
    expect(said(look({ colours }), {})).toEqual([expect.stringMatching(/no logo for dark mode/)]);
  });
});

describe('a link below', () => {
  const findings = (link: Partial<FooterLink>) =>
    lookFindings({
      ...DEFAULT_LOOK,
      footer: {
        ...DEFAULT_LOOK.footer,
        links: [{ sign: 'shop', label: 'The shop', url: 'https://quillwick.example', ...link }],
      },
    }).filter((f) => f.part === 'footer');

  it('needs words and somewhere to lead', () => {
    expect(findings({})).toEqual([]);
    expect(findings({ label: ' ' })).toMatchObject([{ severity: 'blocker', place: 'Link 1' }]);
    expect(findings({ url: 'quillwick' })).toMatchObject([{ severity: 'blocker', place: 'Link 1, The shop' }]);
  });

  it('has words for languages by their tag, and for nothing else', () => {
    const footer = (labels: unknown) => ({
      ...DEFAULT_LOOK,
      footer: { ...DEFAULT_LOOK.footer, links: [{ sign: 'shop', label: 'x', url: 'https://a.example', labels }] },
    });
    expect(checkLook(footer({ 'pt-BR': 'A loja' })).ok).toBe(true);
    expect(checkLook(footer({ 'in German': 'Zum Laden' })).ok).toBe(false);
    expect(checkLook(footer({ de: 'x'.repeat(61) })).ok).toBe(false);
  });
});

describe('own CSS', () => {
  const problems = (css: string) => readCss(css).problems;

  it.each([
    ['an import', '@import "https://x.example/a.css";', /@import cannot stand/],
    ['a font from elsewhere', '@font-face{font-family:x;src:url(https://x.example/f)}', /@font-face cannot stand/],
    ['a picture from elsewhere', '.a{background:url(https://x.example/p.png)}', /fetches a file/],
    ['one behind an escape', '.a{background:u\\72l(https://x.example/p.png)}', /fetches a file/],
    ['an expression', '.a{width:expression(alert(1))}', /runs code/],
    ['one behind a comment', '.a{width:exp/**/ression(alert(1))}', /runs code/],
    ['a behaviour', '.a{behavior:x}', /runs code/],
    ['a position', '.a{position:fixed}', /lay words of a message over/],
    ['an end of the styles', '.a{content:"</style><script>"}', /could end the styles/],
  ])('with %s is stopped and stays out of messages', (_what, css, words) => {
    const { problems: found, safe } = readCss(`.fine{color:#111111}\n${css}`);
    expect(found.find((p) => p.severity === 'blocker')?.message).toMatch(words);
    expect(found[0]!.line).toBe(2);
    expect(safe).toContain('.fine');
    expect(safe).not.toMatch(/url|expression|import|position|behavior|<\/style/i);
  });

  it('says with its place what few mail programs know', () => {
    expect(problems('.a{color:#111}\n.b{display:grid}')).toMatchObject([
      { severity: 'warning', line: 2, message: expect.stringMatching(/display as it stands here is known by \d+%/) },
    ]);
    expect(problems('.a{font-weight:bold;padding:4px}')).toEqual([]);
  });

  it('takes rules for small screens, and says which of them few mail programs know', () => {
    const css = '@media (max-width: 480px){.a{color:#111111}}\n.b:has(img){color:#222222}\n.c{--own:1px}';
    const { problems: found, safe } = readCss(css);
    expect(found.every((p) => p.severity !== 'blocker')).toBe(true);
    expect(safe).toContain('max-width: 480px');
    for (const p of found) expect(p.message).toMatch(/known by \d+% of mail programs/);
    expect(found.map((p) => p.line)).toEqual([2]);
  });

  it.each([
    ['braces that do not close', '.a{color:red', /cannot be read/],
    ['rules a thousand deep', '@media all{'.repeat(1000), /1000 deep/],
    ['a thousand rules', '.a{color:red}'.repeat(1000), /1000 rules/],
    ['a selector without end', `${':not('.repeat(200)}a${')'.repeat(200)}{color:red}`, /selector has/],
  ])('of %s is refused in a moment', (_what, css, words) => {
    const before = performance.now();
    const { problems: found } = readCss(css);
    expect(found.map((p) => p.message).join()).toMatch(words);
    expect(performance.now() - before).toBeLessThan(1_000);
  });

  it('never lets anything through that could end a style element or fetch', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        const { safe } = readCss(`.a{color:red;${text}}`);
        expect(safe).not.toMatch(/<\/|url\(/i);
        expect(safeStyle(text)).not.toMatch(/[<>]|url\(/i);
      }),
      { numRuns: 300 },
    );
  });
});

describe('findings on a look', () => {
  const places = (change: Partial<Look>): string[] =>
    lookFindings({ ...DEFAULT_LOOK, masthead: { ...DEFAULT_LOOK.masthead, name: 'Q' }, ...change }).map(
      (f) => `${f.severity} ${f.place}`,
    );
  const asset = { path: '/media/pictures/q/0123456789abcdef01234567.png', width: 480, height: 192, bytes: 31_000 };

  it('ask for the words of a logo, and where it leads', () => {
    const logo = { light: asset, alt: '', link: 'quillwick', width: 240, align: 'start' as const };
    expect(places({ logo })).toEqual(expect.arrayContaining(['blocker Logo', 'blocker Logo link']));
    expect(places({ logo: { ...logo, alt: 'Quillwick', link: '' } })).toEqual(['hint Logo for the dark']);
  });

  it('say what mail programs make of a web font and a shadow', () => {
    const webFont = { family: 'Bench', href: 'https://fonts.example/bench.css', for: 'all' as const };
    expect(places({ type: { ...DEFAULT_LOOK.type, webFont } })).toEqual(['warning Web font']);
    expect(places({ shape: { ...DEFAULT_LOOK.shape, shadow: true } })).toEqual(['hint Shadow']);
  });

  it('mend a contrast by a click', () => {
    const look = { ...DEFAULT_LOOK, colours: { ...DEFAULT_LOOK.colours, quietWords: '#cccccc' } };
    const finding = lookFindings(look).find((f) => f.place === 'Quiet words on sheet')!;
    expect(finding.severity).toBe('blocker');
    expect(lookFindings(finding.fix!.change(look)).map((f) => f.place)).not.toContain('Quiet words on sheet');
  });
});

describe('a file of a look', () => {
  const file = { kind: 'libellus look', version: 1, name: 'Q', look: DEFAULT_LOOK, pictures: {} };
  it('is read back as it was written', () => {
    expect(readLookFile(JSON.stringify(file))).toMatchObject({ ok: true, value: { look: DEFAULT_LOOK } });
  });

  it.each([
    ['no JSON', '{', '', /not JSON/],
    ['a list', '[]', '', /holds no look/],
    [
      'something else',
      JSON.stringify({ kind: 'libellus template', version: 1 }),
      '/kind',
      /holds a template, not a look/,
    ],
    ['another program’s', JSON.stringify({ theme: 1 }), '/kind', /not exported from a look/],
    ['a newer version', JSON.stringify({ ...file, version: 7 }), '/version', /version 7, made by a newer Libellus/],
    [
      'a colour that is none',
      JSON.stringify({ ...file, look: { ...DEFAULT_LOOK, colours: { ...DEFAULT_LOOK.colours, words: 'red' } } }),
      '/look/colours/words',
      /Colours, words/,
    ],
    [
      'a logo that is not with it',
      JSON.stringify({
        ...file,
        look: {
          ...DEFAULT_LOOK,
          logo: {
            light: { path: '/media/pictures/q/0123456789abcdef01234567.png', width: 1, height: 1, bytes: 1 },
            alt: 'x',
            link: '',
            width: 20,
            align: 'start',
          },
        },
      }),
      '/pictures',
      /does not come with the file/,
    ],
  ])('with %s is refused, and the place is named', (_what, text, path, words) => {
    const read = readLookFile(text);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.problems[0]).toMatchObject({ path, message: expect.stringMatching(words) });
  });

  it('kept from before is completed with what looks have learnt since', () => {
    const old = { version: 1, colours: { page: '#000000' }, masthead: { name: 'Old' } };
    const look = completeLook(old);
    expect(checkLook(look)).toMatchObject({ ok: true });
    expect(look.colours.page).toBe('#000000');
    expect(look.masthead.name).toBe('Old');
  });
});
