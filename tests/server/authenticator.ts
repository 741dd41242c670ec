/** A device that keeps passkeys, in software: it answers as WebAuthn 3 says, and can be told to answer wrongly. */
import { createHash, createSign, generateKeyPairSync, randomBytes, type KeyObject } from 'node:crypto';
import { encodeCBOR, type CBORType } from '@levischuck/tiny-cbor';

const sha256 = (data: string | Buffer): Buffer => createHash('sha256').update(data).digest();

/** How an answer is made; what is left out is as it should be. */
export interface Manners {
  origin?: string;
  rpId?: string;
  /** It asked for a finger, a face or a number. */
  verified?: boolean;
  challenge?: string;
}

const PRESENT = 0x01;
const VERIFIED = 0x04;
const ATTESTED = 0x40;

export class Authenticator {
  readonly id = randomBytes(32).toString('base64url');
  private readonly keys: { publicKey: KeyObject; privateKey: KeyObject } = generateKeyPairSync('ec', {
    namedCurve: 'P-256',
  });
  private count = 0;

  constructor(private readonly origin: string) {}

  private data({ rpId = 'localhost', verified = true }: Manners, more = Buffer.alloc(0)): Buffer {
    this.count += 1;
    const counter = Buffer.alloc(4);
    counter.writeUInt32BE(this.count);
    const flags = PRESENT | (verified ? VERIFIED : 0) | (more.length > 0 ? ATTESTED : 0);
    return Buffer.concat([sha256(rpId), Buffer.from([flags]), counter, more]);
  }

  private client(type: string, challenge: string, { origin = this.origin, ...manners }: Manners): Buffer {
    return Buffer.from(JSON.stringify({ type, challenge: manners.challenge ?? challenge, origin, crossOrigin: false }));
  }

  /** Answers to what a page asks who makes a passkey (RegistrationResponseJSON). */
  make({ challenge }: { challenge: string }, manners: Manners = {}) {
    const { x, y } = this.keys.publicKey.export({ format: 'jwk' });
    // A key of the curve P-256 for ES256 (RFC 9053, 2.1 and 7.1).
    const cose = new Map<number, number | Uint8Array>([
      [1, 2],
      [3, -7],
      [-1, 1],
      [-2, Buffer.from(x!, 'base64url')],
      [-3, Buffer.from(y!, 'base64url')],
    ]);
    const credential = Buffer.from(this.id, 'base64url');
    const length = Buffer.alloc(2);
    length.writeUInt16BE(credential.length);
    const authData = this.data(
      manners,
      Buffer.concat([Buffer.alloc(16), length, credential, Buffer.from(encodeCBOR(cose))]),
    );
    const attestation = encodeCBOR(
      new Map<string, CBORType>([
        ['fmt', 'none'],
        ['attStmt', new Map()],
        ['authData', new Uint8Array(authData)],
      ]),
    );
    return {
      ...{ id: this.id, rawId: this.id, type: 'public-key' as const, clientExtensionResults: {} },
      response: {
        clientDataJSON: this.client('webauthn.create', challenge, manners).toString('base64url'),
        attestationObject: Buffer.from(attestation).toString('base64url'),
        transports: ['internal'],
      },
    };
  }

  /** Answers to what a page asks who signs in (AuthenticationResponseJSON). */
  show({ challenge }: { challenge: string }, manners: Manners = {}) {
    const client = this.client('webauthn.get', challenge, manners);
    const authData = this.data(manners);
    const signature = createSign('sha256')
      .update(Buffer.concat([authData, sha256(client)]))
      .sign(this.keys.privateKey);
    return {
      ...{ id: this.id, rawId: this.id, type: 'public-key' as const, clientExtensionResults: {} },
      response: {
        clientDataJSON: client.toString('base64url'),
        authenticatorData: authData.toString('base64url'),
        signature: signature.toString('base64url'),
      },
    };
  }
}
