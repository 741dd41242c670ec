'use client';
/** The parts of Sending. */
import Link from '../parts/Link';
import { usePathname } from 'next/navigation';

const PARTS = [
  { path: 'services', label: 'Services' },
  { path: 'senders', label: 'Senders' },
  { path: 'domains', label: 'Domains' },
  { path: 'channels', label: 'Channels' },
  { path: 'withheld', label: 'Do not send' },
] as const;

export function SendingTabs({ base }: { base: string }) {
  const path = usePathname();
  return (
    <nav aria-label="Parts of Sending" className="flex flex-wrap gap-1">
      {PARTS.map((p) => {
        const here = path.startsWith(`${base}/sending/${p.path}`);
        return (
          <Link
            key={p.path}
            href={`${base}/sending/${p.path}`}
            aria-current={here ? 'page' : undefined}
            className={`rounded-control px-3 py-1 text-sm whitespace-nowrap ${here ? 'bg-petrol-tint font-semibold text-petrol-deep' : 'hover:bg-panel'}`}
          >
            {p.label}
          </Link>
        );
      })}
    </nav>
  );
}
