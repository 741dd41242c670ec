/** A server whose certificate is not in order: no message goes over it, none is lost, and the cause is told apart. */
import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { dirname, join } from 'node:path';
import { generate } from 'selfsigned';
import { SMTPServer } from 'smtp-server';
import { isFinal } from '@/core/mail';
import { Line } from '@/server/sending/transport';
import { HOST } from './fixture';
import { readKept } from '@/words/kept';

const DAY = 86_400_000;
type State = 'good' | 'expired' | 'not yet valid' | 'for another name' | 'self-signed';

/** A key and certificate, signed by the authority the tests trust unless it signs itself. */
async function certificate(wrong: State): Promise<{ key: string; cert: string }> {
  const cert = process.env.LIBELLUS_EXTRA_CA!;
  const authority = {
    key: readFileSync(join(dirname(cert), 'standin-key.pem'), 'utf8'),
    cert: readFileSync(cert, 'utf8'),
  };
  const name = wrong === 'for another name' ? 'mail.elsewhere.example' : HOST;
  const [from, until] = wrong === 'expired' ? [-9, -2] : wrong === 'not yet valid' ? [2, 9] : [-1, 9];
  const made = await generate([{ name: 'commonName', value: `The mail server ${name}` }], {
    keySize: 2048,
    algorithm: 'sha256',
    notBeforeDate: new Date(Date.now() + from! * DAY),
    notAfterDate: new Date(Date.now() + until! * DAY),
    extensions: [{ name: 'subjectAltName', altNames: [{ type: 2 as const, value: name }] }],
    ...(wrong !== 'self-signed' && { ca: authority }),
  });
  return { key: made.private, cert: made.cert };
}

async function sendOver(wrong: State, security: 'tls' | 'starttls') {
  let taken = 0;
  const server = new SMTPServer({
    ...(await certificate(wrong)),
    secure: security === 'tls',
    authOptional: true,
    onData(stream, _session, done) {
      stream.resume();
      stream.on('end', () => {
        taken += 1;
        done();
      });
    },
  });
  server.on('error', () => undefined);
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  const line = new Line({
    host: HOST,
    port: (server.server.address() as AddressInfo).port,
    security,
    user: '',
    password: '',
    signIn: 'auto',
    ehloName: '',
    messagesPerConnection: 10,
    timeout: 10,
  });
  const result = await line.send(
    { from: 'orders@quillwick.example', to: 'iwona@sobczyk.example' },
    Buffer.from('Subject: Hello\r\n\r\nHello\r\n'),
  );
  line.close();
  await new Promise<void>((closed) => server.close(() => closed()));
  return { ...result, taken };
}

describe.each(['tls', 'starttls'] as const)('with %s, a certificate that is', (security) => {
  it('good lets a message pass', async () => {
    const { outcome, taken } = await sendOver('good', security);
    expect(outcome.kind).toBe('accepted');
    expect(taken).toBe(1);
  });

  it.each([
    ['expired', 'certificate expired'],
    ['for another name', 'certificate for another name'],
    ['self-signed', 'certificate self-signed'],
    ['not yet valid', 'certificate unknown'],
  ] as const)('%s lets nothing pass and is told as %s', async (wrong, kind) => {
    const { outcome, diagnosis, failedAt, taken } = await sendOver(wrong, security);
    expect(outcome.kind).toBe('unreachable');
    expect(isFinal(outcome, diagnosis!.kind)).toBe(false);
    expect(diagnosis!.kind).toBe(kind);
    expect(['connect', 'tls']).toContain(failedAt);
    expect(readKept(diagnosis!.remedy)).toMatch(/\w+ \w+.*\.$/);
    expect(taken).toBe(0);
  });
});
