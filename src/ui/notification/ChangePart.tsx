'use client';
/** What settings that are not saved yet would have changed over the last month, and what becomes of what waits. */
import { useEffect, useState } from 'react';
import type { ChangeImpact } from '@/contract/notifications';
import type { NotificationSettings } from '@/core/plan';
import type { Result } from '@/core/result';
import { asking } from '../parts/asking';
import Link from '../parts/Link';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/notification';

export interface ChangePartProps {
  base: string;
  settings: NotificationSettings;
  onImpact: (settings: NotificationSettings) => Promise<Result<ChangeImpact | undefined>>;
}

/** After the last change to the settings. */
const WAIT_MS = 400;

const CHANGES = inEachLanguage(() => ({
  more: say.moreMessages,
  fewer: say.fewerMessages,
  version: say.anotherVersion,
  language: say.anotherLanguage,
  earlier: say.earlierMessages,
  later: say.laterMessages,
}));

export function ChangePart({ base, settings, onImpact }: ChangePartProps) {
  const [found, setFound] = useState<{ of: NotificationSettings; result: Result<ChangeImpact | undefined> }>();
  useEffect(() => {
    return asking(
      () => answered(onImpact(settings)),
      (result) => setFound({ of: settings, result }),
      WAIT_MS,
    );
  }, [settings, onImpact]);
  const fresh = found?.of === settings ? found.result : undefined;
  if (fresh?.ok && fresh.value === undefined) return null;
  return (
    <section aria-label={say.whatThisChanges} className="border-s-2 border-marigold ps-3 text-sm">
      <PanelTitle>{say.whatThisChanges}</PanelTitle>
      <div role="status" aria-busy={!fresh}>
        {!fresh && <p className="mt-1 text-slate">{say.planningTheMonth}</p>}
        {fresh && !fresh.ok && <Trouble>{fresh.error.message}</Trouble>}
        {fresh?.ok && fresh.value && <ChangeWords base={base} impact={fresh.value} />}
      </div>
    </section>
  );
}

function ChangeWords({ base, impact }: { base: string; impact: ChangeImpact }) {
  const { changes, looked, more, waiting } = impact;
  return (
    <>
      <p className="mt-1">
        {looked === 0
          ? say.nothingHappenedThen
          : changes.length === 0
            ? say.sameMessages({ looked })
            : say.withTheseSettings({ looked })}
      </p>
      {changes.length > 0 && (
        <ul className="mt-1">
          {changes.map(({ change, messages, examples }) => (
            <li key={change} className="flex gap-2 border-b border-rule py-1">
              <span className="font-semibold">{CHANGES[change]({ n: messages })}</span>
              <span className="ms-auto flex gap-2">
                {examples.map((number) => (
                  <Link key={number} className="link" href={`${base}/orders/${encodeURIComponent(number)}`}>
                    {number}
                  </Link>
                ))}
              </span>
            </li>
          ))}
        </ul>
      )}
      {more && <p className="mt-1 text-slate">{say.newestOnly({ looked })}</p>}
      {waiting > 0 && <p className="mt-1">{say.whatWaitsStays({ n: waiting })}</p>}
    </>
  );
}
