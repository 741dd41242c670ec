/** What a search over a store finds, each with its address below the store's. */
export interface Found {
  kind: 'order' | 'customer' | 'notification' | 'passage' | 'service' | 'domain';
  label: string;
  note: string;
  href: string;
}
