/** The parts of Deliveries. */
import Link from '../parts/Link';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/deliveries';

const PARTS = inEachLanguage(
  () =>
    [
      { part: 'messages', path: '/deliveries', label: say.everyMessage },
      { part: 'notifications', path: '/deliveries/notifications', label: say.byNotification },
    ] as const,
);

export function DeliveriesTabs({ base, part }: { base: string; part: (typeof PARTS)[number]['part'] }) {
  return (
    <nav aria-label={say.partsOfDeliveries} className="flex flex-wrap gap-1">
      {PARTS.map((p) => (
        <Link
          key={p.part}
          href={base + p.path}
          aria-current={p.part === part ? 'page' : undefined}
          className={`rounded-control px-3 py-1 text-sm whitespace-nowrap ${p.part === part ? 'bg-petrol-tint font-semibold text-petrol-deep' : 'hover:bg-panel'}`}
        >
          {p.label}
        </Link>
      ))}
    </nav>
  );
}
