'use client';
/** The notifications as a list: searched, filtered, several at once turned on or off or published. */
import Link from '../parts/Link';
import { useMemo, useState } from 'react';
import { momentOf } from '@/core/moments';
import { Pick } from '../parts/fields';
import { plural, Time } from '../parts/format';
import type { LeafState, Card } from '@/contract/notifications';
import { Leaf, LEAF_WORDS } from '../parts/marks';
import { Empty } from '../parts/Page';
import { Head } from '../parts/Table';
import { Switch } from '../parts/Switch';
import { Bars } from './BoardCard';
import { LANES } from './types';

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

const AUDIENCES = [
  { value: 'all', label: 'all audiences' },
  ...LANES.map((l) => ({ value: l.audience as string, label: l.name })),
];
const STATES = [
  { value: 'all', label: 'all states' },
  ...(['live', 'draft', 'off', 'failing', 'stale'] as const).map((s) => ({ value: s as string, label: LEAF_WORDS[s] })),
  { value: 'double', label: 'doubles' },
  { value: 'unpublished', label: 'not published' },
];

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
          aria-label="Search notifications"
          placeholder="name, moment, owner"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
        />
        <Pick label="Audience" value={audience} choices={AUDIENCES} onChange={setAudience} className="max-w-40" />
        <Pick label="State" value={state} choices={STATES} onChange={setState} className="max-w-40" />
        <span className="text-sm text-slate" role="status">
          {picked.length > 0
            ? `${picked.length} of ${shown.length} chosen`
            : plural(shown.length, 'notification', 'notifications')}
        </span>
        {maySwitch && picked.length > 0 && (
          <div className="ms-auto flex gap-2">
            <button type="button" className="btn" disabled={busy} onClick={() => onBulk('publish', picked)}>
              Publish
            </button>
            <button type="button" className="btn" disabled={busy} onClick={() => onBulk('on', picked)}>
              Turn on
            </button>
            <button type="button" className="btn" disabled={busy} onClick={() => onBulk('off', picked)}>
              Turn off
            </button>
          </div>
        )}
      </div>
      <div className="lg:min-h-0 flex-1 lg:overflow-auto">
        {shown.length === 0 ? (
          <Empty title="Nothing matches">Search for less, or remove the filters.</Empty>
        ) : (
          <table className="lines w-full text-sm">
            <Head
              columns={[
                { label: 'Choose', className: 'w-16' },
                { label: 'Notification' },
                { label: 'Moment' },
                { label: 'To' },
                { label: 'When' },
                { label: 'Versions', end: true },
                { label: 'Languages' },
                { label: 'Owner' },
                { label: 'Last' },
                { label: 'On', end: true },
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
                      All that are shown
                    </label>
                  </td>
                </tr>
              )}
              {shown.map((card) => (
                <tr key={card.slug} className="border-b border-rule hover:bg-panel">
                  <td data-line="box" className="ps-5">
                    <input
                      type="checkbox"
                      aria-label={`Choose ${card.name}`}
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
                      {card.double && <span className="text-xs text-madder">duplicate</span>}
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
                  <td className="px-2">{card.owner || 'nobody'}</td>
                  <td className="px-2">{card.last ? <Time at={card.last.at} zone={zone} /> : 'never'}</td>
                  <td data-line="end" className="px-2 pe-5 text-end">
                    <Switch
                      on={card.on}
                      label={`${card.name} is on`}
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
