/**
 * Asking the web: a request to an address in an open network, directly or through the proxy of this installation. Certificates are checked
 * against the public authorities and those that the keeper added. No redirection is followed.
 */
import { request as httpRequest, type Agent, type IncomingMessage } from 'node:http';
import { request as httpsRequest } from 'node:https';
import { isIP } from 'node:net';
import { HttpsProxyAgent } from 'https-proxy-agent';
import { config } from '../base/config';
import { authorities } from './authorities';
import { resolveHost } from './dns';

export interface Question {
  method: 'HEAD' | 'POST';
  headers?: Record<string, string>;
  body?: string;
  /** For so long nothing may come, ms; in all it may take twice as long. */
  patienceMs: number;
}

export interface Said {
  status: number;
  /** Where else it is to be found (RFC 9110, 10.2.2). */
  location: string | undefined;
  /** The first words of what was answered. */
  said: string;
}

/** A few words of an answer are enough. */
const HEARD = 300;

let proxied: Agent | undefined;

/**
 * How a host is reached: at an address of its own, or through the proxy, which finds it and connects to it (RFC 9110, 9.3.6). What is in a
 * private network is refused in either case, as far as the name can be found here.
 */
async function wayTo(name: string): Promise<{ host: string; agent?: Agent }> {
  const { webProxy } = config();
  if (webProxy === undefined || isIP(name) || name === 'localhost') return { host: (await resolveHost(name))[0]! };
  await resolveHost(name).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'EPRIVATE') throw error;
  });
  return { host: name, agent: (proxied ??= new HttpsProxyAgent(webProxy)) };
}

/**
 * Asks an address. Fails with the code of what was wrong: `EPRIVATE` for one in a private network that is not allowed, `ETIMEDOUT` for one
 * that does not answer in time, and those of the system.
 */
export async function askOutside(url: string, { method, headers, body, patienceMs }: Question): Promise<Said> {
  const address = new URL(url);
  const { protocol, hostname, host } = address;
  const name = hostname.replace(/^\[|\]$/g, '');
  const common = {
    ...{ ...(await wayTo(name)), method, path: `${address.pathname}${address.search}` },
    port: address.port || (protocol === 'https:' ? 443 : 80),
    headers: {
      ...{ host, 'user-agent': 'Libellus', ...headers },
      ...(body !== undefined && { 'content-length': Buffer.byteLength(body) }),
    },
    timeout: patienceMs,
    signal: AbortSignal.timeout(2 * patienceMs),
  };
  return new Promise((resolve, reject) => {
    const answered = (response: IncomingMessage): void => {
      let said = '';
      response.setEncoding('utf8');
      response.on('data', (part: string) => {
        if (said.length < HEARD) said += part;
      });
      response.on('end', () => {
        const { statusCode = 0, headers: told } = response;
        resolve({ status: statusCode, location: told.location, said });
      });
      response.on('error', reject);
    };
    const request =
      protocol === 'https:'
        ? httpsRequest({ ...common, servername: hostname, ca: authorities() }, answered)
        : httpRequest(common, answered);
    request.on('timeout', () => request.destroy(Object.assign(new Error('timeout'), { code: 'ETIMEDOUT' })));
    request.on('error', reject);
    request.end(body);
  });
}
