'use client';
/** The Desk: one notification, or a passage, on the bench; its sheet in the middle, rendered exactly as it is sent. */
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { conditionHolds } from '@/core/conditions';
import { placeholderType } from '@/core/placeholders';
import { sampleOrders, type SampleOrder } from '@/core/order';
import { partlyIn } from '@/core/plan';
import { wordsHtml } from '@/core/render';
import { lacksForMoment } from '@/core/snapshot';
import {
  blockLabels,
  BLOCK_LABELS,
  blockOf,
  segmentsOf,
  templateChanges,
  type Block,
  type Template,
} from '@/core/template';
import type { ValuesAs } from '@/core/text';
import { Segments } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { BriefingPart } from '../briefing/BriefingPart';
import { blockEdits, selectedAt, type Selected } from './blockEdits';
import { Stage } from './Stage';
import type { ChipOpen } from './ChipDetails';
import { Conflict } from '../bench/Conflict';
import { DeskRemarks } from '../viewings/DeskRemarks';
import { DeskDialogs, type Asking } from './DeskDialogs';
import { DeskHeader } from './DeskHeader';
import { Details } from './Details';
import { freshBlockId } from './draft';
import { Dragging } from './Dragging';
import type { WordsEditorHandle } from './editor/WordsEditor';
import { Outline } from './Outline';
import { outlineNote } from './outlineNote';
import { ReadingStrip } from './ReadingStrip';
import { SeenAs } from './SeenAs';
import { SheetNotes } from './SheetNotes';
import { Situations } from './Situations';
import { stripQuery, type StripState } from './strip';
import type { SheetHandle } from './sheet/Sheet';
import type { DeskProps } from './types';
import { useAutosave } from '../bench/useAutosave';
import { MARGINS, usePanels } from '../bench/usePanels';
import { useDraft } from './useDraft';
import { useDeskKeys } from './useDeskKeys';
import { useDeskSteps } from './useDeskSteps';
import type { RenderParts } from '../bench/useRenderer';
import { useShelf } from '../attach/useShelf';
import { usePictureFiles } from './usePictureFiles';
import { usePreview } from './usePreview';
import { useMessage } from './useMessage';
import { useSegment } from './useSegments';
import { useForms } from './useForms';
import { Versions } from './Versions';
import { FollowsBar, isOwn, OwnNote } from './Follows';
import { useFollowedMeanwhile, useFollows } from './useFollows';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';
import { say as following } from '@/words/follows';
import { say as languages } from '@/words/languages';
import { placeOf } from '../languages/where';

export function DeskScreen(props: DeskProps) {
  const { base, item, live, editions, store, sender, mayEdit, mayPublish, mayTest, now } = props;
  const router = useRouter();
  const onNext = useRef<(template: Template) => void>(undefined);
  const marks = useRef<(template: Template) => Template>(undefined);
  const { draft, dispatch, latest } = useDraft(props.draft, onNext, marks);
  const { template } = draft;
  const [strip, setStrip] = useState(props.strip);
  const [order, setOrder] = useState(props.order);
  const [selected, setSelected] = useState<Selected>(() => selectedAt(props.at, props.draft));
  const [lookedAs, setLookedAs] = useState<ValuesAs>();
  const [chip, setChip] = useState<ChipOpen>();
  const [asking, setAsking] = useState<Asking>();
  const [editor, setEditor] = useState<WordsEditorHandle | null>(null);
  const editing = useRef<WordsEditorHandle>(null);
  const takeEditor = useCallback((handle: WordsEditorHandle | null) => {
    editing.current = handle;
    setEditor(handle);
  }, []);

  const here = item.kind === 'passage' ? `${base}/passages/${item.slug}` : `${base}/desk/${item.slug}`;
  const save = useAutosave({
    storageKey: `libellus draft ${here}`,
    draft: template,
    revision: props.revision,
    enabled: mayEdit,
    onSave: props.onSave,
  });

  // What an earlier window could not save any more is put back, as a step that can be undone.
  const { keptEarlier } = save;
  useEffect(() => {
    const kept = keptEarlier();
    if (!kept) return;
    dispatch({ type: 'replace', template: kept, whole: true });
    toast(say.wordsThatWereNotSaved);
  }, [keptEarlier, dispatch]);

  const follows = useFollows({ props, template, latest, dispatch, marks });
  const merging = useFollowedMeanwhile(follows, { state: save.state, latest, settle: save.settle, dispatch });

  const { language } = strip;
  const written = template.words[language] !== undefined;
  const { locale, direction, snapshot, ownValues, context, partsFor, suggestions } = useMessage({
    store,
    moment: item.moment,
    reader: item.audience,
    details: item.details,
    language,
    order: order.order,
    channelName: order.channelName,
    now,
    blocks: template.blocks,
    onSuggest: props.onSuggest,
    as: lookedAs,
    turn: draft.turn,
  });
  const { ground, pictures } = strip;
  const shelf = useShelf(store.shelf, props.onBringFile, '');
  const shelved = shelf.files.map((f) => f.digest).join();
  const shelfFacts = useMemo(() => ({ files: shelved.split(','), room: shelf.room }), [shelved, shelf.room]);
  const partOfMessage = item.kind === 'passage';
  const partly = useMemo(() => partlyIn(store.fallbacks), [store.fallbacks]);
  const edited = selected?.kind === 'block' ? selected.id : undefined;
  const sheetParts = useCallback(
    (wanted: Template): RenderParts => ({
      ...partsFor(wanted),
      ...(edited && { edited }),
      view: { ground, pictures },
      check: { shelf: shelfFacts, senderDomains: store.senderDomains, partly, ...(partOfMessage && { partOfMessage }) },
    }),
    [partsFor, ground, pictures, shelfFacts, store.senderDomains, partly, partOfMessage, edited],
  );
  const sheet = useRef<SheetHandle>(null);
  const { rendered, findings, ahead, renderOnce, readTemplate } = usePreview(template, sheetParts, sheet);
  useLayoutEffect(() => {
    onNext.current = ahead;
  }, [ahead]);

  const words = template.words[language];
  const places = useMemo(
    () => segmentsOf(template).filter((p) => item.kind !== 'passage' || !isHead(p.id)),
    [template, item.kind],
  );
  const block = selected?.kind === 'block' ? blockOf(template.blocks, selected.id) : undefined;
  const segmentPlace = places.find((p) => p.id === selected?.id);
  const segment = useSegment(written ? words : undefined, segmentPlace?.id, snapshot.values, locale);
  const subject = useSegment(words, 'subject', snapshot.values, locale);
  const preheader = useSegment(words, 'preheader', snapshot.values, locale);

  const changeWords = (id: string, source: string, apart?: boolean): void => {
    // The sheet shows a key with the next frame; the whole message follows from the worker. In the dark it is recoloured first.
    const form = places.find((p) => p.id === id)?.form;
    if (rendered?.styles && form && strip.ground === 'light') {
      const writing = { ...rendered.styles, locale, timeZone: store.timeZone, typeOf: placeholderType };
      const html = wordsHtml(source, form, writing, snapshot.values);
      if (html !== undefined) sheet.current?.words(id, html);
    }
    dispatch({ type: 'words', language, segment: id, source, at: Date.now(), ...(apart && { apart }) });
  };

  const forms = useForms({
    key: `${language} ${segmentPlace?.id ?? ''}`,
    segment,
    locale,
    values: ownValues,
    latest: () => (segmentPlace && latest().words[language]?.[segmentPlace.id]) ?? '',
    onSource: (source) => segmentPlace && changeWords(segmentPlace.id, source, true),
    onLookAs: setLookedAs,
  });
  const pictureFiles = usePictureFiles({
    latest,
    most: store.look.shape.width - 2 * store.look.shape.margin,
    onBring: props.onBring,
    dispatch,
    onSelect: (id) => select({ kind: 'block', id }),
  });
  const ownForm = useSegment(written ? words : undefined, segmentPlace?.id, ownValues, locale)?.ownForm ?? 0;

  const changeStrip = useCallback(
    (change: Partial<StripState>): void => {
      if (change.language !== undefined || change.order !== undefined) setChip(undefined);
      setStrip((was) => ({ ...was, ...change }));
      if (change.order !== undefined && change.order !== strip.order) {
        setLookedAs(undefined);
        void answered(props.onOrder(change.order)).then((result) => {
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
    window.history.replaceState(window.history.state, '', `${here}${query}`);
  }, [here, query]);

  const [situations, setSituations] = useState(false);
  const fitting = useMemo(
    () =>
      sampleOrders(store.currency, store.facts.url, now, `${globalThis.location?.origin ?? ''}/media/samples`).filter(
        (s) => lacksForMoment(s.order, item.moment) === undefined,
      ),
    [store.currency, store.facts.url, now, item.moment],
  );
  const findingsOf = useCallback(
    async (sample: SampleOrder, written: string) => {
      const inLanguage = {
        language: written,
        locale: store.locales[written] ?? written,
        phrases: store.phrases[written] ?? {},
      };
      const parts = { ...sheetParts(template), ...inLanguage, order: sample.order, as: {} };
      return (await renderOnce(parts)).findings ?? [];
    },
    [renderOnce, sheetParts, template, store.locales, store.phrases],
  );
  const nextSituation = (): void => {
    setSituations(true);
    const at = fitting.findIndex((s) => s.order.number === strip.order);
    const next = fitting[(at + 1) % fitting.length];
    if (next) changeStrip({ order: next.order.number });
  };
  const [typing, setTyping] = useState(true);
  const select = (next: Selected, typesOn = true): void => {
    setChip(undefined);
    setTyping(typesOn);
    setSelected(next);
  };
  const outline = useRef<HTMLDivElement>(null);
  /** What had the focus may be gone: then the block's entry in the outline has it, or the place of the sheet. */
  const keepFocus = (id: string | undefined): void => {
    requestAnimationFrame(() => {
      if (document.activeElement !== document.body) return;
      const entry = id && outline.current?.querySelector<HTMLElement>(`[data-block="${CSS.escape(id)}"]`);
      const shown =
        entry && entry.checkVisibility()
          ? entry
          : outline.current?.parentElement?.querySelector<HTMLElement>('[data-testid="bench"]');
      shown?.focus();
    });
  };
  const leave = (): void => {
    const left = selected?.kind === 'block' ? selected.id : undefined;
    select(undefined);
    keepFocus(left);
  };

  useDeskKeys({
    onUndo: mayEdit ? () => dispatch({ type: 'undo' }) : undefined,
    onRedo: mayEdit ? () => dispatch({ type: 'redo' }) : undefined,
    onPrevious: props.previous && (() => router.push(`${base}/desk/${props.previous!.slug}${query}`)),
    onNext: props.next && (() => router.push(`${base}/desk/${props.next!.slug}${query}`)),
    onEscape: leave,
    onSituation: nextSituation,
    onMove: mayEdit && selected?.kind === 'block' ? (by) => dispatch({ type: 'move', id: selected.id, by }) : undefined,
  });

  const edits = blockEdits(template, selected, store.codes.codes, dispatch, select);
  const { add, remove, duplicate, put, replace, fix } = edits;

  const steps = useDeskSteps({
    props,
    save,
    template,
    language,
    order: order.order.number,
    onUsePassage: edits.usePassageFor,
    onAsk: setAsking,
  });
  const { busy, publishTrouble } = steps;

  const { measure, room, width: roomWidth } = usePanels(store.look.shape.width, SIDES);
  const [panel, setPanel] = useState<Panel>('sheet');
  // A sheet for desktops that would not fit is shown as phones show it.
  const available = roomWidth - (roomWidth < 640 ? 8 : MARGINS);
  const tight = available < store.look.shape.width;
  const shown = tight ? { ...strip, width: 'phone' as const } : strip;
  const side = panel === 'blocks' ? 'blocks' : 'details';
  const isOpen = (which: Panel): boolean =>
    room === 'one' ? panel === which : room === 'two' ? which === 'sheet' || which === side : true;
  /** Where there is room for one panel only, it is the sheet's turn. */
  const toSheet = (): void => {
    if (room === 'one') setPanel('sheet');
  };

  const nextNumber = item.kind === 'passage' ? undefined : (editions[0]?.number ?? 0) + 1;
  const changed = useMemo(() => templateChanges(live?.template, template).length > 0, [live, template]);
  const renderBefore = useCallback(
    async () => (live ? renderOnce(partsFor(live.template)) : undefined),
    [live, renderOnce, partsFor],
  );
  const render = useCallback((t: Template) => renderOnce(partsFor(t)), [renderOnce, partsFor]);
  const { onOrders } = props;
  const searchOrders = useCallback(
    async (search: string) => valueOrToast(await answered(onOrders(search))) ?? [],
    [onOrders],
  );
  const shownFor = (b: Block): 'always' | 'yes' | 'no' | 'hidden' =>
    b.hidden ? 'hidden' : !b.when ? 'always' : conditionHolds(b.when, snapshot.facts, language) ? 'yes' : 'no';
  const orderLabel = order.order.number.startsWith('SAMPLE-') ? say.thisSample : order.order.number;
  const labelOf = block ? (places.find((p) => p.id === block.id)?.label ?? BLOCK_LABELS[block.kind]) : '';
  const exportOf = (as: string): string =>
    `${here}/export?${new URLSearchParams({ as, language, order: order.order.number })}`;
  const notification = item.kind === 'notification';
  const translated = language === store.language ? store.languages.find((l) => l !== language) : language;

  return (
    <Dragging onPut={put}>
      {(active) => (
        <div ref={measure} className="flex flex-col max-lg:min-h-full lg:h-full lg:min-h-0">
          <DeskHeader
            {...{ base, live, changed, busy, mayEdit, mayPublish, mayTest, nextNumber, written }}
            notification={item}
            editions={editions}
            ships={props.onShipped !== undefined}
            timeZone={store.timeZone}
            onCompare={(compare) => setAsking({ compare })}
            saveState={save.state}
            onUndo={draft.past.length > 0 ? () => dispatch({ type: 'undo' }) : undefined}
            onRedo={draft.future.length > 0 ? () => dispatch({ type: 'redo' }) : undefined}
            onTest={notification ? () => void steps.sendTest(props.ownAddress) : undefined}
            more={[
              {
                label: say.startFrom,
                act: mayEdit && (notification || editions.length > 0) ? () => setAsking('start') : undefined,
              },
              ...((props.versions ?? []).length > 1
                ? [
                    {
                      label: following.followAnother,
                      act: mayEdit && follows.followers.length === 0 ? () => setAsking('follow') : undefined,
                    },
                  ]
                : []),
              {
                label: languages.translate,
                act: translated
                  ? () =>
                      router.push(
                        placeOf(base, translated, { kind: notification ? 'template' : 'passage', slug: item.slug }),
                      )
                  : undefined,
              },
              {
                label: say.compareEditions,
                act: () => setAsking({ compare: String(editions[0]?.number ?? 'shipped') }),
              },
              {
                label: say.sendTestToAnAddress,
                act: mayTest && notification && written ? () => setAsking('test') : undefined,
              },
              ...(notification
                ? [
                    { label: say.saveAsHtml, act: undefined, href: exportOf('html') },
                    { label: say.saveAsMailEml, act: undefined, href: exportOf('eml') },
                    { label: say.saveAsTemplateJson, act: undefined, href: exportOf('json') },
                  ]
                : [
                    {
                      label: say.deleteThePassage,
                      act: mayPublish ? () => void steps.removePassage() : undefined,
                    },
                  ]),
            ]}
            onPublish={() => void steps.askToPublish()}
          />

          <Versions base={base} slug={item.slug} query={query} versions={props.versions ?? []} />
          <FollowsBar follows={follows} name={item.name} editable={mayEdit} />
          {save.state.kind === 'conflict' && !merging && (
            <Conflict
              state={save.state}
              onMine={(theirRevision, theirs) => {
                save.settle(theirRevision, theirs);
                // A new object, so that saving starts over it.
                dispatch({ type: 'replace', template: { ...follows.over(template) }, whole: true });
              }}
              onTheirs={(theirRevision, theirs) => {
                dispatch({ type: 'replace', template: theirs, whole: true });
                save.settle(theirRevision, theirs);
              }}
            />
          )}
          {save.state.kind === 'failed' && <Trouble>{save.state.failure.message}</Trouble>}

          {room !== undefined && room !== 'all' && (
            <div className="sticky top-0 z-20 flex shrink-0 border-b border-rule bg-ground px-4 py-1.5">
              <Segments
                label={say.panel}
                value={room === 'one' ? panel : side}
                choices={PANELS.filter((p) => room === 'one' || p.value !== 'sheet')}
                onChange={setPanel}
              />
            </div>
          )}
          <div
            className={`min-h-0 flex-1 ${room === 'one' ? 'flex flex-col' : 'grid'} ${room === undefined ? 'max-lg:block' : ''}`}
            style={{
              gridTemplateColumns:
                room === 'two'
                  ? `minmax(0,1fr) ${SIDES[1] / 16}rem`
                  : `${SIDES[0] / 16}rem minmax(0,1fr) ${SIDES[1] / 16}rem`,
            }}
          >
            <div
              ref={outline}
              className={`min-h-0 border-rule ${room === 'one' ? 'flex-1' : ''} ${room === 'two' ? 'order-1 border-s' : 'border-e'} ${room === undefined ? 'max-lg:hidden' : ''}`}
              hidden={!isOpen('blocks')}
            >
              <Outline
                moment={item.moment}
                blocks={template.blocks}
                selected={selected?.kind === 'block' ? selected.id : undefined}
                findings={findings}
                noteOf={(b) => outlineNote(b, snapshot, store.passages, words?.[b.id])}
                shownFor={shownFor}
                ownFor={(id) => isOwn(follows, id, language)}
                passages={store.passageNames.filter((p) => notification || p.id !== item.slug)}
                editable={mayEdit}
                active={active}
                onSelect={(id, byKey) => select({ kind: 'block', id }, !byKey)}
                onEdit={(id) => {
                  select({ kind: 'block', id });
                  toSheet();
                  requestAnimationFrame(() => editing.current?.focus());
                }}
                onMove={(id, by) => dispatch({ type: 'move', id, by })}
                onRemove={(id) => keepFocus(remove(id))}
                onDuplicate={duplicate}
                onAdd={(...block) => {
                  add(...block);
                  toSheet();
                }}
              />
            </div>
            <div
              className="min-h-0 flex-1 overflow-auto px-4 py-4 max-sm:px-1"
              data-testid="bench"
              tabIndex={-1}
              data-wide
              hidden={!isOpen('sheet')}
            >
              <Stage
                head={notification}
                shelf={shelf}
                mayBring={props.mayBring}
                order={order.order}
                details={item.details}
                snapshot={snapshot}
                orderNumber={orderLabel}
                bringing={pictureFiles.busy}
                onPictures={(files, at) => void pictureFiles.take(files, at)}
                onSentAs={(sentAs) => dispatch({ type: 'sentAs', sentAs })}
                onAttachments={(attachments) => dispatch({ type: 'attachments', attachments })}
                room={available}
                typing={typing}
                onEscape={leave}
                strip={shown}
                {...{ template, places, store, direction, context, sender, now, rendered, findings, written }}
                {...{ subject, preheader, block, segment, segmentPlace, forms, active, editor }}
                editable={mayEdit}
                editorRef={takeEditor}
                sheetRef={sheet}
                onSelect={select}
                onWords={changeWords}
                readTemplate={readTemplate}
                onTemplate={(next) => dispatch({ type: 'replace', template: next })}
                onChip={setChip}
                onBegin={() => dispatch({ type: 'language', language, from: store.language })}
                notes={(width) => (
                  <SheetNotes
                    {...{ item, orderLabel, language, width }}
                    order={order.order}
                    written={Object.keys(template.words)}
                    ownLanguage={store.language}
                    fallbacks={store.fallbacks}
                    onLanguage={(next) => changeStrip({ language: next })}
                    onFitting={() => fitting[0] && changeStrip({ order: fitting[0].order.number })}
                  />
                )}
              />
            </div>
            <aside
              aria-label={say.details}
              className={`min-h-0 border-s border-rule ${room === 'one' ? 'flex-1' : ''} ${room === undefined ? 'max-lg:hidden' : ''}`}
              hidden={!isOpen('details')}
            >
              <Details
                moment={item.moment}
                note={
                  selected && <OwnNote {...{ follows, base, query, language }} id={selected.id} editable={mayEdit} />
                }
                briefing={
                  segmentPlace && (
                    <BriefingPart
                      key={segmentPlace.id}
                      {...props.briefing}
                      place={{
                        kind: item.kind === 'passage' ? 'passage' : 'template',
                        slug: item.slug,
                        segment: segmentPlace.id,
                      }}
                      briefing={props.briefings[segmentPlace.id]}
                      zone={store.timeZone}
                    />
                  )
                }
                remarks={
                  props.onRemarkDone && (
                    <DeskRemarks
                      {...{ base, mayEdit }}
                      zone={store.timeZone}
                      remarks={props.remarks ?? []}
                      labelOf={(id) => blockLabels(template.blocks).get(id)}
                      onGo={(id, written) => {
                        toSheet();
                        if (written !== language && template.words[written]) changeStrip({ language: written });
                        select({ kind: 'block', id });
                      }}
                      onDone={props.onRemarkDone}
                    />
                  )
                }
                {...{ store, base, block, chip, language, forms, findings, suggestions }}
                segment={segment && segmentPlace && { ...segmentPlace, source: segment.source, words: segment.words }}
                facts={snapshot.facts}
                orderNumber={orderLabel}
                ownForm={ownForm}
                editable={mayEdit}
                newId={(kind) => freshBlockId(template, kind)}
                onBring={props.onBring}
                onSource={(source) => segmentPlace && changeWords(segmentPlace.id, source)}
                onBlock={(change) => block && dispatch({ type: 'block', id: block.id, change })}
                onMove={(by) => block && dispatch({ type: 'move', id: block.id, by })}
                onDuplicate={() => block && duplicate(block.id)}
                onRemove={() => block && remove(block.id)}
                onCopy={notification && props.others.length > 0 ? () => setAsking('copy') : undefined}
                onMakePassage={
                  notification && block && block.kind !== 'passage' && mayPublish
                    ? () => setAsking('passage')
                    : undefined
                }
                onFix={fix}
                onGo={(finding) => {
                  toSheet();
                  if (finding.language && finding.language !== language) changeStrip({ language: finding.language });
                  if (isHead(finding.place)) select({ kind: 'head', id: finding.place });
                  else if (blockOf(template.blocks, finding.place)) select({ kind: 'block', id: finding.place });
                }}
              />
            </aside>
          </div>

          <ReadingStrip
            above={
              situations && (
                <Situations
                  samples={fitting}
                  order={order.order.number}
                  {...{ template, language }}
                  onFindings={findingsOf}
                  onOrder={(number) => changeStrip({ order: number })}
                  onClose={() => setSituations(false)}
                />
              )
            }
            onSituations={() => setSituations(!situations)}
            situations={situations}
            {...shown}
            noRoom={tight}
            orders={props.orders}
            orderName={[order.order.customer.firstName, order.order.customer.lastName].filter(Boolean).join(' ')}
            onOrders={searchOrders}
            languages={store.languages.map((l) => ({ language: l, written: template.words[l] !== undefined }))}
            bytes={rendered?.bytes}
            seen={
              <SeenAs
                {...{ words: segment?.words, forms, ownForm, language, lookedAs }}
                onOwn={() => setLookedAs(undefined)}
              />
            }
            onChange={changeStrip}
          />
          <DeskDialogs
            {...{ props, asking, template, nextNumber, findings, renderBefore, render, readTemplate }}
            {...{ language, publishTrouble, busy, block, labelOf, follows }}
            versions={steps.versions}
            waiting={steps.waiting}
            after={rendered?.message?.html}
            orderNumber={order.order.number}
            onAsk={setAsking}
            onPublish={(also, note) => void steps.publish(also, note)}
            onTest={(to) => void steps.sendTest(to)}
            onTake={replace}
            onMakePassage={(b, name) => void steps.makePassage(b, name)}
          />
        </div>
      )}
    </Dragging>
  );
}

type Panel = 'sheet' | 'blocks' | 'details';

const PANELS = inEachLanguage(
  () =>
    [
      { value: 'sheet', label: common.message },
      { value: 'blocks', label: say.blocks },
      { value: 'details', label: say.details },
    ] as const,
);

/** Widths of the outline and of the details, in pixels: with a sheet of 640 they fill a screen of 1280 beside the spine. */
const SIDES = [200, 260] as const;

const isHead = (id: string): id is 'subject' | 'preheader' => id === 'subject' || id === 'preheader';
