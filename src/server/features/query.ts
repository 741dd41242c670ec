/** One value of a name in an address's query, the first of several; undefined when it is empty. */
export const oneOf = (value: string | string[] | undefined): string | undefined =>
  (Array.isArray(value) ? value[0] : value)?.trim() || undefined;
