'use client';
/** All that a link shows: each message as a small picture, and what was said of it. */
import { languageName } from '@/core/names';
import type { ViewedRow } from '@/contract/viewings';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { Page } from '../parts/Page';
import { say } from '@/words/viewings';

export function ViewedList({ base, store, rows }: { base: string; store: string; rows: readonly ViewedRow[] }) {
  const approved = rows.filter((r) => r.approved).length;
  const remarks = rows.reduce((sum, r) => sum + r.remarks, 0);
  return (
    <Page title={say.messages({ store })} note={say.progress({ approved, of: rows.length, remarks })}>
      <div className="lg:h-full lg:overflow-auto px-5 py-4">
        <p className="mb-4 max-w-2xl text-sm text-slate">{say.messagesNote}</p>
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-x-4 gap-y-5">
          {rows.map((m) => (
            <li key={m.id} className="min-w-0">
              <Link href={`${base}/${m.id}`} className="group block">
                <img
                  src={`${base}/pictures/${m.seen}/desktop`}
                  alt=""
                  loading="lazy"
                  className="h-52 w-full border border-rule bg-ground object-cover object-top group-hover:border-petrol"
                />
                <span className="mt-1.5 block text-sm leading-snug font-semibold wrap-anywhere group-hover:text-petrol">
                  {m.version ? `${m.notification}, ${m.version}` : m.notification}
                </span>
                <span className="block text-xs text-slate">{languageName(m.language)}</span>
                <Said row={m} />
              </Link>
            </li>
          ))}
        </ul>
      </div>
    </Page>
  );
}

function Said({ row }: { row: ViewedRow }) {
  if (!row.approved && row.remarks === 0) return <span className="block text-xs text-slate">{say.notLookedAt}</span>;
  return (
    <span className="flex flex-wrap items-center gap-x-2 text-xs">
      {row.approved && (
        <span className="inline-flex items-center gap-1">
          <Mark tone="good" size={12} /> {say.approved}
        </span>
      )}
      {row.remarks > 0 && (
        <span className="inline-flex items-center gap-1">
          <Mark tone="waiting" size={12} /> {say.nRemarks({ n: row.remarks })}
        </span>
      )}
    </span>
  );
}
