'use client';
/** A message to look at, made smaller to fit its place, and patched rather than loaded anew. */
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { blockElements, patchDocument } from './patch';

const EMPTY = '<!doctype html><html><head></head><body></body></html>';

export function ScaledSheet({
  html,
  width,
  title,
  still = false,
  lit,
}: {
  html: string | undefined;
  width: number;
  title: string;
  /** Only to be looked at: nothing in it is reached by mouse or keyboard. */
  still?: boolean;
  /** The block that is pointed out, and scrolled to. */
  lit?: string | undefined;
}) {
  const frame = useRef<HTMLIFrameElement>(null);
  const place = useRef<HTMLDivElement>(null);
  const [ready, setReady] = useState(false);
  const [room, setRoom] = useState(width);
  const [height, setHeight] = useState(800);
  const [found, setFound] = useState<{ top: number; height: number }>();

  useEffect(() => {
    const doc = frame.current?.contentDocument;
    if (doc?.readyState === 'complete' && doc.URL === 'about:srcdoc') setReady(true);
    const watch = new ResizeObserver(([entry]) => entry && setRoom(entry.contentRect.width));
    watch.observe(place.current!);
    return () => watch.disconnect();
  }, []);

  useLayoutEffect(() => {
    const doc = frame.current?.contentDocument;
    if (!ready || !doc || html === undefined) return;
    patchDocument(doc, html);
    setHeight(Math.ceil(doc.body.getBoundingClientRect().height));
    setFound(lit === undefined ? undefined : placeOf(doc, lit));
  }, [ready, html, width, room, lit]);

  // Another block is scrolled to; the same one while its words are typed is not.
  const at = useRef<HTMLDivElement>(null);
  const has = found !== undefined;
  useEffect(() => {
    if (has) at.current?.scrollIntoView({ block: 'nearest' });
  }, [lit, has]);

  // Links in it lead nowhere here.
  useEffect(() => {
    const doc = frame.current?.contentDocument;
    if (!ready || !doc) return;
    const stop = (e: Event): void => e.preventDefault();
    doc.addEventListener('click', stop);
    return () => doc.removeEventListener('click', stop);
  }, [ready]);

  const scale = Math.min(1, room / width);
  return (
    <div ref={place} className="w-full overflow-hidden">
      <div
        style={{ height: height * scale, width: width * scale }}
        className="relative mx-auto overflow-hidden shadow-sheet"
      >
        <iframe
          ref={frame}
          title={title}
          sandbox="allow-same-origin"
          srcDoc={EMPTY}
          onLoad={() => setReady(true)}
          tabIndex={-1}
          inert={still}
          className="block origin-top-left bg-sheet"
          style={{ width, height, transform: `scale(${scale})` }}
          data-ready={html !== undefined}
        />
        {found && (
          <div
            ref={at}
            data-testid="lit"
            className="pointer-events-none absolute inset-x-0 border-2 border-petrol"
            style={{ top: found.top * scale, height: found.height * scale }}
          />
        )}
      </div>
    </div>
  );
}

/** Where a block stands on its sheet, in the sheet's own pixels; undefined when it says nothing here. */
function placeOf(doc: Document, block: string): { top: number; height: number } | undefined {
  const sections = blockElements(doc, block)?.sections ?? [];
  if (sections.length === 0) return undefined;
  const rects = sections.map((s) => s.getBoundingClientRect());
  const top = Math.min(...rects.map((r) => r.top));
  return { top, height: Math.max(...rects.map((r) => r.bottom)) - top };
}
