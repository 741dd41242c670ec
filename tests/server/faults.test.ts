/** Every step of SMTP answering wrongly: what it means for a message, and whether the cause is told. */
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { isFinal } from '@/core/mail';
import { Line } from '@/server/sending/transport';
import { readKept } from '@/words/kept';

type Step = 'greeting' | 'ehlo' | 'auth' | 'mail' | 'rcpt' | 'data' | 'message';
type Fault = string | 'close' | 'nonsense' | 'silence';

const FINE: Record<Step, string> = {
  greeting: '220 faults.example ESMTP',
  ehlo: '250-faults.example\r\n250-AUTH PLAIN\r\n250 SIZE 1000000',
  auth: '235 2.7.0 Signed in',
  mail: '250 2.1.0 Fine',
  rcpt: '250 2.1.5 Fine',
  data: '354 Go ahead',
  message: '250 2.0.0 Taken as 7',
};

/** A mail server that does everything right but one step. */
async function faultyServer(step: Step, fault: Fault): Promise<{ port: number; close: () => Promise<void> }> {
  const sockets = new Set<Socket>();
  const server: Server = createServer((socket) => {
    sockets.add(socket);
    const answer = (at: Step): void => {
      if (at !== step) socket.write(`${FINE[at]}\r\n`);
      else if (fault === 'silence') return;
      else if (fault === 'close') socket.end();
      else socket.write(fault === 'nonsense' ? '\u0001\u0002 what is this\r\n' : `${fault}\r\n`);
    };
    let inMessage = false;
    let buffer = '';
    socket.on('error', () => undefined);
    socket.on('data', (chunk) => {
      buffer += chunk.toString('latin1');
      for (let end = buffer.indexOf('\r\n'); end >= 0; end = buffer.indexOf('\r\n')) {
        const line = buffer.slice(0, end);
        buffer = buffer.slice(end + 2);
        if (inMessage) {
          if (line === '.') {
            inMessage = false;
            answer('message');
          }
        } else if (/^EHLO|^HELO/i.test(line)) answer('ehlo');
        else if (/^AUTH/i.test(line)) answer('auth');
        else if (/^MAIL/i.test(line)) answer('mail');
        else if (/^RCPT/i.test(line)) answer('rcpt');
        else if (/^DATA/i.test(line)) {
          inMessage = step !== 'data';
          answer('data');
        } else if (/^QUIT/i.test(line)) socket.end('221 Bye\r\n');
        else socket.write('250 Fine\r\n');
      }
    });
    answer('greeting');
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    port: (server.address() as AddressInfo).port,
    close: () => {
      for (const socket of sockets) socket.destroy();
      return new Promise((resolve) => server.close(() => resolve()));
    },
  };
}

async function sendThrough(step: Step, fault: Fault) {
  const server = await faultyServer(step, fault);
  const settings = {
    host: '127.0.0.1',
    port: server.port,
    security: 'none' as const,
    user: 'orders@quillwick.example',
    password: 'a-secret-word',
    signIn: 'auto' as const,
    ehloName: '',
    messagesPerConnection: 100,
    timeout: 60,
  };
  const line = new Line(settings, fault === 'silence' ? 300 : undefined);
  const result = await line.send(
    { from: 'orders@quillwick.example', to: 'iwona@sobczyk.example' },
    Buffer.from('Subject: Hello\r\n\r\nHello\r\n'),
  );
  line.close();
  await server.close();
  return result;
}

const STEPS: Step[] = ['greeting', 'ehlo', 'auth', 'mail', 'rcpt', 'data', 'message'];
/** Refusals after which trying again is of no use: they are about this sender, recipient or message. */
const FINAL: Step[] = ['rcpt', 'data', 'message'];

jest.setTimeout(20_000);

describe('a message through a server that', () => {
  it('does everything right is taken, and the whole conversation is on record without the password', async () => {
    const result = await sendThrough('greeting', FINE.greeting);
    expect(result.outcome).toEqual({ kind: 'accepted', response: '250 2.0.0 Taken as 7' });
    for (const said of [
      '220 faults.example',
      'MAIL FROM:<orders@quillwick.example>',
      'RCPT TO:<iwona@sobczyk.example>',
      '250 2.0.0 Taken as 7',
    ]) {
      expect(result.conversation).toContain(said);
    }
    expect(result.conversation).not.toContain('a-secret-word');
    expect(result.conversation).not.toContain(
      Buffer.from('\0orders@quillwick.example\0a-secret-word').toString('base64'),
    );
  });

  it.each(STEPS)('answers 4yz to %s is tried again', async (step) => {
    const { outcome, diagnosis } = await sendThrough(step, '451 4.3.0 Not just now');
    expect(outcome.kind).not.toBe('accepted');
    expect(isFinal(outcome, diagnosis!.kind)).toBe(false);
    expect(readKept(diagnosis!.cause)).toMatch(/^\S+( \S+)+/);
    expect(readKept(diagnosis!.remedy)).toMatch(/\w+ \w+.*\.$/);
  });

  it.each(STEPS)('answers 5yz to %s ends it only when it is about the message', async (step) => {
    const { outcome, diagnosis, conversation } = await sendThrough(step, '554 5.7.1 No');
    expect(outcome).toMatchObject({ kind: 'refused', code: 554 });
    expect(isFinal(outcome, diagnosis!.kind)).toBe(FINAL.includes(step));
    expect(readKept(diagnosis!.cause)).toMatch(/^\S+( \S+)+/);
    expect(conversation).toContain('554 5.7.1 No');
  });

  it.each(STEPS)('hangs up at %s loses nothing: it is tried again', async (step) => {
    const { outcome, diagnosis } = await sendThrough(step, 'close');
    expect(isFinal(outcome, diagnosis!.kind)).toBe(false);
    expect(outcome.kind).toBe('unreachable');
    expect(readKept(diagnosis!.cause)).toMatch(/closed the connection|failed/);
  });

  it.each(STEPS)('talks nonsense at %s loses nothing', async (step) => {
    const { outcome, diagnosis } = await sendThrough(step, 'nonsense');
    expect(outcome.kind).not.toBe('accepted');
    expect(isFinal(outcome, diagnosis!.kind)).toBe(false);
  });

  it.each(STEPS)('falls silent at %s is given up in time, and tried again', async (step) => {
    const began = Date.now();
    const { outcome, diagnosis } = await sendThrough(step, 'silence');
    expect(Date.now() - began).toBeLessThan(5_000);
    expect(outcome.kind).toBe('unreachable');
    expect(isFinal(outcome, diagnosis!.kind)).toBe(false);
    expect(readKept(diagnosis!.cause)).toMatch(/stopped responding|No answer/);
  });

  it('never says the password, whatever goes wrong with signing in', async () => {
    for (const fault of ['535 5.7.8 Wrong', 'close', 'nonsense', '454 4.7.0 Later']) {
      expect(JSON.stringify(await sendThrough('auth', fault))).not.toContain('a-secret-word');
    }
  });
});
