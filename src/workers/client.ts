/** Asks the preview worker, and settles every question: with its answer, or with why there is none. */
import type { ReadSource } from '@/core/template/source';
import { changeOf } from './changes';
import type { Answer, Question, Rendered, RenderParts } from './protocol';

/** A worker that was started: tests put another in its place. */
export interface PreviewPort {
  ask: (question: Question) => void;
  end: () => void;
}

/** What is heard of a worker. */
export interface PreviewEars {
  answer: (answer: Answer) => void;
  /** It stopped by itself. */
  failed: (message?: string) => void;
}

interface Waiting {
  answer: (answer: Exclude<Answer, { sheetFirst: string }>) => void;
  fail: (why: string) => void;
  onSheet?: (html: string) => void;
}

const STOPPED = 'The preview stopped and is started again with the next change.';

export class PreviewClient {
  private port: PreviewPort | undefined;
  private lastId = 0;
  private readonly waiting = new Map<number, Waiting>();
  /** What the worker was told last; it is told of changes to that. */
  private told: RenderParts | undefined;

  constructor(private readonly start: (ears: PreviewEars) => PreviewPort) {}

  /** Renders a message; `onSheet` hears of its HTML before all else that is found out about it. Never rejects. */
  render(parts: RenderParts, onSheet?: (html: string) => void): Promise<Rendered> {
    const port = this.running();
    const change = changeOf(this.told, parts);
    this.told = parts;
    return new Promise((resolve) => {
      const id = this.wait({
        answer: (answer) => resolve(answer as Rendered),
        fail: (trouble) => resolve({ id, trouble, ms: 0 }),
        ...(onSheet && { onSheet }),
      });
      port.ask({ id, ...change });
    });
  }

  /** Reads a template's JSON. What stops the worker is a problem of the whole text. */
  readTemplate(text: string): Promise<ReadSource> {
    const port = this.running();
    return new Promise((resolve) => {
      const id = this.wait({
        answer: (answer) => resolve(answer as ReadSource),
        fail: (message) => resolve({ problems: [{ message, from: 0, to: 0 }] }),
      });
      port.ask({ id, read: text });
    });
  }

  /** Ends the worker. Questions that are open are answered with that. */
  end(): void {
    this.stop('The screen was left.');
  }

  private wait(waiting: Waiting): number {
    this.lastId += 1;
    this.waiting.set(this.lastId, waiting);
    return this.lastId;
  }

  private running(): PreviewPort {
    if (this.port) return this.port;
    const port = this.start({
      answer: (data) => {
        const waiting = this.waiting.get(data.id);
        if ('sheetFirst' in data) {
          waiting?.onSheet?.(data.sheetFirst);
          return;
        }
        this.waiting.delete(data.id);
        waiting?.answer(data);
      },
      failed: (message) => this.stop(message ? `${STOPPED} (${message})` : STOPPED),
    });
    this.port = port;
    return port;
  }

  private stop(why: string): void {
    this.port?.end();
    this.port = undefined;
    this.told = undefined;
    const open = [...this.waiting.values()];
    this.waiting.clear();
    for (const { fail } of open) fail(why);
  }
}
