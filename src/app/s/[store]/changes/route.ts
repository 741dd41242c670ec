/** What moves in a store, as server-sent events (HTML, 9.2): one without content each time that a screen should be read anew. */
import { fileProblem } from '@/app/files';
import { perform } from '@/server/features/use-case';
import { watch } from '@/server/features/watch/use-cases';
import { watchStore } from '@/server/features/watch/changes';

/** After so long the browser asks again, and whether it still may is looked up anew. */
const AT_MOST_MS = 5 * 60_000;
/** Keeps proxies from taking a quiet connection for a dead one. */
const COMMENT_MS = 20_000;

export async function GET(request: Request, { params }: { params: Promise<{ store: string }> }): Promise<Response> {
  let storeId: string;
  try {
    storeId = await perform(watch.store, (await params).store, {});
  } catch (error) {
    return fileProblem(error);
  }
  const words = new TextEncoder();
  /** Stops listening; true the first time. */
  let end = (): boolean => false;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const say = (text: string): void => controller.enqueue(words.encode(text));
      const stop = watchStore(storeId, () => say('data: changed\n\n'));
      const comment = setInterval(() => say(': still here\n\n'), COMMENT_MS);
      const over = setTimeout(() => close(), AT_MOST_MS);
      end = () => {
        end = () => false;
        stop?.();
        clearInterval(comment);
        clearTimeout(over);
        return true;
      };
      const close = (): void => {
        if (end()) controller.close();
      };
      say(`retry: ${stop ? 1_000 : 10_000}\n\n`);
      if (!stop) close();
      request.signal.addEventListener('abort', close);
    },
    cancel() {
      end();
    },
  });
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  });
}
