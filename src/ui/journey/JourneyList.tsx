'use client';
/** The notifications as a list: searched, filtered, several at once turned on or off or published. */
import Link from '../parts/Link';
import { useMemo, useState } from 'react';
import { momentOf } from '@/core/moments';
import { Pick } from '../parts/fields';
import { Time } from '../parts/format';
import type { LeafState, Card } from '@/contract/notifications';
import { Leaf, LEAF_WORDS } from '../parts/marks';
import { Empty } from '../parts/Page';
import { Head } from '../parts/Table';
import { Switch } from '../parts/Switch';
import { Bars } from './BoardCard';
import { LANES } from './types';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/journey';
import { say as common } from '@/words/common';

export type Bulk = 'on' | 'off' | 'publish';

export interface JourneyListProps {
  base: string;
  zone: string;
  languages: string[];
  cards: Card[];
  maySwitch: boolean;
  busy: boolean;
  onSwitch: (card: Card) => void;
  onBulk: (action: Bulk, cards: Card[]) => void;
}

const AUDIENCES = inEachLanguage(() => [
  { value: 'all', label: say.allAudiences },
  ...LANES.map((l) => ({ value: l.audience as string, label: l.name })),
]);
const STATES = inEachLanguage(() => [
  { value: 'all', label: say.allStates },
  ...(['live', 'draft', 'off', 'failing', 'stale'] as const).map((s) => ({ value: s as string, label: LEAF_WORDS[s] })),
  { value: 'double', label: say.doubles },
  { value: 'unpublished', label: say.notPublished },
]);

export function JourneyList({ base, zone, languages, cards, maySwitch, busy, onSwitch, onBulk }: JourneyListProps) {
  const [search, setSearch] = useState('');
  const [audience, setAudience] = useState('all');
  const [state, setState] = useState('all');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const shown = useMemo(() => {
    const words = search.toLowerCase().split(/\s+/).filter(Boolean);
    return cards.filter((c) => {
      const text = `${c.name} ${momentOf(c.moment)?.label ?? ''} ${c.owner}`.toLowerCase();
      if (!words.every((w) => text.includes(w))) return false;
      if (audience !== 'all' && c.audience !== audience) return false;
      if (state === 'double') return c.double;
      if (state === 'unpublished') return !c.published;
      return state === 'all' || c.mark === (state as LeafState);
    });
  }, [cards, search, audience, state]);
  const picked = shown.filter((c) => chosen.has(c.slug));
  const allPicked = shown.length > 0 && picked.length === shown.length;
  const toggle = (slug: string): void => {
    const next = new Set(chosen);
    if (!next.delete(slug)) next.add(slug);
    setChosen(next);
  };
  return (
    <div className="flex flex-col lg:h-full lg:min-h-0">
      <div className="flex shrink-0 flex-wrap items-center gap-2 border-b border-rule px-5 py-2">
        <input
          className="input w-64"
          aria-label={say.searchNotifications}
          placeholder={say.nameMomentOwner}
          value={search}
          onChange={(e) => setSearch(e.target.value)}
        />
        <Pick label={say.audience} value={audience} choices={AUDIENCES} onChange={setAudience} className="max-w-40" />
        <Pick label={common.state} value={state} choices={STATES} onChange={setState} className="max-w-40" />
        <span className="text-sm text-slate" role="status">
          {picked.length > 0
            ? say.nOfChosen({ n: picked.length, of: shown.length })
            : say.nNotifications({ n: shown.length })}
        </span>
        {maySwitch && picked.length > 0 && (
          <div className="ms-auto flex gap-2">
            <button type="button" className="btn" disabled={busy} onClick={() => onBulk('publish', picked)}>
              {common.publish}
            </button>
            <button type="button" className="btn" disabled={busy} onClick={() => onBulk('on', picked)}>
              {say.turnOn}
            </button>
            <button type="button" className="btn" disabled={busy} onClick={() => onBulk('off', picked)}>
              {say.turnOff}
            </button>
          </div>
        )}
      </div>
      <div className="lg:min-h-0 flex-1 lg:overflow-auto">
        {shown.length === 0 ? (
          <Empty title={common.nothingMatches}>{say.searchForLessOrRemove}</Empty>
        ) : (
          <table className="lines w-full text-sm">
            <Head
              columns={[
                { label: say.choose, className: 'w-16' },
                { label: common.notification },
                { label: say.moment },
                { label: say.to },
                { label: say.when },
                { label: say.versions, end: true },
                { label: say.languages },
                { label: say.owner },
                { label: say.last },
                { label: say.on, end: true },
              ]}
            />
            <tbody>
              {maySwitch && (
                <tr className="border-b border-rule text-slate">
                  <td data-line="rest" className="py-1.5 ps-5" colSpan={10}>
                    <label className="flex items-center gap-2">
                      <input
                        type="checkbox"
                        className="size-4 accent-petrol"
                        checked={allPicked}
                        onChange={() => setChosen(new Set(allPicked ? [] : shown.map((c) => c.slug)))}
                      />
                      {say.allThatAreShown}
                    </label>
                  </td>
                </tr>
              )}
              {shown.map((card) => (
                <tr key={card.slug} className="border-b border-rule hover:bg-panel">
                  <td data-line="box" className="ps-5">
                    <input
                      type="checkbox"
                      aria-label={say.chooseName({ name: card.name })}
                      className="size-4 accent-petrol"
                      disabled={!maySwitch}
                      checked={chosen.has(card.slug)}
                      onChange={() => toggle(card.slug)}
                    />
                  </td>
                  <td data-line="name" className="px-2 py-1.5">
                    <Link
                      href={`${base}/journey/${card.slug}`}
                      className="flex items-center gap-2 font-semibold hover:text-petrol"
                    >
                      <Leaf state={card.mark} size={13} />
                      {card.name}
                      {card.double && <span className="text-xs text-madder">{say.duplicate}</span>}
                    </Link>
                  </td>
                  <td data-line="rest" className="px-2">
                    {momentOf(card.moment)?.label ?? card.moment}
                  </td>
                  <td data-line="foot" className="px-2">
                    {card.labels?.length
                      ? card.labels.join(', ')
                      : LANES.find((l) => l.audience === card.audience)!.name}
                  </td>
                  <td data-line="foot-end" className="px-2">
                    {card.timing}
                  </td>
                  <td className="px-2 text-end">{card.variants + 1}</td>
                  <td className="px-2">
                    <Bars languages={languages} complete={card.complete} />
                  </td>
                  <td className="px-2">{card.owner || say.nobody}</td>
                  <td className="px-2">{card.last ? <Time at={card.last.at} zone={zone} /> : say.never}</td>
                  <td data-line="end" className="px-2 pe-5 text-end">
                    <Switch
                      on={card.on}
                      label={say.nameIsOn({ name: card.name })}
                      disabled={!maySwitch}
                      onChange={() => onSwitch(card)}
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </div>
  );
}
