'use client';
/** The parts of a set: what comes as drafts and what counts at once, each with what it changes, and ticked or not. */
import type { SetItem, SetPart } from '@/core/sets';
import { ChangeList } from '../desk/ChangeList';
import { PanelTitle } from '../parts/Page';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/sets';

const PARTS: Record<SetPart, string> = inEachLanguage(() => ({
  look: say.partLook,
  words: say.partWords,
  passage: say.partPassage,
  phrases: say.partPhrases,
  glossary: say.partGlossary,
  settings: say.partSettings,
  recipients: say.partRecipients,
}));
const ORDER: readonly SetPart[] = ['look', 'words', 'passage', 'phrases', 'glossary', 'settings', 'recipients'];

export interface SetItemsProps {
  items: readonly SetItem[];
  chosen: ReadonlySet<string>;
  onChosen: (chosen: ReadonlySet<string>) => void;
}

export function SetItems({ items, chosen, onChosen }: SetItemsProps) {
  const group = (atOnce: boolean): SetItem[] => items.filter((i) => i.atOnce === atOnce && i.state !== 'same');
  const same = items.filter((i) => i.state === 'same');
  return (
    <>
      {[false, true].map((atOnce) => (
        <Group
          key={String(atOnce)}
          title={atOnce ? say.atOnce : say.asDrafts}
          note={atOnce ? say.atOnceNote : say.asDraftsNote}
          items={group(atOnce)}
          {...{ chosen, onChosen }}
        />
      ))}
      {same.length > 0 && (
        <details className="mt-4">
          <summary className="link min-h-6">{say.nSame({ n: same.length })}</summary>
          <ul className="mt-1 text-slate">
            {same.map((i) => (
              <li key={i.key}>
                {PARTS[i.part]}: {i.name}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

function Group({
  title,
  note,
  items,
  chosen,
  onChosen,
}: SetItemsProps & { title: string; note: string; items: readonly SetItem[] }) {
  if (items.length === 0) return null;
  const able = items.filter((i) => i.refused === undefined).map((i) => i.key);
  const all = able.every((k) => chosen.has(k));
  const withKeys = (keys: readonly string[], on: boolean): void => {
    const next = new Set(chosen);
    for (const key of keys) {
      if (on) next.add(key);
      else next.delete(key);
    }
    onChosen(next);
  };
  return (
    <section className="mt-4" aria-label={title}>
      <PanelTitle>{title}</PanelTitle>
      <p className="text-slate">{note}</p>
      <label className="mt-1 flex min-h-6 items-center gap-2">
        <input
          type="checkbox"
          className="size-4 accent-petrol"
          checked={all && able.length > 0}
          onChange={() => withKeys(able, !all)}
        />
        {say.allOfThese}
      </label>
      {ORDER.map((part) => {
        const own = items.filter((i) => i.part === part);
        if (own.length === 0) return null;
        return (
          <div key={part} className="mt-2">
            <h3 className="text-xs text-slate">{PARTS[part]}</h3>
            <ul className="border-t border-rule">
              {own.map((item) => (
                <Item
                  key={item.key}
                  item={item}
                  on={chosen.has(item.key)}
                  onToggle={() => withKeys([item.key], !chosen.has(item.key))}
                />
              ))}
            </ul>
          </div>
        );
      })}
    </section>
  );
}

function Item({ item, on, onToggle }: { item: SetItem; on: boolean; onToggle: () => void }) {
  return (
    <li className="border-b border-rule py-1.5">
      <div className="flex flex-wrap items-center gap-x-3">
        <label className="flex min-h-6 items-center gap-2 font-semibold">
          <input
            type="checkbox"
            className="size-4 accent-petrol"
            aria-label={`${PARTS[item.part]}: ${item.name}`}
            disabled={item.refused !== undefined}
            checked={on}
            onChange={onToggle}
          />
          {item.name}
        </label>
        <span className="text-slate">{item.state === 'new' ? say.isNew : say.isChanged}</span>
      </div>
      {item.refused !== undefined && <p className="ms-6 text-madder">{item.refused}</p>}
      {item.stops?.map((words) => (
        <p key={words} className="ms-6 text-madder">
          {words}
        </p>
      ))}
      {item.notes.map((words) => (
        <p key={words} className="ms-6 text-slate">
          {words}
        </p>
      ))}
      {item.changes.length > 0 && (
        <details className="ms-6">
          <summary className="link min-h-6">{say.nChanges({ n: item.changes.length })}</summary>
          <ChangeList changes={item.changes} />
        </details>
      )}
    </li>
  );
}
