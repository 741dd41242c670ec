'use client';
/** A discount code made or changed. */
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import type { CodeOnScreen, SaveCode } from '@/contract/codes';
import type { Failure, Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Trouble } from '../parts/Page';
import { useKeptForm } from '../parts/useKeptChanges';
import { answered, corrected } from '../parts/result';
import { say } from '@/words/codes';
import { say as common } from '@/words/common';
import { ConditionFields, TextField, ValueFields, type CodeChoices } from './CodeFields';
import { Typed, typedCode } from './codeForm';
import { PromisedBy } from './PromisedBy';
import { FormFoot } from './FormFoot';

export interface CodeDialogProps {
  base: string;
  /** Undefined for a new one. */
  code: CodeOnScreen | undefined;
  choices: CodeChoices;
  onSave: (code: SaveCode) => Promise<Result<{ released: number }>>;
  onDone: () => void;
  onClose: () => void;
}

export function CodeDialog({ base, code, choices, onSave, onDone, onClose }: CodeDialogProps) {
  const { currency } = choices;
  const [name, setName] = useState(code?.code ?? '');
  const [typed, setTyped] = useState(typedCode(code?.takesOff, code?.conditions ?? {}, currency));
  const [days, setDays] = useState({ startsOn: code?.startsOn ?? '', endsOn: code?.endsOn ?? '' });
  const [limit, setLimit] = useState(code?.limit === undefined ? '' : String(code.limit));
  const value = useMemo(() => ({ name, typed, days, limit }), [name, typed, days, limit]);
  const forget = useKeptForm(`code ${code?.code ?? ''}`, value, (back) => {
    setName(back.name);
    setTyped(back.typed);
    setDays(back.days);
    setLimit(back.limit);
  });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const edit = <T,>(set: (value: T) => void, path: string) => {
    return (value: T): void => {
      set(value);
      setFailure((f) => corrected(f, path));
    };
  };
  const save = async (): Promise<void> => {
    const read = new Typed();
    const uses = read.count('/limit', limit);
    const body: SaveCode = {
      code: name.trim(),
      fresh: code === undefined,
      takesOff: read.takesOff(typed, currency),
      conditions: read.conditions(typed, currency),
      ...(days.startsOn && { startsOn: days.startsOn }),
      ...(days.endsOn && { endsOn: days.endsOn }),
      ...(uses !== undefined && { limit: uses }),
    };
    if (read.problems.length > 0) {
      setFailure({ code: 'invalid', message: say.correctTheMarked, problems: read.problems });
      return;
    }
    setBusy(true);
    const result = await answered(onSave(body));
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    forget();
    toast.success(savedWords(body.code, result.value.released));
    onDone();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={code ? say.editCode({ code: code.code }) : say.newCode}
      foot={
        <FormFoot
          busy={busy}
          label={code ? common.save : say.addCode}
          onSave={() => void save()}
          onClose={() => {
            forget();
            onClose();
          }}
        />
      }
    >
      <div className="flex flex-col gap-3">
        {failure && <Trouble>{failure.message}</Trouble>}
        <TextField
          label={say.code}
          hint={code ? say.codeStays : say.codeHint}
          path="/code"
          failure={failure}
          value={name}
          fixed={code !== undefined}
          onChange={edit((v: string) => setName(v.toUpperCase()), '/code')}
        />
        <ValueFields {...{ typed, currency, failure }} onChange={edit(setTyped, '/takesOff/value')} />
        <div className="grid grid-cols-2 gap-3">
          <TextField
            label={say.firstDay}
            path="/startsOn"
            type="date"
            failure={failure}
            value={days.startsOn}
            onChange={edit((startsOn: string) => setDays({ ...days, startsOn }), '/startsOn')}
          />
          <TextField
            label={say.lastDay}
            path="/endsOn"
            type="date"
            failure={failure}
            value={days.endsOn}
            onChange={edit((endsOn: string) => setDays({ ...days, endsOn }), '/endsOn')}
          />
        </div>
        <TextField
          label={say.usesInAll}
          hint={code && code.used > 0 ? say.usedSoFar({ n: code.used }) : say.asOftenAsOneLikes}
          path="/limit"
          failure={failure}
          value={limit}
          onChange={edit(setLimit, '/limit')}
        />
        <ConditionFields {...{ typed, choices, failure }} onChange={edit(setTyped, '/conditions')} />
        <TextField
          label={say.onlyFor}
          hint={say.onlyForHint}
          path="/conditions/customer"
          failure={failure}
          value={typed.customer}
          onChange={edit((customer: string) => setTyped({ ...typed, customer }), '/conditions/customer')}
        />
        {code && code.promisedBy.length > 0 && (
          <div className="text-sm">
            <div className="mb-1 text-slate">{say.promisedByLive}</div>
            <PromisedBy base={base} by={code.promisedBy} />
          </div>
        )}
      </div>
    </Dialog>
  );
}

/** What is said when something is saved that messages waited for. */
export const savedWords = (name: string, released: number): string =>
  released > 0 ? say.savedAndReleased({ name, n: released }) : say.saved({ name });
