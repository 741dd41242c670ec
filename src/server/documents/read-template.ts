/** Templates on their way in from a screen or a file. */
import { checker } from '@/core/schema';
import { allBlocks, TemplateSchema, type Template } from '@/core/template';
import { AppError } from '../base/errors';
import { refuseForeignPictures } from './pictures';
import { say } from '@/words/refusals';

const checkTemplate = checker(TemplateSchema);
const MOST_BLOCKS = 200;

/** A draft as sent by the screen, checked for shape. Words that cannot be parsed yet are kept: nothing typed is lost. */
export function readTemplate(storeId: string, draft: unknown): Template {
  const checked = checkTemplate(draft);
  if (!checked.ok) throw new AppError('invalid', say.thisIsNotATemplate, checked.problems);
  refuseForeignPictures(storeId, checked.value);
  const all = allBlocks(checked.value.blocks);
  if (all.length > MOST_BLOCKS) {
    throw new AppError('invalid', say.thereAreNBlocksA({ n: all.length, most: MOST_BLOCKS }), [
      { path: '/blocks', message: say.keepAtMostMOSTBLOCKSBlocks({ most: MOST_BLOCKS, n: all.length }) },
    ]);
  }
  const ids = all.map((b) => b.id);
  const double = ids.find((id, i) => ids.indexOf(id) !== i);
  if (double)
    throw new AppError('invalid', say.twoBlocksHaveTheSame, [
      { path: '/blocks', message: say.doubleStandsTwice({ double }) },
    ]);
  return checked.value;
}
