/** The frame of a screen: title and actions above, the work below. Panels scroll, the page does not; where there is no room for panels, it does. */
import Link from './Link';
import type { ReactNode } from 'react';

export function Page({
  back,
  title,
  note,
  actions,
  children,
}: {
  /** Where the list is that this is one of. */
  back?: { href: string; label: string };
  title: ReactNode;
  note?: ReactNode;
  actions?: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className="flex min-h-full flex-col lg:h-full lg:min-h-0">
      <header className="flex min-h-14 shrink-0 items-center gap-x-3 gap-y-2 border-b border-rule px-5 py-2 max-xl:flex-wrap">
        {back && (
          <Link
            href={back.href}
            aria-label={back.label}
            className="-ms-2 inline-flex min-h-8 min-w-6 items-center justify-center text-lg text-slate hover:text-petrol"
          >
            ‹
          </Link>
        )}
        <h1 className="min-w-0 font-serif text-xl font-medium break-words lg:max-w-3/5 lg:shrink-0">{title}</h1>
        {note && <div className="min-w-0 text-sm text-slate">{note}</div>}
        <div className="ms-auto flex flex-wrap items-center gap-2 xl:flex-nowrap">{actions}</div>
      </header>
      <div className="flex-1 lg:min-h-0">{children}</div>
    </div>
  );
}

export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="mx-auto max-w-md px-6 py-12 text-center">
      <p className="font-serif text-lg">{title}</p>
      {children && <div className="mt-2 text-sm text-slate">{children}</div>}
    </div>
  );
}

/** An error in place: what happened, and what to do. */
export function Trouble({ children, id }: { children: ReactNode; id?: string }) {
  return (
    <div id={id} role="alert" className="border-s-3 border-madder bg-madder-tint px-3 py-2 text-sm">
      {children}
    </div>
  );
}

export function PanelTitle({ children, aside }: { children: ReactNode; aside?: ReactNode }) {
  return (
    <div className="flex items-baseline gap-2">
      <h2 className="font-serif text-sm text-slate italic">{children}</h2>
      {aside && <div className="ms-auto text-xs text-slate">{aside}</div>}
    </div>
  );
}
