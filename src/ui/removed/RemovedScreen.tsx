'use client';
/** What was removed lately: what it was, who removed it, until when it can come back. */
import { useTransition } from 'react';
import { toast } from 'sonner';
import type { RemovedThing } from '@/contract/removed';
import type { Result } from '@/core/result';
import { Time } from '../parts/format';
import { Empty, Page } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { Head } from '../parts/Table';
import { StoreTabs } from '../terms/StoreTabs';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/removed';

const KINDS: Record<RemovedThing['kind'], string> = inEachLanguage(() => ({
  notification: say.notification,
  version: say.version,
  passage: say.passage,
  set: say.set,
}));

export interface RemovedProps {
  things: readonly RemovedThing[];
  base: string;
  zone: string;
  mayBringBack: boolean;
  onBringBack: (id: string) => Promise<Result<{ name: string }>>;
}

export function RemovedScreen({ things, base, zone, mayBringBack, onBringBack }: RemovedProps) {
  const [busy, start] = useTransition();
  const bringBack = (id: string): void =>
    start(async () => {
      const back = valueOrToast(await answered(onBringBack(id)));
      if (back) toast.success(say.isBack({ name: back.name }));
    });
  return (
    <Page title={say.removed} note={say.removedNote} actions={<StoreTabs base={base} part="removed" />}>
      {things.length === 0 ? (
        <Empty title={say.nothingRemoved}>{say.nothingRemovedNote}</Empty>
      ) : (
        <table className="lines w-full text-sm">
          <Head
            columns={[
              { label: say.what, className: 'ps-5' },
              { label: say.kind },
              { label: say.removedWhen },
              { label: say.removedBy },
              { label: say.until },
              { label: say.bringBack, end: true },
            ]}
          />
          <tbody>
            {things.map((t) => (
              <tr key={t.id} className="border-b border-rule">
                <td data-line="name" className="py-2 ps-5 font-semibold">
                  {t.name}
                </td>
                <td data-line="rest" className="px-2">
                  {KINDS[t.kind]}
                </td>
                <td data-line="foot" className="px-2">
                  <Time at={t.removedAt} zone={zone} />
                </td>
                <td className="px-2">{t.removedBy}</td>
                <td data-line="foot-end" className="px-2">
                  <Time at={t.until} zone={zone} form="day" />
                </td>
                <td data-line="end" className="px-2 pe-5 text-end">
                  {mayBringBack && (
                    <button
                      type="button"
                      className="btn"
                      disabled={busy}
                      aria-label={say.bringNameBack({ name: t.name })}
                      onClick={() => bringBack(t.id)}
                    >
                      {say.bringBack}
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Page>
  );
}
