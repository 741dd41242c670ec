/** The address of a list of customers, for links and filters. */
import type { CustomerFilterState } from '@/contract/customers';

export function customersAddress(base: string, wanted: Partial<CustomerFilterState> & { before?: string }): string {
  const query = new URLSearchParams(Object.entries(wanted).filter(([, v]) => v !== ''));
  return `${base}/customers${query.size > 0 ? `?${query}` : ''}`;
}
