/** What can be done with rehearsals. */
import { AskRehearsalSchema, RehearsalChoiceSchema, StopRehearsalSchema } from '@/contract/rehearsal';
import { ID, object } from '../shapes';
import { useCase } from '../use-case';
import { rehearsedBytes } from './message';
import { askRehearsal, chooseRehearsals, stopRehearsal } from './rehearsal';

export const rehearsal = {
  ask: useCase({ name: 'rehearsal.ask', permission: 'rehearsal.run', input: AskRehearsalSchema, run: askRehearsal }),
  stop: useCase({
    name: 'rehearsal.stop',
    permission: 'rehearsal.run',
    input: StopRehearsalSchema,
    run: stopRehearsal,
  }),
  choose: useCase({
    name: 'rehearsal.choose',
    permission: 'rehearsal.run',
    input: RehearsalChoiceSchema,
    run: chooseRehearsals,
  }),
  download: useCase({
    name: 'rehearsal.download',
    permission: 'store.read',
    input: object({ id: ID }),
    run: (access, { id }) => rehearsedBytes(access, id),
  }),
};
