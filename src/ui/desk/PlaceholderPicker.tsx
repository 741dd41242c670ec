'use client';
/** The picker that `{` opens: search, the chosen order's value beside each, only what this moment provides. */
import { Command, useCommandState } from 'cmdk';
import { useMemo } from 'react';
import {
  placeholder,
  PLACEHOLDER_GROUP_LABELS,
  placeholdersAt,
  searchFit,
  type Placeholder,
  type PlaceholderGroup,
} from '@/core/placeholders';
import type { Values, WritingContext } from '@/core/text';
import { valueText } from './chips';
import { ValueFacts } from './ValueFacts';
import { say } from '@/words/desk';

export interface PickerProps {
  moment: string;
  values: Values;
  context: WritingContext;
  /** Where to open, in the window. */
  at: { left: number; top: number; bottom: number };
  onPick: (name: string) => void;
  onClose: () => void;
}

const HEIGHT = 400;
/** Of the search field above the list and the explanation below it. */
const AROUND = 152;

/** By what a value is called, where any is called so; else by what it means. */
function filterFor(list: readonly Placeholder[]): (name: string, search: string) => number {
  let last = { search: '', least: 0 };
  return (name, search) => {
    if (last.search !== search) {
      const best = Math.max(0, ...list.map((p) => searchFit(p, search)));
      last = { search, least: best >= 0.9 ? 0.6 : 0 };
    }
    const known = placeholder(name);
    const fit = known ? searchFit(known, search) : 0;
    return fit < last.least ? 0 : Math.min(1, fit / 2);
  };
}

export function PlaceholderPicker({ moment, values, context, at, onPick, onClose }: PickerProps) {
  const groups = useMemo(() => {
    const list = new Map<PlaceholderGroup, ReturnType<typeof placeholdersAt>>();
    for (const p of placeholdersAt(moment)) list.set(p.group, [...(list.get(p.group) ?? []), p]);
    return [...list];
  }, [moment]);
  const filter = useMemo(() => filterFor(placeholdersAt(moment)), [moment]);
  const above = at.bottom + HEIGHT > window.innerHeight;
  return (
    <div
      role="dialog"
      aria-label={say.placeholders}
      className="fixed z-50 w-84 border border-slate/60 bg-sheet shadow-sheet"
      style={{
        left: Math.min(at.left, window.innerWidth - 350),
        ...(above ? { bottom: window.innerHeight - at.top + 4 } : { top: at.bottom + 4 }),
      }}
      onBlur={(e) => {
        if (!e.currentTarget.contains(e.relatedTarget)) onClose();
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape' || e.key === 'Tab') {
          e.preventDefault();
          e.stopPropagation();
          onClose();
        }
      }}
    >
      <Command label={say.placeholders} loop filter={filter}>
        <div className="flex items-center border-b border-rule ps-3 font-mono text-sm">
          <span aria-hidden>{'{'}</span>
          <Command.Input
            autoFocus
            placeholder={say.nameOfAValue}
            className="min-h-9 w-full bg-transparent px-1 font-mono text-sm outline-none"
          />
        </div>
        <Command.List className="overflow-auto py-1 text-sm" style={{ maxHeight: HEIGHT - AROUND }}>
          <Command.Empty className="px-3 py-2 text-slate">{say.noPlaceholderMatchesAtThis}</Command.Empty>
          {groups.map(([group, list]) => (
            <Command.Group
              key={group}
              heading={PLACEHOLDER_GROUP_LABELS[group]}
              className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-1.5 [&_[cmdk-group-heading]]:font-serif [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-slate [&_[cmdk-group-heading]]:italic"
            >
              {list.map((p) => {
                const value = valueText(p.name, values, context);
                return (
                  <Command.Item
                    key={p.name}
                    value={p.name}
                    onSelect={() => onPick(p.name)}
                    className="flex cursor-pointer items-baseline gap-3 px-3 py-1 data-[selected=true]:bg-petrol-tint"
                  >
                    <span className="font-semibold whitespace-nowrap">{p.label}</span>
                    <span className="ms-auto truncate font-serif text-xs text-slate italic" dir="auto">
                      {value || say.noneOnThisOrder}
                    </span>
                  </Command.Item>
                );
              })}
            </Command.Group>
          ))}
        </Command.List>
        <Explained context={context} />
      </Command>
    </div>
  );
}

/** What the value means that Enter would take. */
function Explained({ context }: { context: WritingContext }) {
  const chosen = useCommandState((state) => state.value);
  const known = placeholder(chosen);
  if (!known) return null;
  return (
    <div className="border-t border-rule px-3 py-2" data-testid="value-facts">
      <ValueFacts value={known} context={context} />
    </div>
  );
}
