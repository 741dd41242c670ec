'use client';
/** When a store rehearses without being asked. */
import { useState, useTransition } from 'react';
import { toast } from 'sonner';
import type { RehearsalChoice } from '@/contract/rehearsal';
import { Check } from '../parts/Check';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { answered, valueOrToast } from '../parts/result';
import type { RehearsalProps } from './RehearsalScreen';
import { say } from '@/words/rehearsal';

export function ByItselfDialog({
  choice,
  mayRequire,
  onChoose,
  onClose,
}: Pick<RehearsalProps, 'choice' | 'mayRequire' | 'onChoose'> & { onClose: () => void }) {
  const [chosen, setChosen] = useState<RehearsalChoice>(choice);
  const [busy, start] = useTransition();
  const save = (): void =>
    start(async () => {
      if (valueOrToast(await answered(onChoose(chosen))) === undefined) return;
      toast.success(say.saved);
      onClose();
    });
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.byItselfTitle}
      foot={<DialogFoot label={say.save} busy={busy} onDo={save} onClose={onClose} />}
    >
      <div className="flex flex-col gap-3 text-sm">
        <div>
          <Check
            label={say.afterChanges}
            on={chosen.changes}
            onChange={(changes) => setChosen({ ...chosen, changes })}
          />
          <p className="ms-6 text-xs text-slate">{say.afterChangesNote}</p>
        </div>
        <div>
          <Check label={say.eachNight} on={chosen.nights} onChange={(nights) => setChosen({ ...chosen, nights })} />
          <p className="ms-6 text-xs text-slate">{say.eachNightNote}</p>
        </div>
        <div>
          <Check
            label={say.picturesEachTime}
            on={chosen.pictures}
            onChange={(pictures) => setChosen({ ...chosen, pictures })}
          />
          <p className="ms-6 text-xs text-slate">{say.picturesEachTimeNote}</p>
        </div>
        <div>
          <Check label={say.askLinks} on={chosen.links} onChange={(links) => setChosen({ ...chosen, links })} />
          <p className="ms-6 text-xs text-slate">{say.askLinksNote}</p>
        </div>
        <p className="text-slate">{say.byItselfNote}</p>
        <div className="border-t border-rule pt-3">
          <Check
            label={say.required}
            on={chosen.required}
            disabled={!mayRequire}
            onChange={(required) => setChosen({ ...chosen, required })}
          />
          <p className="ms-6 text-xs text-slate">{mayRequire ? say.requiredNote : say.requiredByOwners}</p>
        </div>
      </div>
    </Dialog>
  );
}
