'use client';
/** What is live, in the Desk's head; it opens on all editions with when, who and why, and on what ships, each to be compared and taken. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import type { EditionNote } from '@/contract/templates';
import { Time } from '../parts/format';
import { say } from '@/words/desk';

export interface EditionsMenuProps {
  /** What is live, in words. */
  said: string;
  /** Whether anything ships for it. */
  ships: boolean;
  editions: readonly EditionNote[];
  timeZone: string;
  onChoose: (what: string) => void;
}

export function EditionsMenu({ said, ships, editions, timeZone, onChoose }: EditionsMenuProps) {
  if (editions.length === 0 && !ships) return <span>{said}</span>;
  return (
    <Menu>
      <MenuButton className="link inline-flex min-h-6 items-center gap-1" title={say.editionsAndWhatShips}>
        {said} <ChevronDown size={13} aria-hidden />
      </MenuButton>
      <MenuItems
        anchor="bottom start"
        className="z-40 max-h-96 w-80 overflow-auto rounded-control border border-rule bg-sheet py-1 text-sm text-ink shadow-sheet focus:outline-none [--anchor-gap:4px]"
      >
        {editions.map((e) => (
          <MenuItem key={e.number}>
            <button
              type="button"
              className="block w-full px-3 py-1.5 text-start data-focus:bg-petrol-tint"
              onClick={() => onChoose(String(e.number))}
            >
              <span className="flex gap-2">
                <span className="font-semibold">{say.editionNumber({ number: e.number })}</span>
                <span className="ms-auto text-xs text-slate">
                  <Time at={e.publishedAt} zone={timeZone} /> · {e.publishedBy}
                </span>
              </span>
              {e.note && <span className="block text-xs text-slate">{e.note}</span>}
            </button>
          </MenuItem>
        ))}
        {ships && (
          <MenuItem>
            <button
              type="button"
              className="block w-full border-t border-rule px-3 py-1.5 text-start data-focus:bg-petrol-tint"
              onClick={() => onChoose('shipped')}
            >
              {say.whatShips}
            </button>
          </MenuItem>
        )}
      </MenuItems>
    </Menu>
  );
}
