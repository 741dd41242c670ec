'use client';
/** What the checks found: each opens its place, and mends itself where a click can. */
import type { Finding, Fix } from '@/core/preflight';
import { languageName } from '@/core/names';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';

export function Findings({
  findings,
  editable,
  onGo,
  onFix,
}: {
  findings: readonly Finding[];
  editable: boolean;
  onGo: (finding: Finding) => void;
  onFix: (fix: Fix) => void;
}) {
  const stop = findings.filter((f) => f.severity === 'blocker').length;
  return (
    <>
      <PanelTitle
        aside={
          findings.length === 0
            ? undefined
            : `${stop} ${stop === 1 ? 'stops' : 'stop'} it · ${findings.length - stop} to look at`
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
          <li key={`${f.place} ${f.language ?? ''} ${f.message}`} className="flex gap-2 py-1 text-sm">
            <span className="translate-y-0.5">
              <Mark
                tone={f.severity === 'blocker' ? 'failing' : f.severity === 'warning' ? 'waiting' : 'quiet'}
                size={13}
              />
            </span>
            <span>
              <button type="button" className="link" onClick={() => onGo(f)}>
                {f.placeLabel}
                {f.language ? `, ${languageName(f.language)}` : ''}
              </button>
              : {f.message}
              {f.fix && editable && (
                <>
                  {' '}
                  <button type="button" className="link underline" onClick={() => onFix(f.fix!)}>
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
