/** Letting others be answered in the middle of long work. */

/** Lets whatever waits run, then goes on. */
export const breath = (): Promise<void> => new Promise((next) => setImmediate(next));

/** So long may work go on before it lets others run, ms. */
const LONG_MS = 4;

/** Does work that comes in steps, letting others run in between; answers what it comes to. */
export async function breathing<T>(work: Generator<void, T>): Promise<T> {
  let since = performance.now();
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    if (performance.now() - since < LONG_MS) continue;
    await breath();
    since = performance.now();
  }
}
