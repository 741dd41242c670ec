'use client';
/** The sheet: the message exactly as rendered, in a frame without script, with the selected block's words typed over it. */
import type { DroppedAt } from '../usePictureFiles';
import { useBroughtIntoView } from '../../bench/useBroughtIntoView';
import {
  useCallback,
  useEffect,
  useImperativeHandle,
  useLayoutEffect,
  useRef,
  useState,
  type CSSProperties,
  type ReactNode,
  type Ref,
  type RefObject,
} from 'react';
import { backgroundBehind, blockAt, blockElements, patchDocument, patchWords } from '../../bench/patch';
import { say } from '@/words/desk';

export interface Place {
  /** The section, and the words in it, in pixels from the frame's corner. */
  section: { top: number; left: number; width: number; height: number };
  words: { top: number; left: number; width: number; height: number };
  /** How the words look where they stand. */
  style: CSSProperties;
}

export interface SheetHandle {
  /** Puts a newly rendered message on the sheet at once, before the screen around it is drawn anew. */
  show: (html: string) => void;
  /** Puts the words of one block on the sheet, ahead of the message they will be in. */
  words: (blockId: string, html: string) => void;
}

export interface SheetProps {
  handle?: Ref<SheetHandle>;
  html: string | undefined;
  width: number;
  blockIds: readonly string[];
  selected: string | undefined;
  selectedLabel: string;
  onSelect: (id: string | undefined) => void;
  /** Files were dropped on the message, over a block or none. */
  onFiles?: ((files: File[], at: DroppedAt) => void) | undefined;
  /** Drawn over the selected block's words. */
  children: (place: Place) => ReactNode;
  /** Drawn over the whole sheet, from what is on it. */
  overlay?: (doc: Document) => ReactNode;
  /** Drawn at the selected block's upper corner. */
  tools?: ReactNode;
  /** What is done with the text being typed, in a row of its own above the sheet so that no text lies under it; undefined without such a row. */
  bar?: ReactNode;
}

const EMPTY = '<!doctype html><html><head></head><body></body></html>';

/** A block that is lower than this shows nothing, px. */
const UNSEEN = 4;

export function Sheet({
  handle,
  html,
  width,
  blockIds,
  selected,
  selectedLabel,
  onSelect,
  onFiles,
  children,
  tools,
  bar,
  overlay,
}: SheetProps) {
  const frame = useRef<HTMLIFrameElement>(null);
  const [ready, setReady] = useState(false);
  const [height, setHeight] = useState(600);
  const [place, setPlace] = useState<Place>();
  const [over, setOver] = useState<number>();
  const latest = useRef({ blockIds, onSelect, onFiles, selected });
  useLayoutEffect(() => {
    latest.current = { blockIds, onSelect, onFiles, selected };
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
    setPlace(found && placeOf(found.sections, found.words));
  }, []);

  useEffect(() => {
    const doc = frame.current?.contentDocument;
    if (!ready || !doc) return;
    const click = (e: MouseEvent): void => {
      // The frame is for looking at: its links lead nowhere here.
      e.preventDefault();
      latest.current.onSelect(blockAt(e.target, latest.current.blockIds));
    };
    const at = (e: DragEvent): DroppedAt & { line: number } => {
      const id = blockAt(e.target, latest.current.blockIds);
      const found = id === undefined ? undefined : blockElements(doc, id);
      if (!found) return { id: undefined, after: true, line: doc.body.getBoundingClientRect().height };
      const { top, height: tall } = placeOf(found.sections, found.words).section;
      const after = e.clientY > top + tall / 2;
      return { id, after, line: after ? top + tall : top };
    };
    const carriesFiles = (e: DragEvent): boolean =>
      latest.current.onFiles !== undefined && (e.dataTransfer?.types.includes('Files') ?? false);
    const dragOver = (e: DragEvent): void => {
      if (!carriesFiles(e)) return;
      e.preventDefault();
      setOver(at(e).line);
    };
    const dragLeave = (): void => setOver(undefined);
    const drop = (e: DragEvent): void => {
      if (!carriesFiles(e)) return;
      e.preventDefault();
      setOver(undefined);
      const { id, after } = at(e);
      latest.current.onFiles?.([...(e.dataTransfer?.files ?? [])], { id, after });
    };
    doc.addEventListener('click', click);
    doc.addEventListener('dragover', dragOver);
    doc.addEventListener('dragleave', dragLeave);
    doc.addEventListener('drop', drop);
    const watch = new ResizeObserver(measure);
    watch.observe(doc.body);
    return () => {
      doc.removeEventListener('click', click);
      doc.removeEventListener('dragover', dragOver);
      doc.removeEventListener('dragleave', dragLeave);
      doc.removeEventListener('drop', drop);
      watch.disconnect();
    };
  }, [ready, measure]);

  const shown = useRef<string>(undefined);
  const show = useCallback(
    (next: string): void => {
      const doc = frame.current?.contentDocument;
      if (!doc || shown.current === next) return;
      const before = shown.current;
      shown.current = next;
      if (before === undefined || !patchWords(doc, before, next)) patchDocument(doc, next);
      performance.mark('libellus-sheet');
      // With the next frame, whose layout is needed anyway.
      requestAnimationFrame(measure);
    },
    [measure],
  );
  const words = useCallback(
    (blockId: string, inner: string): void => {
      const doc = frame.current?.contentDocument;
      const element = doc && blockElements(doc, blockId)?.words;
      if (!element?.classList.contains('ls-words')) return;
      element.innerHTML = inner;
      performance.mark('libellus-sheet');
      requestAnimationFrame(measure);
    },
    [measure],
  );
  useImperativeHandle(handle, () => ({ show: (next) => ready && show(next), words }), [ready, show, words]);

  useLayoutEffect(() => {
    if (ready && html !== undefined) show(html);
  }, [ready, html, show]);

  useLayoutEffect(measure, [selected, width, measure]);
  const marked = useRef<HTMLDivElement>(null);
  useBroughtIntoView(selected, () => (place ? marked.current : undefined));

  const sheet = (
    <div className="relative mx-auto shadow-sheet" style={{ width, height }}>
      <iframe
        ref={frame}
        title={say.theMessage}
        // Without allow-scripts nothing in the message runs; with allow-same-origin the Desk can reach what is in it.
        sandbox="allow-same-origin"
        srcDoc={EMPTY}
        onLoad={() => setReady(true)}
        className="block bg-sheet"
        style={{ width, height }}
        data-ready={html !== undefined}
      />
      {over !== undefined && (
        <div
          aria-hidden
          className="pointer-events-none absolute inset-x-0 z-30 h-0.5 bg-petrol"
          style={{ top: over }}
        />
      )}
      {place && (
        <>
          <div
            ref={marked}
            aria-hidden
            className="pointer-events-none absolute start-0 z-10 w-full border-y border-petrol"
            style={{ top: place.section.top, height: place.section.height }}
          />
          <div
            aria-hidden
            className="pointer-events-none absolute start-0 z-20 -translate-y-full bg-petrol px-1.5 text-xs leading-5 font-semibold text-on-petrol"
            style={{ top: place.section.top }}
          >
            {selectedLabel}
            {place.section.height < UNSEEN && say.empty}
          </div>
          {tools && (
            <div className="absolute end-0 z-20 -translate-y-full" style={{ top: place.section.top }}>
              {tools}
            </div>
          )}
          {children(place)}
        </>
      )}
      {ready && overlay && <Overlay frame={frame} draw={overlay} />}
    </div>
  );
  if (bar === undefined) return sheet;
  return (
    <>
      <div
        className="sticky top-0 z-30 mx-auto flex h-8 items-center justify-end bg-ground px-1 max-lg:top-12"
        style={{ width }}
      >
        {bar}
      </div>
      {sheet}
    </>
  );
}

function Overlay({ frame, draw }: { frame: RefObject<HTMLIFrameElement | null>; draw: (doc: Document) => ReactNode }) {
  const [doc, setDoc] = useState<Document>();
  useEffect(() => setDoc(frame.current?.contentDocument ?? undefined), [frame]);
  return doc ? draw(doc) : null;
}

function union(rects: readonly Place['words'][]): Place['words'] {
  const top = Math.min(...rects.map((r) => r.top));
  const left = Math.min(...rects.map((r) => r.left));
  return {
    top,
    left,
    width: Math.max(...rects.map((r) => r.left + r.width)) - left,
    height: Math.max(...rects.map((r) => r.top + r.height)) - top,
  };
}

function placeOf(sections: readonly HTMLElement[], words: HTMLElement): Place {
  const rect = (element: HTMLElement): Place['words'] => {
    const { top, left, width, height } = element.getBoundingClientRect();
    return { top, left, width, height };
  };
  const css = words.ownerDocument.defaultView!.getComputedStyle(words);
  return {
    section: union(sections.map(rect)),
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
