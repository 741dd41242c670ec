'use client';

export default function ScreenError({ reset }: { error: Error; reset: () => void }) {
  return (
    <div className="mx-auto max-w-md px-6 py-16">
      <h1 className="font-serif text-xl">This screen could not be shown</h1>
      <p className="mt-2 text-sm text-slate">
        Nothing was changed. If the database or the network was away for a moment, trying again is enough; otherwise the
        log of the web process says more.
      </p>
      <button type="button" className="btn btn-main mt-4" onClick={reset}>
        Try again
      </button>
    </div>
  );
}
