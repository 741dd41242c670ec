/** The check of a sending service: a real conversation with it, step by step, each with its time, lines and verdict. */
import { randomUUID } from 'node:crypto';
import { hostname } from 'node:os';
import {
  CHECK_STEPS,
  diagnose,
  STEP_LABELS,
  type CheckStep,
  type Diagnosis,
  type Security,
  type SmtpReply,
} from '@/core/mail';
import { resolveHost } from './dns';
import { Wire, WireError } from './wire';

export interface ServiceSettings {
  host: string;
  port: number;
  security: Security;
  user: string;
  password: string;
  senderName: string;
  senderAddress: string;
}

export interface StepReport {
  step: CheckStep;
  label: string;
  state: 'passed' | 'failed' | 'not reached' | 'not needed';
  ms: number;
  /** What was learnt: addresses, the certificate's name, the size allowed. */
  facts: string[];
  /** The lines said, "C: " by us and "S: " by the server. Passwords never stand in them. */
  lines: string[];
  diagnosis?: Diagnosis;
}

export interface CheckReport {
  passed: boolean;
  /** Against which settings: "smtp.example:587 as orders@example". */
  of: string;
  at: string;
  steps: StepReport[];
}

/** A step's failure by what the server answered, to be put into words by `diagnose`. */
class Refused extends Error {
  constructor(readonly reply: SmtpReply) {
    super(reply.text);
  }
}

/** How Libellus names itself to servers: this machine's name when it is a full one, else an address literal (RFC 5321, 4.1.3). */
export function ehloName(): string {
  const name = hostname();
  return /^[a-z0-9-]+(\.[a-z0-9-]+)+$/i.test(name) ? name : '[127.0.0.1]';
}

/**
 * Runs the check. Never throws for what a server does: the report says where it stopped and why.
 * @param test a recipient and message for the last two steps; without it, the check ends after the sender
 */
export async function checkService(
  settings: ServiceSettings,
  test?: { to: string; message: Buffer },
): Promise<CheckReport> {
  const steps = new Map<CheckStep, StepReport>(
    CHECK_STEPS.map((step) => [
      step,
      { step, label: STEP_LABELS[step], state: 'not reached', ms: 0, facts: [], lines: [] },
    ]),
  );
  let wire: Wire | undefined;
  let addresses: string[] = [];
  let offers: string[] = [];

  const run = async (step: CheckStep, work: (report: StepReport) => Promise<'not needed' | void>): Promise<boolean> => {
    const report = steps.get(step)!;
    const began = performance.now();
    const from = wire?.lines.length ?? 0;
    try {
      report.state = (await work(report)) ?? 'passed';
      return true;
    } catch (error) {
      report.state = 'failed';
      report.diagnosis = diagnose({
        step,
        ...settings,
        sender: settings.senderAddress,
        ...(error instanceof Refused
          ? { reply: error.reply }
          : {
              code: error instanceof WireError ? error.code : (error as NodeJS.ErrnoException).code,
              detail: (error as Error).message,
            }),
      });
      return false;
    } finally {
      report.ms = Math.round(performance.now() - began);
      report.lines = wire?.lines.slice(from) ?? [];
    }
  };

  const expect = (reply: SmtpReply, codes: number[]): SmtpReply => {
    if (!codes.includes(reply.code)) throw new Refused(reply);
    return reply;
  };
  const hello = async (on: Wire): Promise<void> => {
    const reply = expect(await on.command(`EHLO ${ehloName()}`), [250]);
    offers = reply.lines.slice(1).map((l) => l.slice(4).toUpperCase());
  };

  const done =
    (await run('resolve', async (report) => {
      addresses = await resolveHost(settings.host);
      report.facts.push(`${settings.host} is ${addresses.join(', ')}`);
    })) &&
    (await run('connect', async (report) => {
      wire = await Wire.open(addresses[0]!, settings.port);
      report.facts.push(`Port ${settings.port} is open`);
      if (settings.security === 'tls') return;
      // A server that speaks TLS first stays silent until spoken to; its greeting shows that it does not.
      const greeting = expect(await wire.reply(), [220]);
      report.facts.push(`Greeted by ${greeting.text.split(' ')[0] ?? settings.host}`);
      await hello(wire);
    })) &&
    (await run('tls', async (report) => {
      if (settings.security === 'none') return 'not needed';
      if (settings.security === 'starttls') {
        if (!offers.includes('STARTTLS')) throw new WireError('ENOSTARTTLS', 'STARTTLS is not offered.');
        expect(await wire!.command('STARTTLS'), [220]);
      }
      const secured = await wire!.secure(settings.host);
      const certificate = secured.getPeerCertificate();
      report.facts.push(
        `${secured.getProtocol() ?? 'TLS'}, certificate for ${certificate.subject?.CN ?? settings.host}`,
        `Valid until ${certificate.valid_to}`,
      );
      if (settings.security === 'tls') expect(await wire!.reply(), [220]);
      await hello(wire!);
    })) &&
    (await run('sign-in', async (report) => {
      if (settings.user === '') return 'not needed';
      const methods =
        offers
          .find((o) => o.startsWith('AUTH '))
          ?.slice(5)
          .split(' ') ?? [];
      if (methods.includes('PLAIN')) {
        const token = Buffer.from(`\0${settings.user}\0${settings.password}`).toString('base64');
        expect(await wire!.command(`AUTH PLAIN ${token}`, 'AUTH PLAIN (user and password)'), [235]);
      } else if (methods.includes('LOGIN')) {
        const base64 = (text: string): string => Buffer.from(text).toString('base64');
        expect(await wire!.command('AUTH LOGIN'), [334]);
        expect(await wire!.command(base64(settings.user), '(user)'), [334]);
        expect(await wire!.command(base64(settings.password), '(password)'), [235]);
      } else throw new WireError('ENOAUTH', 'No known way to sign in is offered.');
      report.facts.push(`Signed in as ${settings.user}`);
    })) &&
    (await run('sender', async (report) => {
      expect(await wire!.command(`MAIL FROM:<${settings.senderAddress}>`), [250]);
      report.facts.push(`May send as ${settings.senderAddress}`);
      const size = offers.find((o) => o.startsWith('SIZE '))?.slice(5);
      if (size && Number(size) > 0)
        report.facts.push(`Takes messages up to ${Math.floor(Number(size) / 1_000_000)} MB`);
    })) &&
    (!test ||
      ((await run('recipient', async () => {
        expect(await wire!.command(`RCPT TO:<${test.to}>`), [250, 251]);
      })) &&
        (await run('message', async (report) => {
          expect(await wire!.command('DATA'), [354]);
          const reply = expect(await wire!.data(test.message), [250]);
          report.facts.push(`Taken for ${test.to}: ${reply.text}`);
        }))));

  if (!test) {
    steps.delete('recipient');
    steps.delete('message');
  }
  (wire as Wire | undefined)?.leave();
  return {
    passed: done,
    of: `${settings.host}:${settings.port}${settings.user ? ` as ${settings.user}` : ''}`,
    at: new Date().toISOString(),
    steps: [...steps.values()],
  };
}

/** A Message-ID for a message that is not a delivery. */
export function freshMessageId(domain: string): string {
  return `<${randomUUID()}@${domain}>`;
}
