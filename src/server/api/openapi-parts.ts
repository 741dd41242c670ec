/** What the descriptions of paths in OpenAPI are made of. */

export const text = { type: 'string' };
export const whole = { type: 'integer' };
export const yesOrNo = { type: 'boolean' };
export const time = { type: 'string', format: 'date-time' };
export const list = (items: object) => ({ type: 'array', items });
export const oneOf = (values: readonly string[]) => ({ type: 'string', enum: [...values] });

/** An object with all of its properties, but for those that may be left out. */
export const object = (properties: Record<string, object>, optional: readonly string[] = []) => ({
  type: 'object',
  required: Object.keys(properties).filter((name) => !optional.includes(name)),
  properties,
});

/** The same problem document for each status. */
export const errors = (problem: object, ...statuses: number[]) =>
  Object.fromEntries(statuses.map((status) => [status, problem]));

/** A parameter of the query, with what it means where its name does not say it. */
export const asked = (name: string, description?: string, schema: object = text) => ({
  ...{ name, in: 'query', schema },
  ...(description !== undefined && { description }),
});

/** A part of the path. */
export const part = (name: string, description: string, schema: object = text) => ({
  ...{ name, in: 'path', required: true, schema, description },
});

/** An answer of 200 in JSON. */
export const answers = (description: string, schema: object) => ({
  200: { description, content: { 'application/json': { schema } } },
});
