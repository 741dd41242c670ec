'use client';
/** The spine: where everything is. The place one is at is marked by three stitches. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import Link from '../parts/Link';
import { usePathname, useRouter } from 'next/navigation';
import { CommandPalette } from './CommandPalette';
import { PLACES } from './places';

export interface SpineProps {
  store: { id: string; name: string };
  stores: { id: string; name: string }[];
  person: { name: string; role: string };
}

const GATHERINGS = ['', 'Compose', 'Send', 'Keep'] as const;

export function Spine({ store, stores, person }: SpineProps) {
  const path = usePathname();
  const router = useRouter();
  const base = `/s/${store.id}`;
  const here = PLACES.find((p) => path.startsWith(base + p.path) || p.also?.some((a) => path.startsWith(base + a)));

  const signOut = async (): Promise<void> => {
    await fetch('/api/auth/sign-out', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' });
    router.replace('/sign-in');
    router.refresh();
  };

  return (
    <nav aria-label="Libellus" className="flex w-37 shrink-0 flex-col bg-petrol-deep py-3 text-white">
      <Menu>
        <MenuButton className="mx-3 flex min-h-10 items-center justify-between rounded-control border border-white/25 px-2.5 text-start font-serif text-base font-medium hover:bg-petrol">
          <span className="truncate">{store.name}</span>
          <ChevronDown size={14} aria-hidden />
        </MenuButton>
        <MenuItems
          anchor="bottom start"
          className="z-40 min-w-52 rounded-control border border-rule bg-sheet py-1 text-sm text-ink shadow-sheet focus:outline-none [--anchor-gap:4px]"
        >
          {stores.map((s) => (
            <MenuItem key={s.id}>
              <Link href={`/s/${s.id}/today`} className="block px-3 py-1.5 font-serif data-focus:bg-petrol-tint">
                {s.name}
              </Link>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
      <div className="mt-3 flex-1 overflow-auto">
        {GATHERINGS.map((gathering) => (
          <div key={gathering} className="mb-3">
            {gathering && <div className="px-5.5 pt-1 pb-1 font-serif text-sm text-white/70 italic">{gathering}</div>}
            {PLACES.filter((p) => p.gathering === gathering).map((p) => {
              const selected = p === here;
              return (
                <Link
                  key={p.path}
                  href={base + p.path}
                  aria-current={selected ? 'page' : undefined}
                  className={`relative block px-5.5 py-1.25 text-base focus-visible:outline-white ${selected ? 'bg-petrol font-semibold' : 'text-white/90 hover:bg-petrol/60'}`}
                >
                  {selected && (
                    <svg aria-hidden width="3" height="20" className="absolute start-2.5 top-1/2 -translate-y-1/2">
                      <path d="M1.500 0v5M1.500 7.500v5M1.500 15v5" stroke="currentColor" strokeWidth="2" />
                    </svg>
                  )}
                  {p.name}
                </Link>
              );
            })}
          </div>
        ))}
      </div>
      <Menu>
        <MenuButton className="mx-3 rounded-control px-2.5 py-1 text-start text-xs text-white/80 hover:bg-petrol">
          <span className="block truncate">{person.name}</span>
          <span className="block">
            {person.role} · <span className="rounded-[3px] bg-white/15 px-1 font-mono">?</span> keys
          </span>
        </MenuButton>
        <MenuItems
          anchor="top start"
          className="z-40 rounded-control border border-rule bg-sheet py-1 text-sm text-ink shadow-sheet focus:outline-none"
        >
          <MenuItem>
            <button
              type="button"
              className="block w-full px-3 py-1.5 text-start data-focus:bg-petrol-tint"
              onClick={() => void signOut()}
            >
              Sign out
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
      <CommandPalette base={base} stores={stores} />
    </nav>
  );
}
