/** Services and senders: what each kind can do, for whom it may send, and which takes a message. */
import { limitDay } from './limits';
import { kept } from '../../words/kept';
import { inEachLanguage } from '../../words/speak';
import { say as why } from '../../words/diagnosis';
import { say } from '../../words/names';

export const SERVICE_KINDS = ['account', 'relay', 'local'] as const;
export type ServiceKind = (typeof SERVICE_KINDS)[number];

export const SERVICE_KIND_LABELS: Record<ServiceKind, string> = inEachLanguage(() => ({
  account: say.anAccountAtAMail,
  relay: say.aRelayForLargerSenders,
  local: say.aServerOfYourOwn,
}));

/** Said before one is chosen. */
export const SERVICE_KIND_NOTES: Record<ServiceKind, { can: string[]; cannot: string[] }> = inEachLanguage(() => ({
  account: {
    can: [say.isThereAlreadyIfThe, say.signsInAsItsAddress],
    cannot: [say.sendsAsThatOneAddress, say.hasALimitForEach, say.returnedMailLandsInIts],
  },
  relay: {
    can: [say.sendsForEveryAddressOf, say.takesManyMessages, say.returnedMailComesBackTo],
    cannot: [say.wantsItsDomainsVerifiedFirst, say.usuallyCostsByTheThousand],
  },
  local: {
    can: [say.standsOnYourOwnNetwork, say.takesMailWithoutAPassword, say.hasNoLimitButIts],
    cannot: [say.othersHaveToTrustIts, say.somebodyHasToKeepIt],
  },
}));

export const SENDER_KINDS = ['orders', 'service', 'staff'] as const;
export type SenderKind = (typeof SENDER_KINDS)[number];

export const SENDER_KIND_LABELS: Record<SenderKind, string> = inEachLanguage(() => ({
  orders: say.orders,
  service: say.service,
  staff: say.staff,
}));

export const SENDER_KIND_NOTES: Record<SenderKind, string> = inEachLanguage(() => ({
  orders: say.ordersReceivedPaidOnTheir,
  service: say.refundsReturnsCancellationsQuestions,
  staff: say.whatColleaguesAreTold,
}));

const SERVICE_MOMENTS =
  /^(refund|return|feedback|account)\.|^by-hand$|^order\.(cancelled|paused|note-added|item-delayed|payment-failed)$/;

/** Which of a store's senders a notification goes out as. */
export function senderKindOf(notification: { moment: string; audience: 'customer' | 'staff' | 'contact' }): SenderKind {
  if (notification.audience === 'staff') return 'staff';
  return SERVICE_MOMENTS.test(notification.moment) ? 'service' : 'orders';
}

export interface SendsFor {
  kind: ServiceKind;
  host: string;
  user: string;
  /** Domains a relay has verified, or addresses a local server is limited to; empty where that is not known. */
  domains: readonly string[];
}

export interface SenderTrouble {
  words: string;
  /** The ways out, each as a sentence. */
  ways: [string, string];
}

const domainOf = (address: string): string => address.slice(address.lastIndexOf('@') + 1).toLowerCase();

/** Why a service will not send as an address, as far as that can be known without asking it; undefined when it may. */
export function senderTrouble(service: SendsFor, address: string): SenderTrouble | undefined {
  const { kind, host, user, domains } = service;
  if (kind === 'account' && user.includes('@') && user.toLowerCase() !== address.toLowerCase()) {
    return {
      words: say.theAccountUserSendsAs({ user, address }),
      ways: [say.sendAsUser({ user }), say.connectTheAccountOfAddress({ address, domainOf: domainOf(address) })],
    };
  }
  if (kind === 'relay' && domains.length > 0 && !domains.some((d) => d.toLowerCase() === domainOf(address))) {
    return {
      words: say.hostSendsForDomainsOnly({ host, domains: domains.join(', '), domainOf: domainOf(address) }),
      ways: [
        say.sendAsAnAddressAt({ domains: domains[0]! }),
        say.haveDomainOfVerifiedAtHost({ domainOf: domainOf(address), host }),
      ],
    };
  }
  return undefined;
}

/** A hint about a From name that reads like the title of a web page. */
export function senderNameHint(name: string): string | undefined {
  if (name.length > 40) return say.phonesShowAbout25Characters({ n: name.length });
  if (/\s[|–—·»:-]\s|\|/.test(name)) return say.itReadsLikeTheTitle;
  return undefined;
}

export interface ServiceStanding extends SendsFor {
  id: string;
  name: string;
  paused: boolean;
  /** Rests until then after it failed; ms since 1970. */
  downUntil?: number | undefined;
  downWords?: string | undefined;
  /** How many it takes now; undefined when it has no limit. */
  left?: number | undefined;
  /** When it takes more, if `left` is 0. */
  leftAgainAt?: number | undefined;
}

export type Choice =
  | { kind: 'use'; service: ServiceStanding; passedOver: string[] }
  /** Until a time, or (undefined) until somebody does something. */
  | { kind: 'wait'; until: number | undefined; cause: WaitCause; words: string; remedy: string };

/** What a message waits for, when no service takes it now. */
export type WaitCause = 'no service' | 'no service may send' | 'services rest';

/** That the recipient's domain keeps putting off what a service brings. */
export interface PutOff {
  /** ms since 1970. */
  until: number;
  words: string;
}

/**
 * The service that takes a message: the first in order that is not paused, not resting, not at its limit, may send as the sender, and
 * is not put off where the message goes. The reasons why others were passed over are given for the record,
 * as kept words (`words/kept`).
 */
export function chooseService(
  services: readonly ServiceStanding[],
  sender: string,
  now: number,
  putOff: (serviceId: string) => PutOff | undefined = () => undefined,
): Choice {
  const passedOver: string[] = [];
  const passed = (words: () => string): void => void passedOver.push(kept(words));
  const waits: number[] = [];
  for (const service of services) {
    const { name } = service;
    const trouble = senderTrouble(service, sender);
    if (trouble) passed(() => why.doesNotSendAs({ service: name, sender }));
    else if (service.paused) passed(() => why.isPaused({ service: name }));
    else if (service.downUntil !== undefined && service.downUntil > now) {
      const words = service.downWords;
      passed(() => (words ? why.restsBecause({ service: name, words }) : why.rests({ service: name })));
      waits.push(service.downUntil);
    } else if (service.left !== undefined && service.left <= 0) {
      passed(() => why.isAtItsLimit({ service: name }));
      waits.push(service.leftAgainAt ?? now + 60_000);
    } else if ((putOff(service.id)?.until ?? 0) > now) {
      const { until, words } = putOff(service.id)!;
      passed(() => why.keepsPuttingOff({ service: name, words }));
      waits.push(until);
    } else return { kind: 'use', service, passedOver };
  }
  if (services.length === 0) {
    return {
      kind: 'wait',
      until: undefined,
      cause: 'no service',
      ...kept(() => ({ words: why.noServiceConnected, remedy: why.connectOne })),
    };
  }
  return {
    kind: 'wait',
    until: waits.length > 0 ? Math.min(...waits) : undefined,
    cause: waits.length > 0 ? 'services rest' : 'no service may send',
    words: passedOver.join(' '),
    remedy: kept(() => (waits.length > 0 ? why.goesOutWhenOneTakes : why.resumeOrConnect)),
  };
}

/** How long a service rests after failing, ms: growing from some seconds, since most trouble is short, to a quarter of an hour. */
export function restAfter(failures: number): number {
  return Math.min(5_000 * 2 ** Math.max(0, failures - 1), 15 * 60_000);
}

/** How much a service takes now, from what it took; undefined when it has no limit. */
export function leftOf(
  limits: { perMinute: number | null; perDay: number | null; renewsAt: string; timeZone: string },
  taken: { minute: number; day: number },
  now: number,
): { left: number; againAt: number } | undefined {
  const { perMinute, perDay, renewsAt, timeZone } = limits;
  if (perMinute === null && perDay === null) return undefined;
  const minute = perMinute === null ? Infinity : perMinute - taken.minute;
  const day = perDay === null ? Infinity : perDay - taken.day;
  return {
    left: Math.max(0, Math.min(minute, day)),
    againAt: day <= 0 ? limitDay(now, renewsAt, timeZone).until : (Math.floor(now / 60_000) + 1) * 60_000,
  };
}
