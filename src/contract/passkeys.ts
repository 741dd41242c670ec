/** Passkeys (WebAuthn): made, listed, renamed and removed on one's own page. */
import { Type, type Static } from '@sinclair/typebox';
import { OwnPasswordSchema } from './second-factor';

const strict = { additionalProperties: false } as const;

/** The longest name of a credential that is taken, letters of base64url. */
export const MOST_CREDENTIAL_ID = 700;
/** So many passkeys somebody may have. */
export const MOST_PASSKEYS = 20;

const letters = (most: number) => Type.String({ minLength: 1, maxLength: most, pattern: '^[A-Za-z0-9_-]+$' });

/** What a browser answers when a passkey was made (WebAuthn 3, RegistrationResponseJSON). */
const madeByBrowser = Type.Object(
  {
    id: letters(MOST_CREDENTIAL_ID),
    rawId: letters(MOST_CREDENTIAL_ID),
    type: Type.Literal('public-key'),
    response: Type.Object(
      { clientDataJSON: letters(10_000), attestationObject: letters(50_000) },
      { additionalProperties: true },
    ),
    clientExtensionResults: Type.Object({}, { additionalProperties: true }),
  },
  { additionalProperties: true },
);

export const AddPasskeySchema = Type.Object(
  { name: Type.String({ minLength: 1, maxLength: 60 }), made: madeByBrowser },
  strict,
);
export type AddPasskey = Static<typeof AddPasskeySchema>;

/** What a browser answers when somebody shows a passkey (WebAuthn 3, AuthenticationResponseJSON). */
export const ShownPasskeySchema = Type.Object(
  {
    id: letters(MOST_CREDENTIAL_ID),
    rawId: letters(MOST_CREDENTIAL_ID),
    type: Type.Literal('public-key'),
    response: Type.Object(
      {
        clientDataJSON: letters(10_000),
        authenticatorData: letters(50_000),
        signature: letters(10_000),
        userHandle: Type.Optional(letters(200)),
      },
      { additionalProperties: true },
    ),
    clientExtensionResults: Type.Object({}, { additionalProperties: true }),
  },
  { additionalProperties: true },
);

const id = Type.String({ minLength: 1, maxLength: 36 });

export const RenamePasskeySchema = Type.Object({ id, name: Type.String({ minLength: 1, maxLength: 60 }) }, strict);
export type RenamePasskey = Static<typeof RenamePasskeySchema>;

export const RemovePasskeySchema = Type.Object({ ...OwnPasswordSchema.properties, id }, strict);
export type RemovePasskey = Static<typeof RemovePasskeySchema>;

export interface OwnPasskey {
  id: string;
  name: string;
  /** ISO 8601. */
  madeAt: string;
  usedAt?: string;
}
