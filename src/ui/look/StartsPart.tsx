'use client';
/** Where a look can begin: one of ours, a file, another store, an earlier edition. Each is tried before it replaces. */
import { useState } from 'react';
import { FONT_STACKS, STARTING_LOOKS, takeOn, type Look } from '@/core/look';
import type { Result } from '@/core/result';
import { answered } from '../parts/result';
import { Pick } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { say } from '@/words/look';

export interface StartsProps {
  base: string;
  look: Look;
  /** What is being tried on, by its name. */
  trying: string | undefined;
  otherStores: readonly { id: string; name: string }[];
  editions: readonly { number: number; publishedBy: string }[];
  onTry: (name: string, look: Look) => void;
  onImport: (text: string) => Promise<Result<Look>>;
  onCopy: (store: string) => Promise<Result<Look>>;
  onEdition: (number: number) => Promise<Result<Look>>;
}

export function StartsPart(props: StartsProps) {
  const { base, look, trying, otherStores, editions, onTry, onImport, onCopy, onEdition } = props;
  const [trouble, setTrouble] = useState<string>();
  const [store, setStore] = useState(otherStores[0]?.id ?? '');
  const [edition, setEdition] = useState(String(editions[0]?.number ?? ''));
  const take = async (name: string, asked: Promise<Result<Look>>): Promise<void> => {
    setTrouble(undefined);
    const result = await answered(asked, say.libellusDoesNotAnswerNothing);
    if (result.ok) onTry(name, result.value);
    else setTrouble(result.error.message);
  };
  return (
    <>
      <ul className="flex flex-col gap-2">
        {STARTING_LOOKS.map((start) => (
          <li key={start.id}>
            <button
              type="button"
              aria-pressed={trying === start.name}
              className={`flex w-full items-stretch gap-3 rounded-control border bg-sheet p-2 text-start hover:border-petrol ${trying === start.name ? 'border-petrol' : 'border-rule'}`}
              onClick={() => onTry(start.name, takeOn(start, look))}
            >
              <Sample look={start.look} />
              <span className="min-w-0">
                <span className="block font-serif text-base font-medium">{start.name}</span>
                <span className="block text-xs text-slate">{start.words}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-col gap-3 border-t border-rule pt-3 text-sm">
        {editions.length > 1 && (
          <div className="flex flex-wrap items-center gap-2">
            <Pick
              label={say.earlierEdition}
              className="min-w-40 flex-1"
              value={edition}
              choices={editions.map((e) => ({
                value: String(e.number),
                label: say.editionNumber({ number: e.number }),
                note: e.publishedBy,
              }))}
              onChange={setEdition}
            />
            <button
              type="button"
              className="btn"
              onClick={() => void take(say.editionEdition({ edition }), onEdition(Number(edition)))}
            >
              {say.tryIt}
            </button>
          </div>
        )}
        {otherStores.length > 0 && (
          <div className="flex flex-wrap items-center gap-2">
            <Pick
              label={say.lookOfAnotherStore}
              className="min-w-40 flex-1"
              value={store}
              choices={otherStores.map((s) => ({ value: s.id, label: s.name }))}
              onChange={setStore}
            />
            <button
              type="button"
              className="btn"
              onClick={() =>
                void take(
                  say.theLookOfName({ name: otherStores.find((s) => s.id === store)?.name ?? store }),
                  onCopy(store),
                )
              }
            >
              {say.tryIt}
            </button>
          </div>
        )}
        <label className="block">
          <span className="mb-1 block text-slate">{say.fromAFile}</span>
          <input
            type="file"
            accept=".json,application/json"
            className="block min-h-6 w-full text-xs"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) void file.text().then((text) => take(file.name, onImport(text)));
            }}
          />
        </label>
        <a className="link py-1" href={`${base}/look/export`} download>
          {say.saveThisLookAsA}
        </a>
        {trouble && <Trouble>{trouble}</Trouble>}
      </div>
    </>
  );
}

/** A corner of a message in the look: its ground, its type, its action. */
function Sample({ look }: { look: Omit<Look, 'version' | 'logo' | 'css'> }) {
  const { colours, type, shape } = look;
  return (
    <span
      aria-hidden
      className="flex h-16 w-20 shrink-0 flex-col justify-end overflow-hidden"
      style={{ background: colours.page }}
    >
      <span
        className="flex h-14 flex-col justify-between p-1.5"
        style={{
          background: colours.sheet,
          marginInlineStart: 10,
          borderStartStartRadius: Math.min(10, shape.sheetRadius),
          borderTop: `${Math.max(1, shape.sheetBorder)}px solid ${colours.lines}`,
          borderInlineStart: `${Math.max(1, shape.sheetBorder)}px solid ${colours.lines}`,
        }}
      >
        <span
          style={{
            fontFamily: FONT_STACKS[type.headings],
            fontSize: type.headline / 1.9,
            lineHeight: 1,
            fontWeight: type.headlineWeight,
            fontStyle: type.headlineStyle === 'italic' ? 'italic' : 'normal',
            textTransform: type.headlineStyle === 'capitals' ? 'uppercase' : 'none',
            color: colours.brand,
          }}
        >
          Aa
        </span>
        <span style={{ background: colours.action, height: 9, width: 34, borderRadius: Math.min(5, shape.radius) }} />
      </span>
    </span>
  );
}
