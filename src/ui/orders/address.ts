/** The address of a list of orders, for the server and the browser. */

export interface OrdersFilterState {
  /** Part of a number, a name or an address. */
  search: string;
  /** Of schema.org's OrderStatus; empty for all, as the next two. */
  status: string;
  channel: string;
  language: string;
}

export function ordersAddress(base: string, wanted: Partial<OrdersFilterState> & { before?: string }): string {
  const query = new URLSearchParams(Object.entries(wanted).filter(([, v]) => v !== ''));
  return `${base}/orders${query.size > 0 ? `?${query}` : ''}`;
}
