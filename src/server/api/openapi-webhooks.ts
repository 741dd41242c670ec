/** Webhooks of the public interface, in and out, as OpenAPI describes them. */
import { HOOK_TYPES, type HookType } from '@/contract/hooks';

/** What a shop's own webhook is sent to. */
export const sourcePath = (problem: object) => ({
  post: {
    operationId: 'receiveShopWebhook',
    summary: 'Send what a shop’s own webhook says, in JSON of its own',
    description:
      'Proven by what the source asks for: a signature over the body, a token in a header, or a name and password. What is proven is kept whatever becomes of it, and read by the mapping of the source.',
    security: [{ shopSignature: [] }, { shopToken: [] }, { shopPassword: [] }],
    parameters: [{ name: 'token', in: 'path', required: true, schema: { type: 'string' } }],
    requestBody: {
      required: true,
      content: { 'application/json': { schema: { anyOf: [{ type: 'object' }, { type: 'array' }] } } },
    },
    responses: {
      202: {
        description: 'Kept, and what became of it',
        content: {
          'application/json': {
            schema: {
              type: 'object',
              required: ['state', 'deliveries'],
              properties: {
                state: { type: 'string', enum: ['taken', 'kept', 'wrong', 'unheard'] },
                type: { type: 'string', description: 'Which event it is, by the mapping' },
                deliveries: { type: 'integer' },
                problems: {
                  type: 'array',
                  items: {
                    type: 'object',
                    properties: { path: { type: 'string' }, message: { type: 'string' } },
                  },
                },
              },
            },
          },
        },
      },
      ...Object.fromEntries([400, 401, 404, 413, 429, 503].map((status) => [status, problem])),
    },
  },
});

/** How a source may have requests proven: which header and how stands with the source. */
export const SHOP_SECURITY = {
  shopSignature: {
    type: 'apiKey',
    in: 'header',
    name: 'x-signature',
    description: 'HMAC over the body, in the header and the way that the source is set to',
  },
  shopToken: { type: 'apiKey', in: 'header', name: 'x-token', description: 'In the header that the source names' },
  shopPassword: { type: 'http', scheme: 'basic' },
};

const text = { type: 'string' };
const ofDelivery = {
  delivery: text,
  state: text,
  recipient: text,
  role: text,
  orderId: { type: ['string', 'null'] },
  notificationId: text,
  subject: text,
  messageId: text,
  cause: text,
};
const DATA: Record<HookType, Record<string, object>> = {
  'delivery.accepted': ofDelivery,
  'delivery.failed': ofDelivery,
  'delivery.bounced': ofDelivery,
  'delivery.held': ofDelivery,
  'reply.received': {
    delivery: text,
    orderId: { type: ['string', 'null'] },
    notificationId: text,
    from: text,
    subject: text,
  },
  'contacts.changed': { customer: text, contacts: { type: 'array', items: { type: 'object' } } },
};

/** What programs are told, by type (OpenAPI 3.1 `webhooks`). */
export const WEBHOOKS = Object.fromEntries(
  HOOK_TYPES.map((type) => [
    type,
    {
      post: {
        operationId: `told-${type}`,
        summary: `A program is told: ${type}`,
        security: [{ signature: [] }],
        requestBody: {
          content: {
            'application/json': {
              schema: {
                type: 'object',
                required: ['type', 'timestamp', 'data'],
                properties: {
                  type: { const: type },
                  timestamp: { type: 'string', format: 'date-time' },
                  data: { type: 'object', properties: DATA[type] },
                },
              },
            },
          },
        },
        responses: { '2XX': { description: 'It was heard. Anything else is tried again.' } },
      },
    },
  ]),
);
