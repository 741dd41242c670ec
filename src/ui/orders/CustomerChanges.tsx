/** What a list would change of customers that are known, one by one. */
import type { CustomerListChanges } from '@/contract/orders';
import { say } from '@/words/orders';
import { PanelTitle } from '../parts/Page';

export function CustomerChanges({ changes: { told, changed } }: { changes: CustomerListChanges }) {
  return (
    <div>
      <PanelTitle aside={told.length < changed ? say.theFirstN({ n: told.length }) : undefined}>
        {say.whatChanges}
      </PanelTitle>
      <ul aria-label={say.whatChanges} className="mt-1">
        {told.map(({ email, what }) => (
          <li key={email} className="border-b border-rule py-1.5">
            <b className="break-all">{email}</b>
            {what.map((w) => (
              <span key={w.field} dir="auto" className="block break-words">
                <span className="text-slate">{w.field}:</span>{' '}
                <del className="text-slate">{w.before || say.wasEmpty}</del> → <ins>{w.after || say.wasEmpty}</ins>
              </span>
            ))}
          </li>
        ))}
      </ul>
    </div>
  );
}
