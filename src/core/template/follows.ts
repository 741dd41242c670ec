/**
 * A version that follows another of the same notification: it is the same but for what is its own. Its template is kept whole, so
 * that what is made from it needs no other; `follows` says which parts are its own. {@link followed} brings the rest from the
 * version that it follows, {@link ownMarked} notes what differs from it as the version's own.
 */
import { freshIds } from './edit';
import {
  allBlocks,
  blockLabels,
  segmentsOf,
  type Block,
  type Follows,
  type Segments,
  type SimpleBlock,
  type Template,
} from './schema';

/** A part of a version that is its own. Of words, those of one place in these languages. */
export type OwnPart =
  | { kind: 'words'; segment: string; label: string; languages: string[] }
  /** A block that the other has with other settings. */
  | { kind: 'block'; id: string; label: string }
  /** A block that only this version has. */
  | { kind: 'only'; id: string; label: string }
  /** A block that the other has and this one leaves out. */
  | { kind: 'without'; id: string; label: string }
  | { kind: 'order' | 'attachments' | 'sentAs' };

type Marks = Omit<Follows, 'version'>;

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const has = (list: readonly string[] | undefined, id: string): boolean => list?.includes(id) ?? false;

/** Marks without those that say nothing. */
function withMarks(template: Template, version: string, marks: Marks): Template {
  const words = Object.fromEntries(Object.entries(marks.words ?? {}).filter(([, ids]) => ids.length > 0));
  const { order, attachments, sentAs } = marks;
  const follows: Follows = {
    version,
    ...(Object.keys(words).length > 0 && { words }),
    ...(['blocks', 'only', 'without'] as const).reduce<Marks>(
      (some, list) => (marks[list]?.length ? { ...some, [list]: marks[list] } : some),
      {},
    ),
    ...(order && { order }),
    ...(attachments && { attachments }),
    ...(sentAs && { sentAs }),
  };
  return same(template.follows, follows) ? template : { ...template, follows };
}

/**
 * The template with everything marked as its own that differs from the version that it follows, besides what is marked already: what
 * once was made its own stays so, also while it happens to be the same.
 */
export function ownMarked(template: Template, base: Template): Template {
  const { follows } = template;
  if (!follows) return template;
  const theirs = new Map(base.blocks.map((b) => [b.id, b]));
  const mine = new Map(template.blocks.map((b) => [b.id, b]));
  const both = template.blocks.filter((b) => theirs.has(b.id));
  const sequence = (blocks: readonly Block[], other: ReadonlyMap<string, unknown>): string[] =>
    blocks.filter((b) => other.has(b.id)).map((b) => b.id);
  const places = new Set(segmentsOf(template).map((p) => p.id));
  const shared = segmentsOf(base).flatMap((p) => (places.has(p.id) ? [p.id] : []));
  const words = Object.fromEntries(
    Object.entries(template.words).map(([language, segments]) => {
      const other = base.words[language];
      const own = shared.filter(
        (id) => has(follows.words?.[language], id) || (segments[id] ?? '') !== (other?.[id] ?? ''),
      );
      return [language, own];
    }),
  );
  return withMarks(template, follows.version, {
    words,
    blocks: both.flatMap((b) => (has(follows.blocks, b.id) || !same(b, theirs.get(b.id)) ? [b.id] : [])),
    only: template.blocks.flatMap((b) => (has(follows.only, b.id) || !theirs.has(b.id) ? [b.id] : [])),
    without: base.blocks.flatMap((b) => (mine.has(b.id) ? [] : [b.id])),
    ...((follows.order ?? !same(sequence(both, theirs), sequence(base.blocks, mine))) && { order: true as const }),
    ...((follows.attachments ?? !same(template.attachments, base.attachments)) && { attachments: true as const }),
    ...((follows.sentAs ?? !same(template.sentAs, base.sentAs)) && { sentAs: true as const }),
  });
}

/** A template that begins to follow another: what differs is its own, and what it lacks of languages it takes over. */
export function followFrom(template: Template, base: Template, version: string): Template {
  return followed(ownMarked({ ...standAlone(template), follows: { version } }, base), base);
}

/** A template that stands alone from now on, as it is. */
export function standAlone(template: Template): Template {
  const { follows: _, ...rest } = template;
  return rest;
}

/** The template with everything that is not its own as the version that it follows has it; itself where nothing differs. */
export function followed(template: Template, base: Template): Template {
  const { follows } = template;
  if (!follows) return template;
  const { blocks, renamed } = blocksFollowed(template, base, follows);
  const taken = new Map(renamed);
  const only = follows.only?.map((id) => taken.get(id) ?? id);
  const baseIds = new Set(['subject', 'preheader', ...allBlocks(base.blocks).map((b) => b.id)]);
  const here = new Set(allBlocks(blocks).map((b) => b.id));
  const words: Record<string, Segments> = {};
  for (const language of new Set([...Object.keys(base.words), ...Object.keys(template.words)])) {
    const [mine = {}, theirs] = [template.words[language], base.words[language]];
    const own = follows.words?.[language];
    const segments: Segments = {};
    for (const [id, said] of Object.entries(theirs ?? {})) if (!has(own, id)) segments[id] = said;
    for (const [id, said] of Object.entries(mine)) {
      const now = taken.get(id) ?? id;
      const kept = now !== id || has(own, id) || (!baseIds.has(id) && here.has(id));
      if (kept) segments[now] = said;
    }
    // A language that neither has any more, as when it was begun and taken back.
    if (theirs || Object.keys(segments).length > 0) words[language] = segments;
  }
  const next: Template = {
    ...template,
    blocks,
    words: inOrderOf(template.words, words),
    ...(!follows.attachments && { attachments: base.attachments }),
    ...(!follows.sentAs && { sentAs: base.sentAs }),
  };
  if (next.attachments === undefined) delete next.attachments;
  if (next.sentAs === undefined) delete next.sentAs;
  const settled = withMarks(next, follows.version, { ...follows, ...(only && { only }) });
  return same(settled, template) ? template : settled;
}

/** Words with languages and segments in the order in which they stood, so that equal templates are equal as JSON. */
function inOrderOf(before: Template['words'], words: Template['words']): Template['words'] {
  const sorted = <T>(was: Readonly<Record<string, T>> | undefined, is: Readonly<Record<string, T>>) =>
    Object.fromEntries(
      [...new Set([...Object.keys(was ?? {}), ...Object.keys(is)])].flatMap((key) =>
        is[key] === undefined ? [] : [[key, is[key]] as const],
      ),
    );
  return Object.fromEntries(
    Object.entries(sorted(before, words)).map(([language, segments]) => [language, sorted(before[language], segments)]),
  );
}

/** The blocks of a version that follows, and those of its own that had to take another id, since the other has theirs now. */
function blocksFollowed(
  template: Template,
  base: Template,
  follows: Follows,
): { blocks: Block[]; renamed: [from: string, to: string][] } {
  const theirs = new Map(base.blocks.map((b) => [b.id, b]));
  const mine = new Map(template.blocks.map((b) => [b.id, b]));
  /** Whose a block is: its own with other settings, only its own, or the other's. */
  const isOnly = (id: string): boolean => mine.has(id) && (has(follows.only, id) || (!theirs.has(id) && isOwn(id)));
  const isOwn = (id: string): boolean => has(follows.blocks, id);
  const from = (id: string): Block => (isOwn(id) ? mine.get(id) : undefined) ?? theirs.get(id)!;
  const shared = base.blocks.map((b) => b.id).filter((id) => !has(follows.without, id));
  const list: { id: string; only: boolean }[] = [];
  const at = (id: string | undefined, only: boolean): number => list.findIndex((e) => e.id === id && e.only === only);
  if (follows.order) {
    for (const { id } of template.blocks) {
      if (isOnly(id)) list.push({ id, only: true });
      else if (shared.includes(id)) list.push({ id, only: false });
    }
    for (const [i, id] of shared.entries()) {
      if (at(id, false) >= 0) continue;
      list.splice(at(shared[i - 1], false) + 1, 0, { id, only: false });
    }
  } else {
    list.push(...shared.map((id) => ({ id, only: false })));
    for (const [i, { id }] of template.blocks.entries()) {
      if (!isOnly(id)) continue;
      // After what it stood after, as far as that is still there.
      const before = template.blocks.slice(0, i).findLast((b) => at(b.id, isOnly(b.id)) >= 0);
      list.splice(before ? at(before.id, isOnly(before.id)) + 1 : 0, 0, { id, only: true });
    }
  }
  const theirsHere = list.filter((e) => !e.only && from(e.id) === theirs.get(e.id));
  const used = new Set(theirsHere.flatMap((e) => allBlocks([theirs.get(e.id)!]).map((b) => b.id)));
  const fresh = freshIds({
    blocks: [...template.blocks, ...base.blocks],
    words: { ...template.words, ...Object.fromEntries(Object.entries(base.words).map(([l, w]) => [`${l} `, w])) },
  });
  const renamed: [string, string][] = [];
  const free = <B extends Block>(block: B): B => {
    if (!used.has(block.id)) {
      used.add(block.id);
      return block;
    }
    const id = fresh(block.kind);
    renamed.push([block.id, id]);
    return { ...block, id };
  };
  const own = (block: Block): Block => {
    const freed = free(block);
    return freed.kind === 'columns'
      ? { ...freed, columns: freed.columns.map((column) => column.map((b) => free<SimpleBlock>(b))) }
      : freed;
  };
  const blocks = list.map((e): Block => (theirsHere.includes(e) ? theirs.get(e.id)! : own(mine.get(e.id)!)));
  return { blocks: blocks.length > 0 ? blocks : template.blocks, renamed };
}

/** What of a version is its own, in the order of reading. */
export function ownParts(template: Template, base: Template): OwnPart[] {
  const { follows } = template;
  if (!follows) return [];
  const labels = blockLabels(template.blocks);
  const theirs = blockLabels(base.blocks);
  const named = (id: string): string => labels.get(id) ?? theirs.get(id) ?? id;
  const words = segmentsOf(template).flatMap(({ id, label }): OwnPart[] => {
    const languages = Object.keys(follows.words ?? {}).filter((l) => has(follows.words?.[l], id));
    return languages.length > 0 ? [{ kind: 'words', segment: id, label, languages }] : [];
  });
  const blocks = (['block', 'only', 'without'] as const).flatMap((kind) =>
    (follows[kind === 'block' ? 'blocks' : kind] ?? []).map((id): OwnPart => ({ kind, id, label: named(id) })),
  );
  const whole = (['order', 'attachments', 'sentAs'] as const).flatMap((kind): OwnPart[] =>
    follows[kind] ? [{ kind }] : [],
  );
  return [...words, ...blocks, ...whole];
}

/** The template with a part of its own given up: it is as the version that it follows has it again. */
export function givenUp(template: Template, base: Template, part: OwnPart): Template {
  const { follows } = template;
  if (!follows) return template;
  const less = (list: readonly string[] | undefined, id: string): string[] => (list ?? []).filter((x) => x !== id);
  const { version, ...marks } = follows;
  const next: Marks = { ...marks };
  let { blocks } = template;
  switch (part.kind) {
    case 'words':
      next.words = Object.fromEntries(
        Object.entries(marks.words ?? {}).map(([l, ids]) => [
          l,
          part.languages.includes(l) ? less(ids, part.segment) : ids,
        ]),
      );
      break;
    case 'block':
      next.blocks = less(marks.blocks, part.id);
      break;
    case 'only':
      next.only = less(marks.only, part.id);
      blocks = blocks.filter((b) => b.id !== part.id);
      break;
    case 'without':
      next.without = less(marks.without, part.id);
      break;
    default:
      delete next[part.kind];
  }
  return followed(withMarks({ ...template, blocks }, version, next), base);
}
