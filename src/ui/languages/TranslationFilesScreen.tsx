'use client';
/** Texts out to translators as a file, and back in: looked at first, then taken in as drafts, and taken back in one step. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import {
  MOST_FILE_BYTES,
  type FileBrought,
  type FilePreview,
  type LanguageCoverage,
  type MemoryFile,
  type TakeBack,
  type TextFormat,
} from '@/contract/languages';
import type { BulkOutcome, ManyDraft } from '@/contract/notifications';
import { whoMay } from '@/contract/policy';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { progress } from '@/core/translation';
import { say as common } from '@/words/common';
import { say } from '@/words/languages';
import { ChangedText } from '../bench/ChangedText';
import { PublishMany } from '../journey/PublishMany';
import { Check } from '../parts/Check';
import { Field, Pick, Segments } from '../parts/fields';
import { Time } from '../parts/format';
import { formOf } from '../parts/formOf';
import { Mark } from '../parts/marks';
import { Empty, Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { useUndo, type Undo } from '../parts/useUndo';

export interface TranslationFilesProps {
  base: string;
  coverage: LanguageCoverage;
  source: string;
  zone: string;
  memories: readonly MemoryFile[];
  mayTranslate: boolean;
  mayPublish: boolean;
  onLook: (form: FormData) => Promise<Result<FilePreview>>;
  onBring: (how: { language: string; stamp: string; name: string }, form: FormData) => Promise<Result<FileBrought>>;
  onTakeBack: (input: TakeBack) => Promise<Result<{ segments: number }>>;
  onOffer: (input: { id: string; offered: boolean }) => Promise<Result<void>>;
  onDrafts: (slugs: string[]) => Promise<Result<ManyDraft[]>>;
  onPublishMany: (drafts: { slug: string; revision: number }[], note: string) => Promise<Result<BulkOutcome>>;
}

export function TranslationFilesScreen(props: TranslationFilesProps) {
  const { base, coverage, source } = props;
  const { language } = coverage;
  const named = languageName(language);
  const router = useRouter();
  const undo = useUndo();
  const [show, setShow] = useState<'open' | 'all'>('open');
  const [as, setAs] = useState<TextFormat>('xliff');
  const [each, setEach] = useState(false);
  const [file, setFile] = useState<File>();
  const [preview, setPreview] = useState<FilePreview>();
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState<'looking' | 'bringing'>();
  const [changed, setChanged] = useState<string[]>([]);
  const [publishing, setPublishing] = useState(false);
  /** A field for a file is emptied by making it anew. */
  const [brought, setBrought] = useState(0);
  const { all, done } = progress(coverage.counts);

  const look = async (chosen: File): Promise<void> => {
    setFile(chosen);
    setPreview(undefined);
    setFailure(undefined);
    if (chosen.size > MOST_FILE_BYTES) {
      const message = say.fileTooLarge({ most: MOST_FILE_BYTES / 1_000_000 });
      return setFailure({ code: 'invalid', message, problems: [] });
    }
    setBusy('looking');
    const result = await answered(props.onLook(formOf(chosen)));
    setBusy(undefined);
    if (result.ok) setPreview(result.value);
    else setFailure(result.error);
  };
  const bring = async (): Promise<void> => {
    if (!file || !preview) return;
    setBusy('bringing');
    const result = await answered(props.onBring({ language, stamp: preview.stamp, name: file.name }, formOf(file)));
    setBusy(undefined);
    if (!result.ok) {
      setFailure(result.error);
      if (result.error.code === 'conflict') setPreview(result.error.detail as FilePreview);
      return;
    }
    const { segments, pairs, notifications, undo: back } = result.value;
    setFailure(undefined);
    setChanged(notifications);
    // What was refused stays to be read and mended.
    const { memory, ...rest } = preview;
    const known = memory && { memory: { fresh: 0, known: memory.known + pairs } };
    setPreview({ ...rest, ...known, comparison: { ...preview.comparison, changed: [] } });
    setBrought(brought + 1);
    const said = segments > 0 ? say.broughtIn({ n: segments }) : say.keptPairs({ n: pairs });
    undo.did(said, async () => {
      if (!valueOrToast(await answered(props.onTakeBack({ language, ...back })))) return;
      toast.success(say.takenBack);
      setChanged([]);
      setPreview(undefined);
      router.refresh();
    });
  };

  return (
    <Page
      back={{ href: `${base}/languages/${language}`, label: say.translateInto({ language: named }) }}
      title={say.filesFor({ language: named })}
      note={say.deskNote({ source: languageName(source), done, all })}
      actions={
        <>
          {undo.button}
          {props.mayPublish && changed.length > 0 && (
            <button type="button" className="btn btn-main" onClick={() => setPublishing(true)}>
              {say.publishThem}
            </button>
          )}
        </>
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <section className="flex flex-col gap-6 border-rule bg-panel px-5 py-4 text-sm max-lg:border-b lg:min-h-0 lg:overflow-auto lg:border-e">
          {!props.mayTranslate && <p className="text-slate">{say.whoTranslates({ who: whoMay('words.translate') })}</p>}
          {props.mayTranslate && (
            <>
              <div className="flex flex-col items-start gap-3">
                <PanelTitle>{say.forATranslator}</PanelTitle>
                <Field label={say.fileFormat}>
                  {(ids) => (
                    <Pick
                      id={ids.id}
                      value={as}
                      choices={[
                        { value: 'xliff', label: 'XLIFF 2.1' },
                        { value: 'xliff12', label: 'XLIFF 1.2' },
                        { value: 'po', label: 'PO' },
                        { value: 'table', label: say.table },
                        { value: 'xlsx', label: say.spreadsheet },
                        { value: 'tmx', label: 'TMX' },
                      ]}
                      onChange={setAs}
                    />
                  )}
                </Field>
                <p>
                  {
                    {
                      xliff: say.aboutFile,
                      xliff12: say.aboutOldXliff,
                      po: say.aboutPo,
                      table: say.aboutTable,
                      xlsx: say.aboutSpreadsheet,
                      tmx: say.aboutTmx,
                    }[as]
                  }
                </p>
                {as !== 'tmx' && (
                  <Segments
                    label={say.show}
                    value={show}
                    choices={[
                      { value: 'open', label: say.toDo },
                      { value: 'all', label: say.allTexts },
                    ]}
                    onChange={setShow}
                  />
                )}
                {as !== 'tmx' && <Check label={say.eachInZip} on={each} onChange={setEach} />}
                <a
                  className="btn btn-main"
                  href={`${base}/languages/${language}/files/out?as=${as}&show=${show}${each ? '&each=yes' : ''}`}
                  download
                >
                  {say.saveXliff}
                </a>
              </div>
              <div className="flex flex-col gap-3">
                <PanelTitle>{say.comingBack}</PanelTitle>
                <Field label={say.translatedFile} hint={say.translatedFileHint}>
                  {(ids) => (
                    <input
                      {...ids}
                      key={brought}
                      type="file"
                      accept=".xlf,.xliff,.xml,.tmx,.po,.csv,.tsv,.txt,.xlsx,.zip,application/xliff+xml,application/xml,text/xml,text/csv"
                      className="text-sm"
                      onChange={(e) => {
                        const [chosen] = e.target.files ?? [];
                        if (chosen) void look(chosen);
                      }}
                    />
                  )}
                </Field>
                {busy === 'looking' && <p role="status">{say.looking}</p>}
                {failure && <Trouble>{failure.message}</Trouble>}
                {preview && (preview.comparison.changed.length > 0 || (preview.memory?.fresh ?? 0) > 0) && (
                  <button
                    type="button"
                    className="btn btn-main self-start"
                    disabled={busy !== undefined}
                    onClick={() => void bring()}
                  >
                    {busy === 'bringing'
                      ? say.bringing
                      : preview.comparison.changed.length > 0
                        ? say.bringInTexts({ n: preview.comparison.changed.length })
                        : say.keepPairs({ n: preview.memory?.fresh ?? 0 })}
                  </button>
                )}
              </div>
              <KeptMemories {...props} undo={undo} />
            </>
          )}
        </section>
        <section aria-label={say.inTheFile} className="px-5 py-4 text-sm lg:min-h-0 lg:overflow-auto">
          {preview && <Compared preview={preview} />}
          {!preview && props.mayTranslate && <Empty title={say.noFileYet}>{say.noFileYetNote}</Empty>}
        </section>
      </div>
      {publishing && (
        <PublishMany
          slugs={changed}
          onDrafts={props.onDrafts}
          onPublish={props.onPublishMany}
          onDone={() => {
            setPublishing(false);
            setChanged([]);
            router.refresh();
          }}
          onClose={() => setPublishing(false)}
        />
      )}
    </Page>
  );
}

/** What a file would change, and what of it is refused, each with its line in the file. */
function Compared({ preview }: { preview: FilePreview }) {
  const { language, comparison } = preview;
  const { changed, same, empty, refused } = comparison;
  return (
    <>
      <p role="status" className="mb-3">
        {say.inFile({ changed: changed.length, same, empty, refused: refused.length })}
        {preview.memory && (
          <span className="block">{say.pairsInFile({ fresh: preview.memory.fresh, known: preview.memory.known })}</span>
        )}
      </p>
      {refused.length > 0 && (
        <>
          <PanelTitle>{say.refusedTexts({ n: refused.length })}</PanelTitle>
          <ul aria-label={say.refusedTexts({ n: refused.length })} className="mb-5">
            {refused.map((r, i) => (
              <li key={i} className="flex items-baseline gap-2 border-b border-rule py-2">
                <Mark tone="failing" size={12} />
                <span className="min-w-0 flex-1">
                  <b>{r.name}</b>, {r.label} <span className="text-slate">{say.atFileLine({ line: r.line })}</span>
                  <span className="block">{r.why}</span>
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {changed.length > 0 && (
        <>
          <PanelTitle>{say.changedTexts({ n: changed.length })}</PanelTitle>
          <ul aria-label={say.changedTexts({ n: changed.length })}>
            {changed.map((c) => (
              <li key={`${c.kind} ${c.slug} ${c.segment}`} className="border-b border-rule py-2">
                <b>{c.name}</b>, {c.label}{' '}
                <span className="text-slate">
                  {c.before === '' ? say.newText : c.state === 'begun' ? say.begun : ''}
                </span>
                <ChangedText before={c.before} after={c.after} language={language} />
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** Memories that were brought in before: offered while somebody translates, until they are removed. */
function KeptMemories({ memories, zone, onOffer, undo }: TranslationFilesProps & { undo: Undo }) {
  const offer = async (id: string, offered: boolean): Promise<boolean> => {
    const result = await answered(onOffer({ id, offered }));
    if (!result.ok) toast.error(result.error.message);
    return result.ok;
  };
  const remove = async ({ id, name }: MemoryFile): Promise<void> => {
    if (await offer(id, false)) undo.did(say.memoryRemoved({ name }), () => offer(id, true));
  };
  return (
    <div className="flex flex-col gap-3">
      <PanelTitle>{say.keptMemories}</PanelTitle>
      {memories.length === 0 && <p className="text-slate">{say.noMemories}</p>}
      {memories.length > 0 && (
        <>
          <p className="text-slate">{say.keptMemoriesNote}</p>
          <ul aria-label={say.keptMemories}>
            {memories.map((m) => (
              <li key={m.id} className="flex items-baseline gap-3 border-b border-rule py-2">
                <span className="min-w-0 flex-1">
                  <b className="break-words">{m.name}</b>{' '}
                  <span className="block text-slate">
                    {say.pairsOfFile({ n: m.pairs })}, {m.by}, <Time at={m.at} zone={zone} form="day" />
                  </span>
                </span>
                <button
                  type="button"
                  className="link inline-flex min-h-6 items-center"
                  aria-label={say.removeMemory({ name: m.name })}
                  onClick={() => void remove(m)}
                >
                  {common.remove}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
