'use client';
/** Everything by keyboard: Ctrl-K to search for a place, `g` and a letter to go there, `?` for the list of keys. */
import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Dialog } from '../parts/Dialog';
import { Switch } from '../parts/Switch';
import type { Found } from '@/contract/find';
import { may, type Role } from '@/contract/policy';
import { THEMES } from '@/contract/theme';
import type { Result } from '@/core/result';
import { asking } from '../parts/asking';
import { answered } from '../parts/result';
import { chooseTheme } from '../parts/useTheme';
import { GOALS, PLACES } from './places';
import { THEME_WORDS } from './theme';
import { isTyping, letLettersAct, lettersAct } from './typing';
import { inEachLanguage, LANGUAGES, type Language } from '@/words/speak';
import { chooseLanguage } from '../parts/language';
import { say } from '@/words/shell';
import { say as common } from '@/words/common';

const KEYS: readonly [keys: string, words: string][] = inEachLanguage(() => [
  [say.ctrlK, say.searchForAPlaceOr],
  ...PLACES.map((p): [string, string] => [say.gLetter({ letter: p.letter }), p.name]),
  ['n', say.placeAnOrder],
  ['{', say.onTheDeskPutA],
  [say.ctrlZ, say.undo],
  [say.ctrlShiftZ, say.onTheDeskRedo],
  ['[', say.onTheDeskTheNotification],
  [']', say.onTheDeskTheNotificationAfter],
  [say.alt, say.inTheOutlineMoveA],
  [say.esc, say.leaveTheWordsCloseWhat],
  ['?', say.thisList],
]);

export interface CommandPaletteProps {
  base: string;
  stores: { id: string; name: string }[];
  role: Role;
  onSearch: (words: string) => Promise<Result<Found[]>>;
}

export function CommandPalette({ base, stores, role, onSearch }: CommandPaletteProps) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [keys, setKeys] = useState(false);
  const [letters, setLetters] = useState(true);

  useEffect(() => {
    let afterG = 0;
    const press = (e: KeyboardEvent): void => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
        e.preventDefault();
        setOpen((was) => !was);
        return;
      }
      if (e.ctrlKey || e.metaKey || e.altKey || isTyping(e.target) || document.querySelector('[role="dialog"]')) return;
      if (e.key === '?') {
        e.preventDefault();
        setLetters(lettersAct());
        setKeys(true);
        return;
      }
      if (!lettersAct()) return;
      if (Date.now() - afterG < 1500) {
        afterG = 0;
        const place = PLACES.find((p) => p.letter === e.key);
        if (place) {
          e.preventDefault();
          router.push(base + place.path);
        }
      } else if (e.key === 'g') afterG = Date.now();
      else if (e.key === 'n') {
        e.preventDefault();
        router.push(`${base}/orders/new`);
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [base, router]);

  const go = (path: string): void => {
    setOpen(false);
    router.push(path);
  };

  return (
    <>
      <Dialog open={open} onClose={() => setOpen(false)} title={say.goTo}>
        <GoTo {...{ base, stores, role, onSearch, go }} />
      </Dialog>
      <Dialog
        open={keys}
        onClose={() => setKeys(false)}
        title={say.keys}
        foot={
          <button type="button" className="btn" onClick={() => setKeys(false)}>
            {common.close}
          </button>
        }
      >
        <div className="mb-3 flex items-center gap-3 border-b border-rule pb-3 text-sm">
          <span className="flex-1">{say.singleLettersActInThis}</span>
          <Switch
            on={letters}
            label={say.singleLettersAct}
            onChange={() => {
              letLettersAct(!letters);
              setLetters(!letters);
            }}
          />
        </div>
        <dl className="grid grid-cols-[max-content_1fr] gap-x-5 gap-y-1.5 text-sm text-ink">
          {KEYS.map(([key, words]) => (
            <div key={key} className="contents">
              <dt>
                <kbd className="kbd">{key}</kbd>
              </dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
      </Dialog>
    </>
  );
}

/** The search itself: places and deeds at once, what the store has by name as soon as it is found. */
function GoTo({
  base,
  stores,
  role,
  onSearch,
  go,
}: CommandPaletteProps & {
  go: (path: string) => void;
}) {
  const [words, setWords] = useState('');
  const [found, setFound] = useState<{ of: string; things: Found[] }>({ of: '', things: [] });
  useEffect(() => {
    const wanted = words.trim();
    if (wanted.length < 2) return;
    return asking(
      () => answered(onSearch(wanted)),
      (result) => setFound({ of: wanted, things: result.ok ? result.value : [] }),
      150,
    );
  }, [words, onSearch]);
  const wanted = words.trim();
  const searching = wanted.length >= 2 && found.of !== wanted;
  const things = wanted.length >= 2 && found.of === wanted ? found.things : [];
  return (
    <Command label={say.goTo} className="text-ink" filter={matches}>
      <Command.Input
        autoFocus
        placeholder={say.aScreenAnOrderA}
        className="input mb-2"
        value={words}
        onValueChange={setWords}
      />
      <Command.List className="max-h-80 overflow-auto text-sm">
        {!searching && <Command.Empty className="px-3 py-2 text-slate">{say.nothingIsCalledThat}</Command.Empty>}
        {PLACES.map((p) => (
          <Item key={p.path} onSelect={() => go(base + p.path)} hint={say.gLetter({ letter: p.letter })}>
            {p.name}
          </Item>
        ))}
        {GOALS.filter((g) => !g.needs || may(role, g.needs)).map((g) => (
          <Item
            key={g.name}
            keywords={g.also.split(' ')}
            onSelect={() => go(base + g.path)}
            {...(g.key && { hint: g.key })}
          >
            {g.name}
          </Item>
        ))}
        {THEMES.map((t) => (
          <Item key={t} keywords={['theme', 'dark', 'light', 'appearance', 'settings']} onSelect={() => chooseTheme(t)}>
            {say.coloursTheme({ theme: THEME_WORDS[t] })}
          </Item>
        ))}
        {(Object.entries(LANGUAGES) as [Language, string][]).map(([language, name]) => (
          <Item key={language} keywords={say.languageKeywords.split(' ')} onSelect={() => chooseLanguage(language)}>
            {say.languageName({ language: name })}
          </Item>
        ))}
        {stores.map((s) => (
          <Item key={s.id} onSelect={() => go(`/s/${s.id}/today`)}>
            {say.storeName({ name: s.name })}
          </Item>
        ))}
        {things.map((t) => (
          // What the server found matches already, whatever the list thinks of its words.
          <Item
            key={t.kind + t.href}
            keywords={wanted.split(/\s+/)}
            value={`${t.kind} ${t.label} ${t.href}`}
            onSelect={() => go(base + t.href)}
          >
            <span className="text-slate">{KIND_WORDS[t.kind]}</span> {t.label}
            {t.note && <span className="text-slate"> · {t.note}</span>}
          </Item>
        ))}
      </Command.List>
      <p role="status" className="mt-2 text-xs text-slate">
        {searching ? say.searchingTheStore : ''}
      </p>
    </Command>
  );
}

/** 1 where every word that was typed stands in the name or among its other words. */
function matches(name: string, typed: string, keywords: string[] = []): number {
  const text = [name, ...keywords].join(' ').toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
    ? 1
    : 0;
}

const KIND_WORDS: Record<Found['kind'], string> = inEachLanguage(() => ({
  order: common.order,
  customer: common.customer,
  notification: common.notification,
  passage: say.passage,
  service: say.service,
  domain: say.domain,
}));

function Item({
  children,
  onSelect,
  hint,
  keywords,
  value,
}: {
  children: React.ReactNode;
  onSelect: () => void;
  hint?: string;
  keywords?: string[];
  value?: string;
}) {
  return (
    <Command.Item
      onSelect={onSelect}
      {...(keywords && { keywords })}
      {...(value && { value })}
      className="flex cursor-pointer items-center gap-2 px-3 py-1.5 data-[selected=true]:bg-petrol-tint"
    >
      <span className="min-w-0 truncate">{children}</span>
      {hint && <kbd className="kbd ms-auto">{hint}</kbd>}
    </Command.Item>
  );
}
