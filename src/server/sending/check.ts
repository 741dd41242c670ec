/** The check of a sending service: a real conversation with it, step by step, each with its time, lines and verdict. */
import { createHmac } from 'node:crypto';
import type { PeerCertificate, TLSSocket } from 'node:tls';
import {
  CHECK_STEPS,
  diagnose,
  STEP_LABELS,
  type CheckReport,
  type CheckStep,
  type SmtpReply,
  type StepReport,
} from '@/core/mail';
import { resolveHost } from './dns';
import { ehloName } from './ehlo';
import { viaOf, type ServiceSettings } from './service';
import { speaksTls, Wire, WireError } from './wire';
import { kept } from '@/words/kept';
import { say } from '@/words/checking';

export interface CheckWish {
  /** Every address the store sends as; each is asked for. */
  senders: readonly string[];
  /** A recipient and message for the last two steps; without it, the check ends after the senders. */
  test?: { to: string; message: Buffer };
}

/** A step's failure by what the server answered, to be put into words by `diagnose`. */
class Refused extends Error {
  constructor(
    readonly reply: SmtpReply,
    readonly sender?: string,
  ) {
    super(reply.text);
  }
}

/** How long a greeting may take before it is looked whether the port speaks TLS instead. */
const GREETING_MS = 2_500;

/** Runs the check. Never throws for what a server does: the report says where it stopped and why. */
export async function checkService(settings: ServiceSettings, wish: CheckWish): Promise<CheckReport> {
  return new Check(settings, wish).run();
}

class Check {
  private readonly steps: StepReport[];
  private wire: Wire | undefined;
  private addresses: string[] = [];
  private offers: string[] = [];

  constructor(
    private readonly settings: ServiceSettings,
    private readonly wish: CheckWish,
  ) {
    this.steps = CHECK_STEPS.filter((s) => wish.test || (s !== 'recipient' && s !== 'message')).map((step) => ({
      step,
      label: kept(() => STEP_LABELS[step]),
      state: 'not reached',
      ms: 0,
      facts: [],
      lines: [],
    }));
  }

  async run(): Promise<CheckReport> {
    const works: Record<CheckStep, (report: StepReport) => Promise<'not needed' | void>> = {
      resolve: (r) => this.resolve(r),
      connect: (r) => this.connect(r),
      tls: (r) => this.secure(r),
      'sign-in': (r) => this.signIn(r),
      sender: (r) => this.sender(r),
      recipient: () => this.recipient(),
      message: (r) => this.message(r),
    };
    let passed = true;
    for (const report of this.steps) {
      passed = await this.step(report, works[report.step]);
      if (!passed) break;
    }
    this.wire?.leave();
    const size = this.size();
    return {
      passed,
      of: viaOf(this.settings),
      at: new Date().toISOString(),
      steps: this.steps,
      ...(size > 0 && { size }),
    };
  }

  private async step(report: StepReport, work: (r: StepReport) => Promise<'not needed' | void>): Promise<boolean> {
    const began = performance.now();
    const from = this.wire?.lines.length ?? 0;
    try {
      report.state = (await work(report)) ?? 'passed';
      return true;
    } catch (error) {
      report.state = 'failed';
      const refused = error instanceof Refused ? error : undefined;
      const { host, port, security, user } = this.settings;
      report.diagnosis = diagnose({
        step: report.step,
        host,
        port,
        security,
        user,
        sender: refused?.sender ?? this.wish.senders[0],
        ...(refused
          ? { reply: refused.reply }
          : {
              code: error instanceof WireError ? error.code : (error as NodeJS.ErrnoException).code,
              detail: (error as Error).message,
            }),
      });
      return false;
    } finally {
      report.ms = Math.round(performance.now() - began);
      report.lines = this.wire?.lines.slice(from) ?? [];
    }
  }

  private async resolve(report: StepReport): Promise<void> {
    this.addresses = await resolveHost(this.settings.host);
    learnt(report, () => say.hostIs({ host: this.settings.host, addresses: this.addresses.join(', ') }));
  }

  private async connect(report: StepReport): Promise<void> {
    const { port, security, host, timeout } = this.settings;
    const address = this.addresses[0]!;
    this.wire = await Wire.open(address, port, Math.min(10, timeout) * 1000);
    learnt(report, () => say.portIsOpen({ port }));
    if (security === 'tls') return;
    const greeting = await this.wire.reply(GREETING_MS).catch(async (error: WireError) => {
      if (error.code !== 'ETIMEDOUT') throw error;
      // A port that wants TLS from the start waits for us to speak first, and says nothing.
      if (await speaksTls(address, port)) throw new WireError('ESPEAKSTLS', 'The port speaks TLS.');
      return this.wire!.reply();
    });
    expect(greeting, [220]);
    learnt(report, () => say.greetedBy({ name: greeting.text.split(' ')[0] ?? host }));
    await this.hello();
  }

  private async secure(report: StepReport): Promise<'not needed' | void> {
    const { security, host } = this.settings;
    const wire = this.wire!;
    if (security === 'none') return 'not needed';
    if (security !== 'tls') {
      if (!this.offers.includes('STARTTLS')) {
        if (security === 'offered') {
          learnt(report, () => say.canBeRead);
          return 'not needed';
        }
        throw new WireError('ENOSTARTTLS', 'STARTTLS is not offered.');
      }
      expect(await wire.command('STARTTLS'), [220]);
    }
    const secured = await wire.secure(host);
    report.facts.push(...kept(() => certificateFacts(secured, host)));
    if (security === 'tls') expect(await wire.reply(), [220]);
    await this.hello();
  }

  private async hello(): Promise<void> {
    const reply = expect(await this.wire!.command(`EHLO ${this.settings.ehloName || ehloName()}`), [250]);
    this.offers = reply.lines.slice(1).map((l) => l.slice(4).toUpperCase());
  }

  private async signIn(report: StepReport): Promise<'not needed' | void> {
    const { user, password, signIn } = this.settings;
    if (user === '') return 'not needed';
    const wire = this.wire!;
    const offered = (this.offers.find((o) => o.startsWith('AUTH ')) ?? '').slice(5).split(' ').filter(Boolean);
    const wanted = signIn === 'auto' ? ['PLAIN', 'LOGIN', 'CRAM-MD5'] : [signIn.toUpperCase()];
    const method = wanted.find((m) => offered.includes(m));
    const base64 = (text: string): string => Buffer.from(text).toString('base64');
    if (!method) {
      if (offered.length > 0) learnt(report, () => say.offeredAre({ ways: offered.join(', ') }));
      throw new WireError('ENOAUTH', 'No known way to sign in is offered.');
    }
    if (method === 'PLAIN') {
      expect(
        await wire.command(`AUTH PLAIN ${base64(`\0${user}\0${password}`)}`, 'AUTH PLAIN (user and password)'),
        [235],
      );
    } else if (method === 'LOGIN') {
      expect(await wire.command('AUTH LOGIN'), [334]);
      expect(await wire.command(base64(user), '(user)'), [334]);
      expect(await wire.command(base64(password), '(password)'), [235]);
    } else {
      // RFC 2195: the password signs what the server gives, and does not travel.
      const challenge = expect(await wire.command('AUTH CRAM-MD5'), [334]);
      const digest = createHmac('md5', password).update(Buffer.from(challenge.text, 'base64')).digest('hex');
      expect(await wire.command(base64(`${user} ${digest}`), '(user and digest)'), [235]);
    }
    learnt(report, () => say.signedInAs({ user, method }));
  }

  private async sender(report: StepReport): Promise<void> {
    const wire = this.wire!;
    for (const [i, sender] of this.wish.senders.entries()) {
      if (i > 0) expect(await wire.command('RSET'), [250]);
      expect(await wire.command(`MAIL FROM:<${sender}>`), [250], sender);
      learnt(report, () => say.maySendAs({ sender }));
    }
    const size = this.size();
    if (size > 0) learnt(report, () => say.takesUpTo({ n: Math.floor(size / 1_000_000) }));
    if (this.offers.includes('SMTPUTF8')) learnt(report, () => say.takesInternational);
  }

  /** What the server says it takes, in bytes; 0 when it says nothing. */
  private size(): number {
    return Number(this.offers.find((o) => o.startsWith('SIZE '))?.slice(5) ?? 0) || 0;
  }

  private async recipient(): Promise<void> {
    const { senders, test } = this.wish;
    if (senders.length > 1) {
      // The test goes out as the first sender; the last one was asked about.
      expect(await this.wire!.command('RSET'), [250]);
      expect(await this.wire!.command(`MAIL FROM:<${senders[0]}>`), [250], senders[0]);
    }
    expect(await this.wire!.command(`RCPT TO:<${test!.to}>`), [250, 251]);
  }

  private async message(report: StepReport): Promise<void> {
    const { to, message } = this.wish.test!;
    expect(await this.wire!.command('DATA'), [354]);
    const reply = expect(await this.wire!.data(message), [250]);
    learnt(report, () => say.takenFor({ to, answer: reply.text }));
  }
}

/** Writes down what a step learnt, in kept words. */
const learnt = (report: StepReport, words: () => string): void => void report.facts.push(kept(words));

function expect(reply: SmtpReply, codes: number[], sender?: string): SmtpReply {
  if (!codes.includes(reply.code)) throw new Refused(reply, sender);
  return reply;
}

const DAY = 86_400_000;

function certificateFacts(socket: TLSSocket, host: string): string[] {
  const certificate = socket.getPeerCertificate(true);
  const names = (certificate.subjectaltname ?? '')
    .split(', ')
    .filter((n) => n.startsWith('DNS:'))
    .map((n) => n.slice(4));
  const chain: string[] = [];
  const seen = new Set<string>();
  for (let at: PeerCertificate | undefined = certificate; at && !seen.has(at.fingerprint256);) {
    seen.add(at.fingerprint256);
    chain.push(String(at.subject?.CN ?? at.subject?.O ?? host));
    at = 'issuerCertificate' in at ? (at.issuerCertificate as PeerCertificate) : undefined;
  }
  const until = new Date(certificate.valid_to);
  const date = until.toISOString().slice(0, 10);
  const left = Math.floor((until.getTime() - Date.now()) / DAY);
  return [
    say.certificateFor({
      protocol: socket.getProtocol() ?? 'TLS',
      names: (names.length > 0 ? names : [chain[0]!]).join(', '),
    }),
    left < 21 ? say.validUntilSoon({ date, n: left }) : say.validUntil({ date }),
    ...(chain.length > 1 ? [say.signedBy({ names: chain.slice(1).join(' < ') })] : []),
  ];
}
