/**
 * Makes `src/core/css/css-support.json`: for each CSS feature the share of mail programs, of those that were tried,
 * whose newest version knows it. From the open data set of the `caniemail` package. Run: npx tsx ops/css-support.ts
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { format } from 'prettier';

interface Feature {
  title: string;
  category: string;
  stats: Record<string, Record<string, Record<string, string>>>;
}

const file = createRequire(import.meta.url).resolve('caniemail/caniemail.json');
const { data } = JSON.parse(readFileSync(file, 'utf8')) as { data: Feature[] };

function share(feature: Feature): number {
  const newest = Object.values(feature.stats).flatMap((platforms) =>
    Object.values(platforms).flatMap((versions) => Object.values(versions).at(-1) ?? []),
  );
  const tried = newest.map((v) => v[0]!).filter((v) => 'yna'.includes(v));
  return tried.length === 0 ? 1 : Math.round((tried.filter((v) => v !== 'n').length / tried.length) * 100) / 100;
}

const out: Record<'properties' | 'values' | 'atRules' | 'functions' | 'pseudo', Record<string, number>> = {
  properties: {},
  values: {},
  atRules: {},
  functions: {},
  pseudo: {},
};
for (const feature of data.filter((f) => f.category === 'css')) {
  const known = share(feature);
  for (const raw of feature.title.split(/\s*(?:,|&)\s*/)) {
    const title = raw.replace(/ (property|CSS property|shorthand)$/, '').trim();
    const value = /^([a-z-]+):\s?([a-z-]+)$/.exec(title);
    if (value) out.values[`${value[1]}: ${value[2]}`] = known;
    else if (/^@[a-z-]+$/.test(title)) out.atRules[title.slice(1)] = known;
    else if (/^::?[a-z-]+(\(\))?$/.test(title)) out.pseudo[title.replace(/^:+|\(\)$/g, '')] = known;
    else if (/^[a-z-]+\(\)$/.test(title)) out.functions[title.slice(0, -2)] = known;
    else if (/^[a-z]+(-[a-z]+)*$/.test(title)) out.properties[title] = known;
  }
}
writeFileSync(
  new URL('../src/core/css/css-support.json', import.meta.url),
  await format(JSON.stringify(out), { parser: 'json', printWidth: 120 }),
);
