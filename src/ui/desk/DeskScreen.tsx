'use client';
/** The Desk: one notification on the bench, its sheet in the middle, rendered exactly as it is sent. */
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Look } from '@/core/look';
import { snapshotOf, type Order, type StoreFacts } from '@/core/order';
import { languageName } from '@/core/plan/reasons';
import type { Finding } from '@/core/preflight';
import type { Result } from '@/core/result';
import {
  BLOCK_LABELS,
  segmentFormOf,
  segmentsOf,
  templateChanges,
  type Block,
  type Segments,
  type Template,
} from '@/core/template';
import { directionOf } from '@/core/text';
import { Trouble } from '../parts/Page';
import { valueOrToast } from '../parts/result';
import type { ChipOpen } from './ChipDetails';
import { Conflict } from './Conflict';
import { DeskHeader, type EditionNote } from './DeskHeader';
import { Details } from './Details';
import { draftReducer, freshBlockId, startDraft } from './draft';
import { FormatBar } from './editor/FormatBar';
import { WordsEditor, type EditingContext, type WordsEditorHandle } from './editor/WordsEditor';
import { InboxRow } from './InboxRow';
import { Outline } from './Outline';
import { outlineNote } from './outlineNote';
import { PublishDialog } from './PublishDialog';
import { ReadingStrip, stripQuery, type StripState } from './ReadingStrip';
import { Sheet } from './sheet/Sheet';
import { useAutosave } from './useAutosave';
import { useDeskKeys } from './useDeskKeys';
import { usePreview, type RenderParts } from './usePreview';
import { useSegment } from './useSegments';

export interface DeskProps {
  base: string;
  notification: { slug: string; name: string; moment: string; audience: 'customer' | 'staff'; on: boolean };
  draft: Template;
  revision: number;
  live?: { number: number; template: Template; publishedBy: string; publishedAt: string } | undefined;
  editions: EditionNote[];
  store: {
    name: string;
    language: string;
    languages: string[];
    locales: Record<string, string>;
    timeZone: string;
    facts: StoreFacts;
    look: Look;
    phrases: Record<string, Segments>;
  };
  sender: { name: string; address: string };
  previous?: { slug: string; name: string } | undefined;
  next?: { slug: string; name: string } | undefined;
  orders: { number: string; name: string; language: string; guest: boolean }[];
  order: { order: Order; channelName?: string | undefined };
  strip: StripState;
  now: number;
  mayEdit: boolean;
  mayPublish: boolean;
  mayTest: boolean;
  onSave: (revision: number, template: Template) => Promise<Result<{ revision: number }>>;
  onPublish: (revision: number) => Promise<Result<{ number: number }>>;
  onOrder: (number: string) => Promise<Result<{ order: Order; channelName: string | undefined }>>;
  onEdition: (number: number) => Promise<Result<Template>>;
  onTest: (draft: Template, language: string, order: string) => Promise<Result<{ to: string; subject: string }>>;
}

type Selected = { kind: 'block'; id: string } | { kind: 'head'; id: 'subject' | 'preheader' } | undefined;

export function DeskScreen(props: DeskProps) {
  const { base, notification, live, editions, store, sender, orders, mayEdit, mayPublish, mayTest, now } = props;
  const router = useRouter();
  const [draft, dispatch] = useReducer(draftReducer, props.draft, startDraft);
  const { template } = draft;
  const [strip, setStrip] = useState(props.strip);
  const [order, setOrder] = useState(props.order);
  const [selected, setSelected] = useState<Selected>();
  const [chosenForm, setChosenForm] = useState<{ key: string; index: number }>();
  const [chip, setChip] = useState<ChipOpen>();
  const [publishing, setPublishing] = useState(false);
  const [publishTrouble, setPublishTrouble] = useState<string>();
  const [busy, setBusy] = useState<'publish' | 'test'>();
  const editing = useRef<WordsEditorHandle>(null);
  const [bar, setBar] = useState<WordsEditorHandle | null>(null);

  const takeEditor = useCallback((handle: WordsEditorHandle | null) => {
    editing.current = handle;
    setBar(handle);
  }, []);

  const save = useAutosave({
    storageKey: `libellus draft ${base} ${notification.slug}`,
    template,
    revision: props.revision,
    enabled: mayEdit,
    onSave: props.onSave,
  });

  // What an earlier window could not save any more is put back, as a step that can be undone.
  const { keptEarlier } = save;
  useEffect(() => {
    const kept = keptEarlier();
    if (!kept) return;
    dispatch({ type: 'replace', template: kept });
    toast('Words that were not saved when this window was closed have been put back.');
  }, [keptEarlier]);

  const { language } = strip;
  const locale = store.locales[language] ?? language;
  const direction = directionOf(language);
  const written = template.words[language] !== undefined;
  const snapshot = useMemo(
    () =>
      snapshotOf({
        order: order.order,
        store: store.facts,
        now,
        ...(order.channelName && { channelName: order.channelName }),
      }),
    [order, store.facts, now],
  );
  const context: EditingContext = useMemo(
    () => ({ moment: notification.moment, values: snapshot.values, writing: { locale, timeZone: store.timeZone } }),
    [notification.moment, snapshot, locale, store.timeZone],
  );
  const partsFor = useCallback(
    (wanted: Template): RenderParts => ({
      template: wanted,
      look: store.look,
      language,
      locale,
      timeZone: store.timeZone,
      phrases: store.phrases[language] ?? {},
      facts: store.facts,
      order: order.order,
      now,
      ...(order.channelName && { channelName: order.channelName }),
    }),
    [store, language, locale, order, now],
  );
  const parts = useMemo(
    () => ({ ...partsFor(template), check: { moment: notification.moment, sourceLanguage: store.language } }),
    [partsFor, template, notification.moment, store.language],
  );
  const { rendered, renderOnce } = usePreview(parts);
  const message = rendered?.message;
  const findings = rendered?.findings ?? NO_FINDINGS;

  const words = template.words[language];
  const places = useMemo(() => segmentsOf(template), [template]);
  const block = selected?.kind === 'block' ? template.blocks.find((b) => b.id === selected.id) : undefined;
  const segmentPlace = places.find((p) => p.id === selected?.id);
  const segment = useSegment(written ? words : undefined, segmentPlace?.id, snapshot.values, locale);
  const subject = useSegment(words, 'subject', snapshot.values, locale);
  const preheader = useSegment(words, 'preheader', snapshot.values, locale);
  const formKey = `${language} ${segmentPlace?.id ?? ''}`;
  const formIndex =
    chosenForm?.key === formKey && chosenForm.index < (segment?.words?.forms.length ?? 1)
      ? chosenForm.index
      : (segment?.ownForm ?? 0);

  const changeWords = (id: string, source: string): void =>
    dispatch({ type: 'words', language, segment: id, source, at: Date.now() });

  const changeStrip = useCallback(
    (change: Partial<StripState>): void => {
      if (change.language !== undefined || change.order !== undefined) setChip(undefined);
      setStrip((was) => ({ ...was, ...change }));
      if (change.order !== undefined && change.order !== strip.order) {
        void props.onOrder(change.order).then((result) => {
          const found = valueOrToast(result);
          if (found) setOrder(found);
        });
      }
    },
    [props, strip.order],
  );

  // The strip stands in the address, so that a link opens the same sheet.
  const query = useMemo(() => stripQuery(strip, store.language), [strip, store.language]);
  useEffect(() => {
    window.history.replaceState(window.history.state, '', `${base}/desk/${notification.slug}${query}`);
  }, [base, notification.slug, query]);

  const select = (next: Selected): void => {
    setChip(undefined);
    setSelected(next);
  };

  useDeskKeys({
    onUndo: mayEdit ? () => dispatch({ type: 'undo' }) : undefined,
    onRedo: mayEdit ? () => dispatch({ type: 'redo' }) : undefined,
    onPrevious: props.previous && (() => router.push(`${base}/desk/${props.previous!.slug}${query}`)),
    onNext: props.next && (() => router.push(`${base}/desk/${props.next!.slug}${query}`)),
    onEscape: () => setSelected(undefined),
  });

  const add = (kind: Block['kind']): void => {
    const id = freshBlockId(template, kind);
    dispatch({ type: 'add', kind, after: selected?.kind === 'block' ? selected.id : undefined, id });
    select({ kind: 'block', id });
  };
  const remove = (id: string): void => {
    const at = template.blocks.findIndex((b) => b.id === id);
    const neighbour = template.blocks[at + 1] ?? template.blocks[at - 1];
    dispatch({ type: 'remove', id });
    select(neighbour && { kind: 'block', id: neighbour.id });
    toast(`${BLOCK_LABELS[template.blocks[at]!.kind]} taken out.`, {
      action: { label: 'Put back', onClick: () => dispatch({ type: 'undo' }) },
    });
  };

  const publish = async (): Promise<void> => {
    setBusy('publish');
    setPublishTrouble(undefined);
    await save.saveNow();
    const result = await props.onPublish(save.currentRevision());
    setBusy(undefined);
    if (!result.ok) {
      setPublishTrouble(
        [result.error.message, ...result.error.problems.map((p) => `${p.path}: ${p.message}`)].join(' '),
      );
      return;
    }
    setPublishing(false);
    toast.success(`Edition ${result.value.number} is live.`);
    router.refresh();
  };

  const sendTest = async (): Promise<void> => {
    setBusy('test');
    const sent = valueOrToast(await props.onTest(template, language, order.order.number));
    if (sent) toast.success(`Sent "${sent.subject}" to ${sent.to}.`);
    setBusy(undefined);
  };

  const takeBack = async (number: number): Promise<void> => {
    const earlier = valueOrToast(await props.onEdition(number));
    if (!earlier) return;
    dispatch({ type: 'replace', template: earlier });
    toast(`Edition ${number} is on the bench as the draft.`, {
      action: { label: 'Undo', onClick: () => dispatch({ type: 'undo' }) },
    });
  };

  const nextNumber = (editions[0]?.number ?? 0) + 1;
  const changed = useMemo(() => templateChanges(live?.template, template).length > 0, [live, template]);
  const renderBefore = useCallback(
    async () => (live ? renderOnce(partsFor(live.template)) : undefined),
    [live, renderOnce, partsFor],
  );
  const noteOf = useCallback((b: Block) => outlineNote(b, snapshot), [snapshot]);
  const editor = bar?.editor;

  return (
    <div className="flex h-full min-h-0 flex-col">
      <DeskHeader
        {...{ base, notification, live, editions, changed, busy, mayEdit, mayPublish, mayTest }}
        zone={store.timeZone}
        saveState={save.state}
        nextNumber={nextNumber}
        written={written}
        onUndo={draft.past.length > 0 ? () => dispatch({ type: 'undo' }) : undefined}
        onRedo={draft.future.length > 0 ? () => dispatch({ type: 'redo' }) : undefined}
        onTakeBack={(number) => void takeBack(number)}
        onTest={() => void sendTest()}
        onPublish={() => {
          setPublishTrouble(undefined);
          setPublishing(true);
          void save.saveNow();
        }}
      />

      {save.state.kind === 'conflict' && (
        <Conflict
          state={save.state}
          onMine={(theirRevision, theirs) => {
            save.settle(theirRevision, theirs);
            // A new object, so that saving starts over it.
            dispatch({ type: 'replace', template: { ...template } });
          }}
          onTheirs={(theirRevision, theirs) => {
            dispatch({ type: 'replace', template: theirs });
            save.settle(theirRevision, theirs);
          }}
        />
      )}
      {save.state.kind === 'failed' && <Trouble>{save.state.failure.message}</Trouble>}

      <div className="grid min-h-0 flex-1 grid-cols-[12.5rem_minmax(0,1fr)_17rem]">
        <div className="min-h-0 border-e border-rule">
          <Outline
            blocks={template.blocks}
            selected={selected?.kind === 'block' ? selected.id : undefined}
            findings={findings}
            noteOf={noteOf}
            editable={mayEdit}
            onSelect={(id) => select({ kind: 'block', id })}
            onEdit={(id) => {
              select({ kind: 'block', id });
              requestAnimationFrame(() => editing.current?.focus());
            }}
            onMove={(id, by) => dispatch({ type: 'move', id, by })}
            onRemove={remove}
            onAdd={add}
          />
        </div>
        <div className="min-h-0 overflow-auto px-4 py-4" data-testid="bench">
          <InboxRow
            sender={sender.name}
            address={sender.address}
            time={new Intl.DateTimeFormat('en-GB', {
              hour: '2-digit',
              minute: '2-digit',
              timeZone: store.timeZone,
            }).format(now)}
            subject={subject?.words && { words: subject.words, formIndex: subject.ownForm }}
            preheader={preheader?.words && { words: preheader.words, formIndex: preheader.ownForm }}
            rendered={message}
            context={context}
            direction={direction}
            editable={mayEdit && written}
            width={strip.width === 'phone' ? PHONE : store.look.shape.width}
            language={language}
            onChange={changeWords}
            onFocus={(id) => {
              setSelected({ kind: 'head', id });
            }}
            onChip={setChip}
          />
          {!written ? (
            <div className="mx-auto max-w-md py-10 text-center">
              <p className="font-serif text-lg">No words in {languageName(language)} yet</p>
              <p className="mt-1 text-sm text-slate">
                Customers who read {languageName(language)} get {languageName(store.language)} until there are.
              </p>
              {mayEdit && (
                <button
                  type="button"
                  className="btn mt-4"
                  onClick={() => dispatch({ type: 'language', language, from: store.language })}
                >
                  Begin from the {languageName(store.language)} words
                </button>
              )}
            </div>
          ) : strip.part === 'text' ? (
            <pre
              dir={direction}
              className="mx-auto bg-sheet p-6 text-sm whitespace-pre-wrap shadow-sheet"
              style={{ maxWidth: store.look.shape.width }}
              data-testid="text-part"
            >
              {message?.text ?? ''}
            </pre>
          ) : (
            <>
              {rendered?.trouble && <Trouble>The sheet could not be made: {rendered.trouble}</Trouble>}
              <Sheet
                html={message?.html}
                width={strip.width === 'phone' ? PHONE : store.look.shape.width}
                blockIds={template.blocks.map((b) => b.id)}
                selected={block?.id}
                selectedLabel={block ? BLOCK_LABELS[block.kind] : ''}
                onSelect={(id) => select(id === undefined ? undefined : { kind: 'block', id })}
                tools={
                  editor && block && segmentFormOf(block.kind) && mayEdit && segment?.words ? (
                    <FormatBar
                      editor={editor}
                      moment={notification.moment}
                      onPlaceholder={() => editing.current?.openPicker()}
                    />
                  ) : undefined
                }
              >
                {(place) =>
                  block && segmentFormOf(block.kind) && segment?.words && mayEdit ? (
                    <div
                      className="absolute z-10"
                      style={{
                        top: place.words.top,
                        left: place.words.left,
                        width: place.words.width,
                        minHeight: place.words.height,
                      }}
                    >
                      <WordsEditor
                        key={`${language} ${block.id}`}
                        handle={takeEditor}
                        document={segment.words}
                        formIndex={formIndex}
                        form={segmentFormOf(block.kind)!}
                        context={context}
                        label={segmentPlace?.label ?? ''}
                        direction={direction}
                        editable
                        autoFocus
                        className="on-sheet"
                        style={{ ...place.style, minHeight: place.words.height }}
                        onChange={(source) => changeWords(block.id, source)}
                        onChip={setChip}
                        onEscape={() => select(undefined)}
                      />
                    </div>
                  ) : null
                }
              </Sheet>
            </>
          )}
        </div>
        <aside aria-label="Details" className="min-h-0 border-s border-rule">
          <Details
            moment={notification.moment}
            block={block}
            segment={
              segment &&
              segmentPlace && {
                id: segmentPlace.id,
                label: segmentPlace.label,
                source: segment.source,
                words: segment.words,
              }
            }
            chip={chip}
            language={language}
            formIndex={formIndex}
            ownForm={segment?.ownForm ?? 0}
            findings={findings}
            editable={mayEdit}
            onForm={(index) => setChosenForm({ key: formKey, index })}
            onSource={(source) => segmentPlace && changeWords(segmentPlace.id, source)}
            onBlock={(change) => block && dispatch({ type: 'block', id: block.id, change })}
            onMove={(by) => block && dispatch({ type: 'move', id: block.id, by })}
            onDuplicate={() => {
              if (!block) return;
              const newId = freshBlockId(template, block.kind);
              dispatch({ type: 'duplicate', id: block.id, newId });
              select({ kind: 'block', id: newId });
            }}
            onRemove={() => block && remove(block.id)}
            onGo={(finding) => {
              if (finding.language && finding.language !== language) changeStrip({ language: finding.language });
              select(
                finding.place === 'subject' || finding.place === 'preheader'
                  ? { kind: 'head', id: finding.place }
                  : { kind: 'block', id: finding.place },
              );
            }}
          />
        </aside>
      </div>

      <ReadingStrip
        {...strip}
        orders={orders.map((o) => ({
          number: o.number,
          name: o.name,
          note: `${languageName(o.language)}${o.guest ? ', guest' : ''}`,
        }))}
        languages={store.languages.map((l) => ({ language: l, written: template.words[l] !== undefined }))}
        bytes={message && new Blob([message.html]).size}
        onChange={changeStrip}
      />
      {mayPublish && (
        <PublishDialog
          open={publishing}
          onClose={() => setPublishing(false)}
          name={notification.name}
          number={nextNumber}
          live={live?.template}
          draft={template}
          findings={findings}
          renderBefore={renderBefore}
          after={message?.html}
          orderNumber={order.order.number}
          language={language}
          trouble={publishTrouble}
          busy={busy === 'publish'}
          onPublish={() => void publish()}
        />
      )}
    </div>
  );
}

const PHONE = 375;
const NO_FINDINGS: readonly Finding[] = [];
