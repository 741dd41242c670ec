/** A client of Libellus' public interface, typed by its description (`libellus.d.ts`). */
import createClient, { type Client, type Middleware } from 'openapi-fetch';
import { Webhook } from 'standardwebhooks';
import type { paths } from './libellus';

export interface ClientSettings {
  /** Where Libellus is: "https://libellus.shop.example". */
  url: string;
  /** Signs what is told (`whsec_...`). */
  eventsKey: string;
  /** Opens what is read (`lbr_...`). */
  readKey: string;
  /** Begins rehearsals, reads what came of them, and sends tests (`lbp_...`). */
  rehearsalKey?: string;
  /** Instead of the platform's own. */
  fetch?: (request: Request) => Promise<Response>;
}

/** A client that signs what it sends, as Standard Webhooks has it, and shows its key when it reads. */
export function libellusClient({ url, eventsKey, readKey, rehearsalKey, fetch }: ClientSettings): Client<paths> {
  const client = createClient<paths>({ baseUrl: `${url}/api/v1`, ...(fetch && { fetch }) });
  client.use(proven(eventsKey, readKey, rehearsalKey));
  return client;
}

const proven = (eventsKey: string, readKey: string, rehearsalKey = ''): Middleware => ({
  async onRequest({ request, schemaPath }) {
    if (schemaPath.startsWith('/rehearsals') || schemaPath.endsWith('/tests')) {
      request.headers.set('authorization', `Bearer ${rehearsalKey}`);
      return request;
    }
    if (request.method === 'GET') {
      request.headers.set('authorization', `Bearer ${readKey}`);
      return request;
    }
    const body = await request.clone().text();
    const id = `msg_${crypto.randomUUID()}`;
    const at = new Date();
    request.headers.set('webhook-id', id);
    request.headers.set('webhook-timestamp', String(Math.floor(at.getTime() / 1000)));
    request.headers.set('webhook-signature', new Webhook(eventsKey).sign(id, at, body));
    return request;
  },
});

/** Headers that the description asks for and the client sets by itself. */
export const SIGNED = {
  header: { 'webhook-id': '', 'webhook-timestamp': '', 'webhook-signature': '' },
} as const;
