'use client';
/** A row of buttons as one stop of the keyboard: arrows, Home and End go from one to the next (ARIA toolbar). */
import { useLayoutEffect, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';

const STEPS: Readonly<Record<string, (at: number, last: number) => number>> = {
  ArrowRight: (at, last) => (at === last ? 0 : at + 1),
  ArrowLeft: (at, last) => (at === 0 ? last : at - 1),
  Home: () => 0,
  End: (_, last) => last,
};

const buttonsOf = (bar: HTMLElement): HTMLButtonElement[] => [
  ...bar.querySelectorAll<HTMLButtonElement>(':scope > button'),
];

export function Toolbar({ label, className, children }: { label: string; className: string; children: ReactNode }) {
  const bar = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  // The buttons are whatever was drawn, so which of them is the stop is set once they are there.
  useLayoutEffect(() => {
    const buttons = buttonsOf(bar.current!);
    const stop = Math.min(at, buttons.length - 1);
    for (const [i, button] of buttons.entries()) button.tabIndex = i === stop ? 0 : -1;
  });
  const step = (e: KeyboardEvent): void => {
    const buttons = buttonsOf(bar.current!);
    const here = buttons.indexOf(e.target as HTMLButtonElement);
    const next = STEPS[e.key];
    if (here < 0 || !next) return;
    e.preventDefault();
    const to = next(here, buttons.length - 1);
    setAt(to);
    buttons[to]?.focus();
  };
  return (
    <div
      ref={bar}
      role="toolbar"
      aria-label={label}
      className={className}
      // The words keep their selection while a button is pressed.
      onMouseDown={(e) => e.preventDefault()}
      onKeyDown={step}
    >
      {children}
    </div>
  );
}
