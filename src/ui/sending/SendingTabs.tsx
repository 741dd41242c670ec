'use client';
/** The parts of Sending. */
import Link from '../parts/Link';
import { usePathname } from 'next/navigation';
import { inEachLanguage } from '@/words/speak';
import { say as proof } from '@/words/proof';
import { say } from '@/words/sending';

const PARTS = inEachLanguage(
  () =>
    [
      { path: 'services', label: say.services },
      { path: 'senders', label: say.senders },
      { path: 'domains', label: say.domains },
      { path: 'channels', label: say.channels },
      { path: 'withheld', label: say.doNotSend },
      { path: 'proof', label: proof.livingProof },
    ] as const,
);

export function SendingTabs({ base }: { base: string }) {
  const path = usePathname();
  return (
    <nav aria-label={say.partsOfSending} className="flex flex-wrap gap-1">
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
