/** What the desk and the worker that searches the memory say to each other. */
import type { MemoryEntry, MemoryMatch } from '@/core/translation/memory';

export type MemoryQuestion = { load: string } | { add: MemoryEntry } | { id: number; source: string };
export interface MemoryAnswer {
  id: number;
  matches: MemoryMatch[];
}
