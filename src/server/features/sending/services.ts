/** Sending services: connected, checked, ordered, paused; what they took today and when that runs out. */
import { isIP } from 'node:net';
import { Type } from '@sinclair/typebox';
import { and, eq, inArray, lt } from 'drizzle-orm';
import { forecast, senderTrouble, type CheckReport } from '@/core/mail';
import { checker, isHostName, isMailAddress } from '@/core/schema';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { deliveries, senders, services, serviceUse } from '../../db/schema';
import { findMechanism } from '../../domains/look';
import { AppError, type FieldProblem } from '../../base/errors';
import { remember } from '../../auth/history';
import { newId } from '../../base/ids';
import { seal } from '../../base/secrets';
import { checkService } from '../../sending/check';
import { composeMessage, domainOf, freshMessageId } from '../../sending/compose';
import { findSettings, type FoundSettings } from '../../sending/find-service';
import { senderFor, sendersOf, servicesOf, settingsOf, viaOf, type ServiceRow } from '../../sending/service';
import { countAccepted, reserve, returnUnused, useToday } from '../../sending/service-use';
import { releaseHeld } from '../../worker/claims';
import type { ServiceView } from '@/contract/sending';
import { say } from '@/words/refusals';
import { readKept, readKeptIn } from '../../base/reading';

/** The store's services as screens see them: all but their passwords. */
export async function serviceViews(access: Access): Promise<ServiceView[]> {
  const { store } = access;
  const now = Date.now();
  const [rows, senderRows] = await Promise.all([servicesOf(store.id), sendersOf(store.id)]);
  const use = await useToday(rows, store.timeZone, now);
  const addresses = [...new Set(senderRows.map((s) => s.address))];
  return rows.map((row) => {
    const today = use.get(row.id)!;
    const { password, downUntil, downWords, check, storeId: _s, rank: _r, checkedAt: _c, failures: _f, ...rest } = row;
    return {
      ...rest,
      name: row.name || row.host,
      hasPassword: password !== '',
      ...(downUntil &&
        downUntil.getTime() > now && { resting: { until: downUntil.toISOString(), words: readKept(downWords) } }),
      ...(check && { check: readKeptIn(check) }),
      use: today,
      ...(row.perDay !== null && { forecast: forecast(today.used, today.lastHours, row.perDay, today.day, now) }),
      refuses: addresses.flatMap((address) => {
        const trouble = senderTrouble(row, address);
        return trouble ? [{ address, trouble }] : [];
      }),
    };
  });
}

const optionalCount = (most: number) => Type.Union([Type.Null(), Type.Integer({ minimum: 1, maximum: most })]);

const ServiceSchema = Type.Object(
  {
    name: Type.String({ maxLength: 80 }),
    kind: Type.Union([Type.Literal('account'), Type.Literal('relay'), Type.Literal('local')]),
    host: Type.String({ minLength: 1, maxLength: 253 }),
    port: Type.Integer({ minimum: 1, maximum: 65_535 }),
    security: Type.Union([
      Type.Literal('tls'),
      Type.Literal('starttls'),
      Type.Literal('offered'),
      Type.Literal('none'),
    ]),
    signIn: Type.Union([Type.Literal('auto'), Type.Literal('plain'), Type.Literal('login'), Type.Literal('cram-md5')]),
    user: Type.String({ maxLength: 254 }),
    /** Left out to keep the one that is stored. */
    password: Type.Optional(Type.String({ maxLength: 500 })),
    ehloName: Type.String({ maxLength: 253 }),
    connections: Type.Integer({ minimum: 1, maximum: 20 }),
    messagesPerConnection: Type.Integer({ minimum: 1, maximum: 1000 }),
    perMinute: optionalCount(100_000),
    perDay: optionalCount(10_000_000),
    renewsAt: Type.String({ pattern: '^([01]\\d|2[0-3]):[0-5]\\d$' }),
    timeout: Type.Integer({ minimum: 5, maximum: 300 }),
    domains: Type.Array(Type.String({ minLength: 3, maxLength: 253 }), { maxItems: 50 }),
    spf: Type.String({ maxLength: 200 }),
  },
  { additionalProperties: false },
);
const checkInput = checker(ServiceSchema);

const LOOPBACK = /^(localhost|127\.\d+\.\d+\.\d+|::1)$/i;
const MECHANISM = /^([+~?-]?)(include|a|mx|ip4|ip6|exists)([:/]\S+)?$/i;

/**
 * Saves a service, a new one without `id`, and gives its id. What waits for one goes out from now on; how many, is given back.
 */
export async function saveService(
  access: Access,
  id: string | undefined,
  input: unknown,
): Promise<{ id: string; released: number }> {
  const checked = checkInput(input);
  if (!checked.ok) throw new AppError('invalid', say.theServiceCannotBeSaved, checked.problems);
  const { password, ...settings } = checked.value;
  for (const key of ['name', 'host', 'user', 'ehloName', 'spf'] as const) settings[key] = settings[key].trim();
  const rows = await servicesOf(access.store.id);
  const before = id === undefined ? undefined : rows.find((r) => r.id === id);
  if (id !== undefined && !before) throw new AppError('not-found', say.thisServiceIsNoLonger);
  // A stored password is for the server and user it was given for, and goes to no other.
  const same = before && before.host === settings.host && before.user === settings.user;
  const sealed = settings.user === '' ? '' : password ? seal(password) : same ? before.password : '';
  const problems: FieldProblem[] = [];
  const no = (path: string, message: string): void => void problems.push({ path, message });
  if (!isHostName(settings.host) && !isIP(settings.host)) {
    no('/host', say.enterAHostNameOf);
  }
  if (settings.ehloName !== '' && !isHostName(settings.ehloName) && !/^\[[0-9a-f.:]+\]$/i.test(settings.ehloName)) {
    no('/ehloName', say.enterAHostNameOr);
  }
  if (settings.user !== '' && sealed === '')
    no('/password', before?.password ? say.enterThePasswordAgainIt : say.enterThePasswordOfThis);
  if (settings.kind === 'account' && settings.user === '') no('/user', say.enterTheUserAnAccount);
  const readable = settings.security === 'none' || settings.security === 'offered';
  if (readable && sealed !== '' && !LOOPBACK.test(settings.host)) {
    no('/security', say.chooseTlsOrStarttlsWithout);
  }
  if (settings.spf !== '' && !MECHANISM.test(settings.spf)) {
    no('/spf', say.enterATermOfSpf);
  }
  settings.domains.forEach((d, i) => {
    if (!isHostName(d) || !d.includes('.')) no(`/domains/${i}`, say.dIsNotADomain({ d }));
  });
  if (problems.length > 0) throw new AppError('invalid', say.theServiceCannotBeSaved, problems);

  const spf = settings.spf || (await findMechanism(settings.host));
  const values = {
    ...settings,
    name: settings.name || settings.host,
    spf,
    password: sealed,
    check: null,
    checkedAt: null,
    failures: 0,
    downUntil: null,
    downWords: '',
  };
  const made = before?.id ?? newId();
  if (before) await database().update(services).set(values).where(eq(services.id, before.id));
  else {
    const rank = Math.max(-1, ...rows.map((r) => r.rank)) + 1;
    await database()
      .insert(services)
      .values({ id: made, storeId: access.store.id, rank, ...values });
    await firstSender(access, settings.user);
  }
  await remember(access, 'savedService', { service: viaOf(settings) });
  return { id: made, released: await releaseHeld(access.store.id) };
}

/** The first account that is connected makes the first sender: nobody should have to type the same address twice. */
async function firstSender(access: Access, user: string): Promise<void> {
  const address = isMailAddress(user) ? user : access.store.facts.email;
  if (!isMailAddress(address)) return;
  await database()
    .insert(senders)
    .ignore()
    .values({ storeId: access.store.id, kind: 'orders', name: access.store.name, address, replyTo: '' });
}

async function needService(access: Access, id: string): Promise<ServiceRow> {
  const row = (await servicesOf(access.store.id)).find((r) => r.id === id);
  if (!row) throw new AppError('not-found', say.thisServiceIsNoLonger);
  return row;
}

/** Stops a service, or lets it go on. What waits for a paused one waits; what another may send goes another way. */
export async function pauseService(access: Access, id: string, paused: boolean): Promise<{ released: number }> {
  const row = await needService(access, id);
  await database()
    .update(services)
    .set({ paused, ...(!paused && { downUntil: null, downWords: '', failures: 0 }) })
    .where(eq(services.id, row.id));
  await remember(access, paused ? 'pausedService' : 'resumedService', { service: viaOf(row) });
  return { released: paused ? 0 : await releaseHeld(access.store.id) };
}

/** Moves a service one place in the order in which they are tried. */
export async function moveService(access: Access, id: string, by: -1 | 1): Promise<void> {
  const rows = await servicesOf(access.store.id);
  const at = rows.findIndex((r) => r.id === id);
  const to = at + by;
  if (at < 0 || to < 0 || to >= rows.length) return;
  const order = rows.toSpliced(at, 1).toSpliced(to, 0, rows[at]!);
  await database().transaction(async (tx) => {
    for (const [rank, row] of order.entries()) {
      await tx.update(services).set({ rank }).where(eq(services.id, row.id));
    }
  });
  await remember(access, 'orderedServices', { services: order.map((r) => r.name || r.host).join(', ') });
}

/** Takes a service away; what waits for it goes by the next, or is held. Throws `not-found`. */
export async function removeService(access: Access, id: string): Promise<void> {
  const row = await needService(access, id);
  await database().delete(services).where(eq(services.id, row.id));
  await database()
    .delete(serviceUse)
    .where(and(eq(serviceUse.serviceId, row.id), lt(serviceUse.start, new Date(Date.now() + 86_400_000))));
  await remember(access, 'removedService', { service: viaOf(row) });
}

/**
 * Checks a saved service step by step, with every sender of the store; with an address, sends a test message there as the last
 * steps, out of the service's limits. A service that passes rests no longer. Throws `invalid` for no address, no sender, a limit reached.
 */
export async function runCheck(access: Access, id: string, to?: string): Promise<CheckReport> {
  const service = await needService(access, id);
  if (to !== undefined && !isMailAddress(to)) {
    throw new AppError('invalid', say.theTestNeedsAnAddress, [{ path: '/to', message: say.enterAnEmailAddressWith }]);
  }
  const senderRows = await sendersOf(access.store.id);
  const sender = senderFor(senderRows, 'orders');
  if (!sender) throw new AppError('invalid', say.theStoreHasNoSender);
  // Those that another service sends are no concern of this one.
  const own = [sender, ...senderRows.filter((s) => s !== sender)].filter((s) => !senderTrouble(service, s.address));
  const addresses = [...new Set((own.length > 0 ? own : [sender]).map((s) => s.address))];
  const from = { name: sender.name, address: addresses[0]! };
  const test = to === undefined ? undefined : { to, message: await testMessage(access, from, to) };
  // A test is a message like any other to the provider: it comes out of the limits.
  const now = Date.now();
  const { timeZone } = access.store;
  if (test && (await reserve(service, timeZone, 1, now)).granted === 0) {
    throw new AppError('invalid', say.nIsAtItsLimit({ n: service.name || service.host }));
  }
  const report = await checkService(settingsOf(service), { senders: addresses, ...(test && { test }) });
  if (test && report.passed) await countAccepted(service.id, 1, now);
  else if (test) await returnUnused(service, timeZone, 1, now);
  await database()
    .update(services)
    .set({
      check: report,
      checkedAt: new Date(),
      ...(report.passed && { downUntil: null, downWords: '', failures: 0 }),
    })
    .where(eq(services.id, service.id));
  await remember(access, report.passed ? 'servicePassedCheck' : 'serviceFailedCheck', { service: report.of });
  return readKeptIn(report);
}

function testMessage(access: Access, from: { name: string; address: string }, to: string): Promise<Buffer> {
  const words = `This is a test from ${access.store.name}. Since it is here, the sending service takes mail and passes it on.`;
  return composeMessage(
    {
      subject: `Test from ${access.store.name}`,
      preheader: '',
      text: `${words}\n`,
      html: `<!doctype html><html lang="en"><title>Test</title><p>${words.replace(/[&<>]/g, '')}</p></html>`,
    },
    {
      from,
      to: { name: '', address: to },
      messageId: freshMessageId(domainOf(from.address)),
      date: new Date(),
      language: 'en',
    },
  );
}

/** Looks for the settings of an address's service in DNS. */
export async function findFor(_access: Access, address: string): Promise<FoundSettings> {
  if (!isMailAddress(address)) {
    throw new AppError('invalid', say.settingsAreFoundFromAn, [
      {
        path: '/address',
        message: say.enterAnEmailAddressWith,
      },
    ]);
  }
  return findSettings(address);
}

/** How many messages wait until somebody does something, or a limit renews. */
export async function countHeld(storeId: string): Promise<number> {
  return database().$count(deliveries, and(eq(deliveries.storeId, storeId), inArray(deliveries.state, ['held'])));
}
