/** Loaded into each process that is started: it ends when whoever started it is gone, also when that was killed. */
process.on('disconnect', () => process.kill(process.pid, 'SIGTERM'));
process.channel?.unref();
