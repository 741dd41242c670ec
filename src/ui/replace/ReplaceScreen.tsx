'use client';
/** Find and replace across all messages of the store: first the list, word by word, then the places that are chosen, then publishing. */
import { useRouter } from 'next/navigation';
import { useState, type SubmitEvent } from 'react';
import { toast } from 'sonner';
import type { BulkOutcome, ManyDraft } from '@/contract/notifications';
import type { FindWords, FoundInStore, FoundWords, PutOutcome, WordsPut } from '@/contract/replace';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { ChangedText } from '../bench/ChangedText';
import { PublishMany } from '../journey/PublishMany';
import { saidPublished } from '../journey/saidPublished';
import { Check } from '../parts/Check';
import { Field, Pick } from '../parts/fields';
import Link from '../parts/Link';
import { Empty, Page, Trouble } from '../parts/Page';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { useUndo } from '../parts/useUndo';
import { listed } from '@/words/speak';
import { say } from '@/words/replace';
import { say as journey } from '@/words/journey';

export interface ReplaceProps {
  base: string;
  languages: readonly string[];
  mayReplace: boolean;
  mayPublish: boolean;
  onFind: (wanted: FindWords) => Promise<Result<FoundInStore>>;
  onPut: (puts: WordsPut[]) => Promise<Result<PutOutcome>>;
  onDrafts: (slugs: string[]) => Promise<Result<ManyDraft[]>>;
  onPublishMany: (drafts: { slug: string; revision: number }[], note: string) => Promise<Result<BulkOutcome>>;
}

const NOTHING: FindWords = { search: '', replacement: '', matchCase: false, wholeWords: true, language: '' };

const keyOf = (f: FoundWords): string => `${f.kind} ${f.slug} ${f.language} ${f.segment}`;

export function ReplaceScreen(props: ReplaceProps) {
  const { base, languages, mayReplace, mayPublish, onFind, onPut } = props;
  const router = useRouter();
  const undo = useUndo();
  const [wanted, setWanted] = useState(NOTHING);
  const [result, setResult] = useState<FoundInStore>();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState<'find' | 'put'>();
  const [failure, setFailure] = useState<Failure>();
  const [changed, setChanged] = useState<string[]>([]);
  const [publishing, setPublishing] = useState(false);
  const change = (part: Partial<FindWords>): void => {
    setWanted({ ...wanted, ...part });
    setResult(undefined);
  };

  const find = async (): Promise<void> => {
    if (wanted.search === '') {
      setFailure({
        code: 'invalid',
        message: say.enterWords,
        problems: [{ path: '/search', message: say.enterWords }],
      });
      return;
    }
    setBusy('find');
    const found = await answered(onFind(wanted));
    setBusy(undefined);
    setFailure(found.ok ? undefined : found.error);
    setResult(found.ok ? found.value : undefined);
    setLeft(new Set());
  };
  const found = result?.found ?? [];
  const chosen = found.filter((f) => !left.has(keyOf(f)));
  const places = chosen.reduce((n, f) => n + f.places, 0);

  const replace = async (): Promise<void> => {
    setBusy('put');
    const done = await answered(onPut(chosen.map((f) => putOf(f, f.revision, f.after))));
    setBusy(undefined);
    if (!done.ok) {
      setFailure(done.error);
      return;
    }
    const { notifications, revisions } = done.value;
    setResult(undefined);
    setChanged(notifications);
    router.refresh();
    undo.did(say.replaced({ n: places }), async () => {
      const back = chosen.map((f) => {
        const now = revisions.find((r) => r.kind === f.kind && r.slug === f.slug);
        return putOf(f, now?.revision ?? f.revision, f.before);
      });
      if (valueOrToast(await answered(onPut(back)))) {
        toast.success(say.putBack);
        setChanged([]);
        router.refresh();
      }
    });
  };
  const toggle = (key: string): void => {
    const next = new Set(left);
    if (!next.delete(key)) next.add(key);
    setLeft(next);
  };
  const documents = new Map(found.map((f) => [`${f.kind} ${f.slug}`, f]));
  const foundIn = new Set(found.map((f) => f.language));
  const [only] = foundIn;

  return (
    <Page
      back={{ href: `${base}/journey`, label: journey.journey }}
      title={say.findAndReplace}
      note={say.note}
      actions={
        <>
          {undo.button}
          {mayPublish && changed.length > 0 && (
            <button type="button" className="btn btn-main" onClick={() => setPublishing(true)}>
              {say.publishThem}
            </button>
          )}
        </>
      }
    >
      <form
        className="flex flex-wrap items-end gap-3 border-b border-rule bg-panel px-5 py-3"
        onSubmit={(e: SubmitEvent) => {
          e.preventDefault();
          void find();
        }}
      >
        <Field label={say.find} problem={problemAt(failure, '/search')}>
          {(ids) => (
            <input
              {...ids}
              className="input w-56"
              value={wanted.search}
              onChange={(e) => change({ search: e.target.value })}
            />
          )}
        </Field>
        <Field label={say.replaceWith} problem={problemAt(failure, '/replacement')}>
          {(ids) => (
            <input
              {...ids}
              className="input w-56"
              value={wanted.replacement}
              onChange={(e) => change({ replacement: e.target.value })}
            />
          )}
        </Field>
        <Pick
          label={say.allLanguages}
          value={wanted.language}
          className="w-40"
          choices={[
            { value: '', label: say.allLanguages },
            ...languages.map((l) => ({ value: l, label: languageName(l) })),
          ]}
          onChange={(language) => change({ language })}
        />
        <div className="flex flex-col gap-1">
          <Check label={say.wholeWords} on={wanted.wholeWords} onChange={(wholeWords) => change({ wholeWords })} />
          <Check label={say.matchCase} on={wanted.matchCase} onChange={(matchCase) => change({ matchCase })} />
        </div>
        <button type="submit" className="btn" disabled={busy !== undefined}>
          {busy === 'find' ? say.searching : say.show}
        </button>
        {mayReplace && chosen.length > 0 && (
          <button type="button" className="btn btn-main" disabled={busy !== undefined} onClick={() => void replace()}>
            {busy === 'put' ? say.replacing : say.replaceIn({ n: places })}
          </button>
        )}
      </form>
      <div
        className="px-5 py-4 lg:min-h-0 lg:overflow-auto"
        role="region"
        aria-label={say.findAndReplace}
        aria-live="polite"
      >
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
        {result && found.length === 0 && <Empty title={say.foundNone} />}
        {result && result.unread.length > 0 && (
          <Trouble>
            {say.unread({
              places: result.unread
                .map(({ name, label, language }) => say.placeOf({ label, name, language }))
                .join('; '),
            })}
          </Trouble>
        )}
        {found.length > 0 && (
          <>
            <p className="text-sm">
              {say.foundIn({ n: found.reduce((n, f) => n + f.places, 0) })} {say.inMessages({ n: documents.size })}.
            </p>
            {foundIn.size === 1 && only !== undefined && languages.length > 1 && wanted.language === '' && (
              <p className="text-sm text-slate">{say.translatedToo({ language: languageName(only) })}</p>
            )}
            <label className="mt-2 flex items-center gap-2 text-sm">
              <input
                type="checkbox"
                className="size-4 accent-petrol"
                checked={chosen.length === found.length}
                onChange={() => setLeft(new Set(chosen.length === found.length ? found.map(keyOf) : []))}
              />
              {say.all}
            </label>
            <ul className="mt-1 border-t border-rule" data-testid="found">
              {[...documents].map(([key, first]) => (
                <li key={key} className="border-b border-rule py-2 text-sm">
                  <Link
                    className="link font-semibold"
                    href={`${base}/${first.kind === 'passage' ? 'passages' : 'desk'}/${first.slug}`}
                  >
                    {first.name}
                  </Link>
                  {first.kind === 'passage' && <span className="text-slate"> · {say.passage}</span>}
                  <ul className="mt-1 flex flex-col gap-1">
                    {found
                      .filter((f) => `${f.kind} ${f.slug}` === key)
                      .map((f) => (
                        <li key={keyOf(f)} className="flex gap-2">
                          <input
                            type="checkbox"
                            className="mt-1 size-4 shrink-0 accent-petrol"
                            aria-label={say.placeOf({
                              label: f.label,
                              name: f.name,
                              language: languageName(f.language),
                            })}
                            checked={!left.has(keyOf(f))}
                            onChange={() => toggle(keyOf(f))}
                          />
                          <div className="min-w-0">
                            <span className="text-slate">
                              {f.label}, {languageName(f.language)}
                              {f.followers.length > 0 && ` · ${say.alsoIn({ names: listed(f.followers) })}`}
                            </span>
                            <ChangedText before={f.before} after={f.after} language={f.language} />
                          </div>
                        </li>
                      ))}
                  </ul>
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
      {publishing && (
        <PublishMany
          slugs={changed}
          onDrafts={props.onDrafts}
          onPublish={props.onPublishMany}
          onDone={(outcome) => {
            setPublishing(false);
            setChanged([]);
            saidPublished(outcome);
          }}
          onClose={() => setPublishing(false)}
        />
      )}
    </Page>
  );
}

const putOf = ({ kind, slug, language, segment }: FoundWords, revision: number, source: string): WordsPut => ({
  kind,
  slug,
  revision,
  language,
  segment,
  source,
});
