'use client';
/** What the checks found: each opens its place, and mends itself where a click can. */
import type { Severity } from '@/core/preflight';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { say } from '@/words/bench';

export interface ListedFinding {
  severity: Severity;
  /** On the link that opens it: "Text 1, German". */
  place: string;
  /** What follows the place: ": is empty", or the rest of a sentence that begins with it. */
  words: string;
  onGo: () => void;
  fix?: { label: string; act: () => void } | undefined;
}

const TONES = { blocker: 'failing', warning: 'waiting', hint: 'quiet' } as const;

/** What the worst of some findings is marked with. */
export function worstOf(findings: readonly { severity: Severity }[]): 'failing' | 'waiting' | undefined {
  if (findings.some((f) => f.severity === 'blocker')) return 'failing';
  return findings.some((f) => f.severity === 'warning') ? 'waiting' : undefined;
}

export function FindingList({ findings }: { findings: readonly ListedFinding[] }) {
  const stop = findings.filter((f) => f.severity === 'blocker').length;
  return (
    <>
      <PanelTitle
        aside={findings.length === 0 ? undefined : say.stopBlockingNOther({ stop, n: findings.length - stop })}
      >
        {say.findings}
      </PanelTitle>
      {findings.length === 0 && (
        <p className="mt-1 flex items-center gap-2 text-sm">
          <Mark tone="good" size={12} /> {say.noProblemsFound}
        </p>
      )}
      <ul className="mt-1" data-testid="findings">
        {findings.map((f) => (
          <li key={f.place + f.words} className="flex gap-2 py-1 text-sm">
            <span className="translate-y-0.5">
              <Mark tone={TONES[f.severity]} size={13} />
            </span>
            <span>
              <button type="button" className="link" onClick={f.onGo}>
                {f.place}
              </button>
              {f.words}
              {f.fix && (
                <>
                  {' '}
                  <button type="button" className="link underline" onClick={f.fix.act}>
                    {f.fix.label}
                  </button>
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
