/** What can be done with discount codes. */
import { Type } from '@sinclair/typebox';
import { SaveCodeSchema, SaveSeriesSchema } from '@/contract/codes';
import { ID, object } from '../shapes';
import { useCase } from '../use-case';
import { deleteCode, deleteSeries, saveCode, saveSeries } from './codes';

export const code = {
  save: useCase({
    name: 'code.save',
    permission: 'code.edit',
    input: SaveCodeSchema,
    run: (who, input) => saveCode(who, input),
  }),
  delete: useCase({
    name: 'code.delete',
    permission: 'code.edit',
    input: object({ code: Type.String({ minLength: 1, maxLength: 64 }) }),
    run: (who, input) => deleteCode(who, input.code),
  }),
};

export const series = {
  save: useCase({
    name: 'series.save',
    permission: 'code.edit',
    input: SaveSeriesSchema,
    run: (who, input) => saveSeries(who, input),
  }),
  delete: useCase({
    name: 'series.delete',
    permission: 'code.edit',
    input: object({ id: ID }),
    run: (who, { id }) => deleteSeries(who, id),
  }),
};
