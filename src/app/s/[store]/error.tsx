'use client';
import { say } from '@/words/pages';

export default function ScreenError({ reset }: { error: Error; reset: () => void }) {
  return (
    <div className="mx-auto max-w-md px-6 py-16">
      <h1 className="font-serif text-xl">{say.thisScreenCouldNotBe}</h1>
      <p className="mt-2 text-sm text-slate">{say.nothingWasChangedIfThe}</p>
      <button type="button" className="btn btn-main mt-4" onClick={reset}>
        {say.tryAgain}
      </button>
    </div>
  );
}
