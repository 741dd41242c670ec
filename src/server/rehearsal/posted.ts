/** How far messages of a run are that go out by real services. */
import { asc, eq } from 'drizzle-orm';
import type { PostedView } from '@/contract/rehearsal';
import { database } from '../db/client';
import { rehearsalPostings } from '../db/schema';
import type { Run } from './runs';

/** Undefined where none did. */
export async function postedOf({ id }: Pick<Run, 'id'>): Promise<PostedView | undefined> {
  const rows = await database()
    .select({ recipient: rehearsalPostings.recipient, state: rehearsalPostings.state })
    .from(rehearsalPostings)
    .where(eq(rehearsalPostings.rehearsalId, id))
    .orderBy(asc(rehearsalPostings.id));
  const [first] = rows;
  if (!first) return undefined;
  return {
    ...{ to: first.recipient.replace(/\+[^@+]*@/, '@'), of: rows.length },
    waiting: rows.filter((r) => r.state === 'waiting').length,
    lookedFor: rows.filter((r) => r.state === 'sent').length,
  };
}
