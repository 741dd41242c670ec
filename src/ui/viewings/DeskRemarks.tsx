'use client';
/** What people said of screenshots of the message on the Desk, until somebody says that it is done. */
import { toast } from 'sonner';
import { useRouter } from 'next/navigation';
import { languageName } from '@/core/names';
import type { Result } from '@/core/result';
import type { DeskRemark } from '@/contract/viewings';
import Link from '../parts/Link';
import { timeWords } from '../parts/format';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { say } from '@/words/viewings';

export interface DeskRemarksProps {
  base: string;
  zone: string;
  remarks: readonly DeskRemark[];
  /** What a block is called; undefined for one that is not there any more. */
  labelOf: (block: string) => string | undefined;
  mayEdit: boolean;
  onGo: (block: string, language: string) => void;
  onDone: (id: string) => Promise<Result<null>>;
}

export function DeskRemarks({ base, zone, remarks, labelOf, mayEdit, onGo, onDone }: DeskRemarksProps) {
  const router = useRouter();
  if (remarks.length === 0) return null;
  const done = async (id: string): Promise<void> => {
    if (valueOrToast(await answered(onDone(id))) === undefined) return;
    toast.success(say.isDone);
    router.refresh();
  };
  return (
    <section className="mb-3 border-b border-rule pb-2" data-testid="desk-remarks">
      <PanelTitle>{say.remarks({ n: remarks.length })}</PanelTitle>
      <ul className="mt-1 text-sm">
        {remarks.map((r) => {
          const block = r.block === '' ? undefined : labelOf(r.block);
          const short = r.text.slice(0, 40);
          return (
            <li key={r.id} className="flex gap-2 py-1.5">
              <span className="translate-y-0.5">
                <Mark tone="waiting" size={13} />
              </span>
              <div className="min-w-0">
                <p className="whitespace-pre-wrap wrap-anywhere">{r.text}</p>
                <p className="text-xs text-slate">
                  {say.remarkBy({ who: r.by, language: languageName(r.language), at: timeWords(r.at, zone, 'day') })}
                </p>
                <p className="flex flex-wrap items-center gap-x-3 text-xs">
                  {block !== undefined && (
                    <button type="button" className="link min-h-6" onClick={() => onGo(r.block, r.language)}>
                      {say.goToBlock({ block })}
                    </button>
                  )}
                  {r.message !== undefined && (
                    <Link
                      className="link inline-flex min-h-6 items-center"
                      href={`${base}/rehearsal/picture?message=${r.message}`}
                    >
                      {say.seeScreenshot}
                    </Link>
                  )}
                  {mayEdit && (
                    <button
                      type="button"
                      className="link min-h-6"
                      aria-label={say.markRemarkDone({ text: short })}
                      onClick={() => void done(r.id)}
                    >
                      {say.markDone}
                    </button>
                  )}
                </p>
              </div>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
