'use client';
/** Each way out of the store, and what its last proofs showed. */
import type { ReactNode } from 'react';
import Link from '../parts/Link';
import { Time, timeWords } from '../parts/format';
import { Mark, type Tone } from '../parts/marks';
import { isBadProof, type ProofStanding } from '@/core/proof';
import type { ProofPathView, ProofRow, ProofView } from '@/contract/proof';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/proof';

export const STANDING_WORDS: Record<ProofStanding, string> = inEachLanguage(() => ({
  good: say.good,
  'under way': say.underWay,
  unsent: say.unsent,
  unread: say.unread,
  late: say.late,
  junk: say.junk,
  'not vouched for': say.notVouchedFor,
  missing: say.missing,
  returned: say.returned,
  refused: say.refused,
}));

/** What follows from a standing, where it says more than its word. */
const NOTES: Partial<Record<ProofStanding, string>> = inEachLanguage(() => ({
  missing: say.missingNote,
  unread: say.unreadNote,
  junk: say.junkNote,
  late: say.lateNote,
  'not vouched for': say.notVouchedForNote,
}));

const toneOf = (standing: ProofStanding): Tone =>
  standing === 'good' ? 'good' : isBadProof(standing) ? 'failing' : standing === 'under way' ? 'quiet' : 'waiting';

const folderWords = (folder: string): string =>
  folder === '' ? say.atListener : say.inFolder({ folder: folder.toUpperCase() === 'INBOX' ? say.inbox : folder });

function tookWords(ms: number): string {
  if (ms < 1_000) return say.atOnce;
  const seconds = Math.round(ms / 1_000);
  return seconds < 120 ? say.tookMs({ n: seconds }) : say.tookMinutes({ n: Math.round(seconds / 60) });
}

/** Where it was found and how long it took. */
const whereWords = (proof: ProofRow): string =>
  proof.tookMs === undefined ? '' : `${folderWords(proof.folder)}, ${tookWords(proof.tookMs)}`;

function Vouching({ proof }: { proof: ProofRow }) {
  if (proof.tookMs === undefined) return null;
  return (
    <span className="flex flex-wrap gap-x-3 text-slate">
      {(['spf', 'dkim', 'dmarc'] as const).map((method) => {
        const result = proof.authentication[method];
        return (
          <span key={method} className="whitespace-nowrap">
            {say.method({ method: method.toUpperCase(), result: result === '' ? say.notSaid : result })}
          </span>
        );
      })}
    </span>
  );
}

/** The last proofs as strokes, the newest at the end: whole for those that arrived, short for those that did not. */
function Strip({ proofs }: { proofs: readonly ProofRow[] }) {
  const inOrder = proofs.toReversed();
  const bad = inOrder.filter((p) => isBadProof(p.standing)).length;
  const step = 6;
  return (
    <svg
      role="img"
      aria-label={say.lastProofs({ n: inOrder.length, bad })}
      width={inOrder.length * step}
      height={18}
      className="max-w-full"
    >
      {inOrder.map((p, i) => {
        const good = p.standing === 'good';
        const wrong = isBadProof(p.standing);
        const height = good ? 16 : wrong ? 8 : 3;
        const fill = good ? 'var(--color-moss)' : wrong ? 'var(--color-madder)' : 'var(--color-slate)';
        return <rect key={p.id} x={i * step} y={17 - height} width={4} height={height} fill={fill} />;
      })}
    </svg>
  );
}

function Mend({ base, path, proof }: { base: string; path: ProofPathView; proof: ProofRow }) {
  if (proof.standing === 'not vouched for' || proof.standing === 'junk') {
    return (
      <Link className="link" href={`${base}/sending/domains/${path.domain}`}>
        {say.seeRecords({ domain: path.domain })}
      </Link>
    );
  }
  return (
    <Link className="link" href={`${base}/sending/services/${path.serviceId}`}>
      {say.seeService({ name: path.service })}
    </Link>
  );
}

function PathItem({ base, zone, path }: { base: string; zone: string; path: ProofPathView }) {
  const [newest] = path.proofs;
  const standing = newest?.standing;
  return (
    <li className="border border-rule bg-sheet px-4 py-3 text-sm" data-testid="proof-path">
      <div className="flex flex-wrap items-baseline gap-x-2">
        <Link href={`${base}/sending/services/${path.serviceId}`} className="font-serif text-lg hover:text-petrol">
          {path.service}
        </Link>
        <span className="wrap-anywhere">{say.fromDomain({ domain: path.domain })}</span>
        <span className="wrap-anywhere text-slate">{say.asSender({ sender: path.sender })}</span>
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-x-2 gap-y-1" aria-live="polite">
        <Mark tone={standing ? toneOf(standing) : 'quiet'} />
        <span className="font-semibold">{standing ? STANDING_WORDS[standing] : say.never}</span>
        {newest && <Time at={newest.at} zone={zone} />}
        {newest && <span className="text-slate">{whereWords(newest)}</span>}
        {!newest && <span className="text-slate">{say.neverNote}</span>}
      </div>
      {newest && (
        <div className="mt-1 ps-5.5">
          <Vouching proof={newest} />
          {(newest.words !== '' || NOTES[newest.standing]) && (
            <p>{[newest.words, newest.remedy, NOTES[newest.standing]].filter(Boolean).join(' ')}</p>
          )}
          {isBadProof(newest.standing) && <Mend base={base} path={path} proof={newest} />}
        </div>
      )}
      {path.proofs.length > 1 && (
        <details className="mt-2">
          <summary className="flex min-h-6 cursor-pointer flex-wrap items-center gap-x-3 text-slate">
            <Strip proofs={path.proofs} />
            <span className="link">{say.earlier}</span>
          </summary>
          <ol className="mt-2 max-h-72 overflow-auto" tabIndex={0} aria-label={say.earlier}>
            {path.proofs.map((p) => (
              <li key={p.id} className="flex flex-wrap items-center gap-x-2 border-t border-rule py-1">
                <Mark tone={toneOf(p.standing)} />
                <span className="min-w-28">{timeWords(p.at, zone)}</span>
                <span className="font-semibold">{STANDING_WORDS[p.standing]}</span>
                <span className="text-slate">{whereWords(p)}</span>
                <Vouching proof={p} />
                {p.words !== '' && <span className="basis-full ps-5.5">{p.words}</span>}
              </li>
            ))}
          </ol>
        </details>
      )}
    </li>
  );
}

export function ProofPaths({
  base,
  zone,
  view,
  empty,
}: {
  base: string;
  zone: string;
  view: ProofView;
  empty: ReactNode;
}) {
  const { paths, leftOut } = view;
  return (
    <>
      {paths.length === 0 ? (
        empty
      ) : (
        <ol className="flex flex-col gap-3" aria-label={say.paths}>
          {paths.map((p) => (
            <PathItem key={`${p.serviceId} ${p.domain}`} base={base} zone={zone} path={p} />
          ))}
        </ol>
      )}
      {leftOut.length > 0 && (
        <ul className="mt-3 text-sm text-slate">
          {leftOut.map((l) => (
            <li key={l.serviceId} className="flex items-start gap-2">
              <span className="mt-0.5">
                <Mark tone="waiting" />
              </span>
              {l.why === 'paused' ? say.pausedNone({ name: l.service }) : say.noSenderNone({ name: l.service })}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
