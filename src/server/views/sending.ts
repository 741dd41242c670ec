/** Sending: the store's service, its check, and test messages. */
import { isIP } from 'node:net';
import { Type } from '@sinclair/typebox';
import { and, count, eq } from 'drizzle-orm';
import { checker, isMailAddress } from '@/core/schema';
import type { Access } from '../auth/access';
import { database } from '../db/client';
import { deliveries, services } from '../db/schema';
import { AppError, type FieldProblem } from '../errors';
import { remember } from '../history';
import { newId } from '../ids';
import { seal } from '../secrets';
import { checkService, freshMessageId, type CheckReport } from '../sending/check';
import { composeMessage, domainOf } from '../sending/compose';
import { renderFor } from '../sending/render';
import { serviceOf, settingsOf } from '../sending/service';
import { Line } from '../sending/transport';
import { releaseHeld } from '../worker/claims';
import { readTemplate, templateFor } from './desk';
import { orderSnapshot } from './orders';

export async function loadSending(access: Access) {
  const [service, [held]] = await Promise.all([
    serviceOf(access.store.id),
    database()
      .select({ n: count() })
      .from(deliveries)
      .where(and(eq(deliveries.storeId, access.store.id), eq(deliveries.state, 'held'))),
  ]);
  return {
    service: service && {
      host: service.host,
      port: service.port,
      security: service.security,
      user: service.user,
      hasPassword: service.password !== '',
      senderName: service.senderName,
      senderAddress: service.senderAddress,
      check: service.check ?? undefined,
    },
    held: held?.n ?? 0,
    person: access.person.email,
    storeName: access.store.name,
    zone: access.store.timeZone,
  };
}

const ServiceSchema = Type.Object(
  {
    host: Type.String({ minLength: 1, maxLength: 253 }),
    port: Type.Integer({ minimum: 1, maximum: 65_535 }),
    security: Type.Union([Type.Literal('tls'), Type.Literal('starttls'), Type.Literal('none')]),
    user: Type.String({ maxLength: 254 }),
    /** Left out to keep the one that is stored. */
    password: Type.Optional(Type.String({ maxLength: 500 })),
    senderName: Type.String({ minLength: 1, maxLength: 120 }),
    senderAddress: Type.String({ format: 'mail-address' }),
  },
  { additionalProperties: false },
);
const checkInput = checker(ServiceSchema);

const HOST = /^(?=.{1,253}$)([a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?\.)*[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?$/i;
const LOOPBACK = /^(localhost|127\.\d+\.\d+\.\d+|::1)$/i;

/** Saves the service. What waits for one goes out from now on; how many, is given back. */
export async function saveService(access: Access, input: unknown): Promise<{ released: number }> {
  const checked = checkInput(input);
  if (!checked.ok) throw new AppError('invalid', 'The service cannot be saved like this.', checked.problems);
  const { password, ...settings } = checked.value;
  settings.host = settings.host.trim();
  settings.user = settings.user.trim();
  settings.senderName = settings.senderName.trim();
  const before = await serviceOf(access.store.id);
  // A stored password is for the server and user it was given for, and goes to no other.
  const same = before && before.host === settings.host && before.user === settings.user;
  const sealed = settings.user === '' ? '' : password ? seal(password) : same ? before.password : '';
  const problems: FieldProblem[] = [];
  if (!HOST.test(settings.host) && !isIP(settings.host)) {
    problems.push({
      path: '/host',
      message: 'is not a host name: letters, digits and hyphens between dots, such as smtp.provider.example',
    });
  }
  if (settings.user !== '' && sealed === '')
    problems.push({ path: '/password', message: 'is needed to sign in as this user' });
  if (settings.security === 'none' && sealed !== '' && !LOOPBACK.test(settings.host)) {
    problems.push({
      path: '/security',
      message: 'must be TLS or STARTTLS: without it the password could be read on the way',
    });
  }
  if (settings.senderName === '') problems.push({ path: '/senderName', message: 'is empty' });
  if (/[\r\n]/.test(settings.senderName)) problems.push({ path: '/senderName', message: 'must be one line' });
  if (problems.length > 0) throw new AppError('invalid', 'The service cannot be saved like this.', problems);

  const values = { ...settings, password: sealed, check: null, checkedAt: null };
  await database()
    .insert(services)
    .values({ id: newId(), storeId: access.store.id, ...values })
    .onDuplicateKeyUpdate({ set: values });
  await remember(
    access,
    'saved the sending service',
    `${settings.host}:${settings.port} as ${settings.user || 'nobody'}`,
  );
  return { released: await releaseHeld(access.store.id) };
}

async function needService(access: Access) {
  const service = await serviceOf(access.store.id);
  if (!service) throw new AppError('invalid', 'No sending service is connected yet. Connect one under Sending.');
  return service;
}

/** Checks the saved service step by step; with an address, sends a test message there as the last steps. */
export async function runCheck(access: Access, to?: string): Promise<CheckReport> {
  const service = await needService(access);
  if (to !== undefined && !isMailAddress(to)) {
    throw new AppError('invalid', 'The test needs an address.', [
      { path: '/to', message: `"${to}" is not a mail address: it needs a name, an @ and a domain` },
    ]);
  }
  const settings = settingsOf(service);
  const test = to === undefined ? undefined : { to, message: await testMessage(access, settings, to) };
  const report = await checkService(settings, test);
  await database().update(services).set({ check: report, checkedAt: new Date() }).where(eq(services.id, service.id));
  await remember(
    access,
    'checked the sending service',
    report.passed ? `${report.of}: passed` : `${report.of}: failed`,
  );
  return report;
}

function testMessage(access: Access, from: { senderName: string; senderAddress: string }, to: string): Promise<Buffer> {
  const words = `This is a test from ${access.store.name}. Since it is here, the sending service takes mail and passes it on.`;
  return composeMessage(
    {
      subject: `Test from ${access.store.name}`,
      preheader: '',
      text: `${words}\n`,
      html: `<!doctype html><html lang="en"><title>Test</title><p>${words.replace(/[&<>]/g, '')}</p></html>`,
    },
    {
      from: { name: from.senderName, address: from.senderAddress },
      to: { name: '', address: to },
      messageId: freshMessageId(domainOf(from.senderAddress)),
      date: new Date(),
      language: 'en',
    },
  );
}

export interface TestRequest {
  slug: string;
  to: string;
  language: string;
  order: string;
  /** The template on the sheet; without it, the live edition is sent. */
  draft?: unknown;
}

/** Sends one message about a real order, marked as a test. It is no delivery and leaves the record alone. */
export async function sendTest(access: Access, request: TestRequest): Promise<{ to: string; subject: string }> {
  const { slug, to, language } = request;
  if (!isMailAddress(to))
    throw new AppError('invalid', 'The test needs an address.', [
      { path: '/to', message: `"${to}" is not a mail address` },
    ]);
  const service = await needService(access);
  const template =
    request.draft === undefined ? (await templateFor(access, slug, 'live')).template : readTemplate(request.draft);
  if (!template.words[language]) throw new AppError('invalid', 'There are no words in this language yet.');
  const { order, channelName } = await orderSnapshot(access, request.order);
  const message = await renderFor({
    store: access.store,
    template,
    language,
    order,
    now: Date.now(),
    ...(channelName && { channelName }),
  });
  const settings = settingsOf(service);
  const raw = await composeMessage(message, {
    from: { name: settings.senderName, address: settings.senderAddress },
    to: { name: '', address: to },
    messageId: freshMessageId(domainOf(settings.senderAddress)),
    date: new Date(),
    language,
    mark: '[Test]',
  });
  const line = new Line(settings);
  const result = await line.send({ from: settings.senderAddress, to }, raw);
  line.quit();
  if (result.outcome.kind !== 'accepted') {
    throw new AppError(
      'invalid',
      `The test was not sent. ${result.diagnosis?.cause ?? ''} ${result.diagnosis?.remedy ?? ''}`.trim(),
    );
  }
  await remember(access, 'sent a test', `${slug} to ${to}`);
  return { to, subject: `[Test] ${message.subject}` };
}
