'use client';
/** While something on the screen is on its way, the screen is read again every second. */
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

export function WatchWaiting({ waiting }: { waiting: boolean }) {
  const router = useRouter();
  useEffect(() => {
    if (!waiting) return;
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') router.refresh();
    }, 1000);
    return () => clearInterval(timer);
  }, [waiting, router]);
  return null;
}
