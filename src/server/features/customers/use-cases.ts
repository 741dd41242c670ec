/** Customers: who they are and what reaches them. */
import { CorrectAddressSchema, SaveCustomerSchema } from '@/contract/customers';
import { useCase } from '../use-case';
import { correctAddress, lookAtCorrection, saveCustomer } from './change';

export const customers = {
  save: useCase({ name: 'customers.save', permission: 'customer.edit', input: SaveCustomerSchema, run: saveCustomer }),
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
