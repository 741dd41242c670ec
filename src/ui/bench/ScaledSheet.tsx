'use client';
/** A message to look at, made smaller to fit its place, and patched rather than loaded anew. */
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { patchDocument } from './patch';

const EMPTY = '<!doctype html><html><head></head><body></body></html>';

export function ScaledSheet({
  html,
  width,
  title,
  still = false,
}: {
  html: string | undefined;
  width: number;
  title: string;
  /** Only to be looked at: nothing in it is reached by mouse or keyboard. */
  still?: boolean;
}) {
  const frame = useRef<HTMLIFrameElement>(null);
  const place = useRef<HTMLDivElement>(null);
  const [ready, setReady] = useState(false);
  const [room, setRoom] = useState(width);
  const [height, setHeight] = useState(800);

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
  }, [ready, html, width, room]);

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
      <div style={{ height: height * scale, width: width * scale }} className="mx-auto overflow-hidden shadow-sheet">
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
      </div>
    </div>
  );
}
