/** People who were chosen and do not get a notice, by why. */
import type { LeftOut } from '@/contract/notices';
import { say } from '@/words/notices';

export function LeftOutList({ groups }: { groups: readonly LeftOut[] }) {
  return (
    <ul className="text-sm">
      {groups.map((g) => (
        <li key={g.reason} className="border-t border-rule py-1">
          <details>
            <summary className="flex cursor-pointer items-baseline gap-3">
              <span className="min-w-0 flex-1">{g.reason}</span>
              <span className="tabular-nums">{g.count}</span>
            </summary>
            <ul className="mt-1 ps-4 text-slate">
              {g.people.map((p) => (
                <li key={p} className="wrap-anywhere">
                  <bdi>{p}</bdi>
                </li>
              ))}
              {g.count > g.people.length && <li>{say.andMore({ n: g.count - g.people.length })}</li>}
            </ul>
          </details>
        </li>
      ))}
    </ul>
  );
}
