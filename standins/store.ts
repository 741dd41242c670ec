/** The mailboxes' own database schema, apart from Libellus's. */
import type { Pool, ResultSetHeader, RowDataPacket } from 'mysql2/promise';
import { openPool } from './database';

export interface StoredMessage {
  id: number;
  mailbox: string;
  sender: string;
  subject: string;
  folder: 'Inbox' | 'Junk';
  receivedAt: Date;
  /** What was found about who vouches for it: "spf=pass dkim=pass dmarc=pass". */
  verdict: string;
  messageId: string;
  /** The Message-ID of the first message of its conversation, as mail programs put them together (RFC 5256, REFERENCES). */
  thread: string;
  /** The reverse-path it was given over with (RFC 5321, 4.4); empty for reports. */
  returnPath: string;
}

export class MailboxStore {
  private constructor(private readonly pool: Pool) {}

  /** @param url a MariaDB address whose database is the mailboxes' own */
  static async open(url: string): Promise<MailboxStore> {
    const pool = openPool(url, 8);
    await pool.query(`create table if not exists message (
      id int unsigned not null auto_increment primary key,
      mailbox varchar(254) not null,
      sender varchar(400) not null,
      subject varchar(1000) not null,
      folder varchar(10) not null,
      message_id varchar(300) not null,
      received_at datetime(3) not null,
      verdict varchar(100) not null default '',
      raw mediumblob not null,
      key message_mailbox (mailbox, id),
      key message_message_id (message_id)
    )`);
    await pool.query("alter table message add column if not exists thread varchar(300) not null default ''");
    await pool.query("alter table message add column if not exists return_path varchar(320) not null default ''");
    return new MailboxStore(pool);
  }

  /** @param references what the message answers to, the oldest first */
  async add(
    message: Omit<StoredMessage, 'id' | 'thread' | 'returnPath'> & {
      raw: Buffer;
      references?: readonly string[];
      returnPath?: string;
    },
  ): Promise<number> {
    const { references = [] } = message;
    const [known] =
      references.length > 0
        ? await this.pool.query<(RowDataPacket & { thread: string })[]>(
            'select thread from message where mailbox = ? and message_id in (?) order by id limit 1',
            [message.mailbox.toLowerCase(), references],
          )
        : [[]];
    // Even of a message that never came, others can be answers.
    const thread = known[0]?.thread || references[0] || message.messageId;
    const [result] = await this.pool.execute<ResultSetHeader>(
      'insert into message (mailbox, sender, subject, folder, message_id, received_at, verdict, thread, return_path, raw) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
      [
        message.mailbox.toLowerCase(),
        message.sender.slice(0, 400),
        message.subject.slice(0, 1000),
        message.folder,
        message.messageId.slice(0, 300),
        message.receivedAt,
        message.verdict.slice(0, 100),
        thread.slice(0, 300),
        (message.returnPath ?? '').slice(0, 320),
        message.raw,
      ],
    );
    return result.insertId;
  }

  async list(mailbox: string): Promise<StoredMessage[]> {
    const [rows] = await this.pool.query<(RowDataPacket & StoredMessage)[]>(
      'select id, mailbox, sender, subject, folder, received_at as receivedAt, verdict, message_id as messageId, thread, return_path as returnPath from message where mailbox = ? order by id desc limit 200',
      [mailbox.toLowerCase()],
    );
    return rows;
  }

  async mailboxes(): Promise<{ mailbox: string; messages: number; newest: Date }[]> {
    const [rows] = await this.pool.query<(RowDataPacket & { mailbox: string; messages: number; newest: Date })[]>(
      'select mailbox, count(*) as messages, max(received_at) as newest from message group by mailbox order by newest desc limit 500',
    );
    return rows;
  }

  async raw(id: number): Promise<(StoredMessage & { raw: Buffer }) | undefined> {
    const [rows] = await this.pool.query<(RowDataPacket & StoredMessage & { raw: Buffer })[]>(
      'select id, mailbox, sender, subject, folder, received_at as receivedAt, verdict, message_id as messageId, thread, return_path as returnPath, raw from message where id = ?',
      [id],
    );
    return rows[0];
  }

  async remove(id: number): Promise<void> {
    await this.pool.execute('delete from message where id = ?', [id]);
  }

  async close(): Promise<void> {
    await this.pool.end();
  }
}
