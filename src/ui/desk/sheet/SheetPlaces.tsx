'use client';
/** While a block is dragged: where on the sheet it can be put, over the frame, which hears nothing of the pointer. */
import { GripVertical } from 'lucide-react';
import { BLOCK_LABELS, type Block } from '@/core/template';
import { DropPlace, useDragged, type Dragged } from '../Dragging';
import { blockElements } from '../../bench/patch';
import { say } from '@/words/desk';

export function SheetPlaces({ doc, blocks, active }: { doc: Document; blocks: readonly Block[]; active: Dragged }) {
  const rects = blocks.flatMap((block, at) => {
    const found = blockElements(doc, block.id);
    if (!found) return [];
    const all = found.sections.map((s) => s.getBoundingClientRect());
    const top = Math.min(...all.map((r) => r.top));
    const bottom = Math.max(...all.map((r) => r.bottom));
    return [{ id: block.id, at, top, bottom }];
  });
  const last = rects.at(-1);
  return (
    <div className="absolute inset-0 z-30" data-testid="sheet-places">
      {rects.map(({ id, at, top }, i) => {
        const from = i === 0 ? 0 : (rects[i - 1]!.top + rects[i - 1]!.bottom) / 2;
        const to = (top + rects[i]!.bottom) / 2;
        return (
          <div key={id} className="absolute inset-x-0" style={{ top: from, height: Math.max(4, to - from) }}>
            <DropPlace id={`sheet ${id}`} place={{ at }} active={active} className="h-full" line={top - from} />
          </div>
        );
      })}
      {last && (
        <div className="absolute inset-x-0 bottom-0" style={{ top: (last.top + last.bottom) / 2 }}>
          <DropPlace
            id="sheet end"
            place={{ at: blocks.length }}
            active={active}
            className="h-full"
            line={(last.bottom - last.top) / 2}
          />
        </div>
      )}
    </div>
  );
}

/** By this the selected block is dragged on the sheet. */
export function SheetGrip({ block }: { block: Block }) {
  const { ref, listeners } = useDragged(`sheet grip ${block.id}`, { block }, false);
  return (
    <span
      ref={ref}
      title={say.dragTheBlockToAnother}
      data-testid="grip"
      className="flex cursor-grab items-center bg-petrol px-1 text-on-petrol"
      {...listeners}
    >
      <GripVertical size={15} aria-hidden />
      <span className="sr-only">{say.dragKind({ kind: BLOCK_LABELS[block.kind] })}</span>
    </span>
  );
}
