/**
 * Translations as TMX 1.4, the format in which memories are handed on. Out goes what is done; what comes in is put where the same source has no
 * translation yet, as begun. Placeholders are `ph`, what is bold, italic, a link or a paragraph stands between `bpt` and `ept`.
 */
import { Parser } from 'htmlparser2';
import { languageName } from '../names';
import { say } from '../../words/languages';
import { formsOf } from './forms';
import { codeOf, flatPair, pairOf, type Coded, type MemoryPair } from './memory';
import type { Read, ReadResult, ReadUnit } from './read-xliff';
import type { FileOut, Flat } from './shape';
import { tokensOf } from './tokens';
import { filesOf } from './units';
import { withoutType, xml } from './xml';

/** The whole memory: each pair of source and translation once, those of `kept` memories after the store's own. */
export function writeTmx(
  files: readonly FileOut[],
  { source, target }: Languages,
  kept: readonly MemoryPair[] = [],
): string {
  const pairs = new Map<string, { from: Flat; to: Flat }>();
  const add = (pair: { from: Flat; to: Flat }): void => {
    const key = JSON.stringify([tokensOf(pair.from), tokensOf(pair.to)]);
    if (!pairs.has(key)) pairs.set(key, pair);
  };
  for (const file of files) {
    for (const unit of file.units) {
      if (unit.state !== 'done' && unit.state !== 'checked') continue;
      for (const form of formsOf(unit, target)?.forms ?? []) {
        const { source: from, target: to } = form;
        if (to && hasWords(from) && hasWords(to)) add({ from, to });
      }
    }
  }
  for (const pair of kept) {
    const flat = flatPair(pair);
    if (flat) add(flat);
  }
  const units = [...pairs.values()].map(
    ({ from, to }) =>
      `    <tu>\n      <tuv xml:lang="${xml(source)}"><seg>${segXml(from)}</seg></tuv>\n      <tuv xml:lang="${xml(target)}"><seg>${segXml(to)}</seg></tuv>\n    </tu>\n`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n<tmx version="1.4">\n  <header creationtool="Libellus" creationtoolversion="1" segtype="block" o-tmf="libellus" adminlang="en" srclang="${xml(source)}" datatype="plaintext"/>\n  <body>\n${units.join('')}  </body>\n</tmx>\n`;
}

const hasWords = (flat: Flat): boolean => flat.some((part) => typeof part === 'string' && /\p{L}/u.test(part));

function segXml(flat: Flat): string {
  return flat
    .map((part) => {
      if (typeof part === 'string') return xml(part);
      const { inline, at } = part;
      const code = xml(codeOf(inline, at));
      if (at === 'open') return `<bpt i="${inline.id}" x="${inline.id}">${code}</bpt>`;
      if (at === 'close') return `<ept i="${inline.id}">${code}</ept>`;
      return `<ph x="${inline.id}">${code}</ph>`;
    })
    .join('');
}

export interface Languages {
  source: string;
  target: string;
}

interface Pair {
  line: number;
  segments: Map<string, Coded>;
}

const same = (tag: string, wanted: string): boolean =>
  tag.toLowerCase() === wanted.toLowerCase() || tag.toLowerCase().split('-')[0] === wanted.toLowerCase();

/** The pairs of a memory that are from one language into another. */
function* between(
  pairs: readonly Pair[],
  languages: Languages,
): Generator<{ line: number; source: Coded; target: Coded }> {
  for (const { line, segments } of pairs) {
    const of = (wanted: string): Coded | undefined => [...segments].find(([tag]) => same(tag, wanted))?.[1];
    const [source, target] = [of(languages.source), of(languages.target)];
    if (source && target) yield { line, source, target };
  }
}

/** Whether a text is a memory in TMX, by how it begins. */
export const isTmx = (text: string): boolean => {
  const begin = text.replace(/^\uFEFF/, '').trimStart();
  return begin.startsWith('<') && /<tmx[\s>]/.test(begin.slice(0, 4_000));
};

/** The pairs of a memory as they can be kept, each once; none of a text that cannot be read. */
export function tmxPairs(text: string, languages: Languages): MemoryPair[] {
  const read = withoutType(text);
  if (!read.ok) return [];
  const pairs = new Map<string, MemoryPair>();
  for (const { source, target } of between(pairsOf(read.text), languages)) {
    const pair = pairOf(source, target);
    if (pair) pairs.set(JSON.stringify([pair.source, pair.words]), pair);
  }
  return [...pairs.values()];
}

/** Reads a memory, and makes of it units for those texts of the store that have the same source and no translation. */
export function readTmx(text: string, store: readonly FileOut[], languages: Languages): ReadResult {
  const problem = (line: number, message: string): ReadResult => ({ ok: false, problem: { line, message } });
  const read = withoutType(text);
  if (!read.ok) return read;
  const pairs = pairsOf(read.text);
  const known = new Map<string, { line: number; source: Read[]; target: Read[] }>();
  for (const pair of between(pairs, languages)) {
    if (!known.has(readsAs(pair.source))) known.set(readsAs(pair.source), pair);
  }
  if (pairs.length > 0 && known.size === 0) {
    const [source, target] = [languageName(languages.source), languageName(languages.target)];
    return problem(1, say.noPairs({ source, target }));
  }
  const units = store.flatMap((file) =>
    file.units.flatMap((unit): (ReadUnit & { original: string })[] => {
      if (unit.words.trim() !== '') return [];
      const forms = formsOf(unit, languages.target)?.forms ?? [];
      const made = forms.map((form) => {
        const source = asRead(form.source);
        const pair = known.get(readsAs(source));
        if (pair) return { form, source, target: withOwnIds(pair.target, pair.source, source), line: pair.line };
        // What has no words reads the same in every language.
        return { form, source, target: hasWords(form.source) ? undefined : source, line: 0 };
      });
      const line = made.find((m) => m.line > 0)?.line;
      // A text is filled whole or not at all.
      if (line === undefined || made.some((m) => m.target === undefined)) return [];
      return made.map(({ form, source, target }) => ({
        original: `${file.kind}:${file.slug}`,
        id: form.id,
        ...(form.id !== unit.segment && { group: unit.segment }),
        name: form.id,
        state: 'initial',
        source,
        target: target!,
        line,
      }));
    }),
  );
  return { ok: true, value: { ...languages, files: filesOf(units) } };
}

const asRead = (flat: Flat): Read[] =>
  flat.map((part) => (typeof part === 'string' ? part : { id: part.inline.id, at: part.at }));

/** The inline elements of a segment by their numbers, each once, in the order in which they come. */
const idsOf = (parts: readonly Read[]): string[] => [
  ...new Set(parts.flatMap((part) => (typeof part === 'string' || part.at === 'close' ? [] : [part.id]))),
];

/** A target with the numbers of another segment that reads the same; undefined when it has an element that the source has not. */
function withOwnIds(target: readonly Read[], from: readonly Read[], to: readonly Read[]): Read[] | undefined {
  const own = idsOf(to);
  const ids = new Map(idsOf(from).map((id, i) => [id, own[i]]));
  const made = target.map((part) => (typeof part === 'string' ? part : { ...part, id: ids.get(part.id) ?? '' }));
  return made.some((part) => typeof part !== 'string' && part.id === '') ? undefined : made;
}

/** What a segment reads like, its inline elements by their numbers in the order in which they come. */
function readsAs(parts: readonly Read[]): string {
  const numbers = new Map<string, number>();
  return parts
    .map((part) => {
      if (typeof part === 'string') return part;
      if (!numbers.has(part.id)) numbers.set(part.id, numbers.size + 1);
      return `\u0001${part.at}${numbers.get(part.id)}\u0002`;
    })
    .join('')
    .replace(/\s+/g, ' ')
    .trim();
}

function pairsOf(text: string): Pair[] {
  const pairs: Pair[] = [];
  let segment: Coded | undefined;
  let language = '';
  /** Inside of an inline element, whose text is the code of the tool that wrote it. */
  let code = 0;
  const counted = { at: 0, line: 1 };
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        const { i = '', x } = attributes;
        if (name === 'tu') {
          counted.line += text.slice(counted.at, parser.startIndex).match(/\n/g)?.length ?? 0;
          counted.at = parser.startIndex;
          pairs.push({ line: counted.line, segments: new Map() });
        } else if (name === 'tuv') language = attributes['xml:lang'] ?? attributes.lang ?? '';
        else if (name === 'seg') segment = [];
        else if (segment && name === 'bpt') segment.push({ id: i, at: 'open', code: '' });
        else if (segment && name === 'ept') segment.push({ id: i, at: 'close', code: '' });
        else if (segment && name === 'ph') segment.push({ id: x ?? '', at: 'alone', code: '' });
        if (segment && /^(bpt|ept|ph|it|ut)$/.test(name)) code += 1;
      },
      onclosetag(name) {
        if (segment && /^(bpt|ept|ph|it|ut)$/.test(name)) code -= 1;
        if (name !== 'seg' || !segment) return;
        pairs.at(-1)?.segments.set(language, segment);
        segment = undefined;
      },
      ontext(words) {
        const last = segment?.at(-1);
        if (segment && code === 0) segment.push(words.replace(/\r\n?/g, '\n'));
        else if (typeof last === 'object') last.code += words;
      },
    },
    { xmlMode: true, decodeEntities: true },
  );
  parser.end(text);
  return pairs;
}
