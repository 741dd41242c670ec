/** The theme: every colour that a class names is there, and what is read can be read, by day and by night (WCAG 2.2, 1.4.3 and 1.4.11). */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { contrastOf as contrast } from '@/core/look';

const THEME = new Set(
  [...readFileSync('src/app/globals.css', 'utf8').matchAll(/--color-([a-z-]+):/g)].map((m) => m[1]!),
);
const NOT_COLOURS =
  /^(xs|sm|base|lg|xl|2xl|start|end|center|balance|wrap|none|collapse|dashed|dotted|solid|[bstelrxy])$/;

const screens = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.tsx'));

it('is a colour of the theme', () => {
  const unknown = screens.flatMap((file) => {
    const text = readFileSync(join('src', file), 'utf8').replace(/data-testid="[^"]*"/g, '');
    const classes = [...text.matchAll(/(?<=["'`\s:])(?:text|bg|border|accent)-([a-z][a-z-]*)(?=[/"'`\s])/g)];
    return classes
      .map((m) => m[1]!.replace(/^[bstelrxy]-/, ''))
      .filter((name) => !NOT_COLOURS.test(name) && !THEME.has(name))
      .map((name) => `${file}: ${name}`);
  });
  expect(unknown).toEqual([]);
});

type Theme = 'light' | 'dark';

/** A role's value in a theme. */
function valueOf(role: string, theme: Theme): string {
  const css = readFileSync('src/app/globals.css', 'utf8');
  const value = new RegExp(`--color-${role}: ([^;]+);`).exec(css)![1]!;
  const pair = /light-dark\((#\w{6}), (#\w{6})\)/.exec(value);
  const found = pair ? pair[theme === 'light' ? 1 : 2]! : value;
  return found === '#fff' ? '#ffffff' : found;
}

describe.each<Theme>(['light', 'dark'])('the %s colours', (theme) => {
  const between = (a: string, b: string): number => contrast(valueOf(a, theme), valueOf(b, theme));

  it.each(['ink', 'slate', 'petrol', 'petrol-deep', 'madder', 'marigold-ink', 'moss'])(
    'let %s be read on every ground',
    (role) => {
      for (const ground of ['ground', 'panel', 'sheet', 'petrol-tint', 'madder-tint', 'marigold-tint']) {
        expect([ground, between(role, ground)]).toEqual([ground, expect.any(Number)]);
        expect(between(role, ground)).toBeGreaterThanOrEqual(4.5);
      }
    },
  );

  it.each([
    ['on-petrol', 'petrol'],
    ['on-petrol', 'petrol-deep'],
    ['white', 'spine'],
    ['white', 'spine-lit'],
    ['sheet', 'ink'],
    ['on-marigold', 'marigold'],
  ])('let %s be read on %s', (role, ground) => {
    expect(between(role, ground)).toBeGreaterThanOrEqual(4.5);
  });

  it('let the border of a field, and its ring, be seen', () => {
    for (const ground of ['ground', 'panel', 'sheet']) {
      expect(between('field', ground)).toBeGreaterThanOrEqual(3);
      expect(between('petrol', ground)).toBeGreaterThanOrEqual(3);
    }
  });
});
