/** Searches what was translated before, off the main thread: loaded once for a language, told of what is translated since. */
import { makeMemory, type MemoryEntry } from '@/core/translation/memory';
import type { MemoryAnswer, MemoryQuestion } from './memory-protocol';

const memory = makeMemory();
let loaded: Promise<void> = Promise.resolve();

async function load(url: string): Promise<void> {
  const response = await fetch(url, { headers: { accept: 'application/json' } });
  // Without a memory the desk works as it does with an empty one.
  if (!response.ok) return;
  for (const entry of (await response.json()) as MemoryEntry[]) memory.add(entry);
}

globalThis.onmessage = ({ data }: MessageEvent<MemoryQuestion>): void => {
  if ('load' in data) loaded = load(data.load).catch(() => undefined);
  else if ('add' in data) memory.add(data.add);
  else {
    void loaded.then(() =>
      globalThis.postMessage({ id: data.id, matches: memory.search(data.source) } satisfies MemoryAnswer),
    );
  }
};
