/**
 * Which way each delivery of a batch goes: by which service, as which sender, signed with which key; or that it is withheld, or
 * waits. What services may take is reserved for the batch as it is needed, and what was not used is given back at its end.
 */
import { eq, inArray } from 'drizzle-orm';
import {
  chooseService,
  restAfter,
  withheldBy,
  type CauseKind,
  type SenderKind,
  type PutOff,
  type ServiceStanding,
} from '@/core/mail';
import { isOfDomain } from '@/core/preflight';
import { database } from '../db/client';
import { sendingNow } from '../db/own-clock';
import { databaseNow } from '../db/time';
import { domains, senders, services, withholdings } from '../db/schema';
import { domainOf } from '../sending/compose';
import type { SigningKey } from '../sending/dkim';
import { bounceDomainOf, returnPathOf, replyAddressOf } from '../sending/returnpath';
import { senderFor, sendersOf, servicesOf, standingOf, type SenderRow, type ServiceRow } from '../sending/service';
import { countAccepted, reserve, returnUnused } from '../sending/service-use';
import { withheldWords, type WithholdingRow } from '../sending/withholding';
import { releaseHeld, type Delivery } from './claims';
import {
  destinationAccepted,
  destinationFailed,
  destinationKey,
  knownDestinations,
  type KnownDestination,
} from './destinations';
import { kept, keptWithin } from '@/words/kept';
import { say } from '@/words/sent';
import type { OptionalKind } from '@/core/moments';
import { reasonWords } from '@/core/plan';
import { unsubscribedOf } from '../events/unsubscribed';

/** A state "until somebody does something" still needs a time that sorts last. */
export const FAR_AHEAD = new Date('9999-12-31T00:00:00Z');

export type Way =
  | {
      kind: 'send';
      service: ServiceRow;
      sender: SenderRow;
      key: SigningKey | undefined;
      /** The address bounces come back to (RFC 5321 MAIL FROM). */
      returnPath: string;
      /** Where answers go, empty for the sender's own address. */
      replyTo: string;
      passedOver: string[];
    }
  | { kind: 'withheld'; cause: string; words: string; remedy: string }
  | { kind: 'hold'; cause: string; until: Date; words: string; remedy: string };

/** What stands in for a store's services and senders in a rehearsal. */
export interface StandIns {
  services: (own: ServiceRow[]) => ServiceRow[];
  senders: (own: SenderRow[]) => SenderRow[];
}

interface StoreWays {
  timeZone: string;
  services: Map<string, ServiceRow>;
  standings: ServiceStanding[];
  senders: SenderRow[];
  withholdings: WithholdingRow[];
  keys: Map<string, { key: SigningKey | undefined; bouncing: boolean }>;
  /** How many of the batch are this store's and not yet decided. */
  waiting: number;
}

/** What messages of stores go out by. */
export interface SentBy {
  services: ServiceRow[];
  senders: SenderRow[];
  domains: (typeof domains.$inferSelect)[];
}

export async function sentBy(storeIds: readonly string[]): Promise<SentBy> {
  const db = database();
  const ids = [...storeIds];
  const [serviceRows, senderRows, domainRows] = await Promise.all([
    db.select().from(services).where(inArray(services.storeId, ids)).orderBy(services.rank, services.id),
    db.select().from(senders).where(inArray(senders.storeId, ids)),
    db.select().from(domains).where(inArray(domains.storeId, ids)),
  ]);
  return { services: serviceRows, senders: senderRows, domains: domainRows };
}

interface Reserved {
  left: number;
  at: number;
  timeZone: string;
}

export class Dispatch {
  private readonly reserved = new Map<string, Reserved>();
  private readonly accepted = new Map<string, number>();
  /** Stores of which something was held until somebody acts, with what was known of their services and senders. */
  private readonly endless = new Set<string>();
  /** Reservations under way, so that two lines do not both ask for the same. */
  private readonly asking = new Map<string, Promise<void>>();

  private constructor(
    private readonly stores: Map<string, StoreWays>,
    private readonly destinations: Map<string, KnownDestination>,
    /** What readers do not want, by store and address. */
    private readonly unsubscribed: ReadonlyMap<string, ReadonlyMap<string, readonly OptionalKind[]>>,
    /** Nothing of it counts against a service's limits, nor says anything of how a service is. */
    private readonly rehearsed: boolean,
  ) {}

  /**
   * Reads what deciding for a batch needs, in a few queries.
   *
   * @param rehearsed for what is rehearsed, which counts against no limit and goes to no service
   * @param by for several batches that go by the same settings
   */
  static async for(
    batch: readonly Delivery[],
    timeZones: ReadonlyMap<string, string>,
    rehearsed?: StandIns,
    by?: SentBy,
  ): Promise<Dispatch> {
    const ids = [...new Set(batch.map((d) => d.storeId))];
    const [{ services: serviceRows, senders: senderRows, domains: domainRows }, withholdingRows] = await Promise.all([
      by ?? sentBy(ids),
      database().select().from(withholdings).where(inArray(withholdings.storeId, ids)),
    ]);
    const known = await knownDestinations(rehearsed ? [] : serviceRows.map((s) => s.id), [
      ...new Set(batch.map((d) => domainOf(d.recipient).toLowerCase())),
    ]);
    const made = ids.map((storeId): [string, StoreWays] => {
      const there = serviceRows.filter((s) => s.storeId === storeId);
      const own = rehearsed ? rehearsed.services(there) : there;
      const sending = senderRows.filter((s) => s.storeId === storeId);
      return [
        storeId,
        {
          timeZone: timeZones.get(storeId) ?? 'UTC',
          services: new Map(own.map((s) => [s.id, s])),
          standings: own.map(standingOf),
          senders: rehearsed ? rehearsed.senders(sending) : sending,
          withholdings: withholdingRows.filter((w) => w.storeId === storeId),
          keys: new Map(
            domainRows
              .filter((d) => d.storeId === storeId)
              .map((d) => [
                d.name.toLowerCase(),
                {
                  key: d.signing ? { domain: d.name, selector: d.selector, privateKey: d.privateKey } : undefined,
                  bouncing: d.bouncing,
                },
              ]),
          ),
          waiting: batch.filter((d) => d.storeId === storeId).length,
        },
      ];
    });
    const unsubscribed = await Promise.all(
      ids.map(async (storeId) => {
        const readers = batch.filter((d) => d.storeId === storeId && d.optional !== '').map((d) => d.recipient);
        return [storeId, await unsubscribedOf(storeId, readers)] as const;
      }),
    );
    return new Dispatch(new Map(made), known, new Map(unsubscribed), rehearsed !== undefined);
  }

  /**
   * Decides for one delivery. What a service may take is taken with it.
   *
   * @param from the address that its edition is sent from, instead of its sender's; left aside when the store does not send from its domain
   */
  async way(delivery: Delivery, from?: string): Promise<Way> {
    const store = this.stores.get(delivery.storeId)!;
    const wanted = Math.max(1, store.waiting);
    store.waiting -= 1;
    const withheld = delivery.released
      ? undefined
      : withheldBy(store.withholdings, delivery.recipient, delivery.sender);
    if (withheld) {
      return {
        kind: 'withheld',
        cause: 'withheld',
        words: kept(() => withheldWords(withheld)),
        remedy: kept(() => say.releaseOrTakeOff),
      };
    }
    if (this.doesNotWant(delivery)) {
      return {
        kind: 'withheld',
        cause: 'unsubscribed',
        words: kept(() => reasonWords({ code: 'unsubscribed', address: delivery.recipient, kind: delivery.optional })),
        remedy: kept(() => say.askedNotTo),
      };
    }
    const usual = senderFor(store.senders, delivery.sender);
    const ours = store.senders.map((s) => domainOf(s.address).toLowerCase());
    const sender = usual && from !== undefined && isOfDomain(from, ours) ? { ...usual, address: from } : usual;
    if (!sender && store.standings.length > 0) {
      this.endless.add(delivery.storeId);
      return {
        kind: 'hold',
        cause: 'no sender',
        until: FAR_AHEAD,
        words: kept(() => say.noSenderYet),
        remedy: kept(() => say.giveASender),
      };
    }
    const domain = domainOf(delivery.recipient).toLowerCase();
    const putOff = (serviceId: string): PutOff | undefined => {
      const known = this.destinations.get(destinationKey(serviceId, domain));
      return known?.until && { until: known.until.getTime(), words: known.words };
    };
    for (;;) {
      const choice = chooseService(store.standings, sender?.address ?? '', sendingNow(), putOff);
      if (choice.kind === 'wait') {
        if (choice.until === undefined) this.endless.add(delivery.storeId);
        return {
          kind: 'hold',
          cause: choice.cause,
          until: choice.until === undefined ? FAR_AHEAD : new Date(choice.until),
          words: choice.words,
          remedy: choice.remedy,
        };
      }
      const service = store.services.get(choice.service.id)!;
      if (await this.take(service, choice.service, store.timeZone, wanted)) {
        return {
          kind: 'send',
          service,
          sender: sender!,
          passedOver: choice.passedOver,
          ...this.origin(store, service, sender!, delivery.id),
        };
      }
    }
  }

  private doesNotWant({ storeId, recipient, optional }: Delivery): boolean {
    const kinds = optional === '' ? undefined : this.unsubscribed.get(storeId)?.get(recipient.toLowerCase());
    return kinds?.some((kind) => kind === optional) ?? false;
  }

  /** Those of these addresses that a store writes to. */
  writable(storeId: string, addresses: readonly string[], kind: SenderKind): string[] {
    const { withholdings } = this.stores.get(storeId)!;
    return addresses.filter((address) => !withheldBy(withholdings, address, kind));
  }

  /** Who sends messages of a kind for a store. */
  senderOf(storeId: string, kind: SenderKind): SenderRow | undefined {
    return senderFor(this.stores.get(storeId)!.senders, kind);
  }

  private origin(
    store: StoreWays,
    service: ServiceRow,
    sender: SenderRow,
    deliveryId: string,
  ): { key: SigningKey | undefined; returnPath: string; replyTo: string } {
    const domain = domainOf(sender.address).toLowerCase();
    const known = store.keys.get(domain);
    // An account at a mail host sends as itself only, the return-path included.
    const ours = known?.bouncing && service.kind !== 'account';
    return {
      key: known?.key,
      replyTo:
        known?.bouncing && sender.takesReplies ? replyAddressOf(deliveryId, bounceDomainOf(domain)) : sender.replyTo,
      returnPath: ours ? returnPathOf(deliveryId, bounceDomainOf(domain)) : sender.address,
    };
  }

  /** Takes one message out of what is reserved; false when the limit is reached, which the standing then says. */
  private async take(
    service: ServiceRow,
    standing: ServiceStanding,
    timeZone: string,
    wanted: number,
  ): Promise<boolean> {
    if (this.rehearsed || (service.perMinute === null && service.perDay === null)) return true;
    for (;;) {
      const have = this.reserved.get(service.id);
      if (have && have.left > 0) {
        have.left -= 1;
        return true;
      }
      if (standing.left === 0) return false;
      let asking = this.asking.get(service.id);
      if (!asking) {
        asking = this.reserveMore(service, standing, timeZone, wanted).finally(() => this.asking.delete(service.id));
        this.asking.set(service.id, asking);
      }
      await asking;
    }
  }

  private async reserveMore(
    service: ServiceRow,
    standing: ServiceStanding,
    timeZone: string,
    wanted: number,
  ): Promise<void> {
    const at = databaseNow();
    const { granted, againAt } = await reserve(service, timeZone, wanted, at);
    this.reserved.set(service.id, { left: granted, at, timeZone });
    if (granted === 0) {
      standing.left = 0;
      if (againAt !== undefined) standing.leftAgainAt = againAt;
    }
  }

  /** A service took a message, and its recipient's domain with it. */
  async took(service: ServiceRow, recipient: string): Promise<void> {
    if (this.rehearsed) return;
    this.accepted.set(service.id, (this.accepted.get(service.id) ?? 0) + 1);
    if (service.failures > 0 || service.downUntil) {
      service.failures = 0;
      service.downUntil = null;
      await database()
        .update(services)
        .set({ failures: 0, downUntil: null, downWords: '' })
        .where(eq(services.id, service.id));
    }
    const domain = domainOf(recipient).toLowerCase();
    if (this.destinations.delete(destinationKey(service.id, domain))) await destinationAccepted(service.id, domain);
  }

  /** A service cannot be used just now: it rests, and the next in line takes over. Returns until when. */
  async failed(service: ServiceRow, kind: CauseKind, words: string): Promise<Date> {
    // Several lines that fail at once are one failure.
    if (service.downUntil && service.downUntil.getTime() > sendingNow()) return service.downUntil;
    const failures = service.failures + 1;
    // A limit takes time to renew, and a password that is tried too often locks an account.
    const rest = restAfter(kind === 'limit reached' ? 10 : kind === 'wrong password' ? failures + 3 : failures);
    const downUntil = new Date(sendingNow() + rest);
    Object.assign(service, { failures, downUntil, downWords: words });
    const standing = this.stores.get(service.storeId)?.standings.find((s) => s.id === service.id);
    if (standing) Object.assign(standing, { downUntil: downUntil.getTime(), downWords: words });
    if (this.rehearsed) return downUntil;
    await database()
      .update(services)
      .set({ failures, downUntil, downWords: keptWithin(words, 2000) })
      .where(eq(services.id, service.id));
    return downUntil;
  }

  /** A recipient's domain put off a message of a service. */
  async putOff(service: ServiceRow, recipient: string, words: string): Promise<void> {
    const domain = domainOf(recipient).toLowerCase();
    if (this.rehearsed) return;
    this.destinations.set(destinationKey(service.id, domain), { until: undefined, words });
    await destinationFailed(service.id, domain, words);
  }

  /** Gives back what was reserved and not used, and counts what was taken. */
  async finish(): Promise<void> {
    for (const [serviceId, { left, at, timeZone }] of this.reserved) {
      const service = [...this.stores.values()].map((s) => s.services.get(serviceId)).find(Boolean);
      if (service) await returnUnused(service, timeZone, left, at);
    }
    for (const [serviceId, count] of this.accepted) await countAccepted(serviceId, count, databaseNow());
    this.reserved.clear();
    this.accepted.clear();
    await this.letGoOfLate();
  }

  /**
   * Somebody may have connected a service or named a sender after this batch had read them and before it held what it could not
   * send: their letting go came too early for it, so it is done again.
   */
  private async letGoOfLate(): Promise<void> {
    for (const storeId of this.endless) {
      const before = this.stores.get(storeId)!;
      const [serviceRows, senderRows] = await Promise.all([servicesOf(storeId), sendersOf(storeId)]);
      if (mark([...before.services.values()], before.senders) !== mark(serviceRows, senderRows)) {
        await releaseHeld(storeId);
      }
    }
    this.endless.clear();
  }
}

/** What decides whether anything can be sent at all. */
function mark(serviceRows: readonly ServiceRow[], senderRows: readonly SenderRow[]): string {
  return JSON.stringify([
    serviceRows.map((s) => [s.id, s.paused, s.host, s.port, s.kind, s.user, s.domains, s.password]),
    senderRows.map((s) => [s.kind, s.address]),
  ]);
}
