'use client';
/** Turned on or off, one or several: each with how it is and how it will be, and what customers would no longer hear of. */
import { useState } from 'react';
import type { Card } from '@/contract/notifications';
import { momentOf } from '@/core/moments';
import { tellsAlone } from '@/core/standing';
import { Dialog } from '../parts/Dialog';
import { say } from '@/words/journey';

export interface SwitchManyProps {
  on: boolean;
  chosen: readonly Card[];
  cards: readonly Card[];
  onSwitch: (cards: Card[]) => void;
  onClose: () => void;
}

export function SwitchMany({ on, chosen, cards, onSwitch, onClose }: SwitchManyProps) {
  const changing = chosen.filter((c) => c.on !== on);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const able = (c: Card): boolean => !on || c.published;
  const picked = changing.filter((c) => able(c) && !left.has(c.slug));
  const going = new Set(on ? [] : picked.map((c) => c.slug));
  const toggle = (slug: string): void => {
    const next = new Set(left);
    if (!next.delete(slug)) next.add(slug);
    setLeft(next);
  };
  const [one] = chosen;
  const single = chosen.length === 1 && one !== undefined;
  return (
    <Dialog
      open
      onClose={onClose}
      title={
        single
          ? on
            ? say.turnOnName({ name: one.name })
            : say.turnOffName({ name: one.name })
          : on
            ? say.turnSeveralOn
            : say.turnSeveralOff
      }
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {say.leaveAsItIs}
          </button>
          <button
            type="button"
            className="btn btn-main"
            disabled={picked.length === 0}
            onClick={() => onSwitch(picked)}
          >
            {on ? say.turnNOn({ n: picked.length }) : say.turnNOff({ n: picked.length })}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        {changing.length < chosen.length && (
          <p className="text-slate">
            {(on ? say.nAreOnAlready : say.nAreOffAlready)({ n: chosen.length - changing.length })}
          </p>
        )}
        <ul className="border-t border-rule">
          {changing.map((c) => (
            <li key={c.slug} className="border-b border-rule py-2">
              <div className="flex items-baseline gap-3">
                <label className="flex items-center gap-2 font-semibold">
                  <input
                    type="checkbox"
                    className="size-4 accent-petrol"
                    disabled={!able(c)}
                    checked={able(c) && !left.has(c.slug)}
                    onChange={() => toggle(c.slug)}
                  />
                  {c.name}
                </label>
                <span className="ms-auto text-slate">{on ? say.offToOn : say.onToOff}</span>
              </div>
              {!able(c) && <p className="ms-6 text-madder">{say.neverPublishedSoStaysOff}</p>}
              {!on && c.waiting > 0 && <p className="ms-6">{say.nWaitAndGoOut({ n: c.waiting })}</p>}
              {going.has(c.slug) && tellsAlone(c, cards, going) && (
                <p className="ms-6 font-semibold text-madder">{say.tellsAlone({ moment: momentOf(c.moment).label })}</p>
              )}
            </li>
          ))}
        </ul>
      </div>
    </Dialog>
  );
}
