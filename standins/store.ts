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
    return new MailboxStore(pool);
  }

  async add(message: Omit<StoredMessage, 'id'> & { messageId: string; raw: Buffer }): Promise<number> {
    const [result] = await this.pool.execute<ResultSetHeader>(
      'insert into message (mailbox, sender, subject, folder, message_id, received_at, verdict, raw) values (?, ?, ?, ?, ?, ?, ?, ?)',
      [
        message.mailbox.toLowerCase(),
        message.sender.slice(0, 400),
        message.subject.slice(0, 1000),
        message.folder,
        message.messageId.slice(0, 300),
        message.receivedAt,
        message.verdict.slice(0, 100),
        message.raw,
      ],
    );
    return result.insertId;
  }

  async list(mailbox: string): Promise<StoredMessage[]> {
    const [rows] = await this.pool.query<(RowDataPacket & StoredMessage)[]>(
      'select id, mailbox, sender, subject, folder, received_at as receivedAt, verdict from message where mailbox = ? order by id desc limit 200',
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
      'select id, mailbox, sender, subject, folder, received_at as receivedAt, verdict, raw from message where id = ?',
      [id],
    );
    return rows[0];
  }

  async close(): Promise<void> {
    await this.pool.end();
  }
}
