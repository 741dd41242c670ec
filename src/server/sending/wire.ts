/**
 * A plain SMTP client for checks: one command at a time, every line kept, every failure with its code. Mail itself goes
 * out by nodemailer; a check needs to see each step on its own.
 */
import { connect as connectPlain, type Socket } from 'node:net';
import { connect as connectTls, type TLSSocket } from 'node:tls';
import { isReplyComplete, parseReply, type SmtpReply } from '@/core/mail';
import { authorities } from './authorities';

/** A failure on the line, with a code as `diagnose` knows them. */
export class WireError extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

const SILENCE_MS = 10_000;

/** Whether a port that says nothing expects TLS from the start. The certificate does not matter for that. */
export async function speaksTls(address: string, port: number): Promise<boolean> {
  const socket = connectTls({ host: address, port, rejectUnauthorized: false });
  try {
    await settled(socket, 'secureConnect', 3_000);
    return true;
  } catch {
    return false;
  } finally {
    socket.destroy();
  }
}

export class Wire {
  readonly lines: string[] = [];
  private buffer = '';
  private failure: WireError | undefined;
  private wake: (() => void) | undefined;

  private constructor(
    private socket: Socket,
    private readonly silence: number,
  ) {
    this.listen();
  }

  /** @param silence how long the other side may say nothing, ms */
  static async open(address: string, port: number, silence = SILENCE_MS): Promise<Wire> {
    const socket = connectPlain({ host: address, port });
    await settled(socket, 'connect', silence);
    return new Wire(socket, silence);
  }

  private listen(): void {
    const { socket } = this;
    socket.removeAllListeners('data').removeAllListeners('error').removeAllListeners('close');
    socket.on('data', (chunk: Buffer) => {
      this.buffer += chunk.toString('latin1');
      if (this.buffer.length > 100_000) this.fail(new WireError('ENOTSMTP', 'The answer is not SMTP.'));
      this.wake?.();
    });
    socket.on('error', (error: NodeJS.ErrnoException) =>
      this.fail(new WireError(error.code ?? 'ECLOSED', error.message)),
    );
    socket.on('close', () => this.fail(new WireError('ECLOSED', 'The connection was closed.')));
  }

  private fail(error: WireError): void {
    this.failure ??= error;
    this.wake?.();
  }

  /** Waits for one whole reply. Rejects with a {@link WireError} on silence, a closed line, or an answer that is not SMTP. */
  async reply(limit = this.silence): Promise<SmtpReply> {
    const deadline = Date.now() + limit;
    for (;;) {
      if (isReplyComplete(this.buffer)) {
        const raw = this.buffer;
        this.buffer = '';
        for (const line of raw.trimEnd().split(/\r?\n/)) this.lines.push(`S: ${line}`);
        const reply = parseReply(raw);
        if (!reply) throw new WireError('ENOTSMTP', 'The answer is not SMTP.');
        return reply;
      }
      if (this.failure) throw this.failure;
      const left = deadline - Date.now();
      if (left <= 0) throw new WireError('ETIMEDOUT', 'No answer.');
      await new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, left);
        this.wake = () => {
          clearTimeout(timer);
          resolve();
        };
      });
      this.wake = undefined;
    }
  }

  /** Sends one command and waits for its reply. `shown` stands in the record for a command that holds a secret. */
  async command(text: string, shown = text): Promise<SmtpReply> {
    this.lines.push(`C: ${shown}`);
    this.socket.write(`${text}\r\n`);
    return this.reply();
  }

  /** Sends a message after DATA was accepted, with dot-stuffing (RFC 5321, 4.5.2). */
  async data(message: Buffer): Promise<SmtpReply> {
    this.lines.push(`C: (the message, ${message.length} bytes)`);
    const text = message.toString('latin1').replace(/\r?\n/g, '\r\n').replace(/^\./gm, '..');
    this.socket.write(Buffer.from(`${text}${text.endsWith('\r\n') ? '' : '\r\n'}.\r\n`, 'latin1'));
    return this.reply();
  }

  /** Makes the line secure, now or after STARTTLS. The certificate must be valid for `host`. */
  async secure(host: string): Promise<TLSSocket> {
    // Something in clear before we said anything: no server that speaks TLS first does that.
    if (this.buffer !== '') throw new WireError('EPLAINTEXT', 'The server began in plain text.');
    this.socket.removeAllListeners('data').removeAllListeners('error').removeAllListeners('close');
    const secured = connectTls({ socket: this.socket, servername: host, ca: authorities(), minVersion: 'TLSv1.2' });
    await settled(secured, 'secureConnect', this.silence);
    this.socket = secured;
    this.failure = undefined;
    this.listen();
    return secured;
  }

  /** Takes leave with QUIT, without waiting for the answer. */
  leave(): void {
    if (!this.failure && !this.socket.destroyed) {
      this.lines.push('C: QUIT');
      this.socket.end('QUIT\r\n');
    }
    this.close();
  }

  private close(): void {
    this.socket.removeAllListeners('close').removeAllListeners('error');
    this.socket.on('error', () => undefined);
    this.socket.destroySoon();
  }
}

function settled(socket: Socket, event: string, limit: number): Promise<void> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => done(new WireError('ETIMEDOUT', 'No answer.')), limit);
    const failed = (error: NodeJS.ErrnoException): void => {
      const plaintext =
        error.code === 'ERR_SSL_WRONG_VERSION_NUMBER' || error.code === 'ERR_SSL_PACKET_LENGTH_TOO_LONG';
      done(new WireError(plaintext ? 'EPLAINTEXT' : (error.code ?? 'ECLOSED'), error.message));
    };
    const ended = (): void => done(new WireError('ECLOSED', 'The connection was closed.'));
    const ready = (): void => done();
    function done(error?: WireError): void {
      clearTimeout(timer);
      socket.off('error', failed).off('close', ended).off(event, ready);
      if (error) {
        socket.on('error', () => undefined);
        socket.destroy();
        reject(error);
      } else resolve();
    }
    socket.once('error', failed).once('close', ended).once(event, ready);
  });
}
