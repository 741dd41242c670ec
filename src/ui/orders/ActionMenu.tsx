'use client';
/** What can happen to an order next; what cannot says why. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import type { OrderActionKind } from '@/core/order';
import type { Possible } from '@/contract/orders';
import { say } from '@/words/orders';

export function ActionMenu({
  actions,
  onChoose,
}: {
  actions: Possible['actions'];
  onChoose: (kind: OrderActionKind) => void;
}) {
  return (
    <Menu>
      <MenuButton className="btn btn-main">
        {say.whatHappensNext} <ChevronDown size={14} aria-hidden />
      </MenuButton>
      <MenuItems
        anchor="bottom end"
        modal={false}
        className="z-40 max-h-120 w-72 overflow-auto rounded-control border border-rule bg-sheet py-1 text-sm shadow-sheet focus:outline-none [--anchor-gap:4px]"
      >
        {actions.map(({ kind, label, why }) => (
          <MenuItem key={kind} disabled={why !== undefined}>
            <button
              type="button"
              className="block w-full px-3 py-1.5 text-start data-disabled:text-slate data-focus:bg-petrol-tint"
              onClick={() => onChoose(kind)}
            >
              {label}
              {why && <span className="block text-xs">{why}</span>}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
