/** Rehearsals and tests of the public interface, as OpenAPI describes them. */
import { BeginRehearsalSchema, OUTCOMES, ProgramTestSchema } from '@/contract/rehearsal';
import { AUDIENCES } from '@/core/moments';
import { errors, object, part, text, whole } from './openapi-parts';

const security = [{ rehearsalKey: [] }];

export const REHEARSAL_SECURITY = {
  rehearsalKey: { type: 'http', scheme: 'bearer', description: 'A key for rehearsing (`lbp_...`)' },
};

const REPORT = object(
  {
    store: text,
    rehearsal: whole,
    state: { type: 'string', enum: ['waiting', 'running', 'done', 'stopped', 'broken'] },
    passed: {
      type: 'boolean',
      description: 'It has ended, every message is right, and all of the own orders happened',
    },
    askedAt: { type: 'string', format: 'date-time' },
    endedAt: { type: 'string', format: 'date-time' },
    seconds: { type: 'number' },
    lives: object({ all: whole, done: whole }),
    counts: object(Object.fromEntries([...OUTCOMES, 'silent', 'unsigned'].map((name) => [name, whole]))),
    trouble: { type: 'string', description: 'Why it could not be finished' },
    messages: {
      type: 'array',
      items: object({
        notification: text,
        version: text,
        to: { type: 'string', enum: AUDIENCES },
        recipient: text,
        wanted: { type: 'string', description: 'The language that its reader wants (BCP 47)' },
        language: { type: 'string', description: 'The language that it is in' },
        turn: { type: 'integer', description: 'Its place in a series, from 1' },
        order: text,
        outcome: { type: 'string', enum: OUTCOMES },
        problems: { type: 'array', items: text },
        path: { type: 'string', description: 'Where it is looked at' },
      }),
    },
    ownOrders: {
      type: 'array',
      description: 'Orders that the store keeps, of which not all could happen',
      items: object({ name: text, problems: { type: 'array', items: text } }),
    },
    notRehearsed: {
      type: 'array',
      items: object({
        notification: text,
        version: text,
        languages: { type: 'array', items: text },
        why: { type: 'string', enum: ['not-of-a-life', 'no-order-found'] },
      }),
    },
  },
  ['endedAt'],
);

/** Where rehearsals are begun and read, and tests of messages sent. */
export const rehearsalPaths = (problem: object) => ({
  '/rehearsals': {
    post: {
      operationId: 'startRehearsal',
      summary: 'Begin a rehearsal of all that is live, or of what has changed',
      description:
        'Made-up orders live through everything that can happen to them; what arrives in a mailbox of ours is read and checked. Nothing reaches anybody.',
      security,
      requestBody: {
        required: false,
        description: 'Everything without it. `changes`: what has changed since the newest that came to its end',
        content: { 'application/json': { schema: BeginRehearsalSchema } },
      },
      responses: {
        202: {
          description: 'Begun. `Location` is where it is read',
          content: { 'application/json': { schema: object({ rehearsal: whole, state: text }) } },
        },
        ...errors(problem, 400, 401, 403, 409, 429, 503),
      },
    },
  },
  '/rehearsals/{number}': {
    get: {
      operationId: 'readRehearsal',
      summary: 'Read what came of a rehearsal, as far as it is',
      security,
      parameters: [
        { name: 'number', in: 'path', required: true, schema: text, description: 'Its number, or `latest`' },
        {
          name: 'format',
          in: 'query',
          schema: { type: 'string', enum: ['json', 'junit'] },
          description: 'JUnit’s XML as well by `Accept: application/xml`',
        },
      ],
      responses: {
        200: {
          description: 'Its verdicts',
          content: { 'application/json': { schema: REPORT }, 'application/xml': { schema: text } },
        },
        ...errors(problem, 401, 404, 429, 503),
      },
    },
  },
  '/notifications/{notification}/tests': {
    parameters: [part('notification', 'Its name in addresses, and of a version: `order-received~wholesale`')],
    post: {
      operationId: 'sendTest',
      summary: 'Send a test of a message as it is live, to a colleague of the store',
      description:
        'About a fitting order unless one is named, in the language of the store unless another is. It is marked as a test, goes to colleagues alone, and is no delivery.',
      security,
      requestBody: { required: true, content: { 'application/json': { schema: ProgramTestSchema } } },
      responses: {
        202: {
          description: 'The service took it',
          content: { 'application/json': { schema: object({ to: text, subject: text, language: text, order: text }) } },
        },
        ...errors(problem, 400, 401, 403, 404, 413, 429, 503),
      },
    },
  },
});
