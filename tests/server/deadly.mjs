/**
 * Loaded before a worker: the process does not survive the message to one address, as if making or sending it were too much for it. By
 * DEADLY_MANNER it is gone at once, or stands still for good.
 */
import { Socket } from 'node:net';
import process from 'node:process';

const { write } = Socket.prototype;
Socket.prototype.write = function (chunk, ...rest) {
  if (String(chunk).startsWith(`RCPT TO:<${process.env.DEADLY_ADDRESS}>`)) {
    if (process.env.DEADLY_MANNER === 'gone') process.kill(process.pid, 'SIGKILL');
    for (;;);
  }
  return write.call(this, chunk, ...rest);
};
