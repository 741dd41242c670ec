'use client';
/** The live messages that promise a code, each with what becomes of it when the code is gone. */
import Link from '../parts/Link';
import type { PromisedBy as Promised } from '@/contract/codes';
import { say } from '@/words/codes';

export function PromisedBy({ base, by }: { base: string; by: readonly Promised[] }) {
  if (by.length === 0) return <span className="text-slate">{say.inNoMessage}</span>;
  return (
    <ul>
      {by.map((p) => (
        <li key={p.slug}>
          <Link className="link" href={`${base}/desk/${p.slug}`}>
            {p.name}
          </Link>{' '}
          <span className="text-slate">{p.whenGone === 'stop' ? say.orStops : say.orLeavesItOut}</span>
        </li>
      ))}
    </ul>
  );
}
