'use client';
/** What a new store does first, until all of it is done; what can be published and tested at once is, right here. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { BulkOutcome, ManyDraft } from '@/contract/notifications';
import type { FirstStep } from '@/contract/today';
import type { Result } from '@/core/result';
import { PublishMany } from '../journey/PublishMany';
import { saidPublished } from '../journey/saidPublished';
import { Check } from '../parts/Check';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { say } from '@/words/today';

export interface FirstStepsProps {
  base: string;
  steps: FirstStep[];
  onDrafts: (slugs: string[]) => Promise<Result<ManyDraft[]>>;
  onPublishMany: (drafts: { slug: string; revision: number }[], note: string) => Promise<Result<BulkOutcome>>;
  /** Sends a test of each of these to whoever asks. */
  onTests: (slugs: string[]) => Promise<Result<{ to: string; sent: number }>>;
}

export function FirstSteps({ base, steps, onDrafts, onPublishMany, onTests }: FirstStepsProps) {
  const router = useRouter();
  const [publishing, setPublishing] = useState<string[]>();
  const [testing, setTesting] = useState(true);
  const left = steps.filter((s) => !s.done).length;
  const next = steps.find((s) => !s.done && !s.who);
  const sendTests = async (slugs: string[]): Promise<void> => {
    const sent = valueOrToast(await answered(onTests(slugs)));
    if (sent) toast.success(say.testsWent({ n: sent.sent, to: sent.to }));
  };
  return (
    <div className="border border-petrol bg-sheet px-4 py-3">
      <PanelTitle aside={say.leftStepsLeft({ left })}>{say.untilEveryMessageArrives}</PanelTitle>
      <ol className="mt-1">
        {steps.map((step, i) => {
          const face = step === next ? 'btn btn-main' : 'link py-0.5';
          return (
            <li key={step.id} className="flex items-baseline gap-3 py-1 text-sm">
              <span className="w-4 shrink-0 text-end text-slate tabular-nums">{i + 1}</span>
              {step.done ? (
                <>
                  <span className="min-w-0 flex-1 text-slate">{step.words}</span>
                  <span className="flex shrink-0 items-center gap-1.5 text-slate">
                    <Mark tone="good" size={12} /> {say.done}
                  </span>
                </>
              ) : step.who ? (
                <>
                  <span className="min-w-0 flex-1">{step.words}</span>
                  <span className="max-w-1/2 shrink-0 text-end text-slate">{say.whoMayDoThis({ who: step.who })}</span>
                </>
              ) : step.publish ? (
                <span className="flex min-w-0 flex-1 flex-wrap items-baseline gap-3">
                  <button type="button" className={face} onClick={() => setPublishing(step.publish)}>
                    {say.publishTheFirst}
                  </button>
                  <Link href={base + step.href} className="link py-0.5">
                    {say.orChooseOthers}
                  </Link>
                </span>
              ) : (
                <Link href={base + step.href} className={face}>
                  {step.words}
                </Link>
              )}
            </li>
          );
        })}
      </ol>
      {publishing && (
        <PublishMany
          slugs={publishing}
          onDrafts={onDrafts}
          onPublish={onPublishMany}
          onDone={(outcome) => {
            if (testing && outcome.refused.length === 0) void sendTests(publishing);
            setPublishing(undefined);
            saidPublished(outcome);
            router.refresh();
          }}
          onClose={() => setPublishing(undefined)}
        >
          <Check label={say.sendTestsToMe} on={testing} onChange={setTesting} />
        </PublishMany>
      )}
    </div>
  );
}
