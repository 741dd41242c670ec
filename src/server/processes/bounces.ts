/** The process that only listens for what comes back: where others send, and port 25 is here. */
import { hostname } from 'node:os';
import { randomBytes } from 'node:crypto';
import { listenForBounces } from '../bounces/listener';
import { config } from '../base/config';
import { log } from '../base/log';
import { closeDatabase } from '../db/client';
import { beat, HEARTBEAT_MS, leave } from '../operations/heartbeat';
import { secretTrouble } from '../operations/secret-check';

const id = `${hostname().slice(0, 30)}-${process.pid}-${randomBytes(4).toString('hex')}`;
const at = config().bounceListen;
if (!at) throw new Error('LIBELLUS_BOUNCE_PORT is not set: it says where to listen for bounces.');
const listening = await listenForBounces(at);
const beatNow = async (): Promise<void> => beat(id, 'bounces', await secretTrouble());
const beating = setInterval(() => void beatNow().catch(() => undefined), HEARTBEAT_MS);
await beatNow().catch(() => undefined);
log.info({ bounces: id, ...at }, 'bounces are listened for');
process.send?.('ready');

const stop = (): void => {
  clearInterval(beating);
  void listening
    .close()
    .then(() => leave(id))
    .catch(() => undefined)
    .then(closeDatabase)
    .finally(() => process.exit(0));
};
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
