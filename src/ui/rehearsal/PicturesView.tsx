'use client';
/** What the messages of a run look like: asked for, while they are taken, and all of them beside each other. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { languageName } from '@/core/names';
import { PICTURE_FORMS, PICTURE_FORM_WORDS, type PictureForm } from '@/core/rehearsal/pictures';
import type { Result } from '@/core/result';
import type { AskPictures, RehearsalRun, RehearsedRow } from '@/contract/rehearsal';
import { readerLocale } from '@/words/speak';
import { Pick as Choose, Segments } from '../parts/fields';
import Link from '../parts/Link';
import { Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { ShareDialog, type Sharing } from '../viewings/ShareDialog';
import { VerdictMark } from './Verdict';
import { hrefOf, pictureHref, pictureSource, sheetHref } from './views';
import { say } from '@/words/rehearsal';
import { say as viewings } from '@/words/viewings';

export interface PicturesProps {
  base: string;
  run: RehearsalRun;
  messages: readonly RehearsedRow[];
  /** Those that have pictures, in the order in which they are looked at. */
  pictured: readonly string[];
  form: PictureForm;
  language: string;
  mayRun: boolean;
  onPictures: (asked: AskPictures) => Promise<Result<null>>;
  onStopPictures: (number: number) => Promise<Result<null>>;
  zone: string;
  sharing: Sharing;
}

export function PicturesView(props: PicturesProps) {
  const { base, run, messages, form, language, mayRun } = props;
  const [sharing, setSharing] = useState(false);
  const router = useRouter();
  const byId = new Map(messages.map((m) => [m.id, m]));
  const pictured = props.pictured.flatMap((id) => byId.get(id) ?? []);
  const languages = [...new Set(pictured.map((m) => m.wanted))];
  const shown = pictured.filter((m) => language === '' || m.wanted === language);
  const go = (change: { form?: PictureForm; language?: string }): void =>
    router.push(hrefOf(base, { run: run.number, view: 'pictures', form, language, ...change }), { scroll: false });
  return (
    <div className="px-5 py-3">
      <Standing {...props} />
      {sharing && (
        <ShareDialog {...props.sharing} number={run.number} zone={props.zone} onClose={() => setSharing(false)} />
      )}
      {pictured.length > 0 && (
        <>
          <div className="mb-3 flex flex-wrap items-center gap-3">
            <Segments
              label={say.pictureForm}
              value={form}
              choices={PICTURE_FORMS.map((value) => ({ value, label: PICTURE_FORM_WORDS[value] }))}
              onChange={(chosen) => go({ form: chosen })}
            />
            <Choose
              label={say.language}
              className="w-44"
              value={language}
              choices={[
                { value: '', label: say.everyLanguage },
                ...languages.map((value) => ({ value, label: languageName(value) })),
              ]}
              onChange={(chosen) => go({ language: chosen })}
            />
            {mayRun && (
              <button type="button" className="btn ms-auto" onClick={() => setSharing(true)}>
                {viewings.share}
              </button>
            )}
            <a
              className={mayRun ? 'btn' : 'btn ms-auto'}
              href={sheetHref(base, { run: run.number, form, language })}
              download
            >
              {say.contactSheet}
            </a>
          </div>
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-x-4 gap-y-5">
            {shown.map((m) => (
              <li key={m.id} className="min-w-0">
                <Link href={pictureHref(base, { message: m.id, form })} className="group block">
                  <img
                    src={pictureSource(base, m.seen!, form)}
                    alt=""
                    loading="lazy"
                    className="h-52 w-full border border-rule bg-ground object-cover object-top group-hover:border-petrol"
                  />
                  <span className="mt-1.5 flex items-baseline gap-1.5 text-sm leading-snug">
                    <span className="translate-y-0.5">
                      <VerdictMark outcome={m.outcome} />
                    </span>
                    <span className="min-w-0 font-semibold wrap-anywhere group-hover:text-petrol">
                      {m.version ? `${m.notification}, ${m.version}` : m.notification}
                    </span>
                  </span>
                  <span className="block text-xs text-slate">{languageName(m.wanted)}</span>
                </Link>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

/** How far the pictures are, and what can be done about it. */
function Standing({ run, messages, mayRun, onPictures, onStopPictures, pictured }: PicturesProps) {
  const { pictures } = run;
  const underWay = pictures?.state === 'waiting' || pictures?.state === 'taking';
  const take = async (): Promise<void> => {
    if (valueOrToast(await answered(onPictures({ number: run.number }))) !== undefined)
      toast.success(say.picturesStarted);
  };
  const stop = async (): Promise<void> => {
    if (valueOrToast(await answered(onStopPictures(run.number))) !== undefined) toast.success(say.picturesStopped);
  };
  if (pictures?.state === 'done') {
    const seconds = new Intl.NumberFormat(readerLocale(), { maximumFractionDigits: 0 }).format(pictures.tookMs / 1000);
    return <p className="mb-3 text-sm text-slate">{say.picturesTaken({ n: pictures.taken, seconds })}</p>;
  }
  return (
    <div className="mb-3 flex max-w-3xl flex-col items-start gap-2 text-sm">
      {pictures?.state === 'broken' && <Trouble>{pictures.trouble}</Trouble>}
      {underWay ? (
        <div role="status" className="flex items-center gap-3">
          <progress
            aria-label={say.pictures}
            className="h-2 w-60 accent-petrol"
            max={Math.max(1, pictures.of)}
            value={pictures.taken}
          />
          {pictures.state === 'waiting' || pictures.of === 0
            ? say.picturesWaiting
            : say.picturesRunning({ taken: pictures.taken, of: pictures.of })}
        </div>
      ) : (
        <p className="text-slate">
          {pictured.length > 0
            ? say.picturesOfSome({ n: pictured.length, of: messages.length })
            : say.picturesNote({ n: messages.length })}
        </p>
      )}
      {mayRun && (
        <button
          type="button"
          className={underWay ? 'btn' : 'btn btn-main'}
          onClick={() => void (underWay ? stop() : take())}
        >
          {underWay ? say.stopPictures : pictured.length > 0 ? say.takeRest : say.takePictures}
        </button>
      )}
    </div>
  );
}
