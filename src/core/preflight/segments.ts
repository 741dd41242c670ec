/** Problems of one segment as publishing would judge them. */
import { momentOf } from '../moments/registry';
import { isProvided } from '../placeholders/provided';
import { nearestPlaceholder, placeholder } from '../placeholders';
import type { SegmentPlace } from '../template/schema';
import { checkSource, type TextProblem } from '../text';
import { say } from '../../words/findings';

/** What is wrong with the words of one segment at a moment, each with its place in the source. */
export function segmentProblems(source: string, place: SegmentPlace, moment: string): TextProblem[] {
  return checkSource(source, {
    form: place.form,
    momentWords: momentOf(moment)?.words ?? say.atMoment({ moment }),
    find: (name) => {
      const known = placeholder(name);
      return known && { type: known.type, label: known.label, provided: isProvided(known, moment) };
    },
    suggest: nearestPlaceholder,
  });
}
