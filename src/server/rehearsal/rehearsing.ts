/** Looks for rehearsals that were asked for, and begins those that begin by themselves, again and again. */
import { log } from '../base/log';
import { databaseTime } from '../db/time';
import { ByItself } from './by-itself';
import { Rehearser } from './rehearser';

const LOOK_MS = 1_000;
/** So often is looked whether one is to begin by itself. */
const BY_ITSELF_MS = 20_000;

export class Rehearsing {
  private readonly rehearser = new Rehearser();
  private readonly byItself = new ByItself();
  private stopping = false;

  /** Runs until {@link stop}. */
  async run(): Promise<void> {
    let looked = 0;
    while (!this.stopping) {
      if (Date.now() - looked >= BY_ITSELF_MS) {
        looked = Date.now();
        await databaseTime()
          .then((now) => this.byItself.turn(now))
          .catch((error: unknown) => log.warn({ err: error }, 'it could not be seen whether to rehearse'));
      }
      const ran = await this.rehearser.turn().catch((error: unknown) => {
        log.warn({ err: error }, 'a rehearsal was interrupted; it is taken up again');
        return false;
      });
      if (!ran) await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    }
    await this.rehearser.settled();
  }

  /** Begins nothing more; a run that is under way is left to another process. */
  stop(): void {
    this.stopping = true;
    this.rehearser.stop();
  }
}
