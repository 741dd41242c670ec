/** The store's files as screens have them. */
import type { KeptFile } from '@/core/attach';

/** A file on the shelf. */
export interface ShelfFile extends KeptFile {
  by: string;
  /** RFC 3339. */
  at: string;
}

/** A template that a file goes with: its draft, or what is live. */
export interface FileUse {
  slug: string;
  name: string;
}

/** A file as it was brought in; `known` when the same was on the shelf before. */
export interface BroughtFile extends KeptFile {
  known: boolean;
}

/** What attaching needs to know of a store. */
export interface FileShelf {
  files: ShelfFile[];
  /** How large a message may be, in bytes. */
  room: number;
}
