/** A sheet in the middle of an empty page: for what is asked of somebody who is not signed in. */
import type { ReactNode } from 'react';

export function Sheet({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="flex h-full items-center justify-center overflow-auto p-6">
      <div className="w-full max-w-sm bg-sheet p-8 shadow-sheet">
        <h1 className="font-serif text-2xl font-medium">{title}</h1>
        {children}
      </div>
    </main>
  );
}
