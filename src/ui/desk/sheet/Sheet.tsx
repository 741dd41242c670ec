'use client';
/** The sheet: the message exactly as rendered, in a frame without script, with the selected block's words typed over it. */
import { useCallback, useEffect, useLayoutEffect, useRef, useState, type CSSProperties, type ReactNode } from 'react';
import { backgroundBehind, blockAt, blockElements, patchDocument } from './patch';

export interface Place {
  /** The section, and the words in it, in pixels from the frame's corner. */
  section: { top: number; left: number; width: number; height: number };
  words: { top: number; left: number; width: number; height: number };
  /** How the words look where they stand. */
  style: CSSProperties;
}

export interface SheetProps {
  html: string | undefined;
  width: number;
  blockIds: readonly string[];
  selected: string | undefined;
  selectedLabel: string;
  onSelect: (id: string | undefined) => void;
  /** Drawn over the selected block's words. */
  children: (place: Place) => ReactNode;
  /** Drawn at the selected block's upper corner. */
  tools?: ReactNode;
}

const EMPTY = '<!doctype html><html><head></head><body></body></html>';

export function Sheet({ html, width, blockIds, selected, selectedLabel, onSelect, children, tools }: SheetProps) {
  const frame = useRef<HTMLIFrameElement>(null);
  const [ready, setReady] = useState(false);
  const [height, setHeight] = useState(600);
  const [place, setPlace] = useState<Place>();
  const latest = useRef({ blockIds, onSelect, selected });
  useLayoutEffect(() => {
    latest.current = { blockIds, onSelect, selected };
  });

  // The frame can have loaded before this code was there to hear of it.
  useEffect(() => {
    const doc = frame.current?.contentDocument;
    if (doc?.readyState === 'complete' && doc.URL === 'about:srcdoc') setReady(true);
  }, []);

  const measure = useCallback(() => {
    const doc = frame.current?.contentDocument;
    if (!doc?.body) return;
    setHeight(Math.max(200, Math.ceil(doc.body.getBoundingClientRect().height)));
    const { selected: id } = latest.current;
    const found = id === undefined ? undefined : blockElements(doc, id);
    setPlace(found && placeOf(found.section, found.words));
  }, []);

  useEffect(() => {
    const doc = frame.current?.contentDocument;
    if (!ready || !doc) return;
    const click = (e: MouseEvent): void => {
      // The frame is for looking at: its links lead nowhere here.
      e.preventDefault();
      latest.current.onSelect(blockAt(e.target, latest.current.blockIds));
    };
    doc.addEventListener('click', click);
    const watch = new ResizeObserver(measure);
    watch.observe(doc.body);
    return () => {
      doc.removeEventListener('click', click);
      watch.disconnect();
    };
  }, [ready, measure]);

  useLayoutEffect(() => {
    const doc = frame.current?.contentDocument;
    if (!ready || !doc || html === undefined) return;
    patchDocument(doc, html);
    performance.mark('libellus-sheet');
    measure();
  }, [ready, html, measure]);

  useLayoutEffect(measure, [selected, width, measure]);

  return (
    <div className="relative mx-auto shadow-sheet" style={{ width, height }}>
      <iframe
        ref={frame}
        title="The message"
        // Without allow-scripts nothing in the message runs; with allow-same-origin the Desk can reach what is in it.
        sandbox="allow-same-origin"
        srcDoc={EMPTY}
        onLoad={() => setReady(true)}
        className="block bg-sheet"
        style={{ width, height }}
        data-ready={html !== undefined}
      />
      {place && (
        <>
          <div
            aria-hidden
            className="pointer-events-none absolute start-0 z-10 w-full border-y border-petrol"
            style={{ top: place.section.top, height: place.section.height }}
          />
          <div
            aria-hidden
            className="pointer-events-none absolute start-0 z-20 -translate-y-full bg-petrol px-1.5 text-xs leading-5 font-semibold text-white"
            style={{ top: place.section.top }}
          >
            {selectedLabel}
          </div>
          {tools && (
            <div className="absolute end-0 z-20 -translate-y-full" style={{ top: place.section.top }}>
              {tools}
            </div>
          )}
          {children(place)}
        </>
      )}
    </div>
  );
}

function placeOf(section: HTMLElement, words: HTMLElement): Place {
  const rect = (element: HTMLElement): Place['words'] => {
    const { top, left, width, height } = element.getBoundingClientRect();
    return { top, left, width, height };
  };
  const css = words.ownerDocument.defaultView!.getComputedStyle(words);
  return {
    section: rect(section),
    words: rect(words),
    style: {
      fontFamily: css.fontFamily,
      fontSize: css.fontSize,
      fontWeight: css.fontWeight,
      fontStyle: css.fontStyle,
      lineHeight: css.lineHeight,
      letterSpacing: css.letterSpacing,
      color: css.color,
      textAlign: css.textAlign as CSSProperties['textAlign'],
      padding: css.padding,
      backgroundColor: backgroundBehind(words),
    },
  };
}
