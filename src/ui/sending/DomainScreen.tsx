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
import { say } from '@/words/sending';
import { say as common } from '@/words/common';
import { Said } from '../parts/Said';
import { inSentence } from '@/words/speak';

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
      back={{ href: `${base}/sending/domains`, label: say.allDomains }}
      note={
        <span data-testid="domain-state">
          {domain.good
            ? say.allThatMustBeThere
            : domain.lookedAt
              ? say.rightOfMustRecordsThat({ right: domain.right, must: domain.must })
              : say.notLookedAtYet}{' '}
          {domain.lookedAt && (
            <Said
              words={say.lastAndNextCheck({})}
              marks={{
                last: () => <Time at={domain.lookedAt!} zone={zone} />,
                next: () => <Time at={domain.nextLookAt} zone={zone} />,
              }}
            />
          )}
        </span>
      }
      actions={
        <>
          {registrar && (
            <a className="link text-sm" href={registrar} target="_blank" rel="noreferrer">
              {say.theRegistrar}
            </a>
          )}
          <button
            type="button"
            className="btn"
            disabled={busy !== undefined}
            onClick={() => void run('look', props.onLook)}
          >
            {busy === 'look' ? say.askingDns : say.lookNow}
          </button>
        </>
      }
    >
      <div className="lg:h-full lg:overflow-auto px-5 py-3">
        <table className="w-full table-fixed text-sm" data-testid="records">
          <thead className="text-start text-xs text-slate">
            <tr>
              <th className="w-44 py-1 text-start font-normal">{say.record}</th>
              <th className="py-1 text-start font-normal">{say.expected}</th>
              <th className="py-1 text-start font-normal">{say.foundInDns}</th>
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
              ? say.messagesAreSignedWithThe({ selector: domain.selector })
              : say.messagesAreSignedAsSoon({ selector: domain.selector })}{' '}
            {domain.nextSelector !== '' && say.theKeyNextSelectorTakesOver({ nextSelector: domain.nextSelector })}
          </span>
          {mayEdit && domain.signing && domain.nextSelector === '' && (
            <button
              type="button"
              className="btn btn-quiet"
              disabled={busy !== undefined}
              onClick={() => void run('key', props.onNewKey)}
            >
              {busy === 'key' ? say.makingAKey : say.changeTheKey}
            </button>
          )}
          {mayEdit &&
            (asking ? (
              <button
                type="button"
                className="btn text-madder"
                onClick={() =>
                  void answered(props.onRemove()).then((r) => {
                    if (valueOrToast(r) === undefined) return;
                    router.push(`${base}/sending/domains`);
                    router.refresh();
                  })
                }
              >
                {say.removeNameAndItsKey({ name: domain.name })}
              </button>
            ) : (
              <button type="button" className="btn btn-quiet" onClick={() => setAsking(true)}>
                {say.remove}
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
          {record.advised && ` ${say.advisedRecord}`}
        </div>
      </td>
      <td className="py-2.5 pe-4">
        <Copied
          label={say.hostOf({ record: RECORD_LABELS[record.kind] })}
          text={hostPart(record.name, domain)}
          note={record.type}
        />
        {judgement.standing === 'unanswered' && record.found.length === 0 && isMerged(record) ? (
          <p className="ms-10 text-xs text-slate">{say.workedOutAsSoonAs}</p>
        ) : (
          <Copied label={say.valueOf({ record: RECORD_LABELS[record.kind] })} text={record.value} />
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
        aria-label={say.copyLabel({ label: inSentence(label) })}
        onClick={() =>
          void navigator.clipboard.writeText(text).then(
            () => toast(say.labelIsOnTheClipboard({ label })),
            () => toast.error(say.theBrowserDoesNotLet),
          )
        }
      >
        {common.copy}
      </button>
    </div>
  );
}
