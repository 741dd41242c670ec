'use client';
/** Where what is published has to have passed a rehearsal: how the draft stands, and having it rehearsed from there. */
import { useEffect, useState } from 'react';
import type { DraftsRehearsed } from '@/contract/rehearsal';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { answered, valueOrToast } from '../parts/result';
import type { DeskProps } from './types';
import { say } from '@/words/rehearsal';

/** While it is rehearsed, it is asked so often. */
const ASK_MS = 700;

export interface RehearsedInHand {
  state: DraftsRehearsed['state'] | undefined;
  number: number | undefined;
  /** Undefined for whoever may not. */
  rehearse: (() => Promise<void>) | undefined;
}

/** @param asked undefined while nothing is to be published, or nothing is required */
export function useRehearsed(asked: DeskProps['rehearsed'], versions: readonly string[]): RehearsedInHand {
  const [found, setFound] = useState<DraftsRehearsed>();
  /** Grows to have it asked again. */
  const [turn, setTurn] = useState(0);
  const key = versions.join(' ');
  const { onState, onRehearse } = asked ?? {};
  useEffect(() => {
    if (!onState) return;
    let current = true;
    let again: ReturnType<typeof setTimeout> | undefined;
    const ask = async (): Promise<void> => {
      const result = await answered(onState(key.split(' ')));
      if (!current) return;
      if (result.ok) setFound(result.value);
      if (!result.ok || result.value.state === 'under way') again = setTimeout(() => void ask(), ASK_MS);
    };
    void ask();
    return () => {
      current = false;
      clearTimeout(again);
    };
  }, [onState, key, turn]);
  return {
    state: asked && found?.state,
    number: found?.number,
    rehearse:
      onRehearse &&
      (async () => {
        if (valueOrToast(await answered(onRehearse(key.split(' '))))) setTurn((n) => n + 1);
      }),
  };
}

export function RehearsedFirst({
  rehearsed: { state, number = 0, rehearse },
  base,
  stopped,
}: {
  rehearsed: RehearsedInHand;
  base: string;
  /** Findings stop it anyway: it is not rehearsed before they are mended. */
  stopped: boolean;
}) {
  const [busy, setBusy] = useState(false);
  const tone = state === 'passed' ? 'good' : state === 'failed' ? 'failing' : 'waiting';
  const words =
    state === 'passed'
      ? say.draftPassed({ number })
      : state === 'failed'
        ? say.draftFailed({ number })
        : state === 'under way'
          ? say.rehearsingDraft
          : say.draftNotRehearsed;
  return (
    <div className="mt-4 border border-rule bg-panel px-3 py-2">
      <p className="text-slate">{say.requiredFirst}</p>
      <p role="status" className="mt-1 flex items-start gap-1.5">
        {state && (
          <>
            <span className="mt-0.5">
              <Mark tone={tone} />
            </span>
            <span>
              {words}{' '}
              {state === 'failed' && (
                <Link className="link" href={`${base}/rehearsal?run=${number}&view=fix`}>
                  {say.seeWhatToFix}
                </Link>
              )}
            </span>
          </>
        )}
      </p>
      {(state === 'none' || state === 'failed') &&
        (rehearse ? (
          <button
            type="button"
            className="btn mt-2"
            disabled={busy || stopped}
            onClick={() => {
              setBusy(true);
              void rehearse().finally(() => setBusy(false));
            }}
          >
            {say.rehearseNow}
          </button>
        ) : (
          <p className="mt-1 text-slate">{say.somebodyRehearses}</p>
        ))}
    </div>
  );
}
