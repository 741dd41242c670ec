/** Customers: who they are and what reaches them. */
import { CorrectAddressSchema, SaveCustomerSchema, SaveLimitsSchema } from '@/contract/customers';
import { useCase } from '../use-case';
import { lookAtLimits, saveLimits } from './contacts';
import { correctAddress, lookAtCorrection, saveCustomer } from './change';

export const customers = {
  save: useCase({ name: 'customers.save', permission: 'customer.edit', input: SaveCustomerSchema, run: saveCustomer }),
  lookAtLimits: useCase({
    name: 'customers.look-at-limits',
    permission: 'contacts.limit',
    input: SaveLimitsSchema,
    run: lookAtLimits,
  }),
  saveLimits: useCase({
    name: 'customers.save-limits',
    permission: 'contacts.limit',
    input: SaveLimitsSchema,
    run: saveLimits,
  }),
  lookAtCorrection: useCase({
    name: 'customers.look-at-correction',
    permission: 'customer.edit',
    input: CorrectAddressSchema,
    run: lookAtCorrection,
  }),
  correct: useCase({
    name: 'customers.correct',
    permission: 'customer.edit',
    input: CorrectAddressSchema,
    run: correctAddress,
  }),
};
