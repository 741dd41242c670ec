'use client';
/** The blocks of the template in their order, with what each is worth knowing about. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useRef } from 'react';
import type { Finding } from '@/core/preflight';
import { BLOCK_LABELS, type Block, type BlockKind } from '@/core/template';
import { Mark } from '../parts/marks';

export interface OutlineProps {
  blocks: readonly Block[];
  selected: string | undefined;
  findings: readonly Finding[];
  /** A block's first words, or what it says for this order. */
  noteOf: (block: Block) => string;
  editable: boolean;
  onSelect: (id: string) => void;
  onMove: (id: string, by: -1 | 1) => void;
  onRemove: (id: string) => void;
  onAdd: (kind: BlockKind) => void;
  onEdit: (id: string) => void;
}

export function Outline({
  blocks,
  selected,
  findings,
  noteOf,
  editable,
  onSelect,
  onMove,
  onRemove,
  onAdd,
  onEdit,
}: OutlineProps) {
  const list = useRef<HTMLUListElement>(null);
  const focusAt = (index: number): void => {
    (list.current?.children[index]?.firstElementChild as HTMLElement | null)?.focus();
  };
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex items-baseline px-4 pt-3 pb-1.5">
        <h2 className="font-serif text-sm text-slate italic">Outline</h2>
        {editable && (
          <Menu>
            <MenuButton className="link ms-auto text-sm">Add</MenuButton>
            <MenuItems
              anchor="bottom end"
              className="z-40 rounded-control border border-rule bg-sheet py-1 text-sm shadow-sheet focus:outline-none"
            >
              {(Object.keys(BLOCK_LABELS) as BlockKind[]).map((kind) => (
                <MenuItem key={kind}>
                  <button
                    type="button"
                    className="block w-full px-3 py-1.5 text-start data-focus:bg-petrol-tint"
                    onClick={() => onAdd(kind)}
                  >
                    {BLOCK_LABELS[kind]}
                  </button>
                </MenuItem>
              ))}
            </MenuItems>
          </Menu>
        )}
      </div>
      <ul ref={list} aria-label="Blocks" className="min-h-0 flex-1 overflow-auto">
        {blocks.map((block, i) => {
          const own = findings.filter((f) => f.place === block.id);
          const worst = own.some((f) => f.severity === 'blocker')
            ? 'failing'
            : own.some((f) => f.severity === 'warning')
              ? 'waiting'
              : undefined;
          return (
            <li key={block.id}>
              <button
                type="button"
                aria-current={selected === block.id}
                data-block={block.id}
                className={`flex w-full items-baseline gap-2 px-4 py-1.5 text-start text-sm ${
                  selected === block.id
                    ? 'border-y border-rule bg-sheet font-semibold'
                    : 'border-y border-transparent hover:bg-petrol-tint/60'
                }`}
                onClick={() => onSelect(block.id)}
                onKeyDown={(e) => {
                  const step = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
                  if (step !== 0) {
                    e.preventDefault();
                    if (e.altKey && editable) {
                      onMove(block.id, step);
                      requestAnimationFrame(() => focusAt(Math.min(Math.max(i + step, 0), blocks.length - 1)));
                    } else if (blocks[i + step]) {
                      onSelect(blocks[i + step]!.id);
                      focusAt(i + step);
                    }
                  } else if (e.key === 'Enter') {
                    e.preventDefault();
                    onEdit(block.id);
                  } else if ((e.key === 'Delete' || e.key === 'Backspace') && editable) {
                    e.preventDefault();
                    onRemove(block.id);
                  }
                }}
              >
                <span className="w-4 shrink-0 text-xs text-slate">{i + 1}</span>
                <span className="shrink-0">{BLOCK_LABELS[block.kind]}</span>
                <span
                  className="min-w-0 flex-1 truncate text-end font-serif text-xs font-normal text-slate italic"
                  dir="auto"
                >
                  {noteOf(block)}
                </span>
                {worst && <Mark tone={worst} size={11} />}
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
