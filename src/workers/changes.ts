/**
 * What is said to the worker at each keystroke: only what differs from what it was told before. Parts are held against each other
 * as objects, not by what is in them: the draft keeps what it does not change.
 */
import type { Segments, Template } from '@/core/template';
import type { PartsChange, RenderParts } from './protocol';

type Rest = Omit<RenderParts, 'template'>;

/** What makes `now` out of `before`; all of it when there is no before. */
export function changeOf(before: RenderParts | undefined, now: RenderParts): PartsChange {
  const { template, ...rest } = now;
  const held: Partial<Rest> = before ?? {};
  const changed = Object.fromEntries(
    Object.entries(rest).filter(([name, part]) => held[name as keyof Rest] !== part),
  ) as Partial<Rest>;
  const gone = Object.keys(held).filter((name) => name !== 'template' && !(name in rest)) as (keyof Rest)[];
  return {
    ...(Object.keys(changed).length > 0 && { changed }),
    ...(gone.length > 0 && { gone }),
    ...(template !== before?.template && { template: templateChange(before?.template, template) }),
  };
}

function templateChange(before: Template | undefined, now: Template): NonNullable<PartsChange['template']> {
  const { words, blocks, attachments, sentAs } = now;
  const differing = Object.entries(words).filter(([language, own]) => before?.words[language] !== own);
  return {
    ...(blocks !== before?.blocks && { blocks }),
    ...(attachments !== before?.attachments && { attachments: attachments ?? [] }),
    ...(sentAs !== before?.sentAs && { sentAs: sentAs ?? {} }),
    words: Object.fromEntries(differing) as Record<string, Segments>,
    goneLanguages: Object.keys(before?.words ?? {}).filter((language) => !(language in words)),
  };
}

/** What was told before with a change to it. Throws when the first change was not all of it. */
export function withChange(
  before: RenderParts | undefined,
  { changed = {}, gone = [], template }: PartsChange,
): RenderParts {
  const without = Object.fromEntries(
    Object.entries(before ?? {}).filter(([name]) => !(gone as string[]).includes(name)),
  ) as Partial<RenderParts>;
  const held = template ? changedTemplate(before?.template, template) : before?.template;
  if (!held) throw new Error('The worker was told of changes to a message that it does not know.');
  return { ...without, ...changed, template: held } as RenderParts;
}

function changedTemplate(
  before: Template | undefined,
  { blocks, attachments, sentAs, words, goneLanguages }: NonNullable<PartsChange['template']>,
): Template | undefined {
  const kept = blocks ?? before?.blocks;
  if (!kept) return undefined;
  const left = Object.entries(before?.words ?? {}).filter(([language]) => !goneLanguages.includes(language));
  const files = attachments ?? before?.attachments ?? [];
  const sent = sentAs ?? before?.sentAs ?? {};
  return {
    version: 1,
    blocks: kept,
    ...(files.length > 0 && { attachments: files }),
    ...(Object.keys(sent).length > 0 && { sentAs: sent }),
    words: { ...Object.fromEntries(left), ...words },
  };
}
