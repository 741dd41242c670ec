/** Customers: who they are and what reaches them. */
import {
  CorrectAddressSchema,
  ExportRecordSchema,
  JoinSchema,
  RemoveListSchema,
  SaveCustomerSchema,
  SaveLimitsSchema,
  SaveListSchema,
  TakeApartSchema,
} from '@/contract/customers';
import { useCase } from '../use-case';
import { lookAtLimits, saveLimits } from './contacts';
import { exportRecord } from './customer';
import { joinCustomers, lookAtJoin, takeApart } from './join';
import { removeList, saveList } from './saved-lists';
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
  exportRecord: useCase({
    name: 'customers.export-record',
    permission: 'customer.data',
    input: ExportRecordSchema,
    run: exportRecord,
  }),
  saveList: useCase({
    name: 'customers.save-list',
    permission: 'customer.edit',
    input: SaveListSchema,
    run: saveList,
  }),
  removeList: useCase({
    name: 'customers.remove-list',
    permission: 'customer.edit',
    input: RemoveListSchema,
    run: removeList,
  }),
  lookAtJoin: useCase({
    name: 'customers.look-at-join',
    permission: 'customer.edit',
    input: JoinSchema,
    run: lookAtJoin,
  }),
  join: useCase({ name: 'customers.join', permission: 'customer.edit', input: JoinSchema, run: joinCustomers }),
  takeApart: useCase({
    name: 'customers.take-apart',
    permission: 'customer.edit',
    input: TakeApartSchema,
    run: takeApart,
  }),
};
