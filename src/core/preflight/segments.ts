/** Problems of one segment as publishing would judge them. */
import { momentOf } from '../moments/registry';
import { isProvided } from '../placeholders/provided';
import { nearestPlaceholder, placeholder } from '../placeholders';
import type { SegmentPlace } from '../template/schema';
import { checkSource, type TextProblem } from '../text';

export function segmentProblems(source: string, place: SegmentPlace, moment: string): TextProblem[] {
  return checkSource(source, {
    form: place.form,
    momentWords: momentOf(moment)?.words ?? `at ${moment}`,
    find: (name) => {
      const known = placeholder(name);
      return known && { type: known.type, label: known.label, provided: isProvided(known, moment) };
    },
    suggest: nearestPlaceholder,
  });
}
