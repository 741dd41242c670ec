/** Limits ahead: what will be used up, when, and how sure that is; with the readings of one of them as a chart. */
import type { Ending, InstallationSeen } from '@/contract/installation';
import { fileSize } from '@/core/names';
import { LEAST_DAYS } from '@/core/trend';
import { timeWords, wholeNumber } from '../parts/format';
import Link from '../parts/Link';
import { Mark, type Tone } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { Head } from '../parts/Table';
import { endingUrgency, type Urgency } from './attention';
import { TrendChart } from './TrendChart';
import { readerLocale } from '@/words/speak';
import { say } from '@/words/installation';

const TONES: Record<Urgency, Tone> = { well: 'good', soon: 'waiting', now: 'failing' };

/** A figure of an ending in its unit. */
const inUnit = ({ kind }: Ending, value: number): string => (kind === 'disk' ? fileSize(value) : wholeNumber(value));

function nameOf({ kind, name }: Ending): string {
  if (kind === 'disk') return say.disk;
  if (kind === 'connections') return say.connections;
  return kind === 'limit' ? say.limitOf({ name }) : say.certificateOf({ place: name });
}

export function Endings({ seen, zone, show }: { seen: InstallationSeen; zone: string; show: string }) {
  const charted = seen.ends.filter((e) => e.readings.length > 0);
  const shown = charted.find((e) => e.id === show) ?? charted[0];
  const at = Date.parse(seen.at);
  return (
    <section aria-labelledby="ends" className="grid gap-x-8 gap-y-4 xl:grid-cols-3">
      <div className="xl:col-span-2">
        <PanelTitle>
          <span id="ends">{say.upTo}</span>
        </PanelTitle>
        <p className="mb-2 text-sm text-slate">{say.upToNote}</p>
        <table className="lines w-full text-sm">
          <Head
            columns={[
              { label: say.what },
              { label: say.used, end: true },
              { label: say.aDay, end: true },
              { label: say.reached },
              { label: say.howSure },
            ]}
          />
          <tbody>
            {seen.ends.map((e) => (
              <tr key={e.id} className={`border-b border-rule ${e.id === shown?.id ? 'bg-petrol-tint' : ''}`}>
                <td data-line="name" className="py-1.5 ps-5 pe-2">
                  <span className="flex items-center gap-2">
                    <Mark tone={TONES[endingUrgency(e, at)]} size={12} />
                    <EndingName ending={e} shown={e.id === shown?.id} />
                  </span>
                </td>
                <td
                  data-line="rest"
                  className="px-2 text-end tabular-nums whitespace-nowrap"
                  title={e.kind === 'limit' ? say.busiestOf : e.kind === 'connections' ? say.mostAtOnce : undefined}
                >
                  {e.now !== undefined && e.most !== undefined && usedWords(e, e.now, e.most)}
                </td>
                <td className="px-2 text-end tabular-nums whitespace-nowrap">
                  {e.trend && perDayWords(e, e.trend.perDay)}
                </td>
                <td data-line="end" className="px-2 whitespace-nowrap">
                  {reachedWords(e, at, zone)}
                </td>
                <td data-line="foot" className="px-2 pe-5 text-slate">
                  {sureWords(e, zone)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {shown && (
        <div>
          <PanelTitle>{say.growth}</PanelTitle>
          <TrendChart
            key={shown.id}
            readings={shown.readings}
            {...(shown.trend && { trend: shown.trend })}
            {...(shown.most !== undefined && { most: shown.most })}
            {...(shown.reaching && { reaching: shown.reaching })}
            label={
              shown.trend && shown.now !== undefined && shown.most !== undefined
                ? say.growthOf({
                    what: nameOf(shown),
                    used: inUnit(shown, shown.now),
                    most: inUnit(shown, shown.most),
                  })
                : say.growthOfNone({ what: nameOf(shown) })
            }
            words={UNITS[shown.kind === 'disk' ? 'bytes' : 'count']}
          />
        </div>
      )}
    </section>
  );
}

// The same functions each time, so that the chart is drawn anew for other figures only.
const UNITS = { bytes: (value: number): string => (value === 0 ? '0' : fileSize(value)), count: wholeNumber };

/** What can be looked at as a chart leads to it, and what is seen to elsewhere leads there. */
function EndingName({ ending, shown }: { ending: Ending; shown: boolean }) {
  const name = nameOf(ending);
  return (
    <span className="flex flex-wrap items-baseline gap-x-3">
      {ending.readings.length > 0 ? (
        <Link
          href={`?show=${encodeURIComponent(ending.id)}`}
          scroll={false}
          aria-current={shown}
          className="inline-flex min-h-6 items-center font-semibold hover:underline"
        >
          {name}
        </Link>
      ) : (
        <span className="font-semibold">{name}</span>
      )}
      {ending.path !== '' && (
        <Link
          href={ending.path}
          className="inline-flex min-h-6 items-center text-petrol underline"
          aria-label={say.openService({ name: ending.name })}
        >
          {say.open}
        </Link>
      )}
    </span>
  );
}

const usedWords = (e: Ending, now: number, most: number): string =>
  say.usedOf({ used: inUnit(e, now), most: inUnit(e, most) });

const perDayWords = (e: Ending, perDay: number): string =>
  `${perDay < 0 ? '−' : '+'}${e.kind === 'disk' ? fileSize(Math.abs(perDay)) : decimals(Math.abs(perDay))}`;

const decimals = (value: number): string =>
  new Intl.NumberFormat(readerLocale(), { maximumFractionDigits: 1 }).format(value);

const day = (at: number, zone: string): string => timeWords(new Date(at).toISOString(), zone, 'day');

function reachedWords({ reaching, trend }: Ending, at: number, zone: string): string {
  if (reaching?.at !== undefined) return reaching.at <= at ? say.now : day(reaching.at, zone);
  return trend ? say.notSoon : '';
}

function sureWords(e: Ending, zone: string): string {
  const { reaching, trend, readings, kind } = e;
  if (kind === 'certificate') return say.itSaysSo;
  if (kind === 'connections') return say.noTrend;
  if (!trend) return say.daysRead({ n: Math.min(readings.length, LEAST_DAYS - 1) });
  if (reaching?.earliest === undefined) return '';
  const from = day(reaching.earliest, zone);
  if (reaching.latest === undefined) return say.dayFrom({ from });
  return say.dayBetween({ from, until: day(reaching.latest, zone) });
}
