/** Gives a worker of Jest the database and the stand-ins that were started for it. */
const places = JSON.parse(process.env.LIBELLUS_TEST_PLACES ?? '[]') as Record<string, string>[];
Object.assign(process.env, places[Number(process.env.JEST_WORKER_ID ?? 1) - 1]);
