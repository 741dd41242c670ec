'use client';
/** One domain: each record that is needed beside what DNS answers now, judged in words. */
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { hostPart, isGood, RECORD_LABELS, RECORD_REASONS, type JudgedRecord } from '@/core/domain';
import type { Result } from '@/core/result';
import { Time } from '../parts/format';
import { Mark, type Tone } from '../parts/marks';
import { Page } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import type { DomainView } from '@/contract/sending';

export interface DomainProps {
  base: string;
  domain: DomainView;
  zone: string;
  registrar?: string | undefined;
  mayEdit: boolean;
  onLook: () => Promise<Result<DomainView>>;
  onNewKey: () => Promise<Result<DomainView>>;
  onRemove: () => Promise<Result<null>>;
}

/** How often the screen asks what the worker has found, while something is not right yet. */
const REFRESH_MS = 5_000;

export function DomainScreen(props: DomainProps) {
  const { base, domain, zone, registrar, mayEdit } = props;
  const router = useRouter();
  const [busy, setBusy] = useState<'look' | 'key'>();
  const [asking, setAsking] = useState(false);
  const settled = domain.good && domain.records.every((r) => isGood(r.judgement));

  useEffect(() => {
    if (settled) return;
    const timer = setInterval(() => router.refresh(), REFRESH_MS);
    return () => clearInterval(timer);
  }, [settled, router]);

  const run = async (what: 'look' | 'key', work: () => Promise<Result<DomainView>>): Promise<void> => {
    setBusy(what);
    valueOrToast(await answered(work()));
    setBusy(undefined);
    router.refresh();
  };
  return (
    <Page
      title={domain.name}
      back={{ href: `${base}/sending/domains`, label: 'All domains' }}
      note={
        <span data-testid="domain-state">
          {domain.good
            ? 'All that must be there is right.'
            : domain.lookedAt
              ? `${domain.right} of ${domain.must} records that must be there are right.`
              : 'Not looked at yet.'}{' '}
          {domain.lookedAt && (
            <>
              Last checked <Time at={domain.lookedAt} zone={zone} />. Next check{' '}
              <Time at={domain.nextLookAt} zone={zone} />.
            </>
          )}
        </span>
      }
      actions={
        <>
          {registrar && (
            <a className="link text-sm" href={registrar} target="_blank" rel="noreferrer">
              The registrar
            </a>
          )}
          <button
            type="button"
            className="btn"
            disabled={busy !== undefined}
            onClick={() => void run('look', props.onLook)}
          >
            {busy === 'look' ? 'Asking DNS ...' : 'Look now'}
          </button>
        </>
      }
    >
      <div className="lg:h-full lg:overflow-auto px-5 py-3">
        <table className="w-full table-fixed text-sm" data-testid="records">
          <thead className="text-start text-xs text-slate">
            <tr>
              <th className="w-44 py-1 text-start font-normal">Record</th>
              <th className="py-1 text-start font-normal">Expected</th>
              <th className="py-1 text-start font-normal">Found in DNS</th>
            </tr>
          </thead>
          <tbody>
            {domain.records.map((r) => (
              <RecordRow key={r.kind} record={r} domain={domain.name} />
            ))}
          </tbody>
        </table>
        <div className="mt-4 flex flex-wrap items-center gap-3 text-sm">
          <span className="text-slate">
            {domain.signing
              ? `Messages are signed with the key ${domain.selector}.`
              : `Messages are signed as soon as DNS has the key ${domain.selector}.`}{' '}
            {domain.nextSelector !== '' && `The key ${domain.nextSelector} takes over when DNS has it.`}
          </span>
          {mayEdit && domain.signing && domain.nextSelector === '' && (
            <button
              type="button"
              className="btn btn-quiet"
              disabled={busy !== undefined}
              onClick={() => void run('key', props.onNewKey)}
            >
              {busy === 'key' ? 'Making a key ...' : 'Change the key'}
            </button>
          )}
          {mayEdit &&
            (asking ? (
              <button
                type="button"
                className="btn text-madder"
                onClick={() =>
                  void answered(props.onRemove()).then((r) => {
                    if (valueOrToast(r) !== undefined) router.push(`${base}/sending/domains`);
                  })
                }
              >
                Remove {domain.name} and its key
              </button>
            ) : (
              <button type="button" className="btn btn-quiet" onClick={() => setAsking(true)}>
                Remove ...
              </button>
            ))}
        </div>
      </div>
    </Page>
  );
}

/** Holds what is there already, so that it cannot be said without knowing that. */
const isMerged = ({ kind }: JudgedRecord): boolean => kind === 'spf';

function toneOf(record: JudgedRecord): Tone {
  const { standing } = record.judgement;
  if (isGood(record.judgement)) return 'good';
  if (standing === 'unanswered') return 'quiet';
  return standing === 'missing' && record.advised ? 'waiting' : 'failing';
}

function RecordRow({ record, domain }: { record: JudgedRecord; domain: string }) {
  const { judgement } = record;
  return (
    <tr className="border-t border-rule align-top" data-record={record.kind} data-standing={judgement.standing}>
      <td className="py-2.5 pe-3">
        <div className="flex items-center gap-2 font-semibold">
          <Mark tone={toneOf(record)} />
          {RECORD_LABELS[record.kind]}
        </div>
        <div className="ps-6 text-xs text-slate">
          {RECORD_REASONS[record.kind]}
          {record.advised && ' Advised.'}
        </div>
      </td>
      <td className="py-2.5 pe-4">
        <Copied
          label={`Host of ${RECORD_LABELS[record.kind]}`}
          text={hostPart(record.name, domain)}
          note={record.type}
        />
        {judgement.standing === 'unanswered' && record.found.length === 0 && isMerged(record) ? (
          <p className="ms-10 text-xs text-slate">Worked out as soon as DNS says what is there already.</p>
        ) : (
          <Copied label={`Value of ${RECORD_LABELS[record.kind]}`} text={record.value} />
        )}
      </td>
      <td className="py-2.5">
        <p className={isGood(judgement) ? '' : 'font-semibold'}>{judgement.words}</p>
        {judgement.hints.map((h) => (
          <p key={h} className="text-marigold-ink">
            {h}
          </p>
        ))}
        {judgement.standing !== 'exact' &&
          record.found.map((f) => (
            <code key={f} className="mt-1 block max-h-16 overflow-auto bg-panel px-2 py-1 font-mono text-xs break-all">
              {f}
            </code>
          ))}
      </td>
    </tr>
  );
}

/** A text to be pasted elsewhere, with a button that takes it along. */
function Copied({ text, label, note }: { text: string; label: string; note?: string }) {
  return (
    <div className="mb-1 flex items-start gap-2">
      {note && <span className="w-8 shrink-0 pt-1 text-xs text-slate">{note}</span>}
      <code
        className={`block max-h-16 min-w-0 flex-1 overflow-auto bg-panel px-2 py-1 font-mono text-xs break-all ${note ? '' : 'ms-10'}`}
        tabIndex={0}
        aria-label={label}
      >
        {text}
      </code>
      <button
        type="button"
        className="btn btn-quiet shrink-0 text-xs"
        aria-label={`Copy ${label.toLowerCase()}`}
        onClick={() =>
          void navigator.clipboard.writeText(text).then(
            () => toast(`${label} is on the clipboard.`),
            () => toast.error('The browser does not let pages use the clipboard. Select the text and copy it.'),
          )
        }
      >
        Copy
      </button>
    </div>
  );
}
