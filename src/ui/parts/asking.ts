/**
 * Asks for something and hands the answer on, unless it was taken back before: an answer that comes late changes nothing.
 * @param ask called at once, or after `afterMs` when it is not taken back until then; it must not reject
 * @returns what takes it back, for an effect to give back
 */
export function asking<T>(ask: () => Promise<T>, take: (answer: T) => void, afterMs?: number): () => void {
  let wanted = true;
  const begin = (): void => {
    void ask().then((answer) => {
      if (wanted) take(answer);
    });
  };
  const timer = afterMs === undefined ? undefined : setTimeout(begin, afterMs);
  if (afterMs === undefined) begin();
  return () => {
    wanted = false;
    clearTimeout(timer);
  };
}
