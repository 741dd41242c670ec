'use client';
/** JSON as it came, each value of which can be chosen: by mouse, or by arrow keys and Enter. */
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { Pointed } from '@/core/mapping/pointing';
import { say } from '@/words/sources';

/** So many entries of a list are shown before one asks for the rest. */
const SHOWN = 5;

export interface TreeProps {
  value: unknown;
  /** What a value fills already. */
  fillsOf: (steps: Pointed) => string | undefined;
  /** Values are being chosen: for what. */
  active: string | undefined;
  onPick: (steps: Pointed) => void;
  onLeave: () => void;
}

export function JsonTree({ value, fillsOf, active, onPick, onLeave }: TreeProps) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (active !== undefined) box.current?.querySelector<HTMLElement>('[data-value]')?.focus();
  }, [active]);
  const move = (e: KeyboardEvent): void => {
    if (e.key === 'Escape' && active !== undefined) return onLeave();
    const step = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
    if (step === 0) return;
    e.preventDefault();
    const all = [...(box.current?.querySelectorAll<HTMLElement>('[data-value]') ?? [])];
    all[Math.min(all.length - 1, Math.max(0, all.indexOf(e.target as HTMLElement) + step))]?.focus();
  };
  return (
    <div ref={box} role="group" aria-label={say.whatCame} className="font-mono text-xs" onKeyDown={move}>
      <Branch {...{ fillsOf, onPick }} value={value} steps={[]} choosing={active !== undefined} />
    </div>
  );
}

type BranchProps = Pick<TreeProps, 'value' | 'fillsOf' | 'onPick'> & { steps: Pointed; choosing: boolean };

function Branch({ value, steps, ...rest }: BranchProps) {
  const [all, setAll] = useState(false);
  const entries: [string | number, unknown][] = Array.isArray(value)
    ? value.map((v, i) => [i, v])
    : Object.entries(value as object);
  const shown = all ? entries : entries.slice(0, Array.isArray(value) ? SHOWN : 200);
  return (
    <ul className={steps.length > 0 ? 'ms-2 border-s border-rule ps-2' : ''}>
      {shown.map(([name, inner]) => {
        const at = [...steps, name];
        const deeper = typeof inner === 'object' && inner !== null;
        return (
          <li key={name}>
            {deeper ? (
              <>
                <div className="min-h-6 py-0.5 text-slate">
                  {typeof name === 'number' ? name + 1 : name}
                  {Array.isArray(inner) && ` [${inner.length}]`}
                </div>
                <Branch {...rest} value={inner} steps={at} />
              </>
            ) : (
              <Leaf {...rest} name={name} value={inner} steps={at} />
            )}
          </li>
        );
      })}
      {shown.length < entries.length && (
        <li>
          <button type="button" className="link min-h-6 font-sans" onClick={() => setAll(true)}>
            {say.restOfList({ n: entries.length - shown.length })}
          </button>
        </li>
      )}
    </ul>
  );
}

function Leaf({ name, value, steps, fillsOf, onPick, choosing }: BranchProps & { name: string | number }) {
  const fills = fillsOf(steps);
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return (
    <button
      type="button"
      data-value
      tabIndex={choosing ? 0 : -1}
      disabled={!choosing}
      title={text}
      onClick={() => onPick(steps)}
      className={`flex min-h-6 w-full items-baseline gap-2 rounded-control px-1 py-0.5 text-start ${choosing ? 'hover:bg-petrol-tint focus:bg-petrol-tint' : ''}`}
    >
      <span className="shrink-0 text-slate">{typeof name === 'number' ? name + 1 : name}</span>
      <span className="min-w-0 truncate text-ink">{text}</span>
      {fills && (
        <span className="ms-auto shrink-0 font-sans text-petrol" title={say.fills({ place: fills })}>
          {fills}
        </span>
      )}
    </button>
  );
}
