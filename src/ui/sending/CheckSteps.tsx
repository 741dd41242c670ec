/** The check of a service as a conversation: each step with its time, what was learnt, and what was said. */
import { Conversation } from '../parts/Conversation';
import { Time } from '../parts/format';
import { Mark, type Tone } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import type { CheckReport } from '@/core/mail';
import { say } from '@/words/sending';
import { say as common } from '@/words/common';

const TONES: Record<CheckReport['steps'][number]['state'], Tone> = {
  passed: 'good',
  failed: 'failing',
  'not reached': 'quiet',
  'not needed': 'quiet',
};

export function CheckSteps({ report, zone }: { report: CheckReport; zone: string }) {
  return (
    <>
      <PanelTitle aside={<Time at={report.at} zone={zone} />}>
        {report.passed ? say.passed : say.failed}: {report.of}
      </PanelTitle>
      <ol className="mt-1" data-testid="check-steps">
        {report.steps.map((s) => (
          <li key={s.step} className="border-b border-rule py-2 text-sm" data-step={s.step} data-state={s.state}>
            <div className="flex items-center gap-2.5">
              <Mark tone={TONES[s.state]} />
              <span className={s.state === 'failed' ? 'font-semibold text-madder' : 'font-semibold'}>{s.label}</span>
              <span className="text-slate">{s.state === 'passed' ? '' : s.state}</span>
              {s.state !== 'not reached' && (
                <span className="ms-auto text-xs text-slate">{say.msMs({ ms: s.ms })}</span>
              )}
            </div>
            <div className="ps-6">
              {s.facts.map((f) => (
                <div key={f} className="text-slate">
                  {f}
                </div>
              ))}
              {s.diagnosis && (
                <div className="my-1.5 border-s-3 border-madder bg-madder-tint px-3 py-2">
                  <p className="font-semibold">{s.diagnosis.cause}</p>
                  <p>{s.diagnosis.remedy}</p>
                </div>
              )}
              {s.lines.length > 0 && (
                <details open={s.state === 'failed'}>
                  <summary className="link text-xs">{common.smtpLog}</summary>
                  <Conversation text={s.lines.join('\n')} />
                </details>
              )}
            </div>
          </li>
        ))}
      </ol>
    </>
  );
}
