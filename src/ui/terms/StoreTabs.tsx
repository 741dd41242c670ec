'use client';
/** The parts of the store. Its terms are one screen, where what is typed in one part stays while another is looked at. */
import Link from '../parts/Link';
import { TERMS_PARTS, type TermsPart } from './parts';
import { say } from '@/words/terms';
import { say as codes } from '@/words/codes';
import { say as colleagues } from '@/words/colleagues';
import { say as installation } from '@/words/installation';
import { say as keys } from '@/words/keys';
import { say as files } from '@/words/files';
import { say as removed } from '@/words/removed';
import { say as hooks } from '@/words/hooks';
import { say as past } from '@/words/past';
import { say as sets } from '@/words/sets';
import { say as settings } from '@/words/settings';
import { say as sources } from '@/words/sources';
import { say as stock } from '@/words/stock';
import { say as stores } from '@/words/stores';

const look = (here: boolean): string =>
  `rounded-control px-3 py-1 text-sm text-ink ${here ? 'bg-petrol-tint font-semibold text-petrol-deep' : 'hover:bg-panel'}`;

export function StoreTabs({
  base,
  part,
  onPart,
}: {
  base: string;
  part:
    | TermsPart
    | 'settings'
    | 'stores'
    | 'webhooks'
    | 'history'
    | 'sources'
    | 'colleagues'
    | 'keys'
    | 'stock'
    | 'codes'
    | 'files'
    | 'sets'
    | 'removed'
    | 'installation';
  /** On the screen of the terms: another part of it is shown. */
  onPart?: (part: TermsPart) => void;
}) {
  const link = ([other, label]: readonly [string, string]) => (
    <Link
      key={other}
      href={`${base}/store/${other}`}
      aria-current={part === other ? 'page' : undefined}
      className={look(part === other)}
    >
      {label}
    </Link>
  );
  return (
    <nav aria-label={say.partsOfTheStore} className="flex flex-col gap-1">
      <div className="flex flex-wrap gap-1">
        {TERMS_PARTS.map((p) => (
          <Link
            key={p.id}
            href={`${base}/store/${p.id}`}
            aria-current={p.id === part ? 'page' : undefined}
            className={look(p.id === part)}
            onClick={(e) => {
              if (!onPart || e.metaKey || e.ctrlKey || e.shiftKey) return;
              e.preventDefault();
              window.history.replaceState(null, '', `${base}/store/${p.id}`);
              onPart(p.id);
            }}
          >
            {p.label}
          </Link>
        ))}
        {SOLD().map(link)}
      </div>
      <div className="flex flex-wrap gap-1">{RUN().map(link)}</div>
    </nav>
  );
}

/** What is sold and sent, beside its terms. */
const SOLD = () =>
  [
    ['stock', stock.stock],
    ['codes', codes.discountCodes],
    ['files', files.files],
    ['sets', sets.sets],
    ['removed', removed.removed],
  ] as const;

/** What the store itself is, who works in it, and which programs it speaks with. */
const RUN = () =>
  [
    ['settings', settings.settings],
    ['colleagues', colleagues.colleagues],
    ['keys', keys.keys],
    ['sources', sources.sources],
    ['webhooks', hooks.webhooks],
    ['history', past.history],
    ['stores', stores.stores],
    ['installation', installation.installation],
  ] as const;
