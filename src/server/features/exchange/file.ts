/** The head of a JSON file of lists. */
export const FILE = { kind: 'libellus data', version: 1 } as const;
