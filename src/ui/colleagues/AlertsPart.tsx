/** What one is told by mail of a store, and how often. */
import { toast } from 'sonner';
import {
  ALERT_KINDS,
  ALERT_TIMES,
  DAILY_AT,
  type AlertKind,
  type ChooseAlert,
  type OwnAlerts,
} from '@/contract/alerts';
import type { Result } from '@/core/result';
import { Segments } from '../parts/fields';
import { PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { say } from '@/words/alerts';
import { inEachLanguage } from '@/words/speak';

const KINDS = inEachLanguage(() => ({
  failures: say.failures,
  limits: say.limits,
  domains: say.domains,
  codes: say.codes,
  rehearsals: say.rehearsals,
  proofs: say.proofs,
}));
const TIMES = inEachLanguage(() => ({ 'at-once': say.atOnce, daily: say.daily, never: say.never }));

interface AlertsProps {
  alerts: OwnAlerts;
  onAlert: (input: ChooseAlert) => Promise<Result<null>>;
}

export function AlertsPart({ alerts: { store, chosen, others }, onAlert }: AlertsProps) {
  const choose = async (input: ChooseAlert): Promise<void> => {
    if (valueOrToast(await answered(onAlert(input))) !== undefined) toast.success(say.saved);
  };
  return (
    <section aria-label={say.title({ store })}>
      <PanelTitle>{say.title({ store })}</PanelTitle>
      <p className="mt-1 text-sm text-slate">{say.note({ at: DAILY_AT })}</p>
      <ul className="mt-1 text-sm">
        {ALERT_KINDS.map((kind) => (
          <li
            key={kind}
            className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 border-b border-rule py-2"
          >
            <div className="min-w-0">
              <span className="block">{KINDS[kind]}</span>
              <span className="block text-xs text-slate">{toldBesides(kind, chosen[kind] === 'never', others)}</span>
            </div>
            <Segments
              label={KINDS[kind]}
              value={chosen[kind]}
              choices={ALERT_TIMES.map((value) => ({ value, label: TIMES[value] }))}
              onChange={(time) => void choose({ kind, time })}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What becomes of it when one is not told oneself. */
function toldBesides(kind: AlertKind, notOneself: boolean, others: OwnAlerts['others']): string {
  if (others[kind] > 0) return say.toldOthers({ n: others[kind] });
  return notOneself ? say.toldNobody : say.toldOnlyYou;
}
