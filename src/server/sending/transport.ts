/** A connection to a sending service over nodemailer, kept open for several messages, with each conversation recorded. */
import SMTPConnection from 'nodemailer/lib/smtp-connection';
import { diagnose, parseReply, type CheckStep, type Diagnosis, type SendOutcome, printable } from '@/core/mail';
import { authorities } from './authorities';
import { resolveHost } from './dns';
import { ehloName } from './ehlo';
import type { ServiceSettings } from './service';

export interface SendResult {
  outcome: SendOutcome;
  /** The lines said, without the message itself and without passwords. */
  conversation: string;
  diagnosis?: Diagnosis;
  /** Where it failed, when it did. */
  failedAt?: CheckStep;
}

interface SmtpError extends Error {
  code?: string;
  response?: string;
  responseCode?: number;
  command?: string;
}

/** One line to one service. Messages go over it one after the other. */
export class Line {
  private connection: SMTPConnection | undefined;
  private sent = 0;
  private log: string[] = [];
  /** The connection that is being opened or used just now. */
  private live: SMTPConnection | undefined;

  /**
   * @param limitMs how long one message may take in all, however the server behaves
   * @param own the address of a listener of this process, which is looked up nowhere
   */
  constructor(
    private readonly settings: ServiceSettings,
    private readonly limitMs = 60_000,
    private readonly own?: string,
  ) {}

  /**
   * Sends one message. Never throws for what the network or server does.
   * @param limitMs how long it may take, when that is less than for others
   */
  async send(envelope: { from: string; to: string }, message: Buffer, limitMs = this.limitMs): Promise<SendResult> {
    this.log = [];
    let step: CheckStep = 'connect';
    let timedOut = false;
    const timer = setTimeout(() => {
      timedOut = true;
      this.live?.close();
    }, limitMs);
    try {
      const connection = this.usable() ?? (await this.open());
      this.live = connection;
      step = 'message';
      const response = await settled<string>(connection, (resolve, reject) =>
        connection.send(
          { from: envelope.from, to: [envelope.to], size: message.length },
          message,
          (error: Error | null, info?: { response?: string }) =>
            error ? reject(error) : resolve(printable(info?.response ?? '')),
        ),
      );
      this.sent += 1;
      return { outcome: { kind: 'accepted', response }, conversation: this.log.join('\n') };
    } catch (caught) {
      const error = caught as SmtpError & { step?: CheckStep };
      const failedAt = error.step ?? stepOf(error, step);
      const reply = error.response ? parseReply(error.response) : undefined;
      this.close();
      return {
        outcome: reply
          ? { kind: 'refused', step: failedAt, code: reply.code, response: printable(error.response ?? '') }
          : { kind: 'unreachable', error: error.message },
        conversation: this.log.join('\n'),
        failedAt,
        diagnosis: diagnose({
          step: failedAt,
          host: this.settings.host,
          port: this.settings.port,
          security: this.settings.security,
          user: this.settings.user,
          sender: envelope.from,
          detail: error.message,
          ...(reply ? { reply } : { code: timedOut ? 'ETIMEDOUT' : causeOf(error) }),
        }),
      };
    } finally {
      clearTimeout(timer);
    }
  }

  close(): void {
    const { connection } = this;
    this.connection = undefined;
    connection?.removeAllListeners();
    connection?.on('error', () => undefined);
    connection?.close();
  }

  /** Ends politely, with QUIT. */
  quit(): void {
    this.connection?.quit();
    this.connection = undefined;
  }

  private usable(): SMTPConnection | undefined {
    if (this.connection?.destroyed || this.sent >= this.settings.messagesPerConnection) this.close();
    return this.connection;
  }

  private async open(): Promise<SMTPConnection> {
    const { host, port, security, user, password, signIn, timeout } = this.settings;
    const patience = timeout * 1000;
    const address =
      this.own ??
      (
        await resolveHost(host).catch((error: Error) => {
          throw Object.assign(error, { step: 'resolve' as const });
        })
      )[0];
    const write = (_level: string, entry: { tnx?: string; message?: unknown }): void => {
      if (entry.tnx !== 'client' && entry.tnx !== 'server') return;
      const mark = entry.tnx === 'client' ? 'C: ' : 'S: ';
      for (const line of String(entry.message ?? '')
        .trimEnd()
        .split(/\r?\n/))
        this.log.push(mark + line);
    };
    const connection = new SMTPConnection({
      host: address,
      servername: host,
      port,
      name: this.settings.ehloName || ehloName(),
      secure: security === 'tls',
      requireTLS: security === 'starttls',
      ignoreTLS: security === 'none',
      connectionTimeout: Math.min(15_000, patience),
      greetingTimeout: Math.min(15_000, patience),
      socketTimeout: patience,
      ...(signIn !== 'auto' && { authMethod: signIn.toUpperCase() }),
      tls: { servername: host, ca: authorities(), minVersion: 'TLSv1.2' },
      transactionLog: true,
      logger: conversationLogger(write),
    });
    this.live = connection;
    await settled<void>(connection, (resolve, reject) =>
      connection.connect((error?: Error | null) => (error ? reject(error) : resolve())),
    );
    // An idle connection may be closed by the server at any time; the next message opens another.
    connection.on('error', () => this.close());
    if (user !== '') {
      await settled<void>(connection, (resolve, reject) =>
        connection.login({ user, pass: password }, (error?: Error | null) => (error ? reject(error) : resolve())),
      ).catch((error: Error) => {
        connection.close();
        throw Object.assign(error, { step: 'sign-in' as const });
      });
    }
    this.connection = connection;
    this.sent = 0;
    return connection;
  }
}

/**
 * Runs one step on a connection. A server that hangs up in the middle of it is told by events and not to the step's own
 * callback, and a step that nobody ends would hold its line for ever.
 */
function settled<T>(
  connection: SMTPConnection,
  run: (resolve: (value: T) => void, reject: (error: Error) => void) => void,
): Promise<T> {
  return new Promise<T>((resolve, reject) => {
    const failed = (error: Error): void => done(() => reject(error));
    const ended = (): void =>
      done(() => reject(Object.assign(new Error('The connection was closed.'), { code: 'ECLOSED' })));
    const done = (finish: () => void): void => {
      connection.off('error', failed).off('end', ended);
      finish();
    };
    connection.once('error', failed).once('end', ended);
    run(
      (value) => done(() => resolve(value)),
      (error) => done(() => reject(error)),
    );
  });
}

type Write = (level: string, entry: { tnx?: string; message?: unknown }) => void;

/** nodemailer's logger, of which only what was said on the line is wanted. */
function conversationLogger(write: Write) {
  const level =
    (name: string) =>
    (entry: unknown, message?: unknown): void => {
      write(name, { ...(entry as { tnx?: string }), message });
    };
  return {
    level: () => undefined,
    trace: level('trace'),
    debug: level('debug'),
    info: level('info'),
    warn: level('warn'),
    error: level('error'),
    fatal: level('fatal'),
  };
}

function stepOf(error: SmtpError, otherwise: CheckStep): CheckStep {
  const command = error.command ?? '';
  if (command.startsWith('AUTH')) return 'sign-in';
  if (command === 'MAIL FROM') return 'sender';
  if (command === 'RCPT TO') return 'recipient';
  if (command === 'DATA') return 'message';
  if (command === 'STARTTLS' || error.code === 'ETLS') return 'tls';
  return otherwise;
}

/** What OpenSSL says of a certificate, by its words: the mail library keeps them and puts a code of its own over theirs. */
const CERTIFICATE_WORDS: readonly [RegExp, string][] = [
  [/certificate has expired/i, 'CERT_HAS_EXPIRED'],
  [/certificate is not yet valid/i, 'CERT_NOT_YET_VALID'],
  [/does not match certificate's altnames/i, 'ERR_TLS_CERT_ALTNAME_INVALID'],
  [/self-signed certificate in certificate chain/i, 'SELF_SIGNED_CERT_IN_CHAIN'],
  [/self-signed certificate/i, 'DEPTH_ZERO_SELF_SIGNED_CERT'],
  [/unable to (?:verify the first certificate|get (?:local )?issuer certificate)/i, 'UNABLE_TO_VERIFY_LEAF_SIGNATURE'],
];

/** The connection's own error code, which nodemailer keeps under the one it gives. */
function causeOf(error: SmtpError): string | undefined {
  const { cause } = error;
  if (error.message.includes('Internationalized mailbox')) return 'ESMTPUTF8';
  if (cause instanceof Error && 'code' in cause) return String(cause.code);
  const certificate = CERTIFICATE_WORDS.find(([words]) => words.test(error.message));
  if (certificate) return certificate[1];
  const inText = /\b(E[A-Z]{4,}|CERT_HAS_EXPIRED|ERR_TLS_[A-Z_]+|DEPTH_ZERO_SELF_SIGNED_CERT|UNABLE_TO_[A-Z_]+)\b/.exec(
    error.message,
  )?.[1];
  if (inText) return inText;
  return error.code === 'ECONNECTION' || error.code === 'ESOCKET' ? 'ECLOSED' : error.code;
}
