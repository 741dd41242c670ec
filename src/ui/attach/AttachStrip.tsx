'use client';
/** What goes with a message as files, below its subject: each with its size, and the menu to attach more. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown, Paperclip, X } from 'lucide-react';
import { useRef, useState, type ReactNode } from 'react';
import { encodedBytes, MADE_KINDS, weigh, type KeptFile, type MadeKind } from '@/core/attach';
import { fileSize } from '@/core/names';
import { Mark } from '../parts/marks';
import { Trouble } from '../parts/Page';
import type { Shelf } from './useShelf';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/files';

/** One thing that is attached, as the strip shows it. */
export interface Attached {
  key: string;
  name: string;
  /** In bytes; nothing for what is made when it is sent. */
  bytes?: number;
  /** Why it is not in the message that is looked at. */
  aside?: string | undefined;
  onOpen?: (() => void) | undefined;
  onRemove?: (() => void) | undefined;
}

const MADE: Record<MadeKind, { label: string; words: string }> = inEachLanguage(() => ({
  'delivery-note': { label: say.deliveryNote, words: say.deliveryNoteWords },
  calendar: { label: say.calendar, words: say.calendarWords },
  'from-shop': { label: say.fromShop, words: say.fromShopWords },
}));

export interface AttachStripProps {
  attached: readonly Attached[];
  shelf: Shelf;
  width: number;
  editable: boolean;
  onFile: (file: KeptFile) => void;
  /** Where what is made for an order can be attached. */
  onMade?: (kind: MadeKind) => void;
  /** Whether files from this computer can be brought in, and whether they stay in the store. */
  mayBring: boolean;
  keeps: boolean;
  /** At the end of the line. */
  aside?: ReactNode;
  children?: ReactNode;
}

export function AttachStrip(props: AttachStripProps) {
  const { attached, shelf, width, editable, mayBring, onFile, keeps, aside, children } = props;
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  if (!editable && attached.length === 0 && !aside) return null;
  const take = async (files: FileList | null): Promise<void> => {
    for (const file of await shelf.bring([...(files ?? [])], keeps)) onFile(file);
  };
  const inMessage = attached.filter((a) => a.aside === undefined).map((a) => ({ bytes: a.bytes ?? 0 }));
  const weight = weigh(inMessage, shelf.room);
  const known = inMessage.some((f) => f.bytes > 0);
  const size = fileSize(inMessage.reduce((sum, f) => sum + (f.bytes > 0 ? encodedBytes(f.bytes) : 0), 0));
  return (
    <section
      aria-label={say.attachments}
      className={`mx-auto -mt-3 mb-3 border border-t-0 border-dashed px-3 py-1.5 text-sm ${over ? 'border-petrol bg-petrol-tint' : 'border-slate/40 bg-panel'}`}
      style={{ width }}
      onDragOver={(e) => {
        if (!mayBring || !e.dataTransfer.types.includes('Files')) return;
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        if (!mayBring || !e.dataTransfer.types.includes('Files')) return;
        e.preventDefault();
        setOver(false);
        void take(e.dataTransfer.files);
      }}
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {editable && (
          <AttachMenu
            {...props}
            taken={new Set(attached.map((a) => a.key))}
            onComputer={() => input.current?.click()}
          />
        )}
        <ul className="contents">
          {attached.map((a) => (
            <li key={a.key} className={`flex min-w-0 items-center gap-1.5 ${a.aside ? 'text-slate' : ''}`}>
              <Paperclip size={13} aria-hidden className="shrink-0 text-slate" />
              {a.onOpen && editable ? (
                <button
                  type="button"
                  className="link min-h-6 min-w-0 truncate"
                  title={a.name}
                  aria-label={say.editAttachment({ name: a.name })}
                  onClick={a.onOpen}
                >
                  <bdi>{a.name}</bdi>
                </button>
              ) : (
                <bdi className="min-w-0 truncate" title={a.name}>
                  {a.name}
                </bdi>
              )}
              {a.aside ? (
                <span className="text-xs">({a.aside})</span>
              ) : (
                a.bytes !== undefined && <span className="text-xs text-slate tabular-nums">{fileSize(a.bytes)}</span>
              )}
              {editable && a.onRemove && (
                <button
                  type="button"
                  className="flex size-6 items-center justify-center rounded-control text-slate hover:bg-petrol-tint hover:text-ink"
                  aria-label={say.removeAttachment({ name: a.name })}
                  onClick={a.onRemove}
                >
                  <X size={13} aria-hidden />
                </button>
              )}
            </li>
          ))}
        </ul>
        {known && (
          <span className="ms-auto flex items-center gap-1.5 text-xs text-slate tabular-nums" data-testid="weight">
            {!weight.fits && <Mark tone="failing" size={12} />}
            {weight.fits
              ? say.takes({ size, most: fileSize(weight.most) })
              : say.takesTooMuch({ size, most: fileSize(weight.most) })}
          </span>
        )}
        {aside}
      </div>
      {children}
      <p role="status" className="text-xs text-slate empty:hidden">
        {shelf.busy && say.adding({ name: shelf.busy })}
      </p>
      {shelf.trouble && <Trouble>{shelf.trouble}</Trouble>}
      <input
        ref={input}
        type="file"
        multiple
        aria-label={say.fromThisComputer}
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          void take(e.target.files).then(() => {
            if (input.current) input.current.value = '';
          });
        }}
      />
    </section>
  );
}

const ITEM = 'block w-full px-3 py-1.5 text-start data-focus:bg-petrol-tint';

function AttachMenu({
  shelf,
  taken,
  mayBring,
  onFile,
  onMade,
  onComputer,
}: AttachStripProps & { taken: ReadonlySet<string>; onComputer: () => void }) {
  const files = shelf.files.filter((f) => !taken.has(f.digest));
  const made = MADE_KINDS.filter((kind) => !taken.has(kind));
  const heading = (words: string) => (
    <p className="mt-1 border-t border-rule px-3 pt-1.5 font-serif text-sm text-slate italic">{words}</p>
  );
  return (
    <Menu>
      <MenuButton className="btn" aria-label={say.attachTo}>
        <Paperclip size={14} aria-hidden /> {say.attach} <ChevronDown size={14} aria-hidden />
      </MenuButton>
      <MenuItems
        anchor="bottom start"
        modal={false}
        className="z-40 max-h-96 w-80 overflow-auto rounded-control border border-rule bg-sheet py-1 text-sm shadow-sheet focus:outline-none [--anchor-gap:4px]"
      >
        {mayBring && (
          <MenuItem>
            <button type="button" className={ITEM} onClick={onComputer}>
              {say.fromThisComputer}
            </button>
          </MenuItem>
        )}
        {files.length > 0 && heading(say.fromTheShelf)}
        {files.map((f) => (
          <MenuItem key={f.digest}>
            <button type="button" className={`${ITEM} flex items-baseline gap-2`} onClick={() => onFile(f)}>
              <bdi className="min-w-0 truncate">{f.name}</bdi>
              <span className="ms-auto shrink-0 text-xs text-slate tabular-nums">{fileSize(f.bytes)}</span>
            </button>
          </MenuItem>
        ))}
        {onMade && made.length > 0 && heading(say.madeForTheOrder)}
        {onMade &&
          made.map((kind) => (
            <MenuItem key={kind}>
              <button type="button" className={ITEM} onClick={() => onMade(kind)}>
                {MADE[kind].label}
                <span className="block text-xs text-slate">{MADE[kind].words}</span>
              </button>
            </MenuItem>
          ))}
      </MenuItems>
    </Menu>
  );
}
