'use client';
/** One message as it looks, beside the same of the rehearsal before with what differs framed. */
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { languageName } from '@/core/names';
import { PICTURE_FORMS, PICTURE_FORM_WORDS, type PictureForm } from '@/core/rehearsal/pictures';
import type { PictureSize, PictureView } from '@/contract/rehearsal';
import type { Box } from '@/core/rehearsal';
import { Segments } from '../parts/fields';
import Link from '../parts/Link';
import { Page } from '../parts/Page';
import { WatchWaiting } from '../parts/WatchWaiting';
import { VerdictMark } from './Verdict';
import { hrefOf, OUTCOME_WORDS, pictureHref, pictureSource } from './views';
import { say } from '@/words/rehearsal';

export function PictureScreen({ base, picture: p }: { base: string; picture: PictureView }) {
  const router = useRouter();
  const title = p.version ? `${p.notification}, ${p.version}` : p.notification;
  const { previous, next, form } = p;
  const places = Math.max(p.before?.moved.before.length ?? 0, p.before?.moved.after.length ?? 0);
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (e.ctrlKey || e.metaKey || e.altKey || (e.target as Element).closest('input, [role="radiogroup"], textarea'))
        return;
      const to = e.key === 'ArrowLeft' ? previous : e.key === 'ArrowRight' ? next : undefined;
      if (to !== undefined) router.push(pictureHref(base, { message: to, form }));
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, [base, router, previous, next, form]);
  return (
    <Page
      title={title}
      note={[languageName(p.wanted), p.number, say.run({ number: p.run })].filter(Boolean).join(' · ')}
      actions={
        <>
          <Segments
            label={say.pictureForm}
            value={form}
            choices={PICTURE_FORMS.map((value) => ({ value, label: PICTURE_FORM_WORDS[value] }))}
            onChange={(chosen: PictureForm) => router.replace(pictureHref(base, { message: p.id, form: chosen }))}
          />
          {previous !== undefined && (
            <Link className="btn" href={pictureHref(base, { message: previous, form })}>
              {say.previousPicture}
            </Link>
          )}
          {next !== undefined && (
            <Link className="btn" href={pictureHref(base, { message: next, form })}>
              {say.nextPicture}
            </Link>
          )}
        </>
      }
    >
      <WatchWaiting waiting={p.comes === true} />
      <div className="flex flex-col lg:h-full lg:min-h-0">
        <p className="flex shrink-0 flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-rule px-5 py-2 text-sm">
          <span className="inline-flex items-baseline gap-1.5">
            <span className="translate-y-0.5">
              <VerdictMark outcome={p.outcome} label="" />
            </span>
            {OUTCOME_WORDS[p.outcome]}
          </span>
          <Link className="link" href={hrefOf(base, { run: p.run, view: 'pictures', form, message: p.id })}>
            {say.allPictures}
          </Link>
          <Link className="link" href={hrefOf(base, { run: p.run, message: p.id })}>
            {say.whatWasChecked}
          </Link>
          {p.before && (
            <span className="text-slate">
              {places === 0
                ? say.looksTheSame({ run: p.before.run })
                : say.looksOtherwise({ run: p.before.run, n: places })}
            </span>
          )}
        </p>
        <div
          role="region"
          aria-label={say.pictures}
          tabIndex={0}
          className="flex flex-1 justify-center gap-6 bg-ground px-5 py-5 max-lg:flex-col lg:min-h-0 lg:overflow-auto"
        >
          {p.before && places > 0 && (
            <Shown
              name={say.run({ number: p.before.run })}
              src={pictureSource(base, p.before.seen, form)}
              alt={say.pictureBefore({ title, run: p.before.run })}
              size={p.before.size}
              moved={p.before.moved.before}
            />
          )}
          <Shown
            name={p.before && places > 0 ? say.run({ number: p.run }) : ''}
            src={pictureSource(base, p.seen!, form)}
            alt={say.pictureOf({ title, form: PICTURE_FORM_WORDS[form] })}
            size={p.size}
            moved={p.before?.moved.after ?? []}
          />
        </div>
      </div>
    </Page>
  );
}

function Shown({
  name,
  src,
  alt,
  size,
  moved,
}: {
  name: string;
  src: string;
  alt: string;
  size: PictureSize;
  moved: readonly Box[];
}) {
  const share = (n: number, of: number): string => `${(100 * n) / of}%`;
  return (
    <figure className="max-w-full min-w-0 shrink max-lg:self-center" style={{ width: size.width }}>
      {name && <figcaption className="mb-2 text-sm font-semibold">{name}</figcaption>}
      <div className="relative">
        <img
          src={src}
          alt={alt}
          width={size.width}
          height={size.height}
          className="block h-auto w-full border border-rule"
        />
        {moved.map((b) => (
          <span
            key={`${b.x} ${b.y}`}
            data-testid="moved"
            aria-hidden
            className="absolute border-2 border-madder bg-madder/10"
            style={{
              insetBlockStart: share(b.y - 3, size.height),
              left: share(b.x - 3, size.width),
              width: share(b.width + 6, size.width),
              height: share(b.height + 6, size.height),
            }}
          />
        ))}
      </div>
    </figure>
  );
}
