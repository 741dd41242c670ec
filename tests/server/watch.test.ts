/** What the worker does besides sending: domains are looked at when it is time, and owners are told of one that falls back. */
import { eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { config } from '@/server/base/config';
import { speakToReaders } from '@/server/base/reader';
import { database } from '@/server/db/client';
import { domains, history, memberships, services, serviceUse, user } from '@/server/db/schema';
import { beginDomain, type DomainRow } from '@/server/domains/keys';
import { lookAtDomain } from '@/server/domains/look';
import { newId } from '@/server/base/ids';
import { servicesOf } from '@/server/sending/service';
import {
  addDomain,
  changeKey,
  domainViews,
  loadDomain,
  lookNow,
  removeDomain,
} from '@/server/features/sending/domains';
import { moveService, pauseService, removeService, serviceViews } from '@/server/features/sending/services';
import { Watch } from '@/server/worker/watch';
import {
  accessAs,
  clearRecords,
  connectRelay,
  connectService,
  enterRecord,
  mailbox,
  rawMail,
  SHOP,
  useDatabase,
} from './fixture';
import { order, reader } from './orders';
import { historyOf } from '@/server/auth/history';

useDatabase();

/** The registrar is shared by all test files: this one has a domain of its own there. */
const DOMAIN = 'deckle.quillwick.example';
const owner = reader();
const partner = reader();

async function own(address: string, reads = ''): Promise<void> {
  const id = newId();
  const now = new Date();
  await database().insert(user).values({ id, name: 'An owner', email: address, reads, createdAt: now, updatedAt: now });
  await database().insert(memberships).values({ userId: id, storeId: SHOP, role: 'owner' });
}
const rowNow = async (): Promise<DomainRow> => (await database().select().from(domains))[0]!;
const makeDue = () =>
  database()
    .update(domains)
    .set({ nextLookAt: new Date(0) });
const told = async (address = owner): Promise<string[]> => (await mailbox(address)).map((m) => m.subject);

beforeAll(async () => {
  speakToReaders();
  await connectService();
  await own(owner);
});

describe('a domain that is watched', () => {
  const enter = async (row: DomainRow): Promise<void> => {
    for (const { type, name, value, advised } of row.records) {
      if (!advised) await enterRecord(name.replace('.quillwick.example', ''), type as 'TXT', value);
    }
  };

  it('is looked at when it is time, and not before', async () => {
    const begun = await lookAtDomain(await beginDomain(SHOP, DOMAIN));
    expect(begun.good).toBe(false);
    await enter(begun);
    await new Watch().turn();
    expect((await rowNow()).good).toBe(false);
    await makeDue();
    await new Watch().turn();
    const row = await rowNow();
    expect(row).toMatchObject({ good: true, signing: true });
    expect(await told()).toEqual([]);
  });

  it('is told of to the owners once when it falls back, with the record and where it is mended', async () => {
    const key = (await rowNow()).records.find((r) => r.kind === 'dkim')!;
    await clearRecords(key.name);
    await makeDue();
    await Promise.all([new Watch().turn(), new Watch().turn()]);
    expect(await told()).toEqual([`Quillwick: DNS records of ${DOMAIN} need you`]);
    const [mail] = await mailbox(owner);
    const { text } = await simpleParser(await rawMail(mail!.id));
    expect(text).toContain(`TXT ${key.name}`);
    expect(text).toContain(`/s/${SHOP}/sending/domains/${DOMAIN}`);
    await makeDue();
    await new Watch().turn();
    expect(await told()).toHaveLength(1);
    const lines = await historyOf(SHOP, eq(history.action, 'recordsWentBad'));
    expect(lines.map((l) => l.words)).toEqual([`Libellus found DNS records of ${DOMAIN} gone bad: ${key.name}`]);
  });

  it('is told of as soon as a service can, when none could at first', async () => {
    await enter(await rowNow());
    await makeDue();
    await new Watch().turn();
    expect((await rowNow()).good).toBe(true);
    const [service] = await servicesOf(SHOP);
    await pauseService(await accessAs(), service!.id, true);
    await clearRecords((await rowNow()).records.find((r) => r.kind === 'dkim')!.name);
    await makeDue();
    await new Watch().turn();
    expect(await told()).toHaveLength(1);
    expect((await rowNow()).fellBackAt).toBeInstanceOf(Date);
    await pauseService(await accessAs(), service!.id, false);
    await makeDue();
    await new Watch().turn();
    expect(await told()).toHaveLength(2);
  });

  it('is told of once to each owner, in their language, whatever another’s mailbox says', async () => {
    await own('gone@arrives-test.example');
    await own(partner, 'de');
    await database().update(domains).set({ fellBackAt: new Date() });
    for (let i = 0; i < 2; i += 1) {
      await makeDue();
      await new Watch().turn();
    }
    expect(await told(partner)).toEqual([`Quillwick: Die DNS-Einträge von ${DOMAIN} brauchen Sie`]);
    const [mail] = await mailbox(partner);
    const raw = await rawMail(mail!.id);
    expect(raw.toString()).toMatch(/^Content-Language: de\r$/im);
    const { text } = await simpleParser(raw);
    expect(text).toContain('waren richtig und sind es nicht mehr');
    expect(text).toMatch(/TXT \S+: Noch nicht da\./);
    expect((await told()).every((s) => s.includes('need you'))).toBe(true);
    expect(await told()).toHaveLength(3);
  });

  it('stops nothing when DNS is gone', async () => {
    const { dnsServers } = config();
    config().dnsServers = ['127.0.0.1:9'];
    await makeDue();
    await new Watch().turn().finally(() => (config().dnsServers = dnsServers));
    expect((await order(reader())).state).toBe('accepted');
  });
});

describe('a sending domain', () => {
  it.each([
    ['nothing', ''],
    ['an address', 'hello@quillwick.example'],
    ['one word', 'quillwick'],
    ['a page', 'https://quillwick.example/'],
    ['a label that begins with a stroke', '-x.example'],
    ['a label of seventy letters', `${'a'.repeat(70)}.example`],
  ])('is not added from %s, and what was typed is named', async (_what, name) => {
    await expect(addDomain(await accessAs(), name)).rejects.toMatchObject({
      code: 'invalid',
      problems: [{ path: '/name', message: expect.stringContaining(`"${name}" is not a domain`) }],
    });
  });

  it('is added as it is meant, is changed once at a time, and is taken away', async () => {
    const access = await accessAs();
    expect(await addDomain(access, ' @Parchment.Quillwick.Example. ')).toEqual({ name: 'parchment.quillwick.example' });
    const changing = await changeKey(access, 'parchment.quillwick.example');
    expect(changing.nextSelector).not.toBe('');
    await expect(changeKey(access, 'parchment.quillwick.example')).rejects.toMatchObject({
      message: 'A further key waits already to be found in DNS.',
    });
    expect((await lookNow(access, 'parchment.quillwick.example')).lookedAt).toBeDefined();
    expect((await domainViews(access)).map((d) => d.name)).toContain('parchment.quillwick.example');
    await removeDomain(access, 'parchment.quillwick.example');
    await expect(loadDomain(access, 'parchment.quillwick.example')).rejects.toMatchObject({ code: 'not-found' });
  });
});

describe('the order in which services are tried', () => {
  it('is changed a place at a time, and not past its ends', async () => {
    const access = await accessAs();
    await connectService();
    const relay = await connectRelay();
    const names = async () => (await serviceViews(access)).map((s) => s.name);
    expect(await names()).toEqual(['Harrowpost', 'Fernbridge']);
    await moveService(access, relay, 1);
    expect(await names()).toEqual(['Harrowpost', 'Fernbridge']);
    await moveService(access, relay, -1);
    expect(await names()).toEqual(['Fernbridge', 'Harrowpost']);
    expect((await order(reader())).state).toBe('accepted');
    const use = await database().select().from(serviceUse).where(eq(serviceUse.serviceId, relay));
    expect(use.length).toBeGreaterThan(0);
    await removeService(access, relay);
    expect(await names()).toEqual(['Harrowpost']);
    expect(await database().select().from(services).where(eq(services.id, relay))).toEqual([]);
    await expect(removeService(access, relay)).rejects.toMatchObject({ code: 'not-found' });
  });
});
