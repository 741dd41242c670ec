/** A browser without a page: what it was given comes back with the next request. */
import { auth } from '@/server/auth/auth';
import { passkeyChallenge, signInByPasskey } from '@/server/auth/passkey-sign-in';
import { backFromProvider, sendToProvider } from '@/server/auth/provider-sign-in';
import { giveCode, signIn } from '@/server/auth/sign-in';
import { config } from '@/server/base/config';

const DOORS = {
  'sign-in/email': signIn,
  'sign-in/code': giveCode,
  'sign-in/passkey/challenge': passkeyChallenge,
  'sign-in/passkey': signInByPasskey,
  'sign-in/provider': sendToProvider,
};

let count = 0;

export class Browser {
  readonly jar = new Map<string, string>();
  private readonly address: string;

  constructor() {
    count += 1;
    this.address = `192.0.2.${(count % 200) + 1}`;
  }

  headers(): Headers {
    return new Headers({
      'content-type': 'application/json',
      cookie: [...this.jar].map(([name, value]) => `${name}=${value}`).join('; '),
      'x-libellus-address': this.address,
    });
  }

  /** Takes what an answer gives a browser. */
  keep({ headers }: Response): void {
    for (const cookie of headers.getSetCookie()) {
      const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(cookie) ?? [];
      if (/max-age=0/i.test(cookie)) this.jar.delete(name);
      else this.jar.set(name, value);
    }
  }

  async ask(path: keyof typeof DOORS, body: unknown): Promise<{ status: number; body: Record<string, unknown> }> {
    const request = new Request(`${config().url}/api/auth/${path}`, {
      method: 'POST',
      headers: this.headers(),
      body: JSON.stringify(body),
    });
    const response = await DOORS[path](request);
    this.keep(response);
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  }

  /** Comes back from the provider; returns where one is sent. */
  async comeBack(url: string): Promise<string> {
    const response = await backFromProvider(new Request(url, { headers: this.headers() }));
    this.keep(response);
    return response.headers.get('location') ?? '';
  }

  async isIn(): Promise<string | undefined> {
    return (await auth().api.getSession({ headers: this.headers() }))?.user.email;
  }
}
