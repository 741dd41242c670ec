/** Faults that can be switched on per sending server and step, and the stand-ins' own clock; in their database. */
import type { Pool, RowDataPacket } from 'mysql2/promise';
import { openPool } from './database';
import type { ServerId } from './scenery';

export const FAULT_STEPS = ['greeting', 'sign-in', 'sender', 'recipient', 'message'] as const;
export type FaultStep = (typeof FAULT_STEPS)[number];

export const FAULT_KINDS = ['none', 'later', 'refuse', 'limit', 'hang up', 'silence'] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

/** A bounce that is sent when the stand-ins' clock says so. */
export interface PendingBounce {
  id: number;
  returnPath: string;
  recipient: string;
  messageId: string;
}

export class Faults {
  private constructor(private readonly pool: Pool) {}

  static async open(url: string): Promise<Faults> {
    const pool = openPool(url);
    await pool.query(`create table if not exists fault (
      server varchar(20) not null, step varchar(12) not null, kind varchar(12) not null, primary key (server, step)
    )`);
    await pool.query('create table if not exists clock (id int not null primary key, ahead_s int not null)');
    await pool.query('insert ignore into clock (id, ahead_s) values (1, 0)');
    await pool.query(`create table if not exists pending_bounce (
      id int unsigned not null auto_increment primary key,
      due_at datetime(3) not null,
      return_path varchar(254) not null,
      recipient varchar(254) not null,
      message_id varchar(300) not null
    )`);
    return new Faults(pool);
  }

  async at(server: ServerId, step: FaultStep): Promise<FaultKind> {
    const [rows] = await this.pool.query<(RowDataPacket & { kind: FaultKind })[]>(
      'select kind from fault where server = ? and step = ?',
      [server, step],
    );
    return rows[0]?.kind ?? 'none';
  }

  async all(): Promise<{ server: ServerId; step: FaultStep; kind: FaultKind }[]> {
    const [rows] = await this.pool.query<(RowDataPacket & { server: ServerId; step: FaultStep; kind: FaultKind })[]>(
      'select server, step, kind from fault',
    );
    return rows;
  }

  async set(server: string, step: string, kind: string): Promise<void> {
    if (kind === 'none') await this.pool.execute('delete from fault where server = ? and step = ?', [server, step]);
    else await this.pool.execute('replace into fault (server, step, kind) values (?, ?, ?)', [server, step, kind]);
  }

  /** The stand-ins' time: the machine's, wound forward. */
  async now(): Promise<Date> {
    const [rows] = await this.pool.query<(RowDataPacket & { ahead: number })[]>('select ahead_s as ahead from clock');
    return new Date(Date.now() + (rows[0]?.ahead ?? 0) * 1000);
  }

  async wind(seconds: number): Promise<void> {
    await this.pool.execute('update clock set ahead_s = ahead_s + ?', [seconds]);
  }

  async bounceLater(bounce: Omit<PendingBounce, 'id'>, seconds: number): Promise<void> {
    const due = new Date((await this.now()).getTime() + seconds * 1000);
    await this.pool.execute(
      'insert into pending_bounce (due_at, return_path, recipient, message_id) values (?, ?, ?, ?)',
      [due, bounce.returnPath, bounce.recipient, bounce.messageId.slice(0, 300)],
    );
  }

  /** Takes out the bounces that are due. */
  async dueBounces(): Promise<PendingBounce[]> {
    const [rows] = await this.pool.query<(RowDataPacket & PendingBounce)[]>(
      'select id, return_path as returnPath, recipient, message_id as messageId from pending_bounce where due_at <= ? limit 50',
      [await this.now()],
    );
    for (const { id } of rows) await this.pool.execute('delete from pending_bounce where id = ?', [id]);
    return rows;
  }
}
