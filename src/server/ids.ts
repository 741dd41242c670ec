/** Ids that sort by the time they were made (ULID), so the newest rows are at one end of an index. */
import { monotonicFactory } from 'ulid';

export const newId: () => string = monotonicFactory();
