/** What can be done with stock. */
import { SaveStockSchema, SaveThresholdSchema } from '@/contract/stock';
import { useCase } from '../use-case';
import { countEffects, saveStock, saveThreshold } from './stock';

export const stock = {
  effects: useCase({
    name: 'stock.effects',
    permission: 'store.read',
    input: SaveStockSchema,
    run: (who, input) => countEffects(who, input),
  }),
  save: useCase({
    name: 'stock.save',
    permission: 'stock.edit',
    input: SaveStockSchema,
    run: (who, input) => saveStock(who, input),
  }),
  threshold: useCase({
    name: 'stock.threshold',
    permission: 'stock.edit',
    input: SaveThresholdSchema,
    run: (who, input) => saveThreshold(who, input),
  }),
};
