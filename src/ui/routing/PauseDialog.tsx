'use client';
/** Lets a rule rest while somebody is away: until a day, and with who stands in. */
import { useState } from 'react';
import type { PauseRule, Rule } from '@/contract/routing';
import type { Failure } from '@/core/result';
import { zonedTime } from '@/core/time/clock';
import { say } from '@/words/routing';
import { say as common } from '@/words/common';
import { Check } from '../parts/Check';
import { Dialog } from '../parts/Dialog';
import { Field, Search } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import type { RoutingProps } from './types';
import { whoOf } from './Whom';

export function PauseDialog({
  rule,
  rules,
  people,
  zone,
  onPause,
  onClose,
}: Pick<RoutingProps, 'people' | 'zone' | 'onPause'> & {
  rule: Rule;
  /** All rules of the same person: whoever is away is away for each of them. */
  rules: readonly Rule[];
  onClose: () => void;
}) {
  const [until, setUntil] = useState('');
  const [standIn, setStandIn] = useState<string | null>(null);
  const [all, setAll] = useState(rules.length > 1);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const who = whoOf(rule);
  const pause = async (): Promise<void> => {
    setBusy(true);
    // The day begins where the store is.
    const at = until === '' ? undefined : new Date(zonedTime(until, 0, 0, zone));
    const input: PauseRule = {
      ids: (all ? rules : [rule]).map((r) => r.id),
      pause: { ...(at && { until: at.toISOString() }), ...(standIn !== null && { standIn }) },
    };
    const result = await answered(onPause(input));
    if (!result.ok) {
      setBusy(false);
      return setFailure(result.error);
    }
    onClose();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.pauseRuleOf({ who })}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="submit" form="pause" className="btn btn-main" disabled={busy}>
            {say.pauseIt}
          </button>
        </>
      }
    >
      <form
        id="pause"
        noValidate
        className="flex flex-col gap-4 text-sm"
        onSubmit={(e) => {
          e.preventDefault();
          void pause();
        }}
      >
        <p>{say.pauseNote({ who })}</p>
        <Field label={say.backOn} hint={say.backOnHint} problem={problemAt(failure, '/pause/until')}>
          {(ids) => (
            <input
              {...ids}
              type="date"
              className="input w-44"
              value={until}
              onChange={(e) => {
                setUntil(e.target.value);
                setFailure(undefined);
              }}
            />
          )}
        </Field>
        <Field label={say.standIn} hint={say.standInHint} problem={problemAt(failure, '/pause/standIn')}>
          {(ids) => (
            <Search
              id={ids.id}
              value={standIn}
              placeholder={say.nameOrJob}
              choices={[
                { value: '', label: say.nobodyStandsIn },
                ...people
                  .filter((p) => p.id !== rule.staffId)
                  .map((p) => ({ value: p.id, label: p.name, note: p.job })),
              ]}
              onChange={(next) => {
                setStandIn(next === '' ? null : next);
                setFailure(undefined);
              }}
            />
          )}
        </Field>
        {rules.length > 1 && <Check label={say.allRulesOf({ who, n: rules.length })} on={all} onChange={setAll} />}
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      </form>
    </Dialog>
  );
}
