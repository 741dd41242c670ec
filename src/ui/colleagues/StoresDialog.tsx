'use client';
/** What a colleague is in each of one's stores, changed at once. */
import { useEffect, useState, useTransition } from 'react';
import { toast } from 'sonner';
import type { ColleagueStore, PlaceColleague } from '@/contract/colleagues';
import { ROLE_WORDS, ROLES, type Role } from '@/contract/policy';
import type { Result } from '@/core/result';
import { asking } from '../parts/asking';
import { Dialog } from '../parts/Dialog';
import { Pick as Choose } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { say } from '@/words/colleagues';
import { say as common } from '@/words/common';
import { inEachLanguage } from '@/words/speak';

const NOTHING = 'nothing';
type Choice = Role | typeof NOTHING;
const CHOICES = inEachLanguage(() => [
  { value: NOTHING as Choice, label: say.notInIt },
  ...ROLES.map((value) => ({ value: value as Choice, label: ROLE_WORDS[value] })),
]);

export interface StoresDialogProps {
  colleague: { id: string; name: string };
  onRead: (id: string) => Promise<Result<ColleagueStore[]>>;
  /** In another store than the one whose screen this is. */
  onPlace: (store: string, input: PlaceColleague) => Promise<Result<null>>;
  onClose: () => void;
}

export function StoresDialog({ colleague: { id, name }, onRead, onPlace, onClose }: StoresDialogProps) {
  const [stores, setStores] = useState<ColleagueStore[]>();
  const [trouble, setTrouble] = useState<string>();
  const [, start] = useTransition();
  useEffect(() => {
    return asking(
      () => answered(onRead(id)),
      (result) => {
        if (result.ok) setStores(result.value);
        else setTrouble(result.error.message);
      },
    );
  }, [id, onRead]);
  const place = (store: ColleagueStore, choice: Choice): void =>
    start(async () => {
      const role = choice === NOTHING ? undefined : choice;
      if (valueOrToast(await answered(onPlace(store.id, { id, ...(role && { role }) }))) === undefined) return;
      setStores((before) =>
        before?.map((s) => (s.id === store.id ? { id: s.id, name: s.name, off: s.off, ...(role && { role }) } : s)),
      );
      const words = { name, store: store.name };
      toast.success(role ? say.isNowInStore({ ...words, role: ROLE_WORDS[role] }) : say.isNotInStore(words));
    });
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.storesOf({ name })}
      foot={
        <button type="button" className="btn" onClick={onClose}>
          {common.close}
        </button>
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        <p className="text-slate">{say.storesOfNote}</p>
        {trouble && <Trouble>{trouble}</Trouble>}
        {!stores && !trouble && <p role="status">{say.readingStores}</p>}
        <ul>
          {stores?.map((store) => (
            <li key={store.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-2">
              <span className="min-w-32 flex-1">
                {store.name}
                {store.off && <span className="text-slate"> · {say.isOff}</span>}
              </span>
              <Choose
                label={say.roleIn({ store: store.name })}
                className="w-44"
                value={store.role ?? NOTHING}
                choices={CHOICES}
                onChange={(choice: Choice) => place(store, choice)}
              />
            </li>
          ))}
        </ul>
      </div>
    </Dialog>
  );
}
