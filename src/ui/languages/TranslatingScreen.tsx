'use client';
/** The translating desk: a message's texts in its source and in one language, segment by segment, with the message beside them. */
import { useRouter } from 'next/navigation';
import { memo, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { toast } from 'sonner';
import type { DocumentCoverage, DocumentToTranslate, PutInUse } from '@/contract/languages';
import type { BulkOutcome, ManyDraft } from '@/contract/notifications';
import type { DeskStore } from '@/contract/templates';
import { glossaryBetween, type GlossaryEntry } from '@/core/glossary';
import { languageName } from '@/core/names';
import { customerName, type Order } from '@/core/order';
import { nextAfter } from '@/core/plan';
import type { Result } from '@/core/result';
import type { Template } from '@/core/template';
import type { ValuesAs } from '@/core/text';
import { countStates, OPEN_STATES, progress } from '@/core/translation';
import { say } from '@/words/languages';
import { say as common } from '@/words/common';
import { PublishMany } from '../journey/PublishMany';
import { useMessage } from '../desk/useMessage';
import type { AskSuggestions } from '../desk/useSuggestions';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { Empty, Page } from '../parts/Page';
import { Search, Segments } from '../parts/fields';
import type { BriefingRights } from '../briefing/BriefingPart';
import { MessageBeside } from './MessageBeside';
import { SharedActions, sharedNote } from './SharedActions';
import { RestingRow, SegmentRow } from './SegmentRow';
import { leftWords, openIn, toneOf } from './states';
import { useMemory } from './useMemory';
import { useTranslating, type OnTranslate } from './useTranslating';
import { inOrderOfWork, placeOf } from './where';

export interface TranslatingProps {
  base: string;
  language: string;
  document: DocumentToTranslate;
  /** All of the desk, to go from one to the next. */
  documents: DocumentCoverage[];
  store: DeskStore;
  order: { order: Order; channelName?: string | undefined };
  /** The segment that a link opens. */
  segment?: string | undefined;
  all: boolean;
  glossary: readonly GlossaryEntry[];
  briefing: BriefingRights;
  now: number;
  mayEdit: boolean;
  mayPublish: boolean;
  /** For who came by a link: nothing leads to screens that need an account. */
  outside?: boolean;
  onTranslate: OnTranslate;
  onSuggest: AskSuggestions;
  onDrafts: (slugs: string[]) => Promise<Result<ManyDraft[]>>;
  onPublishMany: (drafts: { slug: string; revision: number }[], note: string) => Promise<Result<BulkOutcome>>;
  onPutInUse: (input: PutInUse) => Promise<Result<{ texts: number }>>;
}

export function TranslatingScreen(props: TranslatingProps) {
  const { base, language, document, store, mayEdit, outside = false } = props;
  const { segments } = document;
  const router = useRouter();
  const own = placeOf(base, language, document);
  const desk = useTranslating(document, { language, key: own, enabled: mayEdit, onTranslate: props.onTranslate });
  const { words, stateOf, trouble, type, save } = desk;
  const [all, setAll] = useState(props.all);
  const [active, setActive] = useState<string | undefined>(() => firstOf(props, props.segment));
  const [lookedAs, setLookedAs] = useState<ValuesAs>();
  const [beside, setBeside] = useState(false);
  const [publishing, setPublishing] = useState(false);
  // Shared words stand in no message of their own.
  const shared = document.kind === 'shared';

  const glossary = useMemo(
    () => glossaryBetween(props.glossary, store.language, language),
    [props.glossary, store.language, language],
  );
  const place = useMemo(() => ({ kind: document.kind, slug: document.slug }), [document.kind, document.slug]);
  const memory = useMemory(
    `${base}/languages/${language}/memory`,
    mayEdit && active !== undefined ? desk.sourceOf(active) : undefined,
  );

  const counts = countStates(segments.map((s) => stateOf(s.id)));
  const { all: total, done } = progress(counts);
  const isOpen = (id: string): boolean => OPEN_STATES.includes(stateOf(id));
  const shown = segments.filter((s) => all || isOpen(s.id) || s.id === active || trouble[s.id]);
  const open = openIn(counts);
  const openOf = useCallback(
    (d: DocumentCoverage): number =>
      d.kind === document.kind && d.slug === document.slug ? open : openIn(d.counts[language]),
    [document.kind, document.slug, open, language],
  );
  const documents = useMemo(() => inOrderOfWork(props.documents, (d) => openOf(d) > 0), [props.documents, openOf]);
  const counted = JSON.stringify(counts);
  // The list is the same while somebody types: its counts change when a text is begun, done or emptied.
  const here = useMemo(() => JSON.parse(counted) as typeof counts, [counted]);

  const choose = (id: string | undefined): void => {
    if (active !== undefined && active !== id && words[active] !== undefined) void save(active, 'begun');
    setLookedAs(undefined);
    setActive(id);
  };
  const chooseNow = useRef(choose);
  useEffect(() => {
    chooseNow.current = choose;
  });
  const onChoose = useCallback((id: string) => chooseNow.current(id), []);
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    if (active === undefined) return;
    list.current?.querySelector(`[data-segment="${CSS.escape(active)}"]`)?.scrollIntoView({ block: 'nearest' });
    window.history.replaceState(
      window.history.state,
      '',
      `${own}&segment=${encodeURIComponent(active)}${all ? '&show=all' : ''}`,
    );
  }, [active, own, all]);

  const step = (by: 1 | -1): boolean => {
    const at = segments.findIndex((s) => s.id === active);
    const order =
      by === 1
        ? [...segments.slice(at + 1), ...segments.slice(0, Math.max(0, at))]
        : segments.slice(0, Math.max(0, at)).toReversed();
    const next = order.find((s) => isOpen(s.id) && s.id !== active);
    if (next) choose(next.id);
    return next !== undefined;
  };
  const nextDocument = (): void => {
    const at = documents.findIndex((d) => d.kind === document.kind && d.slug === document.slug);
    const rest = [...documents.slice(at + 1), ...documents.slice(0, at)];
    const next = rest.find((d) => openOf(d) > 0);
    if (next) router.push(placeOf(base, language, next));
    else {
      setActive(undefined);
      toast.success(say.allLanguageDone);
    }
  };
  const finish = async (id: string, state: 'done' | 'checked'): Promise<void> => {
    const own = { source: desk.sourceOf(id), words: words[id] ?? '' };
    if (!(await save(id, state))) return;
    const label = segments.find((s) => s.id === id)?.label ?? '';
    memory.add({ ...own, where: say.whereText({ document: document.name, label }) });
    if (!step(1)) nextDocument();
  };
  const takeOver = (id: string): void => type(id, desk.sourceOf(id));

  const keys = (e: KeyboardEvent): void => {
    // What opens over the page, such as the list of placeholders, has keys of its own.
    if (!e.currentTarget.contains(e.target as Node)) return;
    const command = e.ctrlKey || e.metaKey;
    const act = ((): (() => void) | undefined => {
      const [best] = memory.matches;
      if (command && e.shiftKey && e.key === 'Enter' && active !== undefined && mayEdit)
        return best && (() => type(active, best.words));
      if (command && e.key === 'Enter' && active !== undefined && mayEdit) return () => void finish(active, 'done');
      if (e.altKey && e.key === 'Enter' && active !== undefined && mayEdit) return () => takeOver(active);
      if (e.altKey && e.key === 'ArrowDown') return () => step(1);
      if (e.altKey && e.key === 'ArrowUp') return () => step(-1);
      if (!mayEdit || !command || e.key.toLowerCase() !== 'z')
        return e.key === 'Escape' ? () => choose(undefined) : undefined;
      return e.shiftKey ? desk.redo : desk.undo;
    })();
    if (!act) return;
    e.preventDefault();
    e.stopPropagation();
    act();
  };

  // What is typed stands in its field at once; the message beside it follows when there is time.
  const shownWords = useDeferredValue(words);
  // What is not translated yet stands in the source, so that the message can be read as a whole.
  const template = useMemo<Template>(() => {
    const there = document.template.words;
    const filled = Object.fromEntries(
      Object.entries(shownWords).map(([id, text]) => [
        id,
        text.trim() === '' ? (there[store.language]?.[id] ?? '') : text,
      ]),
    );
    return { ...document.template, words: { ...there, [language]: { ...there[language], ...filled } } };
  }, [document.template, shownWords, language, store.language]);
  const message = useMessage({
    store,
    moment: document.moment,
    language,
    order: props.order.order,
    channelName: props.order.channelName,
    now: props.now,
    blocks: template.blocks,
    onSuggest: props.onSuggest,
    as: lookedAs,
  });
  const named = languageName(language);
  const next = languageName(nextAfter(language, { own: store.language, fallbacks: store.fallbacks }));
  const { order } = props.order;
  const lookAs = useCallback((as: ValuesAs | undefined) => setLookedAs(as), []);

  return (
    <Page
      {...(!outside && { back: { href: `${base}/languages`, label: say.languages } })}
      title={named}
      note={say.deskNote({ source: languageName(store.language), done, all: total })}
      actions={
        <>
          <span role="status" className="text-sm text-slate">
            {mayEdit && { saved: say.saved, saving: say.saving, failed: say.notSaved }[desk.saveState]}
          </span>
          {mayEdit && (
            <button type="button" className="btn" disabled={!desk.undo} onClick={desk.undo}>
              {common.undo}
            </button>
          )}
          {mayEdit && !outside && (
            <Link className="btn" href={`${base}/languages/${language}/files`}>
              {say.files}
            </Link>
          )}
          {document.kind === 'template' && !outside && (
            <Link className="btn" href={`${base}/desk/${document.slug}?language=${language}`}>
              {say.onTheDesk}
            </Link>
          )}
          {document.kind === 'shared' && !outside && (
            <SharedActions
              {...{ base, language, mayEdit }}
              slug={document.slug}
              waiting={desk.waiting}
              saving={desk.saveState === 'saving'}
              onPutInUse={props.onPutInUse}
              onDone={() => {
                desk.inUse();
                router.refresh();
              }}
            />
          )}
          {props.mayPublish && document.kind === 'template' && (
            <button
              type="button"
              className="btn btn-main"
              // What is being saved would not be among the drafts yet.
              disabled={mayEdit && desk.saveState === 'saving'}
              onClick={() => setPublishing(true)}
            >
              {say.publishThem}
            </button>
          )}
        </>
      }
    >
      <div
        className={`lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[13rem_minmax(0,1fr)] ${shared ? '' : 'xl:grid-cols-[13rem_minmax(0,1fr)_24rem]'}`}
        onKeyDownCapture={keys}
      >
        <nav aria-label={say.documents} className="border-rule bg-panel max-lg:hidden lg:overflow-auto lg:border-e">
          <DocumentList {...{ base, language, documents, openOf }} here={document} counts={here} />
        </nav>
        <div className="flex min-w-0 flex-col lg:min-h-0">
          <div className="flex shrink-0 flex-wrap items-center gap-3 border-b border-rule px-4 py-2">
            <div className="min-w-48 flex-1 lg:hidden">
              <Search
                label={say.documents}
                value={`${document.kind} ${document.slug}`}
                choices={documents.map((d) => ({
                  value: `${d.kind} ${d.slug}`,
                  label: d.name,
                  note: d.counts[language] ? leftWords(d.counts[language]) : '',
                }))}
                onChange={(value) => {
                  const next = documents.find((d) => `${d.kind} ${d.slug}` === value);
                  if (next) router.push(placeOf(base, language, next));
                }}
              />
            </div>
            <h2 className="min-w-0 flex-1 font-serif text-lg max-lg:hidden">{document.name}</h2>
            <Segments
              label={say.show}
              value={all ? 'all' : 'open'}
              choices={[
                { value: 'open', label: say.toDo },
                { value: 'all', label: say.allTexts },
              ]}
              onChange={(value) => setAll(value === 'all')}
            />
            {!shared && (
              <button type="button" className="btn xl:hidden" aria-pressed={beside} onClick={() => setBeside(!beside)}>
                {beside ? say.hideMessage : say.showMessage}
              </button>
            )}
          </div>
          <div className={`flex-1 lg:min-h-0 lg:overflow-auto ${beside ? 'max-xl:hidden' : ''}`}>
            {shared && <p className="px-4 py-2 text-sm text-slate">{sharedNote(document.slug, outside)}</p>}
            {document.follows && (
              <p className="px-4 py-2 text-sm text-slate">
                {say.asOfNote}{' '}
                <Link
                  className="link"
                  href={placeOf(base, language, { kind: 'template', slug: document.follows.slug })}
                >
                  {document.follows.name}
                </Link>
              </p>
            )}
            {shown.length === 0 && (
              <Empty title={say.nothingToDo}>
                {say.nothingToDoNote} {!shared && say.goesOutWhenPublished}
              </Empty>
            )}
            <ul ref={list} aria-label={say.texts}>
              {shown.map((segment) =>
                segment.id !== active ? (
                  <RestingRow
                    key={segment.id}
                    segment={segment}
                    source={desk.sourceOf(segment.id)}
                    words={words[segment.id] ?? ''}
                    state={stateOf(segment.id)}
                    language={language}
                    sourceLanguage={store.language}
                    onChoose={onChoose}
                  />
                ) : (
                  <SegmentRow
                    key={segment.id}
                    segment={segment}
                    source={desk.sourceOf(segment.id)}
                    words={words[segment.id] ?? ''}
                    state={stateOf(segment.id)}
                    standing={desk.standing[segment.id]!}
                    trouble={trouble[segment.id]}
                    editable={mayEdit}
                    language={language}
                    sourceLanguage={store.language}
                    moment={document.moment}
                    zone={store.timeZone}
                    context={message.context}
                    onType={(text) => type(segment.id, text)}
                    onSay={(state) => void finish(segment.id, state)}
                    onTakeOver={() => takeOver(segment.id)}
                    matches={memory.matches}
                    glossary={glossary}
                    document={place}
                    briefing={props.briefing}
                    onSettle={(theirs) => desk.settle(segment.id, theirs)}
                    onLookAs={lookAs}
                  />
                ),
              )}
            </ul>
            {openIn(counts) > 0 && !shared && (
              <p className="px-4 py-3 text-xs text-slate">
                {store.fallbacks[language]?.partly
                  ? say.goesOutPartly({ languages: named, rest: next })
                  : say.incompleteFallsBack({ language: named, source: next })}{' '}
                {mayEdit && <span className="max-lg:hidden">{say.keys}</span>}
              </p>
            )}
          </div>
        </div>
        {!shared && (
          <div
            className={`min-h-0 border-rule bg-panel xl:block xl:border-s xl:overflow-auto ${beside ? '' : 'max-xl:hidden'}`}
          >
            <MessageBeside
              template={template}
              partsFor={message.partsFor}
              language={language}
              direction={message.direction}
              width={store.look.shape.width}
              orderLabel={
                order.number.startsWith('SAMPLE-') ? customerName(order) : `${order.number} ${customerName(order)}`
              }
              lit={active}
            />
          </div>
        )}
      </div>
      {publishing && (
        <PublishMany
          slugs={[document.slug]}
          onDrafts={props.onDrafts}
          onPublish={props.onPublishMany}
          onDone={() => {
            setPublishing(false);
            router.refresh();
          }}
          onClose={() => setPublishing(false)}
        />
      )}
    </Page>
  );
}

/** The segment that is worked on first: the one that was asked for, or the first that is not done. */
function firstOf(
  { document: { segments }, mayEdit }: TranslatingProps,
  wanted: string | undefined,
): string | undefined {
  if (wanted !== undefined && segments.some((s) => s.id === wanted)) return wanted;
  return mayEdit ? segments.find((s) => OPEN_STATES.includes(s.state))?.id : undefined;
}

const DocumentList = memo(function DocumentList({
  base,
  language,
  documents,
  openOf,
  here,
  counts,
}: Pick<TranslatingProps, 'base' | 'language' | 'documents'> & {
  openOf: (document: DocumentCoverage) => number;
  here: DocumentToTranslate;
  counts: DocumentCoverage['counts'][string];
}) {
  const groups = [
    { name: say.toTranslate, of: documents.filter((d) => openOf(d) > 0) },
    { name: say.finished, of: documents.filter((d) => openOf(d) === 0) },
  ];
  return groups.map(
    ({ name, of }) =>
      of.length > 0 && (
        <section key={name} className="py-3">
          <h2 className="px-4 pb-1 font-serif text-sm text-slate italic">{name}</h2>
          <ul className="text-sm">
            {of.map((d) => {
              const isHere = d.kind === here.kind && d.slug === here.slug;
              const own = isHere ? counts : d.counts[language];
              return (
                <li key={`${d.kind} ${d.slug}`}>
                  <Link
                    href={placeOf(base, language, d)}
                    aria-current={isHere ? 'page' : undefined}
                    className={`flex items-baseline gap-1.5 px-4 py-1.5 hover:bg-petrol-tint ${isHere ? 'bg-petrol-tint font-semibold text-petrol-deep' : ''}`}
                  >
                    {own && <Mark tone={toneOf(own)} size={11} />}
                    <span className="min-w-0 flex-1">
                      {d.name}
                      <span className="block text-xs font-normal text-slate">{own && leftWords(own)}</span>
                    </span>
                  </Link>
                </li>
              );
            })}
          </ul>
        </section>
      ),
  );
});
