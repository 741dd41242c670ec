/** What can be done with screenshots that are shown to others. */
import { OfRemarkSchema, ShareScreenshotsSchema } from '@/contract/viewings';
import { ID, object } from '../shapes';
import { useCase } from '../use-case';
import { shareScreenshots, takeSharedBack } from './links';
import { remarkDone } from './remarks';

export const viewing = {
  share: useCase({
    name: 'viewing.share',
    permission: 'rehearsal.run',
    input: ShareScreenshotsSchema,
    run: shareScreenshots,
  }),
  takeBack: useCase({
    name: 'viewing.take-back',
    permission: 'rehearsal.run',
    input: object({ id: ID }),
    run: takeSharedBack,
  }),
  done: useCase({ name: 'viewing.done', permission: 'template.edit', input: OfRemarkSchema, run: remarkDone }),
};
