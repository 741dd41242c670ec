'use client';
/** What was changed of rules of late, and taking it back: what that would mean is seen first. */
import { useState } from 'react';
import { toast } from 'sonner';
import type { RuleChange, TakenBackSeen } from '@/contract/routing';
import { say } from '@/words/routing';
import { listed } from '@/words/speak';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Time } from '../parts/format';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import { ForecastWords } from './ForecastOfRule';
import type { RoutingProps } from './types';

const SHOWN = 5;

type Props = Pick<RoutingProps, 'changes' | 'zone' | 'mayEdit' | 'onLookAtTakingBack' | 'onTakeBack'>;

function wordsOf({ deed, who, notifications }: RuleChange): string {
  const values = { who: listed(who), what: listed(notifications) };
  switch (deed) {
    case 'added':
      return say.ruleAdded(values);
    case 'removed':
      return say.ruleRemoved(values);
    case 'paused':
      return say.rulePaused(values);
    case 'went-on':
      return say.ruleWentOn(values);
    case 'changed':
      return say.ruleChanged(values);
  }
}

export function ChangesPart({ changes, zone, mayEdit, onLookAtTakingBack, onTakeBack }: Props) {
  const [all, setAll] = useState(false);
  const [open, setOpen] = useState<RuleChange>();
  if (changes.length === 0) return null;
  return (
    <section aria-label={say.changesOfLate} className="mt-6">
      <PanelTitle>{say.changesOfLate}</PanelTitle>
      <ul className="mt-1 text-sm">
        {changes.slice(0, all ? changes.length : SHOWN).map((change) => (
          <li key={change.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-2">
            <div className="min-w-44 flex-1">
              {wordsOf(change)}
              <span className="block text-xs text-slate">
                {change.by}, <Time at={change.at} zone={zone} />
                {change.takenBackBy && ` · ${say.takenBackBy({ who: change.takenBackBy })}`}
              </span>
            </div>
            {mayEdit && !change.takenBackBy && (
              <button type="button" className="link min-h-6" onClick={() => setOpen(change)}>
                {say.takeBack}
              </button>
            )}
          </li>
        ))}
      </ul>
      {changes.length > SHOWN && !all && (
        <button type="button" className="link mt-2 min-h-6 text-sm" onClick={() => setAll(true)}>
          {say.olderChanges}
        </button>
      )}
      {open && (
        <TakeBackDialog change={open} {...{ onLookAtTakingBack, onTakeBack }} onClose={() => setOpen(undefined)} />
      )}
    </section>
  );
}

function TakeBackDialog({
  change,
  onLookAtTakingBack,
  onTakeBack,
  onClose,
}: Pick<Props, 'onLookAtTakingBack' | 'onTakeBack'> & { change: RuleChange; onClose: () => void }) {
  const [seen, setSeen] = useState<TakenBackSeen>();
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const look = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onLookAtTakingBack(change.id));
    setBusy(false);
    if (result.ok) setSeen(result.value);
    else setTrouble(result.error.message);
  };
  const take = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onTakeBack(change.id));
    setBusy(false);
    if (!result.ok) return setTrouble(result.error.message);
    toast.success(say.isTakenBack);
    onClose();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.takeChangeBack}
      foot={
        <DialogFoot
          label={seen ? say.takeBack : say.lookFirst}
          busy={busy}
          onDo={() => void (seen ? take() : look())}
          onClose={onClose}
        />
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        <p>{wordsOf(change)}</p>
        {seen
          ?.filter((s) => s.forecast.orders > 0)
          .map((s) => (
            <div key={s.notification}>
              {seen.length > 1 && <p className="font-semibold">{s.notification}</p>}
              <ForecastWords forecast={s.forecast} />
            </div>
          ))}
        {seen && <p>{say.waitingStays}</p>}
        {trouble && <Trouble>{trouble}</Trouble>}
      </div>
    </Dialog>
  );
}
