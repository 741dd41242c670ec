/** A file of a store, by its content: what templates, letters and events name it with. */
import { Type, type Static } from '@sinclair/typebox';

export const KeptFileSchema = Type.Object(
  {
    /** SHA-256 of its bytes, in hexadecimal. */
    digest: Type.String({ pattern: '^[0-9a-f]{64}$' }),
    /** As it is called in messages. */
    name: Type.String({ minLength: 1, maxLength: 120 }),
    /** Its media type, told by its bytes. */
    type: Type.String({ minLength: 3, maxLength: 120 }),
    bytes: Type.Integer({ minimum: 1, maximum: 100_000_000 }),
  },
  { additionalProperties: false },
);
export type KeptFile = Static<typeof KeptFileSchema>;

/** Files that one message may carry. */
export const MOST_FILES = 10;
/** The largest file that is taken. */
export const MOST_FILE_BYTES = 10_000_000;
