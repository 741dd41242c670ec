/** Templates on their way in from a screen or a file. */
import { checker } from '@/core/schema';
import { allBlocks, TemplateSchema, type Template } from '@/core/template';
import { AppError } from '../base/errors';
import { refuseForeignPictures } from './pictures';

const checkTemplate = checker(TemplateSchema);
const MOST_BLOCKS = 200;

/** A draft as sent by the screen, checked for shape. Words that cannot be parsed yet are kept: nothing typed is lost. */
export function readTemplate(storeId: string, draft: unknown): Template {
  const checked = checkTemplate(draft);
  if (!checked.ok) throw new AppError('invalid', 'This is not a template Libellus can keep.', checked.problems);
  refuseForeignPictures(storeId, checked.value);
  const all = allBlocks(checked.value.blocks);
  if (all.length > MOST_BLOCKS) {
    throw new AppError('invalid', `There are ${all.length} blocks; a template holds at most ${MOST_BLOCKS}.`, [
      { path: '/blocks', message: `Keep at most ${MOST_BLOCKS} blocks; there are ${all.length}.` },
    ]);
  }
  const ids = all.map((b) => b.id);
  const double = ids.find((id, i) => ids.indexOf(id) !== i);
  if (double)
    throw new AppError('invalid', 'Two blocks have the same id.', [
      { path: '/blocks', message: `"${double}" stands twice` },
    ]);
  return checked.value;
}
