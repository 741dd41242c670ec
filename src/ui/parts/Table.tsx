/** The head of a list, staying in place while the list scrolls. */

export interface Column {
  label: string;
  /** Width and other classes. */
  className?: string;
  end?: boolean;
}

export function Head({ columns }: { columns: readonly Column[] }) {
  return (
    <thead className="sticky top-0 z-10 bg-panel text-xs text-slate">
      <tr className="border-b border-rule">
        {columns.map((c) => (
          <th
            key={c.label}
            scope="col"
            className={`px-2 py-2 font-normal first:ps-5 last:pe-5 ${c.end ? 'text-end' : 'text-start'} ${c.className ?? ''}`}
          >
            {c.label}
          </th>
        ))}
      </tr>
    </thead>
  );
}
