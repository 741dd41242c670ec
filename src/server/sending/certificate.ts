/** Until when the certificate holds that a server shows. */
import type { TLSSocket } from 'node:tls';
import type { Security } from '@/core/mail';
import { resolveHost } from './dns';
import { ehloName } from './ehlo';
import { Wire } from './wire';

const PATIENCE_MS = 5_000;

/**
 * Meets a server, as a check does, and takes leave once its certificate is seen; nothing is signed in to or sent. Rejects when it cannot be
 * met or its certificate holds no more, and for one without TLS.
 * @returns ms since 1970
 */
export async function certificateUntil(host: string, port: number, security: Security): Promise<number> {
  const [address] = await resolveHost(host);
  const wire = await Wire.open(address!, port, PATIENCE_MS);
  try {
    let secured: TLSSocket;
    if (security === 'tls') secured = await wire.secure(host);
    else {
      await wire.reply();
      await wire.command(`EHLO ${ehloName()}`);
      const { code } = await wire.command('STARTTLS');
      if (code !== 220) throw new Error(`${host} does not offer STARTTLS.`);
      secured = await wire.secure(host);
    }
    return Date.parse(secured.getPeerCertificate().valid_to);
  } finally {
    wire.leave();
  }
}
