/** Every colour that a class names is one of the theme: another would be left out without a word. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

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
