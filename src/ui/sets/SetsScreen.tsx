'use client';
/** All messages of a store as one file, and the set of a file or another store brought in: looked at first, then the chosen parts. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { BulkOutcome, ManyDraft } from '@/contract/notifications';
import { whoMay } from '@/contract/policy';
import type { SetOf, SetOutcome, SetPreview } from '@/contract/sets';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { MOST_SET_BYTES } from '@/core/sets';
import { PublishMany } from '../journey/PublishMany';
import { saidPublished } from '../journey/saidPublished';
import { Field, Pick, Segments } from '../parts/fields';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { useUndo } from '../parts/useUndo';
import { StoreTabs } from '../terms/StoreTabs';
import { inEachLanguage, listed } from '@/words/speak';
import { say } from '@/words/sets';
import { SetItems } from './SetItems';

export interface SetsProps {
  base: string;
  languages: readonly string[];
  /** Other stores that messages may be taken from. */
  others: readonly { id: string; name: string }[];
  mayTake: boolean;
  mayBring: boolean;
  onLook: (languages: Record<string, string> | undefined, form: FormData) => Promise<Result<SetPreview>>;
  onBring: (
    chosen: { languages: Record<string, string>; keys: string[]; stamp: string },
    form: FormData,
  ) => Promise<Result<SetOutcome>>;
  onBack: (id: string) => Promise<Result<{ name: string }>>;
  onDrafts: (slugs: string[]) => Promise<Result<ManyDraft[]>>;
  onPublishMany: (drafts: { slug: string; revision: number }[], note: string) => Promise<Result<BulkOutcome>>;
}

const FROM = inEachLanguage(
  () =>
    [
      { value: 'file', label: say.aFile },
      { value: 'store', label: say.anotherStore },
    ] as const,
);
const OF = inEachLanguage(
  () =>
    [
      { value: 'draft', label: say.drafts },
      { value: 'live', label: say.whatIsLive },
    ] as const,
);

interface Source {
  from: 'file' | 'store';
  file?: File | undefined;
  store: string;
  of: SetOf;
}

function formOf({ from, file, store, of }: Source): FormData | undefined {
  const form = new FormData();
  if (from === 'file') {
    if (!file) return undefined;
    form.set('file', file);
  } else {
    if (store === '') return undefined;
    form.set('store', store);
    form.set('of', of);
  }
  return form;
}

/** What is ticked at first: drafts, and who gets what is new. What counts at once, or keeps messages back, is chosen by hand. */
const chosenAtFirst = (preview: SetPreview): Set<string> =>
  new Set(
    preview.items
      .filter((i) => i.refused === undefined && !i.stops && i.state !== 'same' && (!i.atOnce || i.state === 'new'))
      .map((i) => i.key),
  );

export function SetsScreen(props: SetsProps) {
  const { base, languages, others, mayTake, mayBring, onLook, onBring, onBack } = props;
  const router = useRouter();
  const undo = useUndo();
  const [source, setSource] = useState<Source>({ from: 'file', store: '', of: 'draft' });
  const [preview, setPreview] = useState<SetPreview>();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState<'looking' | 'bringing'>();
  const [changed, setChanged] = useState<string[]>([]);
  const [publishing, setPublishing] = useState(false);
  /** A field for a file is emptied by making it anew. */
  const [brought, setBrought] = useState(0);

  const look = async (from: Source, map?: Record<string, string>): Promise<void> => {
    setSource(from);
    setFailure(undefined);
    if (!map) setPreview(undefined);
    const form = formOf(from);
    if (!form) return;
    if (from.file && from.from === 'file' && from.file.size > MOST_SET_BYTES) {
      const size = (from.file.size / 1_000_000).toFixed(1);
      setFailure({ code: 'invalid', message: say.tooLarge({ size, most: MOST_SET_BYTES / 1_000_000 }), problems: [] });
      return;
    }
    setBusy('looking');
    const result = await answered(onLook(map, form));
    setBusy(undefined);
    if (!result.ok) return setFailure(result.error);
    setPreview(result.value);
    setChosen(chosenAtFirst(result.value));
  };
  const mapOf = (found: SetPreview): Record<string, string> =>
    Object.fromEntries(found.languages.map((l) => [l.id, l.becomes]));

  const bring = async (): Promise<void> => {
    const form = formOf(source);
    if (!form || !preview) return;
    setBusy('bringing');
    const result = await answered(
      onBring({ languages: mapOf(preview), keys: [...chosen], stamp: preview.stamp }, form),
    );
    setBusy(undefined);
    if (!result.ok) return setFailure(result.error);
    const { parts, undo: id, notifications } = result.value;
    setFailure(undefined);
    setPreview(undefined);
    setSource({ ...source, file: undefined, store: '' });
    setBrought(brought + 1);
    setChanged(notifications);
    undo.did(say.broughtIn({ n: parts }), async () => {
      if (!valueOrToast(await answered(onBack(id)))) return;
      toast.success(say.undone);
      setChanged([]);
      router.refresh();
    });
  };

  const n = (state: string): number => preview?.items.filter((i) => i.state === state).length ?? 0;
  const parts = listed(
    [
      n('new') > 0 && say.nNew({ n: n('new') }),
      n('changed') > 0 && say.nChanged({ n: n('changed') }),
      n('same') > 0 && say.nSameShort({ n: n('same') }),
    ].filter((words) => words !== false),
  );

  return (
    <Page
      title={say.sets}
      note={say.setsNote}
      actions={
        <>
          {undo.button}
          {changed.length > 0 && (
            <button type="button" className="btn btn-main" onClick={() => setPublishing(true)}>
              {say.publishThem}
            </button>
          )}
          <StoreTabs base={base} part="sets" />
        </>
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <section className="flex flex-col gap-5 border-rule bg-panel px-5 py-4 text-sm max-lg:border-b lg:min-h-0 lg:overflow-auto lg:border-e">
          {!mayBring && !mayTake && <p className="text-slate">{say.whoMay({ who: whoMay('set.take') })}</p>}
          {mayBring && (
            <div className="flex flex-col gap-3">
              <PanelTitle>{say.bringIn}</PanelTitle>
              <Segments
                label={say.from}
                value={source.from}
                choices={FROM}
                onChange={(from) => void look({ ...source, from })}
              />
              {source.from === 'file' ? (
                <Field label={say.chooseFile}>
                  {(ids) => (
                    <input
                      {...ids}
                      key={brought}
                      type="file"
                      accept=".json,application/json"
                      className="text-sm"
                      onChange={(e) => {
                        const [file] = e.target.files ?? [];
                        if (file) void look({ ...source, file });
                      }}
                    />
                  )}
                </Field>
              ) : others.length === 0 ? (
                <p className="text-slate">{say.noOtherStore}</p>
              ) : (
                <div className="flex flex-col items-start gap-3">
                  <Field label={say.store}>
                    {(ids) => (
                      <Pick
                        id={ids.id}
                        className="w-52"
                        value={source.store}
                        choices={[
                          { value: '', label: say.chooseStore },
                          ...others.map((o) => ({ value: o.id, label: o.name })),
                        ]}
                        onChange={(store) => void look({ ...source, store })}
                      />
                    )}
                  </Field>
                  <Segments
                    label={say.whatOfIt}
                    value={source.of}
                    choices={OF}
                    onChange={(of) => void look({ ...source, of })}
                  />
                </div>
              )}
            </div>
          )}
          {preview && (
            <div>
              <PanelTitle>{say.languages}</PanelTitle>
              <p className="mt-1 text-slate">{say.languagesNote}</p>
              <ul className="mt-2 flex flex-col gap-2">
                {preview.languages.map((l) => (
                  <li key={l.id} className="flex flex-wrap items-center justify-between gap-2">
                    <span>{say.becomes({ language: l.name })}</span>
                    <Pick
                      label={l.name}
                      className="w-44"
                      value={l.becomes}
                      choices={[
                        { value: '', label: say.leftOut },
                        ...languages.map((own) => ({ value: own, label: languageName(own) })),
                      ]}
                      onChange={(becomes) => {
                        const next = Object.entries(mapOf(preview)).map(([id, own]) => [
                          id,
                          // A language is given to one only: the one that had it is left out.
                          id === l.id ? becomes : own === becomes ? '' : own,
                        ]);
                        void look(source, Object.fromEntries(next));
                      }}
                    />
                  </li>
                ))}
              </ul>
            </div>
          )}
          {mayTake && (
            <div className="mt-auto border-t border-rule pt-3">
              <PanelTitle>{say.takeOut}</PanelTitle>
              <p className="mt-1 text-slate">{say.takeOutNote}</p>
              <div className="mt-2 flex flex-wrap gap-2">
                <a className="btn" href={`${base}/store/sets/file?of=draft`} download>
                  {say.draftsAsFile}
                </a>
                <a className="btn" href={`${base}/store/sets/file?of=live`} download>
                  {say.liveAsFile}
                </a>
              </div>
              <p className="mt-2 text-slate">
                {say.schemaNote}{' '}
                <a className="link" href="/api/v1/schemas/set.json">
                  set.json
                </a>
              </p>
            </div>
          )}
        </section>
        <section aria-label={say.bringIn} className="px-5 py-4 text-sm lg:min-h-0 lg:overflow-auto">
          {failure && (
            <Trouble>
              {failure.message}
              {failure.problems.length > 1 && (
                <ul className="mt-1 list-disc ps-5">
                  {failure.problems.slice(0, 20).map((p) => (
                    <li key={p.path + p.message}>
                      <code className="text-xs">{p.path}</code> {p.message}
                    </li>
                  ))}
                </ul>
              )}
            </Trouble>
          )}
          {busy && <p role="status">{busy === 'looking' ? say.reading : say.bringing}</p>}
          {!preview && !busy && !failure && mayBring && <p className="text-slate">{say.chooseFirst}</p>}
          {preview && busy !== 'looking' && (
            <>
              <div className="flex flex-wrap items-center justify-between gap-3">
                <p className="text-base" data-testid="set">
                  {say.ofStore({ name: preview.name, parts })}
                </p>
                <button
                  type="button"
                  className="btn btn-main"
                  disabled={busy !== undefined || chosen.size === 0}
                  onClick={() => void bring()}
                >
                  {say.bringInN({ n: chosen.size })}
                </button>
              </div>
              {n('same') === preview.items.length && <p className="mt-2">{say.allSame}</p>}
              <SetItems items={preview.items} chosen={chosen} onChosen={setChosen} />
            </>
          )}
        </section>
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
