'use client';
/** How the installation is: what it will have used up and when, its processes, its database, what waits, and its newest backup. */
import type { ReactNode } from 'react';
import type { InstallationSeen, NodeSeen, NodeState, ProcessSeen } from '@/contract/installation';
import type { ProcessKind } from '@/contract/figures';
import { DELIVERY_STATE_WORDS } from '@/core/mail/state';
import { fileSize } from '@/core/names';
import { fullLengthOf, Time, timeWords, wholeNumber } from '../parts/format';
import { Mark } from '../parts/marks';
import { Page, PanelTitle } from '../parts/Page';
import { Head } from '../parts/Table';
import { WatchWaiting } from '../parts/WatchWaiting';
import { StoreTabs } from '../terms/StoreTabs';
import { backupAge, backupIsDue, isInStep, isOverdue, isSkewed, isWell, missingKinds, thingsToSee } from './attention';
import { Endings } from './Endings';
import { inEachLanguage, listed, readerLocale } from '@/words/speak';
import { say } from '@/words/installation';

export interface InstallationProps {
  seen: InstallationSeen;
  base: string;
  zone: string;
  /** The limit whose readings are shown, by its id. */
  show: string;
}

export function InstallationScreen({ seen, base, zone, show }: InstallationProps) {
  const things = thingsToSee(seen);
  return (
    <Page
      title={say.installation}
      note={
        <span className="flex items-center gap-1.5">
          <Mark tone={things === 0 ? 'good' : 'waiting'} size={12} />
          {things === 0 ? say.allWell : say.toSee({ n: things })}
        </span>
      }
      actions={<StoreTabs base={base} part="installation" />}
    >
      <WatchWaiting waiting every={5_000} />
      <div className="flex flex-col gap-6 px-5 py-4 lg:h-full lg:overflow-auto">
        <Endings {...{ seen, zone, show }} />
        <div className="grid gap-x-8 gap-y-6 xl:grid-cols-2">
          <div className="flex flex-col gap-6">
            <Processes {...{ seen, zone }} />
            {seen.stores.length > 0 && <StoresPart seen={seen} />}
          </div>
          <div className="flex flex-col gap-6">
            <DatabasePart seen={seen} />
            <div className="grid gap-x-8 gap-y-6 sm:grid-cols-2">
              <WaitingPart seen={seen} />
              <BackupPart {...{ seen, zone }} />
            </div>
          </div>
        </div>
      </div>
    </Page>
  );
}

const KINDS: Record<ProcessKind, string> = inEachLanguage(() => ({
  web: say.web,
  worker: say.worker,
  rehearser: say.rehearser,
  bounces: say.bounces,
}));

function Processes({ seen, zone }: { seen: InstallationSeen; zone: string }) {
  const missing = missingKinds(seen);
  return (
    <section aria-labelledby="processes">
      <PanelTitle>
        <span id="processes">{say.processes}</span>
      </PanelTitle>
      <table className="lines mt-2 w-full text-sm">
        <Head
          columns={[
            { label: say.kind },
            { label: say.process },
            { label: say.state },
            { label: say.since },
            { label: say.memory, end: true },
            { label: say.late, end: true },
          ]}
        />
        <tbody>
          {missing.map((kind) => (
            <tr key={kind} className="border-b border-rule">
              <td data-line="name" className="py-1.5 ps-5 pe-2 font-semibold">
                {KINDS[kind]}
              </td>
              <td data-line="rest" colSpan={5} className="px-2 text-madder">
                {say.noProcess}
              </td>
            </tr>
          ))}
          {seen.processes.map((p) => (
            <tr key={p.id} className="border-b border-rule">
              <td data-line="name" className="py-1.5 ps-5 pe-2 font-semibold">
                {KINDS[p.kind]}
              </td>
              <td data-line="rest" className="max-w-36 truncate px-2 text-slate" title={p.id}>
                {p.id}
              </td>
              <td data-line="end" className="px-2">
                <span className="flex items-center gap-1.5">
                  <Mark tone={isWell(p) ? 'good' : p.alive ? 'waiting' : 'failing'} size={12} />
                  {processWords(p)}
                </span>
              </td>
              <td data-line="foot" className="px-2">
                <Time at={p.alive ? p.begunAt : p.seenAt} zone={zone} />
              </td>
              <td data-line="foot-end" className="px-2 text-end tabular-nums whitespace-nowrap">
                {p.alive && p.residentBytes > 0 && fileSize(p.residentBytes)}
              </td>
              <td className="px-2 pe-5 text-end tabular-nums whitespace-nowrap">
                {p.alive && say.milliseconds({ n: Math.round(p.loopLagMs) })}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function processWords(p: ProcessSeen): string {
  if (!p.alive) return say.gone;
  const seconds = Math.round(Math.abs(p.clockAheadMs) / 1_000);
  const wrong = [
    ...(p.wrongSecret ? [say.wrongSecret] : []),
    ...(isSkewed(p) ? [p.clockAheadMs > 0 ? say.clockAhead({ seconds }) : say.clockBehind({ seconds })] : []),
  ];
  return wrong.length > 0 ? listed(wrong) : say.runs;
}

const NODE_STATES: Record<NodeState, string> = inEachLanguage(() => ({
  single: say.single,
  'in-step': say.inStep,
  joining: say.joining,
  giving: say.giving,
  'cut-off': say.cutOff,
  away: say.away,
}));

/** A node for which the others had to wait for so much of the time is said to be slow. */
const SLOW = 0.05;

function DatabasePart({ seen }: { seen: InstallationSeen }) {
  const { bytes, perDay } = seen.database;
  return (
    <section aria-labelledby="database">
      <PanelTitle>
        <span id="database">{say.database}</span>
      </PanelTitle>
      <table className="lines mt-2 w-full text-sm">
        <Head
          columns={[
            { label: say.node },
            { label: say.state },
            { label: say.version },
            { label: say.connected },
            ...(seen.nodes.length > 1 ? [{ label: say.behind, end: true }] : []),
          ]}
        />
        <tbody>
          {seen.nodes.map((n) => (
            <tr key={n.host} className="border-b border-rule">
              <td data-line="name" className="py-1.5 ps-5 pe-2 font-semibold">
                {n.host}
              </td>
              <td data-line="end" className="px-2">
                <span className="flex items-center gap-1.5">
                  <Mark
                    tone={isInStep(n) ? 'good' : n.state === 'away' || n.state === 'cut-off' ? 'failing' : 'waiting'}
                    size={12}
                  />
                  {nodeWords(n)}
                </span>
              </td>
              <td className="px-2">{n.version}</td>
              <td data-line="rest" className="px-2 tabular-nums">
                {n.connections && say.connectedOf(n.connections)}
              </td>
              {seen.nodes.length > 1 && (
                <td className="px-2 pe-5 text-end tabular-nums">{n.state !== 'away' && wholeNumber(n.behind)}</td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-sm">
        {bytes === undefined
          ? say.sizeUnknown
          : perDay === undefined
            ? say.size({ size: fileSize(bytes) })
            : (perDay < 0 ? say.sizeShrinks : say.sizeGrows)({
                size: fileSize(bytes),
                perDay: fileSize(Math.abs(perDay)),
              })}
      </p>
      {bytes !== undefined && !seen.ends.some((e) => e.kind === 'disk') && (
        <p className="mt-1 text-sm text-slate">{say.diskElsewhere}</p>
      )}
    </section>
  );
}

function nodeWords({ state, waitedFor }: NodeSeen): string {
  if (waitedFor < SLOW) return NODE_STATES[state];
  const percent = new Intl.NumberFormat(readerLocale(), { style: 'percent' }).format(waitedFor);
  return listed([NODE_STATES[state], say.slow({ percent })]);
}

function WaitingPart({ seen }: { seen: InstallationSeen }) {
  const { due, oldestMs, sending, planned, deferred, held } = seen.waiting;
  const late = isOverdue(seen);
  return (
    <section aria-labelledby="waiting">
      <PanelTitle aside={say.ofAllStores}>
        <span id="waiting">{say.waiting}</span>
      </PanelTitle>
      <dl className="mt-2 grid grid-cols-[1fr_auto] gap-y-1 text-sm">
        <Figure
          label={late ? say.dueSince({ due: say.due, long: fullLengthOf(oldestMs) }) : say.due}
          value={due}
          bad={late}
        />
        <Figure label={DELIVERY_STATE_WORDS.sending} value={sending} />
        <Figure label={DELIVERY_STATE_WORDS.planned} value={planned} />
        <Figure label={DELIVERY_STATE_WORDS.deferred} value={deferred} />
        <Figure label={DELIVERY_STATE_WORDS.held} value={held} />
      </dl>
    </section>
  );
}

/** What is due by store: none keeps another waiting. */
function StoresPart({ seen: { stores, otherStores } }: { seen: InstallationSeen }) {
  const rows = [...stores, ...(otherStores ? [{ ...otherStores, id: 'others', name: say.otherStores }] : [])];
  const all = rows.reduce((sum, r) => sum + r.share, 0);
  return (
    <section aria-labelledby="stores">
      <PanelTitle>
        <span id="stores">{say.share}</span>
      </PanelTitle>
      <p className="mt-1 text-sm text-slate">{say.shareNote}</p>
      <table className="lines mt-2 w-full text-sm">
        <Head columns={[{ label: say.store }, { label: say.share, end: true }, { label: say.due, end: true }]} />
        <tbody>
          {rows.map(({ id, name, due, oldestMs, share }) => (
            <tr key={id} className="border-b border-rule">
              <td data-line="name" className="py-1.5 ps-5 pe-2 font-semibold">
                {name}
              </td>
              <td data-line="end" className="px-2 text-end tabular-nums">
                {say.shareOf({ share, all })}
              </td>
              <td data-line="foot" className="px-2 pe-5 text-end tabular-nums">
                {due === 0 ? wholeNumber(0) : say.dueFor({ n: due, long: fullLengthOf(oldestMs) })}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Figure({ label, value, bad = false }: { label: ReactNode; value: number; bad?: boolean }) {
  return (
    <>
      <dt className={`first-letter:uppercase ${bad ? 'font-semibold text-madder' : ''}`}>{label}</dt>
      <dd className={`text-end tabular-nums ${bad ? 'font-semibold text-madder' : ''}`}>{wholeNumber(value)}</dd>
    </>
  );
}

function BackupPart({ seen, zone }: { seen: InstallationSeen; zone: string }) {
  const { backup, versions } = seen;
  const age = backupAge(seen);
  return (
    <section aria-labelledby="backup" className="text-sm">
      <PanelTitle>
        <span id="backup">{say.backups}</span>
      </PanelTitle>
      <p className="mt-2 flex items-start gap-1.5">
        <span className="mt-1">
          <Mark tone={backupIsDue(seen) ? 'waiting' : 'good'} size={12} />
        </span>
        <span>
          {backup
            ? say.lastBackup({
                ...{ at: timeWords(backup.at, zone), size: fileSize(backup.bytes), long: fullLengthOf(backup.ms) },
              })
            : say.noBackup}
        </span>
      </p>
      {age !== undefined && backupIsDue(seen) && <p className="mt-1">{say.oldBackup({ days: age })}</p>}
      <h3 className="mt-4 font-serif text-slate italic">{say.versions}</h3>
      <p className="mt-1">{say.versionsAre(versions)}</p>
    </section>
  );
}
