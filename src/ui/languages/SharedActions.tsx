'use client';
/** Words that all messages share, on the translating desk: what is kept aside is put in use, and where else they are. */
import { useState } from 'react';
import { toast } from 'sonner';
import type { PutInUse } from '@/contract/languages';
import type { Result } from '@/core/result';
import { say } from '@/words/languages';
import Link from '../parts/Link';
import { answered, valueOrToast } from '../parts/result';
import { screenOf } from './where';

export function SharedActions({
  base,
  slug,
  language,
  waiting,
  saving,
  mayEdit,
  onPutInUse,
  onDone,
}: PutInUse & {
  base: string;
  waiting: number;
  saving: boolean;
  mayEdit: boolean;
  onPutInUse: (input: PutInUse) => Promise<Result<{ texts: number }>>;
  onDone: () => void;
}) {
  const [busy, setBusy] = useState(false);
  const ofLook = slug === 'look';
  const put = async (): Promise<void> => {
    setBusy(true);
    const done = valueOrToast(await answered(onPutInUse({ slug, language })));
    setBusy(false);
    if (!done) return;
    toast.success(ofLook ? say.nowInLook({ n: done.texts }) : say.nowInUse({ n: done.texts }));
    onDone();
  };
  return (
    <>
      <Link className="btn" href={screenOf(base, slug)}>
        {say.ownScreen}
      </Link>
      {mayEdit && waiting > 0 && (
        <button type="button" className="btn btn-main" disabled={busy || saving} onClick={() => void put()}>
          {ofLook ? say.putIntoLook({ n: waiting }) : say.putInUse({ n: waiting })}
        </button>
      )}
    </>
  );
}

/** When what is translated here counts for messages. */
export function sharedNote(slug: string, outside: boolean): string {
  if (outside) return say.sharedAsideNote;
  return slug === 'look' ? say.lookDraftNote : say.sharedLiveNote;
}
