'use client';
/** Removing a notification: what goes with it is said before, and that it can come back. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Dialog } from '../parts/Dialog';
import { answered, valueOrToast } from '../parts/result';
import { saidRemoved } from '../removed/saidRemoved';
import type { NotificationProps } from './types';
import { say } from '@/words/notification';
import { say as common } from '@/words/common';
import { say as removed } from '@/words/removed';

export function RemovePart({
  base,
  notification,
  onRemove,
  onBringBack,
}: Pick<NotificationProps, 'base' | 'notification' | 'onRemove' | 'onBringBack'>) {
  const router = useRouter();
  const [asking, setAsking] = useState(false);
  const { on, variants, rules, waiting, settings } = notification;
  const remove = async (): Promise<void> => {
    const gone = valueOrToast(await answered(onRemove()));
    if (!gone) return;
    router.push(`${base}/journey`);
    router.refresh();
    saidRemoved(settings.name, gone.removed, onBringBack, () => router.refresh());
  };
  return (
    <>
      <button
        type="button"
        className="btn self-start"
        disabled={on}
        title={on ? say.turnItOffFirst : undefined}
        onClick={() => setAsking(true)}
      >
        {say.deleteNotification}
      </button>
      <Dialog
        open={asking}
        onClose={() => setAsking(false)}
        title={removed.removeName({ name: settings.name })}
        foot={
          <>
            <button type="button" className="btn" onClick={() => setAsking(false)}>
              {removed.keepIt}
            </button>
            <button type="button" className="btn btn-main" onClick={() => void remove()}>
              {common.remove}
            </button>
          </>
        }
      >
        <ul className="flex list-disc flex-col gap-1 ps-5 text-sm">
          <li>{removed.versionsGo({ n: variants.length })}</li>
          {rules > 0 && <li>{removed.rulesGo({ n: rules })}</li>}
          {waiting.length > 0 && <li>{removed.waitingGoes({ n: waiting.length })}</li>}
          <li>{removed.sentStays}</li>
          <li>{removed.comesBack}</li>
        </ul>
      </Dialog>
    </>
  );
}
