'use client';
import type { Look, LookFinding, LookPart } from '@/core/look';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';

/** What the worst of some findings is marked with. */
export function worstOf(findings: readonly LookFinding[]): 'failing' | 'waiting' | undefined {
  if (findings.some((f) => f.severity === 'blocker')) return 'failing';
  return findings.some((f) => f.severity === 'warning') ? 'waiting' : undefined;
}

/** What is to be mended in the look, each with its place and, where there is one, the way out. */
export function LookFindings({
  findings,
  editable,
  look,
  onLook,
  onGo,
}: {
  findings: readonly LookFinding[];
  editable: boolean;
  look: Look;
  onLook: (look: Look, key: string) => void;
  onGo: (part: LookPart) => void;
}) {
  const stop = findings.filter((f) => f.severity === 'blocker').length;
  return (
    <>
      <PanelTitle
        aside={
          findings.length > 0
            ? `${stop} ${stop === 1 ? 'stops' : 'stop'} it · ${findings.length - stop} to look at`
            : undefined
        }
      >
        Findings
      </PanelTitle>
      {findings.length === 0 && (
        <p className="mt-1 flex items-center gap-2 text-sm">
          <Mark tone="good" size={12} /> Nothing to mend
        </p>
      )}
      <ul className="mt-1" data-testid="findings">
        {findings.map((f) => (
          <li key={f.place + f.message} className="flex gap-2 py-1 text-sm">
            <span className="translate-y-0.5">
              <Mark
                tone={f.severity === 'blocker' ? 'failing' : f.severity === 'warning' ? 'waiting' : 'quiet'}
                size={13}
              />
            </span>
            <span>
              <button type="button" className="link" onClick={() => onGo(f.part)}>
                {f.place}
              </button>{' '}
              {f.message}
              {f.fix && editable && (
                <>
                  {' '}
                  <button
                    type="button"
                    className="link underline"
                    onClick={() => onLook(f.fix!.change(look), `fix ${f.place}`)}
                  >
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
