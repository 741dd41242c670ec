'use client';
/** Dragging blocks: from the outline, from the palette, from the sheet, to a place in the outline or on the sheet. */
import {
  closestCenter,
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type CollisionDetection,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useState, type HTMLAttributes, type ReactNode } from 'react';
import { BLOCK_LABELS, fits, newBlock, type Block, type BlockKind, type Place } from '@/core/template';

/** What is dragged: a block that is there, or a new one of a kind. */
export type Dragged = { block: Block } | { kind: BlockKind };

const asBlock = (dragged: Dragged): Block =>
  'block' in dragged ? dragged.block : newBlock(dragged.kind, 'new', () => 'new');

const nearest: CollisionDetection = (args) => {
  const within = pointerWithin(args);
  return within.length > 0 ? within : closestCenter(args);
};

export function Dragging({
  children,
  onPut,
}: {
  children: (active: Dragged | undefined) => ReactNode;
  onPut: (dragged: Dragged, place: Place) => void;
}) {
  const [active, setActive] = useState<Dragged>();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  return (
    <DndContext
      id="desk"
      sensors={sensors}
      collisionDetection={nearest}
      // Lists scroll near their very edges only: a row that is aimed at should stay where it is.
      autoScroll={{ threshold: { x: 0, y: 0.06 } }}
      onDragStart={(e) => setActive(e.active.data.current as Dragged)}
      onDragCancel={() => setActive(undefined)}
      onDragEnd={({ over }: DragEndEvent) => {
        const place = over?.data.current as Place | undefined;
        if (active && place && fits(asBlock(active), place)) onPut(active, place);
        setActive(undefined);
      }}
    >
      {children(active)}
      <DragOverlay dropAnimation={null}>
        {active && (
          <div className="w-40 border border-petrol bg-sheet px-3 py-1.5 text-sm shadow-sheet">
            {BLOCK_LABELS[asBlock(active).kind]}
          </div>
        )}
      </DragOverlay>
    </DndContext>
  );
}

/** Makes an element draggable: its ref, and what it listens to. */
export function useDragged(
  id: string,
  dragged: Dragged,
  disabled: boolean,
): { ref: (element: HTMLElement | null) => void; listeners: HTMLAttributes<HTMLElement>; dragging: boolean } {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id, data: dragged, disabled });
  return { ref: setNodeRef, listeners: (listeners ?? {}) as HTMLAttributes<HTMLElement>, dragging: isDragging };
}

/** Where a block can be dropped; it says so only for what may stand there. */
export function DropPlace({
  id,
  place,
  active,
  className = '',
  line = 0,
  children,
}: {
  id: string;
  place: Place;
  active: Dragged | undefined;
  className?: string;
  /** How far below its upper edge the line stands that shows where it would go, in pixels. */
  line?: number;
  children?: ReactNode;
}) {
  const disabled = active === undefined || !fits(asBlock(active), place);
  const { setNodeRef, isOver } = useDroppable({ id, data: place, disabled });
  return (
    <div ref={setNodeRef} className={`relative ${className}`} data-drop={id}>
      {isOver && !disabled && (
        <div aria-hidden className="absolute inset-x-0 z-30 h-0.5 bg-petrol" style={{ top: line }} />
      )}
      {children}
    </div>
  );
}
