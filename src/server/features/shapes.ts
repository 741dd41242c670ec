/** Shapes that several use cases take. */
import { Type } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;

export const NOTHING = Type.Object({}, strict);
/** An id of ours (ULID), or at least no longer than one. */
export const ID = Type.String({ minLength: 1, maxLength: 40 });
/** The part of an address that names a notification and its version. */
export const SLUG = Type.String({ minLength: 1, maxLength: 130 });
/** Why an edition was published. */
export const EDITION_NOTE = Type.Optional(Type.String({ maxLength: 300 }));
export const NUMBER = Type.String({ minLength: 1, maxLength: 64 });
export const REVISION = Type.Integer({ minimum: 0, maximum: 2_000_000_000 });
/** What a deed checks by a schema of its own, with words of its own. */
export const DEED_CHECKS = Type.Unknown();

/** An object without further properties: what is not named is refused. */
export const object = <P extends Parameters<typeof Type.Object>[0]>(properties: P) => Type.Object(properties, strict);
