/** Findings on values that the looked-at order does not have, where nothing else says the same: the subject, and a heading that is only a value. */
import { placeholder, placeholderType } from '../placeholders';
import { segmentsOf, allBlocks, type Template } from '../template/schema';
import { chooser, isPresent, parseSource, resolveExpression, type Pattern, type Values } from '../text';
import type { Finding } from './finding';
import { say } from '../../words/findings';

/** What is empty in the subject, and in headings that say nothing besides, with these values. */
export function emptyValueFindings(template: Template, language: string, locale: string, values: Values): Finding[] {
  const words = template.words[language];
  if (!words) return [];
  const headings = new Set(allBlocks(template.blocks).flatMap((b) => (b.kind === 'heading' && !b.hidden ? b.id : [])));
  return segmentsOf(template).flatMap(({ id, label }): Finding[] => {
    if (id !== 'subject' && !headings.has(id)) return [];
    const parsed = parseSource(words[id] ?? '');
    if (!parsed.ok) return [];
    const { message } = parsed;
    const pattern: Pattern | undefined =
      message.type === 'select'
        ? message.variants[chooser(message, { locale, typeOf: placeholderType })(values)]?.value
        : message.pattern;
    if (!pattern) return [];
    const alone = !pattern.some((part) => typeof part === 'string' && /[\p{L}\p{N}]/u.test(part));
    return pattern.flatMap((part): Finding[] => {
      if (typeof part === 'string' || part.type !== 'expression') return [];
      const { variable, options } = resolveExpression(message, part);
      if (!variable || isPresent(values[variable]) || (options.default ?? '').trim() !== '') return [];
      if (id !== 'subject' && !alone) return [];
      const value = placeholder(variable)?.label ?? variable;
      return [{ severity: 'warning', place: id, placeLabel: label, language, message: say.emptyHere({ value }) }];
    });
  });
}
