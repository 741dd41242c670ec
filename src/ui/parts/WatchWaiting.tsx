'use client';
/** While something on the screen is on its way, the screen is read again each time that something has moved in the store. */
import { usePathname, useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** After a change others often follow at once: the screen is read once for all of them. */
const SETTLE_MS = 250;
/** Should a change be missed while a connection was made anew, the screen is not wrong for longer than this. */
const AT_LATEST_MS = 10_000;

/** @param every so often at most, ms: for a screen that is long to read, while much moves */
export function WatchWaiting({ waiting, every = 0 }: { waiting: boolean; every?: number }) {
  const router = useRouter();
  const store = usePathname().split('/')[2] ?? '';
  useEffect(() => {
    if (!waiting) return;
    let soon: ReturnType<typeof setTimeout> | undefined;
    let last = 0;
    const read = (): void => {
      last = Date.now();
      if (document.visibilityState === 'visible') router.refresh();
    };
    const changes = new EventSource(`/s/${store}/changes`);
    changes.onopen = read;
    changes.onmessage = () => {
      clearTimeout(soon);
      soon = setTimeout(read, Math.max(SETTLE_MS, last + every - Date.now()));
    };
    const late = setInterval(read, AT_LATEST_MS);
    document.addEventListener('visibilitychange', read);
    return () => {
      changes.close();
      clearTimeout(soon);
      clearInterval(late);
      document.removeEventListener('visibilitychange', read);
    };
  }, [waiting, every, router, store]);
  return null;
}
