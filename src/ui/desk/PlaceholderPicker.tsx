'use client';
/** The picker that `{` opens: search, the chosen order's value beside each, only what this moment provides. */
import { Command } from 'cmdk';
import { useMemo } from 'react';
import { PLACEHOLDER_GROUP_LABELS, placeholdersAt, type PlaceholderGroup } from '@/core/placeholders';
import type { Values, WritingContext } from '@/core/text';
import { valueText } from './chips';
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

const HEIGHT = 300;

export function PlaceholderPicker({ moment, values, context, at, onPick, onClose }: PickerProps) {
  const groups = useMemo(() => {
    const list = new Map<PlaceholderGroup, ReturnType<typeof placeholdersAt>>();
    for (const p of placeholdersAt(moment)) list.set(p.group, [...(list.get(p.group) ?? []), p]);
    return [...list];
  }, [moment]);
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
      <Command label={say.placeholders} loop>
        <div className="flex items-center border-b border-rule ps-3 font-mono text-sm">
          <span aria-hidden>{'{'}</span>
          <Command.Input
            autoFocus
            placeholder={say.nameOfAValue}
            className="min-h-9 w-full bg-transparent px-1 font-mono text-sm outline-none"
          />
        </div>
        <Command.List className="overflow-auto py-1 text-sm" style={{ maxHeight: HEIGHT - 48 }}>
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
                    value={`${p.label} ${p.name}`}
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
      </Command>
    </div>
  );
}
