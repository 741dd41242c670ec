'use client';
/** Everything by keyboard: Ctrl-K to search for a place, `g` and a letter to go there, `?` for the list of keys. */
import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Dialog } from '../parts/Dialog';
import { Switch } from '../parts/Switch';
import { PLACES } from './places';
import { isTyping, letLettersAct, lettersAct } from './typing';

const KEYS: readonly [keys: string, words: string][] = [
  ['Ctrl K', 'search for a place or an action'],
  ...PLACES.map((p): [string, string] => [`g ${p.letter}`, p.name]),
  ['n', 'place an order'],
  ['{', 'on the Desk: put a placeholder into the words'],
  ['Ctrl Z', 'on the Desk: undo'],
  ['Ctrl Shift Z', 'on the Desk: redo'],
  ['[', 'on the Desk: the notification before'],
  [']', 'on the Desk: the notification after'],
  ['Alt ↑ ↓', 'in the outline: move a block'],
  ['Esc', 'leave the words, close what is open'],
  ['?', 'this list'],
];

export function CommandPalette({ base, stores }: { base: string; stores: { id: string; name: string }[] }) {
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
      <Dialog open={open} onClose={() => setOpen(false)} title="Go to">
        <Command label="Go to" className="text-ink">
          <Command.Input autoFocus placeholder="Name a place or an action" className="input mb-2" />
          <Command.List className="max-h-80 overflow-auto text-sm">
            <Command.Empty className="px-3 py-2 text-slate">Nothing matches.</Command.Empty>
            {PLACES.map((p) => (
              <Item key={p.path} onSelect={() => go(base + p.path)} hint={`g ${p.letter}`}>
                {p.name}
              </Item>
            ))}
            <Item onSelect={() => go(`${base}/orders/new`)} hint="n">
              Place an order
            </Item>
            <Item onSelect={() => go(`${base}/desk/order-received`)}>Open Order received on the Desk</Item>
            <Item onSelect={() => go(`${base}/desk/new-order`)}>Open New order on the Desk</Item>
            <Item onSelect={() => go(`${base}/deliveries?state=failed,bounced`)}>Deliveries that failed</Item>
            {stores.map((s) => (
              <Item key={s.id} onSelect={() => go(`/s/${s.id}/today`)}>
                Store: {s.name}
              </Item>
            ))}
          </Command.List>
        </Command>
      </Dialog>
      <Dialog
        open={keys}
        onClose={() => setKeys(false)}
        title="Keys"
        foot={
          <button type="button" className="btn" onClick={() => setKeys(false)}>
            Close
          </button>
        }
      >
        <div className="mb-3 flex items-center gap-3 border-b border-rule pb-3 text-sm">
          <span className="flex-1">Single letters act, in this browser</span>
          <Switch
            on={letters}
            label="Single letters act"
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

function Item({ children, onSelect, hint }: { children: React.ReactNode; onSelect: () => void; hint?: string }) {
  return (
    <Command.Item
      onSelect={onSelect}
      className="flex cursor-pointer items-center px-3 py-1.5 data-[selected=true]:bg-petrol-tint"
    >
      <span>{children}</span>
      {hint && <kbd className="kbd ms-auto">{hint}</kbd>}
    </Command.Item>
  );
}
