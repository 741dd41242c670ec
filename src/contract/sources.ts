/** Webhooks of shops: what their screens are given, and what can be done with them. */
import { Type, type Static } from '@sinclair/typebox';
import { MappingSchema, type Mapping, type Target } from '@/core/mapping';
import type { SchemaProblem } from '@/core/schema';

const strict = { additionalProperties: false } as const;
const id = Type.String({ minLength: 1, maxLength: 40 });
const header = Type.String({ pattern: "^[A-Za-z0-9!#$%&'*+.^_`|~-]{1,80}$" });
const name = Type.String({ minLength: 1, maxLength: 80 });
/** Left out when it stays what it is. */
const secret = Type.Optional(Type.String({ minLength: 8, maxLength: 300 }));

export const ALGORITHMS = ['sha256', 'sha1', 'sha512'] as const;
export const ENCODINGS = ['hex', 'base64'] as const;

export const ProofSchema = Type.Union([
  Type.Object(
    {
      by: Type.Literal('hmac'),
      header,
      algorithm: Type.Union(ALGORITHMS.map((a) => Type.Literal(a))),
      encoding: Type.Union(ENCODINGS.map((e) => Type.Literal(e))),
      prefix: Type.String({ maxLength: 40 }),
      secret,
    },
    strict,
  ),
  Type.Object({ by: Type.Literal('token'), header, secret }, strict),
  Type.Object({ by: Type.Literal('basic'), user: Type.String({ minLength: 1, maxLength: 120 }), secret }, strict),
]);
/** How a request proves that it is the shop's; without the secret where it is not told. */
export type ProofForm = Static<typeof ProofSchema>;

export const MakeSourceSchema = Type.Object({ name, proof: ProofSchema }, strict);
export type MakeSource = Static<typeof MakeSourceSchema>;

export const ChangeSourceSchema = Type.Object({ id, name, proof: ProofSchema }, strict);
export type ChangeSource = Static<typeof ChangeSourceSchema>;

export const SourceIdSchema = Type.Object({ id }, strict);
export const SwitchSourceSchema = Type.Object({ id, on: Type.Boolean() }, strict);

const revision = Type.Integer({ minimum: 0, maximum: 2_000_000_000 });
export const SaveMappingSchema = Type.Object({ id, revision, mapping: MappingSchema }, strict);
export type SaveMapping = Static<typeof SaveMappingSchema>;
export const PublishMappingSchema = Type.Object({ id, revision }, strict);
export const EditionSchema = Type.Object({ id, number: Type.Integer({ minimum: 1, maximum: 1_000_000 }) }, strict);
export const TryMappingSchema = Type.Object({ id, mapping: MappingSchema }, strict);
/** Without `requests`, all that are still to be taken. `source` is empty for events as Libellus has them. */
export const TakeAgainSchema = Type.Object(
  { source: Type.String({ maxLength: 40 }), requests: Type.Optional(Type.Array(id, { minItems: 1, maxItems: 100 })) },
  strict,
);
export const ReadRequestSchema = Type.Object({ source: Type.String({ maxLength: 40 }), request: id }, strict);

/** A source in the list of them. */
export interface SourceRow {
  id: string;
  name: string;
  address: string;
  proof: ProofForm['by'];
  on: boolean;
  edition: number;
  /** When the last request came, ISO 8601, and how many are still to be taken. */
  lastAt?: string;
  waiting: number;
}

export type RequestStateName = 'taken' | 'kept' | 'wrong' | 'unheard' | 'refused';

/** A request that came, without what it said. */
export interface RequestRow {
  id: string;
  state: RequestStateName;
  status: number;
  at: string;
  type: string;
  word: string;
  why: string;
  problems: SchemaProblem[];
  order: string;
  deliveries: number;
  bytes: number;
  againAt?: string;
}

export interface SourceEdition {
  number: number;
  by: string;
  at: string;
}

/** What the screen of a source is given. */
export interface SourcePage {
  id: string;
  name: string;
  address: string;
  proof: ProofForm;
  on: boolean;
  edition: number;
  revision: number;
  mapping: Mapping;
  /** The draft is not what requests are read by. */
  changed: boolean;
  editions: SourceEdition[];
  requests: RequestRow[];
  waiting: number;
  targets: readonly Target[];
  /** Events that a request can be, with what each is called. */
  events: { type: string; label: string }[];
  /** Names of channels by id, for the one that orders come through. */
  channels: { id: string; name: string }[];
  currency: string;
}

/** What a mapping makes of a request that came. */
export interface Tried {
  request: string;
  type?: string;
  word: string;
  order: string;
  data: unknown;
  problems: SchemaProblem[];
}

/** What became of requests that were taken again. */
export interface TakenAgain {
  taken: number;
  wrong: number;
  unheard: number;
}
