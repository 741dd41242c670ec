/** What Today says about sending: services, limits, senders, domains. */
import { NEAR_LIMIT } from '@/core/mail';
import type { ServiceView } from '@/contract/sending';
import type { TodayLine } from '@/contract/today';
import type { Access } from '../../auth/access';
import { domainViews } from './domains';
import { senderViews } from './senders';
import { say } from '@/words/ready';
import { readerLocale } from '@/words/speak';

/** @param held how many messages wait until somebody does something or a limit renews */
export async function sendingLines(
  access: Access,
  held: number,
  services: readonly ServiceView[],
): Promise<TodayLine[]> {
  const [senders, domains] = await Promise.all([senderViews(access), domainViews(access)]);
  const lines: TodayLine[] = [];
  if (services.length === 0) {
    lines.push({
      state: 'failing',
      fact: held > 0 ? say.noServiceHeld({ n: held }) : say.noService,
      action: say.connectAService,
      href: '/sending/services/new',
      step: 'service',
    });
  }
  lines.push(...services.flatMap((s) => serviceLines(s, access.store.timeZone)));
  for (const { kind, address, trouble } of senders) {
    if (trouble) {
      lines.push({
        state: 'failing',
        fact: say.nothingGoesOutAsAddress({ address, kind, words: trouble.words }),
        action: say.seeSenders,
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
            fact: goodSince ? say.recordsRightSince({ name, day: goodSince.slice(0, 10) }) : say.recordsRight({ name }),
            action: say.seeThem,
            href: `/sending/domains/${name}`,
          }
        : {
            state: 'failing',
            fact: say.rightOfMustDnsRecords({ right, must, name }),
            action: say.seeWhatIsMissing,
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
    lines.push({ state: 'waiting', fact: say.nameIsPausedWhatIs({ name }), action: say.resume, href });
  } else if (resting) {
    lines.push({
      state: 'failing',
      fact: say.nameFailedAndWillBe({ name, words: resting.words }),
      action: say.seeWhy,
      href,
    });
  } else if (!check) {
    lines.push({
      state: 'waiting',
      fact: say.nameIsConnectedAndNot({ name }),
      action: say.checkIt,
      href,
      step: 'check',
    });
  } else if (!check.passed) {
    const failing = check.steps.find((s) => s.state === 'failed');
    lines.push({
      state: 'failing',
      fact: say.nameFailedItsCheckCause({ name, cause: failing?.diagnosis?.cause ?? failing?.label ?? '' }),
      action: say.seeWhy,
      href,
    });
  } else {
    lines.push({ state: 'good', fact: say.nameTakesMail({ name }), action: say.seeTheCheck, href });
  }
  if (perDay !== null && use.used >= perDay * NEAR_LIMIT) {
    const at = (time: number): string =>
      new Intl.DateTimeFormat(readerLocale(), { timeZone, hour: '2-digit', minute: '2-digit' }).format(time);
    const so = { name, used: use.used, perDay };
    lines.push({
      state: use.used >= perDay ? 'failing' : 'waiting',
      fact:
        use.used >= perDay
          ? say.nearLimitUntil({ ...so, at: at(use.day.until) })
          : forecast?.runsOutAt
            ? say.nearLimitPace({ ...so, at: at(forecast.runsOutAt) })
            : say.nearLimit(so),
      action: say.seeItsUse,
      href,
    });
  }
  return lines;
}
