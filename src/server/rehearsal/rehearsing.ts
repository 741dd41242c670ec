/** Looks for rehearsals that were asked for, again and again. */
import { log } from '../base/log';
import { Rehearser } from './rehearser';

const LOOK_MS = 1_000;

export class Rehearsing {
  private readonly rehearser = new Rehearser();
  private stopping = false;

  /** Runs until {@link stop}. */
  async run(): Promise<void> {
    while (!this.stopping) {
      const ran = await this.rehearser.turn().catch((error: unknown) => {
        log.warn({ err: error }, 'a rehearsal was interrupted; it is taken up again');
        return false;
      });
      if (!ran) await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    }
  }

  /** Begins nothing more; a run that is under way is left to another process. */
  stop(): void {
    this.stopping = true;
    this.rehearser.stop();
  }
}
