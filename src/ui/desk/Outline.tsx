'use client';
/** The blocks of the template in their order, with what each is worth knowing about, and the palette below. */
import { useBroughtIntoView } from '../bench/useBroughtIntoView';
import { Fragment, useRef, type ReactNode } from 'react';
import type { Finding } from '@/core/preflight';
import { allBlocks, BLOCK_LABELS, type Block, type BlockKind, type Place } from '@/core/template';
import { Mark } from '../parts/marks';
import { DropPlace, useDragged, type Dragged } from './Dragging';
import { Palette } from './Palette';
import { say } from '@/words/desk';
import { say as follows } from '@/words/follows';

export interface OutlineProps {
  blocks: readonly Block[];
  selected: string | undefined;
  findings: readonly Finding[];
  /** A block's first words, or what it says for this order. */
  noteOf: (block: Block) => string;
  /** Whether a block is in the message of the chosen order; `always` for one without a condition. */
  shownFor: (block: Block) => 'always' | 'yes' | 'no' | 'hidden';
  /** Whether something of a block is its own, in a version that follows another. */
  ownFor: (id: string) => boolean;
  moment: string;
  passages: readonly { id: string; name: string }[];
  editable: boolean;
  active: Dragged | undefined;
  /** `byKey`: from the keyboard, which stays in the outline. */
  onSelect: (id: string, byKey: boolean) => void;
  onMove: (id: string, by: -1 | 1) => void;
  onRemove: (id: string) => void;
  onDuplicate: (id: string) => void;
  onAdd: (kind: BlockKind, passage?: string) => void;
  onEdit: (id: string) => void;
}

export function Outline(props: OutlineProps) {
  const { blocks, editable, active } = props;
  const list = useRef<HTMLUListElement>(null);
  const order = allBlocks(blocks).map((b) => b.id);
  const focusOn = (id: string | undefined): void => {
    if (id !== undefined) list.current?.querySelector<HTMLElement>(`[data-block="${id}"]`)?.focus();
  };
  useBroughtIntoView(props.selected, () =>
    list.current?.querySelector<HTMLElement>(`[data-block="${props.selected}"]`),
  );
  const numbers = new Map(blocks.map((b, i) => [b.id, i + 1]));
  const row = (block: Block, place: Place, depth: number): ReactNode => (
    <Row key={block.id} {...props} {...{ block, place, depth, order, focusOn }} number={numbers.get(block.id)} />
  );
  return (
    <div className="flex flex-col lg:h-full lg:min-h-0">
      <div className="flex items-baseline px-4 pt-3 pb-1.5">
        <h2 className="font-serif text-sm text-slate italic">{say.outline}</h2>
        {editable && (
          <span className="ms-auto text-xs text-slate" title={say.altAndAnArrowMoves}>
            {say.alt} <kbd className="kbd">↑</kbd> <kbd className="kbd">↓</kbd>
          </span>
        )}
      </div>
      <ul ref={list} aria-label={say.blocks} className="flex-1 lg:min-h-0 lg:overflow-auto">
        {blocks.map((block, i) => (
          <Fragment key={block.id}>
            {row(block, { at: i }, 0)}
            {block.kind === 'columns' &&
              block.columns.map((inner, index) => (
                <Fragment key={index}>
                  <li className="ps-8 text-xs text-slate">
                    <DropPlace
                      id={`column ${block.id} ${index}`}
                      place={{ column: { of: block.id, index }, at: 0 }}
                      active={active}
                    >
                      {inner.length === 0 ? say.emptyColumn({ n: index + 1 }) : say.columnN({ n: index + 1 })}
                    </DropPlace>
                  </li>
                  {inner.map((b, at) => row(b, { column: { of: block.id, index }, at }, 1))}
                  {inner.length > 0 && (
                    <li aria-hidden>
                      <DropPlace
                        id={`column end ${block.id} ${index}`}
                        place={{ column: { of: block.id, index }, at: inner.length }}
                        active={active}
                        className="h-1.5"
                      />
                    </li>
                  )}
                </Fragment>
              ))}
          </Fragment>
        ))}
        <li aria-hidden>
          <DropPlace id="end" place={{ at: blocks.length }} active={active} className="h-8" />
        </li>
      </ul>
      {editable && <Palette moment={props.moment} passages={props.passages} onAdd={props.onAdd} />}
    </div>
  );
}

interface RowProps extends OutlineProps {
  block: Block;
  place: Place;
  depth: number;
  number: number | undefined;
  order: readonly string[];
  focusOn: (id: string | undefined) => void;
}

function Row(props: RowProps) {
  const { block, place, depth, number, order, focusOn, selected, findings, active, editable } = props;
  const { noteOf, shownFor, onSelect, onMove, onRemove, onEdit, onDuplicate } = props;
  const { ref, listeners, dragging } = useDragged(`block ${block.id}`, { block }, !editable);
  const own = findings.filter((f) => f.place === block.id);
  const worst = own.some((f) => f.severity === 'blocker')
    ? 'failing'
    : own.some((f) => f.severity === 'warning')
      ? 'waiting'
      : undefined;
  const shown = shownFor(block);
  const off = shown === 'no' || shown === 'hidden';
  const isSelected = selected === block.id;
  const index = order.indexOf(block.id);
  return (
    <li className={dragging ? 'opacity-40' : ''}>
      <DropPlace id={`before ${block.id}`} place={place} active={active}>
        <button
          ref={ref}
          type="button"
          aria-current={isSelected}
          data-block={block.id}
          className={`flex w-full items-baseline gap-2 py-1.5 pe-3 text-start text-sm ${depth > 0 ? 'ps-8' : 'ps-4'} ${
            isSelected
              ? 'border-y border-rule bg-sheet font-semibold'
              : 'border-y border-transparent hover:bg-petrol-tint/60'
          }`}
          {...listeners}
          onClick={(e) => onSelect(block.id, e.detail === 0)}
          onKeyDown={(e) => {
            const step = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
            if (step !== 0) {
              e.preventDefault();
              if (e.altKey && editable) {
                onMove(block.id, step);
                requestAnimationFrame(() => focusOn(block.id));
              } else if (order[index + step]) {
                onSelect(order[index + step]!, true);
                focusOn(order[index + step]);
              }
            } else if (e.key === 'Enter') {
              e.preventDefault();
              onEdit(block.id);
            } else if ((e.key === 'Delete' || e.key === 'Backspace') && editable) {
              e.preventDefault();
              onRemove(block.id);
            } else if (e.key === 'd' && (e.ctrlKey || e.metaKey) && editable) {
              e.preventDefault();
              onDuplicate(block.id);
            }
          }}
        >
          {number !== undefined && <span className="w-4 shrink-0 text-xs text-slate">{number}</span>}
          <span className={`shrink-0 ${off ? 'text-slate line-through decoration-1' : ''}`}>
            {BLOCK_LABELS[block.kind]}
          </span>
          <span
            className="min-w-0 flex-1 truncate text-end font-serif text-xs font-normal text-slate italic"
            dir="auto"
          >
            {shown === 'hidden' ? say.hidden : shown === 'no' ? say.notForThisOrder : noteOf(block)}
          </span>
          {props.ownFor(block.id) && (
            <span className="text-xs text-petrol-deep" title={follows.ownHint}>
              {follows.own}
            </span>
          )}
          {shown === 'yes' && (
            <span className="text-xs text-moss" title={say.itsConditionHoldsForThis}>
              {say.ifWord}
              <span className="sr-only">, {say.conditionMet}</span>
            </span>
          )}
          {worst && <Mark tone={worst} size={11} />}
        </button>
      </DropPlace>
    </li>
  );
}
