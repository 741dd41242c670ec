/** Ids that sort by the time they were made (ULID), so the newest rows are at one end of an index. */
import { encodeTime, monotonicFactory, ulid } from 'ulid';

export const newId: () => string = monotonicFactory();

/** The first id that could be made at a time, in ms since the epoch: what is newer sorts after it. */
export const idAt = (time: number): string => encodeTime(time, 10).padEnd(26, '0');

/** An id as it would have been made at a time: for what is told of afterwards. */
export const pastId = (time: number): string => ulid(time);
