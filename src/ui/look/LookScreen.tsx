'use client';
/** The Look: the brand, with real messages of different kinds side by side that change as it does. */
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { lookChanges, lookFindings, type Look, type LookPart, type PictureColour } from '@/core/look';
import { aboutMoment, snapshotOf } from '@/core/snapshot';
import { directionOf } from '@/core/text';
import { Conflict } from '../bench/Conflict';
import { FindingList, worstOf } from '../bench/FindingList';
import { useAutosave } from '../bench/useAutosave';
import { usePanels } from '../bench/usePanels';
import { useHistory } from '../bench/useHistory';
import { useRenderer, type RenderParts } from '../bench/useRenderer';
import { SaveNote } from '../desk/DeskHeader';
import { ReadingStrip } from '../desk/ReadingStrip';
import { type StripState } from '../desk/strip';
import { useDeskKeys } from '../desk/useDeskKeys';
import { Leaf, Mark } from '../parts/marks';
import { Segments } from '../parts/fields';
import { Page, Trouble } from '../parts/Page';
import { answered, failureWords, valueOrToast } from '../parts/result';
import { ColoursPart } from './parts/ColoursPart';
import { CssPart } from './parts/CssPart';
import { FooterPart } from './parts/FooterPart';
import { LogoPart } from './parts/LogoPart';
import { MastheadPart } from './parts/MastheadPart';
import { ShapePart } from './parts/ShapePart';
import { TablesPart } from './parts/TablesPart';
import { TypePart } from './parts/TypePart';
import type { PartProps } from './parts/common';
import { PublishLook } from './PublishLook';
import { ScaledSheet } from '../bench/ScaledSheet';
import { StartsPart } from './StartsPart';
import { TryingBar } from './TryingBar';
import type { LookMessage } from '@/contract/templates';
import type { LookProps } from './types';
import { versionFor } from './versionFor';
import { useLookSheets } from './useLookSheets';
import { overriddenFindings } from './overridden';
import { useLogoColours } from './useLogoColours';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/look';
import { say as common } from '@/words/common';

type Part = 'start' | LookPart;

const PARTS: readonly [Part, string][] = inEachLanguage(() => [
  ['start', say.begin],
  ['logo', say.logo],
  ['colours', say.colours],
  ['type', say.type],
  ['shape', say.shape],
  ['masthead', say.header],
  ['tables', say.tables],
  ['footer', say.footer],
  ['css', say.ownCss],
]);

const PHONE = 375;

const PANELS = inEachLanguage(
  () =>
    [
      { value: 'settings', label: say.settings },
      { value: 'messages', label: say.messages },
    ] as const,
);

/** Width of the settings, in pixels. */
const SIDES = [336] as const;

/** Less room than this for the messages, and settings and messages take turns. */
const SHEETS = 460;

export function LookScreen(props: LookProps) {
  const { base, store, live, editions, messages, touches, mayEdit, mayPublish, now } = props;
  const router = useRouter();
  const history = useHistory(props.draft);
  const draft = history.value;
  const [part, setPart] = useState<Part>(PARTS.find(([p]) => p === props.part)?.[0] ?? 'start');
  const [trying, setTrying] = useState<{ name: string; look: Look }>();
  const [strip, setStrip] = useState<StripState>({
    ...props.strip,
    width: 'desktop',
    part: 'html',
    ground: 'light',
    pictures: true,
  });
  const [order, setOrder] = useState(props.order);
  const [colours, setColours] = useState<PictureColour[]>();
  const [publishing, setPublishing] = useState(false);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const publishButton = useRef<HTMLButtonElement>(null);
  const look = trying?.look ?? draft;

  const save = useAutosave({
    storageKey: `libellus look ${base}`,
    draft,
    revision: props.revision,
    enabled: mayEdit,
    onSave: props.onSave,
  });
  const { keptEarlier } = save;
  const { set } = history;
  useEffect(() => {
    const kept = keptEarlier();
    if (!kept) return;
    set(kept);
    toast(say.changesThatWereNotSaved);
  }, [keptEarlier, set]);

  const { language } = strip;
  const locale = store.locales[language] ?? language;
  const direction = directionOf(language);
  const partsFor = useCallback(
    (message: LookMessage, wanted: Look): RenderParts => {
      const template = versionFor(message, order.order, store.language);
      const written = template.words[language] !== undefined;
      return {
        template,
        look: wanted,
        language: written ? language : store.language,
        locale: written ? locale : (store.locales[store.language] ?? store.language),
        timeZone: store.timeZone,
        phrases: store.phrases[language] ?? {},
        passages: store.passages,
        sourceLanguage: store.language,
        facts: store.facts,
        codes: store.codes,
        currency: store.currency,
        order: order.order,
        moment: message.moment,
        now,
        view: { ground: strip.ground, pictures: strip.pictures },
        ...(order.channelName && { channelName: order.channelName }),
      };
    },
    [store, language, locale, order, now, strip.ground, strip.pictures],
  );
  const { render } = useRenderer();
  const parts = useMemo(() => messages.map((m) => partsFor(m, look)), [messages, look, partsFor]);
  const sheets = useLookSheets(render, parts);
  const renderOne = useCallback(
    async (message: LookMessage, wanted: Look) => (await render(partsFor(message, wanted))).sheet,
    [render, partsFor],
  );
  const values = useMemo(
    () =>
      snapshotOf({ order: order.order, store: store.facts, now, ...aboutMoment(order.order, 'order.placed') }).values,
    [order, store.facts, now],
  );

  const logos = useLogoColours(look.logo, props.onColours);
  const overridden = useMemo(
    () =>
      overriddenFindings(
        look.css,
        sheets.filter((html) => html !== undefined),
      ),
    [look.css, sheets],
  );
  const findings = useMemo(() => [...lookFindings(look, logos), ...overridden], [look, logos, overridden]);
  const changed = useMemo(() => lookChanges(live, draft).length > 0, [live, draft]);
  const onLook = useCallback((next: Look, key: string) => set(next, key), [set]);
  const number = (editions[0]?.number ?? 0) + 1;

  useDeskKeys({
    onUndo: mayEdit ? history.undo : undefined,
    onRedo: mayEdit ? history.redo : undefined,
    onPrevious: undefined,
    onNext: undefined,
    onEscape: () => setTrying(undefined),
  });

  const changeStrip = (change: Partial<StripState>): void => {
    setStrip((was) => ({ ...was, ...change }));
    if (change.order !== undefined && change.order !== strip.order) {
      void answered(props.onOrder(change.order)).then((result) => {
        const found = valueOrToast(result);
        if (found) setOrder(found);
      });
    }
  };

  useEffect(() => {
    const query = new URLSearchParams({ ...(part !== 'start' && { part }), order: strip.order });
    if (language !== store.language) query.set('language', language);
    window.history.replaceState(window.history.state, '', `${base}/look?${query}`);
  }, [base, part, strip.order, language, store.language]);

  const publish = async (note: string): Promise<void> => {
    setBusy(true);
    setTrouble(undefined);
    await save.saveNow();
    const result = await answered(props.onPublish(save.currentRevision(), note));
    setBusy(false);
    if (!result.ok) {
      setTrouble(failureWords(result.error));
      return;
    }
    setPublishing(false);
    toast.success(result.value.said);
    router.refresh();
  };

  const rehearse = async (ask: NonNullable<LookProps['onRehearse']>): Promise<void> => {
    setBusy(true);
    setTrouble(undefined);
    await save.saveNow();
    const result = await answered(ask());
    setBusy(false);
    if (!result.ok) return setTrouble(failureWords(result.error));
    router.push(`${base}/rehearsal?run=${result.value.number}`);
  };

  const partProps: PartProps = { look, editable: mayEdit && !trying, onLook };

  const { measure, room } = usePanels(SHEETS, SIDES);
  const [panel, setPanel] = useState<(typeof PANELS)[number]['value']>('settings');
  /** The message that is looked at alone. */
  const [large, setLarge] = useState<string>();

  return (
    <Page
      title={say.look}
      note={
        <span className="flex items-center gap-3">
          <Leaf state={changed ? 'draft' : 'live'} />
          <span>
            {editions[0] ? say.editionNumberIsLive({ number: editions[0].number }) : say.neverPublished}
            {changed && ` · ${say.draftDiffers}`}
            <SaveNote state={save.state} mayEdit={mayEdit} />
          </span>
        </span>
      }
      actions={
        <>
          {mayEdit && (
            <>
              <button type="button" className="btn btn-quiet" disabled={!history.undo} onClick={history.undo}>
                {common.undo}
              </button>
              <button type="button" className="btn btn-quiet" disabled={!history.redo} onClick={history.redo}>
                {common.redo}
              </button>
            </>
          )}
          {mayPublish && (
            <button
              ref={publishButton}
              type="button"
              className="btn btn-main"
              disabled={!changed || trying !== undefined || save.state.kind === 'conflict'}
              onClick={() => {
                setTrouble(undefined);
                setPublishing(true);
                void save.saveNow();
              }}
            >
              {say.publishLookNumber({ number })}
            </button>
          )}
        </>
      }
    >
      <div ref={measure} className="flex flex-col lg:h-full lg:min-h-0">
        {save.state.kind === 'conflict' && (
          <Conflict
            state={save.state}
            onMine={(revision, theirs) => {
              save.settle(revision, theirs);
              set({ ...draft, css: draft.css });
              void save.saveNow();
            }}
            onTheirs={(revision, theirs) => {
              set(theirs);
              save.settle(revision, theirs);
            }}
          />
        )}
        {save.state.kind === 'failed' && <Trouble>{save.state.failure.message}</Trouble>}
        {room === 'one' && (
          <div className="sticky top-0 z-20 flex border-b border-rule bg-ground px-4 py-1.5">
            <Segments label={say.panel} value={panel} choices={PANELS} onChange={setPanel} />
          </div>
        )}
        <div
          className={room === 'one' ? 'flex-1' : 'min-h-0 flex-1 grid-cols-[21rem_minmax(0,1fr)] max-lg:block lg:grid'}
        >
          <div
            className="flex flex-col border-rule lg:min-h-0 lg:border-e"
            hidden={room === 'one' && panel !== 'settings'}
          >
            <div className="flex flex-1 max-lg:flex-col lg:min-h-0">
              <nav
                aria-label={say.partsOfTheLook}
                className="shrink-0 border-rule py-2 max-lg:flex max-lg:flex-wrap max-lg:border-b lg:w-25 lg:border-e"
              >
                {PARTS.map(([id, label]) => {
                  const worst = worstOf(findings.filter((f) => f.part === id));
                  return (
                    <button
                      key={id}
                      type="button"
                      aria-current={part === id}
                      className={`flex items-center gap-1 px-3 py-1.5 text-start lg:w-full text-sm ${part === id ? 'bg-sheet font-semibold' : 'hover:bg-petrol-tint/60'}`}
                      onClick={() => setPart(id)}
                    >
                      <span className="flex-1">{label}</span>
                      {worst && <Mark tone={worst} size={10} />}
                    </button>
                  );
                })}
              </nav>
              <section
                aria-label={PARTS.find(([id]) => id === part)?.[1]}
                className="flex min-w-0 flex-1 flex-col gap-3 px-3 py-3 lg:overflow-auto"
              >
                {part === 'start' && (
                  <StartsPart
                    {...{ base, editions }}
                    look={draft}
                    trying={trying?.name}
                    otherStores={props.otherStores}
                    onTry={(name, next) => setTrying({ name, look: next })}
                    onImport={props.onImport}
                    onCopy={props.onCopy}
                    onEdition={props.onEdition}
                  />
                )}
                {part === 'logo' && (
                  <LogoPart
                    {...partProps}
                    onBring={props.onBring}
                    colours={colours}
                    onFound={setColours}
                    onReadColours={(path) => {
                      void answered(props.onColours(path)).then((result) => {
                        const found = valueOrToast(result);
                        if (found) setColours(found);
                      });
                    }}
                  />
                )}
                {part === 'colours' && <ColoursPart {...partProps} />}
                {part === 'type' && <TypePart {...partProps} />}
                {part === 'shape' && <ShapePart {...partProps} />}
                {part === 'masthead' && <MastheadPart {...partProps} {...{ language, own: store.language }} />}
                {part === 'tables' && <TablesPart {...partProps} />}
                {part === 'footer' && (
                  <FooterPart
                    {...partProps}
                    {...{ language, direction, own: store.language }}
                    context={{ moment: 'order.placed', values, writing: { locale, timeZone: store.timeZone } }}
                    phrases={store.phrases[language] ?? {}}
                  />
                )}
                {part === 'css' && <CssPart {...partProps} />}
              </section>
            </div>
            <div
              className={`shrink-0 border-t border-rule px-4 py-2 lg:overflow-auto ${part === 'css' ? 'lg:max-h-[20%]' : 'lg:max-h-[34%]'}`}
            >
              <FindingList
                findings={findings.map(({ severity, place, message, part: where, fix }) => ({
                  severity,
                  place,
                  words: `: ${message}`,
                  onGo: () => setPart(where),
                  fix:
                    fix && mayEdit && !trying
                      ? { label: fix.label, act: () => onLook(fix.change(draft), say.fixPlace({ place })) }
                      : undefined,
                }))}
              />
            </div>
          </div>
          <div className="flex flex-col lg:min-h-0" hidden={room === 'one' && panel !== 'messages'}>
            {trying && (
              <TryingBar
                name={trying.name}
                onBack={() => setTrying(undefined)}
                onTake={() => {
                  const { name, look: taken } = trying;
                  set(taken, 'take');
                  setTrying(undefined);
                  // What had the focus is gone with the bar; publishing is what comes next.
                  requestAnimationFrame(() => publishButton.current?.focus());
                  toast(
                    say.theDraftNowStartsFrom({ name }),
                    history.undo && { action: { label: common.undo, onClick: history.undo } },
                  );
                }}
              />
            )}
            <div
              className={`grid flex-1 auto-rows-min gap-4 px-4 py-3 lg:min-h-0 lg:overflow-auto ${large === undefined ? 'lg:grid-cols-3' : ''}`}
              data-testid="look-sheets"
            >
              {messages.map((m, i) => (
                <figure key={m.slug} className="min-w-0" hidden={large !== undefined && large !== m.slug}>
                  <figcaption className="mb-1 flex items-baseline gap-2 font-serif text-sm text-slate italic">
                    <span className="min-w-0 flex-1">{m.name}</span>
                    <button
                      type="button"
                      className="link py-0.5 font-sans text-xs not-italic max-lg:hidden"
                      aria-label={large === m.slug ? say.seeAllMessages : say.seeNameLarge({ name: m.name })}
                      onClick={() => setLarge(large === m.slug ? undefined : m.slug)}
                    >
                      {large === m.slug ? common.all : say.large}
                    </button>
                  </figcaption>
                  <ScaledSheet
                    html={sheets[i]}
                    width={strip.width === 'phone' ? PHONE : look.shape.width + 32}
                    title={say.nameInThisLook({ name: m.name })}
                  />
                </figure>
              ))}
            </div>
          </div>
        </div>
        <ReadingStrip
          {...strip}
          sheetOnly
          orders={props.orders}
          onOrders={async (search) => valueOrToast(await answered(props.onOrders(search))) ?? []}
          languages={store.languages.map((l) => ({
            language: l,
            written: messages.some((m) => m.versions.some((v) => v.template.words[l] !== undefined)),
          }))}
          bytes={undefined}
          onChange={changeStrip}
        />
      </div>
      <PublishLook
        open={publishing}
        {...{ number, messages, touches, findings, busy, trouble }}
        before={live}
        after={draft}
        width={strip.width === 'phone' ? PHONE : Math.max(live.shape.width, draft.shape.width) + 32}
        render={renderOne}
        onRehearse={props.onRehearse && (() => void rehearse(props.onRehearse!))}
        onClose={() => setPublishing(false)}
        onPublish={(note) => void publish(note)}
      />
    </Page>
  );
}
