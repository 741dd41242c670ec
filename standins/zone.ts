/** The records that people can change, in the stand-ins' database; each is served from a time on. */
import type { Pool, ResultSetHeader, RowDataPacket } from 'mysql2/promise';
import { openPool } from './database';
import { FIRST_ZONE, type DnsRecord } from './scenery';

export interface ZoneRecord extends DnsRecord {
  id: number;
  liveAt: Date;
}

export class Zone {
  private constructor(private readonly pool: Pool) {}

  /** Opens the zone; an empty one begins with what Quillwick's registrar has. */
  static async open(url: string): Promise<Zone> {
    const pool = openPool(url);
    await pool.query(`create table if not exists zone_record (
      id int unsigned not null auto_increment primary key,
      type varchar(8) not null,
      name varchar(253) not null,
      value varchar(4000) not null,
      ttl int not null,
      live_at datetime(3) not null,
      unique key zone_record_once (type, name, value(400))
    )`);
    await pool.query('create table if not exists zone_begun (id int not null primary key)');
    const [begun] = await pool.query<ResultSetHeader>('insert ignore into zone_begun (id) values (1)');
    const zone = new Zone(pool);
    if (begun.affectedRows > 0) await zone.beginAgain();
    return zone;
  }

  /** Takes every record away and enters those that the registrar has at first. */
  async beginAgain(): Promise<void> {
    await this.pool.query('delete from zone_record');
    for (const record of FIRST_ZONE) await this.add(record, new Date(0));
  }

  async add(record: DnsRecord, liveAt = new Date()): Promise<void> {
    const { type, name, value, ttl } = record;
    await this.pool.execute(
      'insert into zone_record (type, name, value, ttl, live_at) values (?, ?, ?, ?, ?) on duplicate key update ttl = values(ttl), live_at = values(live_at)',
      [type, name.toLowerCase(), value, ttl, liveAt],
    );
  }

  async remove(id: number): Promise<void> {
    await this.pool.execute('delete from zone_record where id = ?', [id]);
  }

  /** All records, those not served yet included. */
  async all(): Promise<ZoneRecord[]> {
    return this.read('order by name, type, id', []);
  }

  /** What is served for a name now. */
  async at(name: string): Promise<ZoneRecord[]> {
    return this.read('where name = ? and live_at <= ? order by id', [name.toLowerCase(), new Date()]);
  }

  private async read(rest: string, values: unknown[]): Promise<ZoneRecord[]> {
    const [rows] = await this.pool.query<(RowDataPacket & ZoneRecord)[]>(
      `select id, type, name, value, ttl, live_at as liveAt from zone_record ${rest}`,
      values,
    );
    return rows;
  }

  async close(): Promise<void> {
    await this.pool.end();
  }
}
