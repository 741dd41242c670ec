/** The head of a list, staying in place while the list scrolls. */

import type { ReactNode } from 'react';

export interface Column {
  label: string;
  /** Width and other classes. */
  className?: string;
  end?: boolean;
}

export function Head({
  columns,
  first,
}: {
  columns: readonly Column[];
  /** Stands before the first column: a box to choose all of them. */
  first?: ReactNode;
}) {
  return (
    <thead className="sticky top-0 z-10 bg-panel text-xs text-slate">
      <tr className="border-b border-rule">
        {first && <td className="w-8 py-2 ps-5">{first}</td>}
        {columns.map((c, i) => (
          <th
            key={c.label}
            scope="col"
            className={`px-2 py-2 font-normal ${first && i === 0 ? 'ps-3' : 'first:ps-5'} last:pe-5 ${c.end ? 'text-end' : 'text-start'} ${c.className ?? ''}`}
          >
            {c.label}
          </th>
        ))}
      </tr>
    </thead>
  );
}
