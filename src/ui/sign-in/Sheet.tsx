/** A sheet in the middle of an empty page: for what is asked of somebody who is not signed in. */
import type { ReactNode } from 'react';

export function Sheet({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="flex h-full overflow-auto p-6">
      {/* In the middle, and from its top where it is taller than the window. */}
      <div className="m-auto w-full max-w-sm bg-sheet p-8 shadow-sheet">
        <h1 className="font-serif text-2xl font-medium">{title}</h1>
        {children}
      </div>
    </main>
  );
}
