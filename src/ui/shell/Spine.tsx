'use client';
/** The spine: where everything is. The place one is at is marked by three stitches. On a small screen it is a bar with a menu. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Check, ChevronDown, Menu as MenuIcon, X } from 'lucide-react';
import Link from '../parts/Link';
import { usePathname, useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Found } from '@/contract/find';
import { may, ROLE_WORDS, type Role } from '@/contract/policy';
import { THEMES } from '@/contract/theme';
import type { Result } from '@/core/result';
import { forgetAllChanges } from '../parts/useKeptChanges';
import { chooseTheme, useChosenTheme } from '../parts/useTheme';
import { CommandPalette } from './CommandPalette';
import { GATHERINGS, PLACES } from './places';
import { THEME_WORDS } from './theme';
import { say as colleagues } from '@/words/colleagues';
import { say } from '@/words/shell';
import { LANGUAGES, readerLanguage, readerLocale, type Language, listed } from '@/words/speak';
import { chooseLanguage } from '../parts/language';
import { signOut } from '../sign-in/leave';

export interface SpineProps {
  store: { id: string; name: string };
  stores: { id: string; name: string }[];
  person: { name: string; role: Role };
  /** How far the clock of the demo was moved forward, ms; 0 where time is the true one. */
  ahead: number;
  onSearch: (words: string) => Promise<Result<Found[]>>;
}

export function Spine({ store, stores, person, ahead, onSearch }: SpineProps) {
  const path = usePathname();
  const base = `/s/${store.id}`;
  const here = PLACES.find((p) => path.startsWith(base + p.path) || p.also?.some((a) => path.startsWith(base + a)));

  const [open, setOpen] = useState(false);
  const [openedAt, setOpenedAt] = useState(path);
  // Somewhere else, the list of places is shut again.
  if (openedAt !== path) {
    setOpenedAt(path);
    setOpen(false);
  }

  return (
    <nav
      aria-label="Libellus"
      className="relative z-30 flex shrink-0 items-center bg-spine text-white md:w-37 md:flex-col md:items-stretch md:py-3"
      onKeyDown={(e) => {
        if (e.key === 'Escape' && open) setOpen(false);
      }}
    >
      <StoreChoice store={store} stores={stores} mayMake={may(person.role, 'store.make')} />
      <span className="min-w-0 flex-1 truncate px-1 text-sm text-white/80 md:hidden" aria-hidden>
        {here?.name}
      </span>
      <button
        type="button"
        aria-expanded={open}
        aria-controls="places"
        className="flex min-h-11 items-center gap-2 px-4 text-base font-semibold focus-visible:outline-white md:hidden"
        onClick={() => setOpen(!open)}
      >
        {open ? <X size={16} aria-hidden /> : <MenuIcon size={16} aria-hidden />} {say.menu}
      </button>
      <div
        id="places"
        className={`${open ? 'max-md:flex' : 'max-md:hidden'} min-h-0 flex-1 flex-col bg-spine max-md:absolute max-md:inset-x-0 max-md:top-full max-md:max-h-[calc(100dvh-3.5rem)] max-md:overflow-auto max-md:pb-3 max-md:shadow-sheet md:flex`}
      >
        <div className="mt-3 flex-1 md:overflow-auto">
          {GATHERINGS.map((gathering) => (
            <div key={gathering} className="mb-3">
              {gathering && (
                <div className="px-5.5 pt-1 pb-1 font-serif text-sm text-white/70 italic">{say[gathering]}</div>
              )}
              {PLACES.filter((p) => p.gathering === gathering).map((p) => {
                const selected = p === here;
                return (
                  <Link
                    key={p.path}
                    href={base + p.path}
                    aria-current={selected ? 'page' : undefined}
                    onClick={() => setOpen(false)}
                    className={`relative block px-5.5 py-1.25 text-base focus-visible:outline-white max-md:py-2 ${selected ? 'bg-spine-lit font-semibold' : 'text-white/90 hover:bg-spine-lit/60'}`}
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
        {ahead > 0 && <p className="mx-5.5 mb-2 text-xs text-white/90">{say.demoAhead({ time: aheadWords(ahead) })}</p>}
        <Account person={person} base={base} />
      </div>
      <CommandPalette {...{ base, stores, onSearch }} role={person.role} />
    </nav>
  );
}

const TONGUES = Object.entries(LANGUAGES) as [Language, string][];

const HOUR = 3_600_000;

/** "3 hours", "5 days", "2 days and 6 hours". */
function aheadWords(ms: number): string {
  const hours = Math.max(1, Math.round(ms / HOUR));
  const unit = (n: number, name: 'day' | 'hour'): string =>
    new Intl.NumberFormat(readerLocale(), { style: 'unit', unit: name, unitDisplay: 'long' }).format(n);
  const [days, rest] = [Math.floor(hours / 24), hours % 24];
  return listed([...(days > 0 ? [unit(days, 'day')] : []), ...(rest > 0 ? [unit(rest, 'hour')] : [])]);
}

/** The store one works for, and the others one may go to. */
function StoreChoice({ store, stores, mayMake }: Pick<SpineProps, 'store' | 'stores'> & { mayMake: boolean }) {
  return (
    <Menu>
      <MenuButton className="mx-3 flex min-h-10 min-w-0 items-center justify-between gap-1 rounded-control border border-white/25 px-2.5 text-start font-serif text-base font-medium hover:bg-spine-lit focus-visible:outline-white max-md:my-2">
        <span className="truncate">{store.name}</span>
        <ChevronDown size={14} aria-hidden className="shrink-0" />
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
        {mayMake && (
          <MenuItem>
            <Link
              href={`/s/${store.id}/store/new`}
              className="mt-1 block border-t border-rule px-3 py-1.5 data-focus:bg-petrol-tint"
            >
              {say.newStore}
            </Link>
          </MenuItem>
        )}
      </MenuItems>
    </Menu>
  );
}

/** Who is signed in, the colours they chose, and the way out. */
function Account({ person, base }: Pick<SpineProps, 'person'> & { base: string }) {
  const router = useRouter();
  const theme = useChosenTheme();
  const leave = async (): Promise<void> => {
    await signOut();
    forgetAllChanges();
    router.replace('/sign-in');
    router.refresh();
  };
  return (
    <Menu>
      <MenuButton className="mx-3 rounded-control px-2.5 py-1 text-start text-xs text-white/80 hover:bg-spine-lit focus-visible:outline-white">
        <span className="block truncate">{person.name}</span>
        <span className="block">
          {ROLE_WORDS[person.role]}
          <span className="max-md:hidden">
            {' '}
            · <span className="rounded-[3px] bg-white/15 px-1 font-mono">?</span> {say.keys2}
          </span>
        </span>
      </MenuButton>
      <MenuItems
        anchor="top start"
        className="z-40 rounded-control border border-rule bg-sheet py-1 text-sm text-ink shadow-sheet focus:outline-none"
      >
        <MenuItem>
          <Link href={`${base}/you`} className="mb-1 block border-b border-rule px-3 py-1.5 data-focus:bg-petrol-tint">
            {colleagues.yourPage}
          </Link>
        </MenuItem>
        <div className="px-3 pt-1 pb-0.5 text-xs text-slate">{say.coloursInThisBrowser}</div>
        {THEMES.map((t) => (
          <MenuItem key={t}>
            <button
              type="button"
              className="flex w-full items-center gap-2 px-3 py-1.5 text-start data-focus:bg-petrol-tint"
              onClick={() => chooseTheme(t)}
            >
              <Check size={14} aria-hidden className={t === theme ? '' : 'invisible'} />
              {THEME_WORDS[t]}
              {t === theme && <span className="sr-only">, {say.chosenNow}</span>}
            </button>
          </MenuItem>
        ))}
        <div className="mt-1 border-t border-rule px-3 pt-1.5 pb-0.5 text-xs text-slate">{say.yourLanguage}</div>
        {TONGUES.map(([language, name]) => (
          <MenuItem key={language}>
            <button
              type="button"
              lang={language}
              className="flex w-full items-center gap-2 px-3 py-1.5 text-start data-focus:bg-petrol-tint"
              onClick={() => chooseLanguage(language)}
            >
              <Check size={14} aria-hidden className={language === readerLanguage() ? '' : 'invisible'} />
              {name}
              {language === readerLanguage() && <span className="sr-only">, {say.chosenNow}</span>}
            </button>
          </MenuItem>
        ))}
        <MenuItem>
          <button
            type="button"
            className="mt-1 block w-full border-t border-rule px-3 py-1.5 text-start data-focus:bg-petrol-tint"
            onClick={() => void leave()}
          >
            {say.signOut}
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
}
