/** What Today says about sending: services, limits, senders, domains. */
import { NEAR_LIMIT } from '@/core/mail';
import type { ServiceView } from '@/contract/sending';
import type { TodayLine } from '@/contract/today';
import type { Access } from '../../auth/access';
import { domainViews } from './domains';
import { senderViews } from './senders';

/** @param held how many messages wait until somebody does something or a limit renews */
export async function sendingLines(
  access: Access,
  held: number,
  services: readonly ServiceView[],
): Promise<TodayLine[]> {
  const [senders, domains] = await Promise.all([senderViews(access), domainViews(access)]);
  const lines: TodayLine[] = [];
  if (services.length === 0) {
    const waiting = held === 1 ? 'one message is on hold' : `${held} messages are on hold`;
    lines.push({
      state: 'failing',
      fact: `No sending service is connected${held > 0 ? `; ${waiting} until there is one` : ', so nothing can go out'}.`,
      action: 'Connect a service',
      href: '/sending/services/new',
      step: 'service',
    });
  }
  lines.push(...services.flatMap((s) => serviceLines(s, access.store.timeZone)));
  for (const { kind, address, trouble } of senders) {
    if (trouble) {
      lines.push({
        state: 'failing',
        fact: `Nothing goes out as ${address} (${kind}): ${trouble.words}`,
        action: 'See senders',
        href: '/sending/senders',
      });
    }
  }
  for (const { name, good, goodSince, lookedAt, right, must } of domains) {
    if (!lookedAt) continue;
    lines.push(
      good
        ? {
            state: 'good',
            fact: `The DNS records of ${name} are right${goodSince ? ` since ${goodSince.slice(0, 10)}` : ''}.`,
            action: 'See them',
            href: `/sending/domains/${name}`,
          }
        : {
            state: 'failing',
            fact: `${right} of ${must} DNS records that ${name} needs are right.`,
            action: 'See what is missing',
            href: `/sending/domains/${name}`,
          },
    );
  }
  return lines;
}

function serviceLines(service: ServiceView, timeZone: string): TodayLine[] {
  const { id, name, check, paused, resting, use, perDay, forecast } = service;
  const href = `/sending/services/${id}`;
  const lines: TodayLine[] = [];
  if (paused) {
    lines.push({ state: 'waiting', fact: `${name} is paused; what is for it waits.`, action: 'Resume', href });
  } else if (resting) {
    lines.push({
      state: 'failing',
      fact: `${name} failed and will be retried: ${resting.words}`,
      action: 'See why',
      href,
    });
  } else if (!check) {
    lines.push({
      state: 'waiting',
      fact: `${name} is connected and not checked since it was saved.`,
      action: 'Check it',
      href,
      step: 'check',
    });
  } else if (!check.passed) {
    const failing = check.steps.find((s) => s.state === 'failed');
    lines.push({
      state: 'failing',
      fact: `${name} failed its check: ${failing?.diagnosis?.cause ?? failing?.label ?? ''}`,
      action: 'See why',
      href,
    });
  } else {
    lines.push({ state: 'good', fact: `${name} takes mail.`, action: 'See the check', href });
  }
  if (perDay !== null && use.used >= perDay * NEAR_LIMIT) {
    const at = (time: number): string =>
      new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' }).format(time);
    const when =
      use.used >= perDay
        ? `; the rest waits until ${at(use.day.until)}`
        : forecast?.runsOutAt
          ? `; at this pace it is used up at ${at(forecast.runsOutAt)}`
          : '';
    lines.push({
      state: use.used >= perDay ? 'failing' : 'waiting',
      fact: `${name} has sent ${use.used} of ${perDay} messages today${when}.`,
      action: 'See its use',
      href,
    });
  }
  return lines;
}
