/** The grid of the Journey: moments from left to right, one lane for each audience. */
import type { ReactNode } from 'react';
import { MOMENT_COLUMN_LABELS, MOMENT_COLUMNS, type MomentColumn } from '@/core/moments';
import { LANES } from './types';
import { say } from '@/words/journey';

/** What a lane is called, at its beginning. */
export const LANE_NAME = 'py-2 ps-5 text-start font-serif text-sm font-normal text-slate italic';

export function LaneGrid({
  cell,
  className = '',
  children,
}: {
  cell: (lane: (typeof LANES)[number], column: MomentColumn) => ReactNode;
  className?: string;
  /** Further rows. */
  children?: ReactNode;
}) {
  return (
    <table className={`w-full min-w-265 table-fixed border-collapse ${className}`}>
      <thead>
        <tr className="h-9">
          <th className="w-20 border-b border-rule" aria-label={say.audience} />
          {MOMENT_COLUMNS.map((c) => (
            <th
              key={c}
              scope="col"
              className="border-s border-b border-rule px-2 text-start font-serif text-sm font-semibold"
            >
              {MOMENT_COLUMN_LABELS[c]}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {LANES.map((lane) => (
          <tr key={lane.audience} className="align-top">
            <th scope="row" className={`border-b border-rule ${LANE_NAME}`}>
              {lane.name}
            </th>
            {MOMENT_COLUMNS.map((column) => (
              <td key={column} className="border-s border-b border-rule p-1.5 pb-0">
                {cell(lane, column)}
              </td>
            ))}
          </tr>
        ))}
        {children}
      </tbody>
    </table>
  );
}
