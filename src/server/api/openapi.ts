/** The public interface as OpenAPI 3.1, made from the schemas that the code itself checks with. */
import { ContactSchema, MOST_CONTACTS } from '@/core/order';
import { CodeConditionsSchema, CodeValueSchema } from '@/core/codes';
import { DELIVERY_STATES } from '@/core/mail';
import { AUDIENCES } from '@/core/moments';
import { exampleEvent } from '../events/examples';
import { EVENT_SCHEMAS, EVENT_TYPES } from '../events/schema';
import { MOST_IN_BATCH } from './cloudevents';
import { readingPaths } from './openapi-reading';
import { REHEARSAL_SECURITY, rehearsalPaths } from './openapi-rehearsals';
import { SHOP_SECURITY, sourcePath, WEBHOOKS } from './openapi-webhooks';
import { PROBLEM_TYPES } from './problem';

const contacts = {
  description: 'Who the contacts are, how many there can be, and the labels that messages go to',
  content: {
    'application/json': {
      schema: {
        type: 'object',
        required: ['email', 'contacts', 'most', 'labels', 'messages'],
        properties: {
          email: { type: 'string', format: 'email' },
          contacts: { type: 'array', items: ContactSchema },
          most: { type: 'integer' },
          labels: { type: 'array', items: { type: 'string' } },
          messages: {
            type: 'array',
            description: 'What can be chosen for a contact, in `messages`',
            items: {
              type: 'object',
              required: ['slug', 'name'],
              properties: { slug: { type: 'string' }, name: { type: 'string' } },
            },
          },
        },
      },
    },
  },
};
const problem = {
  description: 'What is wrong, and where',
  content: {
    'application/problem+json': {
      schema: {
        type: 'object',
        required: ['type', 'title', 'status'],
        properties: {
          type: { type: 'string', enum: Object.keys(PROBLEM_TYPES).map((t) => `urn:libellus:problem:${t}`) },
          title: { type: 'string' },
          status: { type: 'integer' },
          problems: {
            type: 'array',
            items: {
              type: 'object',
              properties: {
                path: { type: 'string', description: 'JSON Pointer (RFC 6901)' },
                place: { type: 'string' },
                message: { type: 'string' },
              },
            },
          },
        },
      },
    },
  },
};

/** "shipment.dispatched" is the schema ShipmentDispatched. */
const EVENTS = Object.fromEntries(
  Object.entries(EVENT_SCHEMAS).map(([type, schema]) => [
    type.replace(/(?:^|[.-])([a-z])/g, (_, letter: string) => letter.toUpperCase()),
    schema,
  ]),
);

/** One example of each event. */
const EXAMPLES = Object.fromEntries(
  EVENT_TYPES.map((type) => [
    type,
    {
      summary: type,
      value: exampleEvent(type, { currency: 'EUR', channel: 'web-shop', time: '2026-11-24T09:14:00Z' }),
    },
  ]),
);

/** The public interface as OpenAPI 3.1, read off the registry of moments and the schemas that check what comes in. */
export function openApi(serverUrl: string) {
  return {
    openapi: '3.1.0',
    info: {
      title: 'Libellus',
      version: '1',
      description:
        'Events of a store come in, signed; deliveries, orders, customers and notifications can be read; rehearsals can be begun and read, and tests sent.',
    },
    servers: [{ url: `${serverUrl}/api/v1` }],
    paths: {
      '/events': {
        post: {
          operationId: 'receiveEvent',
          summary: 'Tell Libellus that something happened',
          description:
            'CloudEvents 1.0 in any mode over HTTP (structured, binary with `ce-` headers, batch), signed as Standard Webhooks with the events key of the store. The same source and id are taken once, however often they come. With `ce-` headers, `webhook-id` is the id of the event.',
          security: [{ signature: [] }],
          parameters: ['webhook-id', 'webhook-timestamp', 'webhook-signature'].map((name) => ({
            name,
            in: 'header',
            required: true,
            schema: { type: 'string' },
          })),
          requestBody: {
            required: true,
            content: {
              'application/cloudevents+json': { schema: { $ref: '#/components/schemas/Event' }, examples: EXAMPLES },
              'application/json': { schema: { $ref: '#/components/schemas/Event' }, examples: EXAMPLES },
              'application/cloudevents-batch+json': {
                schema: { type: 'array', maxItems: MOST_IN_BATCH, items: { $ref: '#/components/schemas/Event' } },
              },
            },
          },
          responses: {
            202: {
              description: 'Taken. The ids of the deliveries planned for it; of a batch, for each event',
              content: {
                'application/json': {
                  schema: {
                    anyOf: [{ $ref: '#/components/schemas/Taken' }, { $ref: '#/components/schemas/TakenBatch' }],
                  },
                },
              },
            },
            207: {
              description: 'Of a batch, not all were taken: the answer for each',
              content: { 'application/json': { schema: { $ref: '#/components/schemas/TakenBatch' } } },
            },
            400: problem,
            401: problem,
            403: problem,
            409: problem,
            413: problem,
            429: problem,
            503: problem,
          },
        },
      },
      '/sources/{token}': sourcePath(problem),
      ...rehearsalPaths(problem),
      ...readingPaths(problem),
      '/deliveries': {
        get: {
          operationId: 'listDeliveries',
          summary: 'Read the record of deliveries, newest first',
          security: [{ readingKey: [] }],
          parameters: [
            {
              name: 'recipient',
              in: 'query',
              schema: { type: 'string' },
              description: 'An address, or the beginning of one',
            },
            { name: 'order', in: 'query', schema: { type: 'string' }, description: 'An order number' },
            {
              name: 'state',
              in: 'query',
              schema: { type: 'string' },
              description: `One or more of ${DELIVERY_STATES.join(', ')}, with commas between; or \`overdue\`: what should have gone out ten minutes ago or more, and has not`,
            },
            { name: 'before', in: 'query', schema: { type: 'string' }, description: '`next` of the page before' },
          ],
          responses: {
            200: {
              description: 'A page of deliveries',
              content: {
                'application/json': {
                  schema: {
                    type: 'object',
                    required: ['deliveries'],
                    properties: {
                      deliveries: { type: 'array', items: { $ref: '#/components/schemas/Delivery' } },
                      next: { type: 'string' },
                    },
                  },
                },
              },
            },
            401: problem,
            429: problem,
            503: problem,
          },
        },
      },
      '/customers/{address}/contacts': {
        parameters: [
          {
            name: 'address',
            in: 'path',
            required: true,
            schema: { type: 'string', format: 'email' },
            description: 'The address that the customer orders with, percent-encoded',
          },
        ],
        get: {
          operationId: 'readContacts',
          summary: 'Read the contacts of a customer, for an account page',
          security: [{ readingKey: [] }],
          responses: { 200: contacts, 400: problem, 401: problem, 429: problem, 503: problem },
        },
        put: {
          operationId: 'putContacts',
          security: [{ signature: [] }],
          summary: 'Keep the contacts of a customer, from an account page or checkout; signed as events are',
          requestBody: {
            required: true,
            content: {
              'application/json': {
                schema: {
                  type: 'object',
                  required: ['email', 'contacts'],
                  properties: {
                    email: { type: 'string', format: 'email' },
                    contacts: { type: 'array', maxItems: MOST_CONTACTS, items: ContactSchema },
                  },
                },
              },
            },
          },
          responses: { 200: contacts, 400: problem, 401: problem, 413: problem, 429: problem, 503: problem },
        },
      },
      '/codes': {
        get: {
          operationId: 'listCodes',
          summary:
            'Read the discount codes, those that customers were given among them, so that the checkout takes them',
          security: [{ readingKey: [] }],
          parameters: [
            { name: 'after', in: 'query', schema: { type: 'string' }, description: '`next` of the page before' },
            {
              name: 'givenSince',
              in: 'query',
              schema: { type: 'string', format: 'date-time' },
              description: 'Only codes of series that were given from then on',
            },
          ],
          responses: {
            200: {
              description: 'A page of codes, by name',
              content: {
                'application/json': {
                  schema: {
                    type: 'object',
                    required: ['codes'],
                    properties: {
                      codes: { type: 'array', items: { $ref: '#/components/schemas/DiscountCode' } },
                      next: { type: 'string' },
                    },
                  },
                },
              },
            },
            401: problem,
            429: problem,
            503: problem,
          },
        },
      },
    },
    webhooks: WEBHOOKS,
    components: {
      securitySchemes: {
        readingKey: { type: 'http', scheme: 'bearer' },
        ...REHEARSAL_SECURITY,
        ...SHOP_SECURITY,
        signature: {
          type: 'apiKey',
          in: 'header',
          name: 'webhook-signature',
          description:
            'Standard Webhooks: HMAC-SHA256 over `webhook-id`, `webhook-timestamp` and the body, with the events key',
        },
      },
      schemas: {
        Event: {
          oneOf: Object.keys(EVENTS).map((name) => ({
            $ref: `#/components/schemas/${name}`,
          })),
        },
        ...EVENTS,
        Taken: {
          type: 'object',
          required: ['deliveries', 'known'],
          properties: {
            deliveries: { type: 'array', items: { type: 'string' } },
            known: { type: 'boolean', description: 'True when this event or order was known already' },
          },
        },
        TakenBatch: {
          type: 'object',
          required: ['events'],
          properties: {
            events: {
              type: 'array',
              description: 'In the order of the batch: what was taken, or the problem',
              items: {
                type: 'object',
                required: ['status'],
                properties: {
                  id: { type: 'string' },
                  status: { type: 'integer' },
                  deliveries: { type: 'array', items: { type: 'string' } },
                  known: { type: 'boolean' },
                  type: { type: 'string' },
                  title: { type: 'string' },
                },
              },
            },
          },
        },
        DiscountCode: {
          type: 'object',
          required: ['code', 'takesOff', 'used', 'conditions'],
          properties: {
            code: { type: 'string', description: 'Not told apart by case' },
            takesOff: CodeValueSchema,
            startsAt: { type: 'string', format: 'date-time' },
            endsAt: { type: 'string', format: 'date-time' },
            limit: { type: 'integer', description: 'How often it can be used in all' },
            used: { type: 'integer' },
            conditions: CodeConditionsSchema,
            givenAt: { type: 'string', format: 'date-time' },
          },
        },
        Delivery: {
          type: 'object',
          required: [
            ...['id', 'order', 'notification', 'recipient', 'role', 'language', 'state', 'subject', 'messageId'],
            ...['attempts', 'lastWords', 'createdAt'],
          ],
          properties: {
            id: { type: 'string' },
            order: { type: 'string' },
            notification: { type: 'string' },
            recipient: { type: 'string' },
            role: { enum: AUDIENCES },
            language: { type: 'string' },
            state: { enum: DELIVERY_STATES },
            subject: { type: 'string' },
            messageId: { type: 'string' },
            attempts: { type: 'integer' },
            lastWords: { type: 'string' },
            createdAt: { type: 'string', format: 'date-time' },
            acceptedAt: { type: 'string', format: 'date-time' },
          },
        },
      },
    },
  };
}
