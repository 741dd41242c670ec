/** Looks for rehearsals that were asked for, and begins those that begin by themselves, again and again. */
import { log } from '../base/log';
import { databaseTime } from '../db/time';
import { beat, HEARTBEAT_MS, leave } from '../operations/heartbeat';
import { secretTrouble } from '../operations/secret-check';
import { ByItself } from './by-itself';
import { FaultTrier } from './fault-trier';
import { PictureTaker } from './picture-taker';
import { Poster } from './posting';
import { Rehearser } from './rehearser';

const LOOK_MS = 1_000;
/** So often is looked whether one is to begin by itself. */
const BY_ITSELF_MS = 20_000;

export class Rehearsing {
  private readonly rehearser = new Rehearser();
  private readonly pictures = new PictureTaker();
  private readonly faults = new FaultTrier();
  private readonly poster = new Poster();
  private readonly byItself = new ByItself();
  private stopping = false;
  /** Why nothing can be rehearsed here, in words; empty when it can. */
  private trouble = '';
  /** When it was last looked whether one is to begin by itself. */
  private looked = 0;

  /** Runs until {@link stop}. */
  async run(): Promise<void> {
    const { id } = this.rehearser;
    const beating = setInterval(() => void this.beat(id).catch(() => undefined), HEARTBEAT_MS);
    await this.beat(id).catch(() => undefined);
    log.info({ rehearser: id }, 'rehearser started');
    const beside = [
      this.beside('taking pictures', this.pictures),
      this.beside('trying faults', this.faults),
      this.beside('sending by real services', this.poster),
    ];
    while (!this.stopping) {
      // With another secret, nothing that is stored can be opened: rehearsals would only fail.
      const ran = !this.trouble && (await this.turn());
      if (!ran) await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    }
    await Promise.all([...beside, this.rehearser.settled()]);
    clearInterval(beating);
    await leave(id).catch(() => undefined);
    log.info({ rehearser: id }, 'rehearser stopped');
  }

  /** Runs one rehearsal, where there is one to run. */
  private async turn(): Promise<boolean> {
    if (Date.now() - this.looked >= BY_ITSELF_MS) {
      this.looked = Date.now();
      await databaseTime()
        .then((now) => this.byItself.turn(now))
        .catch((error: unknown) => log.warn({ err: error }, 'it could not be seen whether to rehearse'));
    }
    return this.rehearser.turn().catch((error: unknown) => {
      log.warn({ err: error }, 'a rehearsal was interrupted; it is taken up again');
      return false;
    });
  }

  /** Beside rehearsals: one that is asked for does not wait until all pictures of another are taken, or all faults tried. */
  private async beside(what: string, work: { turn: () => Promise<boolean> }): Promise<void> {
    while (!this.stopping) {
      const took =
        !this.trouble &&
        (await work.turn().catch((error: unknown) => {
          log.warn({ err: error }, `${what} was interrupted; it is taken up again`);
          return false;
        }));
      if (!took) await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    }
  }

  private async beat(id: string): Promise<void> {
    this.trouble = await secretTrouble();
    await beat(id, 'rehearser', this.trouble);
  }

  /** Begins nothing more; a run that is under way is left to another process. */
  stop(): void {
    this.stopping = true;
    this.rehearser.stop();
    this.pictures.stop();
    this.faults.stop();
    this.poster.stop();
  }
}
