/** What can be done with webhooks of shops. */
import {
  ChangeSourceSchema,
  EditionSchema,
  MakeSourceSchema,
  PublishMappingSchema,
  ReadRequestSchema,
  SaveMappingSchema,
  SourceIdSchema,
  SwitchSourceSchema,
  TakeAgainSchema,
  TryMappingSchema,
} from '@/contract/sources';
import { useCase } from '../use-case';
import {
  changeSource,
  makeSource,
  publishMapping,
  readRequestBody,
  removeSource,
  saveMapping,
  startFromEdition,
  switchSource,
  takeRequestsAgain,
  tryMapping,
} from './sources';

const permission = 'source.edit' as const;

export const source = {
  make: useCase({ name: 'source.make', permission, input: MakeSourceSchema, run: makeSource }),
  change: useCase({ name: 'source.change', permission, input: ChangeSourceSchema, run: changeSource }),
  remove: useCase({ name: 'source.remove', permission, input: SourceIdSchema, run: removeSource }),
  save: useCase({ name: 'source.save', permission, input: SaveMappingSchema, run: saveMapping }),
  publish: useCase({ name: 'source.publish', permission, input: PublishMappingSchema, run: publishMapping }),
  startFrom: useCase({ name: 'source.startFrom', permission, input: EditionSchema, run: startFromEdition }),
  switch: useCase({ name: 'source.switch', permission, input: SwitchSourceSchema, run: switchSource }),
  try: useCase({ name: 'source.try', permission, input: TryMappingSchema, run: tryMapping }),
  readRequest: useCase({ name: 'source.readRequest', permission, input: ReadRequestSchema, run: readRequestBody }),
  takeAgain: useCase({ name: 'source.takeAgain', permission, input: TakeAgainSchema, run: takeRequestsAgain }),
};
