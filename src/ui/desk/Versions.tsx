'use client';
/** The versions of the notification on the bench, side by side: who each is for, how it stands, how many orders get it. */
import type { VersionOnDesk } from '@/contract/templates';
import { percentFormatter } from '@/core/text/formatters';
import Link from '../parts/Link';
import { Mark, type Tone } from '../parts/marks';
import { readerLocale } from '@/words/speak';
import { say } from '@/words/desk';

/** How a version stands, in a word or two. */
export function versionState({ nothing, edition, changes }: VersionOnDesk): { words: string; tone: Tone } {
  if (nothing) return { words: say.sendsNothing, tone: 'quiet' };
  if (edition === undefined) return { words: say.neverPublished, tone: 'failing' };
  return changes > 0
    ? { words: say.draftDiffers, tone: 'waiting' }
    : { words: say.editionLive({ edition }), tone: 'good' };
}

const shareText = (share: number): string => percentFormatter(readerLocale())(Math.round(share * 100));

export function Versions({
  base,
  slug,
  query,
  versions,
}: {
  base: string;
  slug: string;
  /** The order and the language on the sheet: the next version is looked at with the same. */
  query: string;
  versions: readonly VersionOnDesk[];
}) {
  if (versions.length < 2) return null;
  return (
    <nav
      aria-label={say.versions}
      className="flex shrink-0 flex-wrap items-stretch gap-x-1 gap-y-1 border-b border-rule px-4 py-1.5 text-sm"
    >
      {versions.map((version) => {
        const here = version.slug === slug;
        const { words, tone } = versionState(version);
        const about = version.when ? say.versionWhen({ condition: version.when }) : say.versionForAllOthers;
        return (
          <Link
            key={version.slug}
            href={`${base}/desk/${version.slug}${query}`}
            aria-current={here ? 'page' : undefined}
            title={about}
            className={`inline-flex items-baseline gap-1.5 rounded-control px-2.5 py-1 text-ink ${here ? 'bg-petrol-tint text-petrol-deep' : 'hover:bg-panel'}`}
          >
            <span className={here ? 'font-semibold' : ''}>{version.name}</span>
            <Mark tone={tone} size={10} />
            <span className="text-xs text-slate">
              {words}
              {version.share !== undefined && ` · ${say.shareOfOrders({ share: shareText(version.share) })}`}
            </span>
          </Link>
        );
      })}
    </nav>
  );
}
