'use client';
/** A message written by hand, for one order or for many: chosen, adapted on the sheet itself, and sent. */
import { Redo2, Undo2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { BY_HAND } from '@/core/moments';
import { placeholderType } from '@/core/placeholders';
import { languageName } from '@/core/names';
import { wordsHtml } from '@/core/render';
import { placedSentence } from '@/core/schema';
import type { Failure, Result } from '@/core/result';
import { BLOCK_LABELS, blockOf, segmentFormOf, segmentsOf } from '@/core/template';
import { useHistory } from '../bench/useHistory';
import { ChipDetails, type ChipOpen } from '../desk/ChipDetails';
import { FormatBar } from '../desk/editor/FormatBar';
import type { WordsEditorHandle } from '../desk/editor/WordsEditor';
import { InboxRow } from '../desk/InboxRow';
import { Sheet, type SheetHandle } from '../desk/sheet/Sheet';
import { isTypedOnSheet, selectableIds, WordsOnSheet } from '../desk/sheet/WordsOnSheet';
import { MARGINS } from '../bench/usePanels';
import { useWidth } from '../parts/useWidth';
import { PHONE } from '../desk/Stage';
import type {
  MessageChoice,
  LetterPart,
  WhomAsked,
  WhomChoices,
  WithoutLetter,
  WrittenOrder,
} from '@/contract/letters';
import { Whom } from './Whom';
import { isUsual, whomQuery } from './asked';
import type { DeskStore } from '@/contract/templates';
import { useDeskKeys } from '../desk/useDeskKeys';
import { usePreview } from '../desk/usePreview';
import { useMessage } from '../desk/useMessage';
import type { AskSuggestions } from '../desk/useSuggestions';
import { useSegment } from '../desk/useSegments';
import { Segments } from '../parts/fields';
import { Empty, Page, Trouble } from '../parts/Page';
import { adaptedOf, letterTemplate, partKey, readKept, withSegment, type LetterWords } from './letter';
import { KeepDialog } from './KeepDialog';
import { MessageList } from './MessageList';
import { Recipients } from './Recipients';
import { SendDialog } from './SendDialog';
import { AttachStrip } from '../attach/AttachStrip';
import { useShelf, type BringFile } from '../attach/useShelf';
import { Check } from '../parts/Check';
import { attachmentName, attachmentsFor, type KeptFile } from '@/core/attach';
import { say as attaching } from '@/words/files';
import { answered } from '../parts/result';
import { say } from '@/words/writing';
import { say as common } from '@/words/common';
import { Said } from '../parts/Said';
import { readerLocale } from '@/words/speak';
import { say as desk } from '@/words/desk';

export interface WriteProps {
  base: string;
  choices: MessageChoice[];
  chosen?: string | undefined;
  orders: WrittenOrder[];
  parts: LetterPart[];
  /** About one order: whom it can go to, and whom it goes to. */
  whom?: { choices: WhomChoices; asked: WhomAsked };
  without: WithoutLetter[];
  store: DeskStore;
  sender: { name: string; address: string };
  now: number;
  /** One for each opening of the screen: sent twice, it goes out once. */
  id: string;
  mayBring: boolean;
  onBringFile: BringFile;
  onSuggest: AskSuggestions;
  /** For who may make messages. */
  onKeep?: (letter: unknown) => Promise<Result<{ slug: string }>>;
  onSend: (letter: unknown) => Promise<Result<{ messages: number; orders: number }>>;
}

export function WriteScreen(props: WriteProps) {
  const { base, choices, orders, chosen, parts } = props;
  const message = choices.find((c) => c.slug === chosen);
  const many = orders.length > 1;
  const asked = props.whom?.asked;
  const back = many
    ? { href: `${base}/orders`, label: common.allOrders }
    : {
        href: `${base}/orders/${encodeURIComponent(orders[0]!.number)}`,
        label: say.orderNumber({ number: orders[0]!.number }),
      };
  const about = many ? say.nOrders({ n: orders.length }) : `${orders[0]!.name}, ${orders[0]!.number}`;
  const addressOf = useCallback(
    (slug: string, whom: WhomAsked | undefined = asked) =>
      `${base}/orders/write?${new URLSearchParams([
        ['orders', orders.map((o) => o.number).join(',')],
        ['message', slug],
        ...whomQuery(whom),
      ])}`,
    [base, orders, asked],
  );
  const router = useRouter();
  const choosing = props.whom && chosen !== undefined && (
    <Whom {...props.whom} onAsk={(next) => router.replace(addressOf(chosen, next), { scroll: false })} />
  );
  if (!message || parts.length === 0) {
    return (
      <Page back={back} title={say.writeAMessage} note={about}>
        <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[20rem_minmax(0,1fr)]">
          <aside className="lg:min-h-0 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-4 py-4">
            <MessageList choices={choices} chosen={chosen} orders={orders.length} addressOf={addressOf} />
            {choosing && <div className="mt-5">{choosing}</div>}
          </aside>
          <Empty title={choices.length === 0 ? say.thereIsNoMessageTo : say.nobodyGetsThisMessage}>
            {choices.length === 0
              ? say.makeANotificationForThe
              : [...new Set(props.without.map((w) => w.why))].join(' ') || say.noneOfTheMessagesIs}
          </Empty>
        </div>
      </Page>
    );
  }
  return (
    <Writing
      key={`${chosen} ${orders.map((o) => o.number).join()}`}
      {...{ ...props, message, back, about, addressOf, choosing }}
    />
  );
}

function Writing(
  props: WriteProps & {
    message: MessageChoice;
    back: { href: string; label: string };
    about: string;
    addressOf: (slug: string) => string;
    choosing: ReactNode;
  },
) {
  const { base, orders, parts, without, store, now, message, back, about } = props;
  const router = useRouter();
  const storageKey = `libellus letter ${store.id} ${message.slug} ${orders.map((o) => o.number).join()}`;
  const words = useHistory<LetterWords>({});
  const [shown, setShown] = useState({ part: 0, order: parts[0]!.to[0]!.order });
  const [selected, select] = useState<string>();
  const [chip, setChip] = useState<ChipOpen>();
  const setSelected = (id: string | undefined): void => {
    setChip(undefined);
    select(id);
  };
  const [width, setWidth] = useState<'desktop' | 'phone'>('desktop');
  const [asking, setAsking] = useState(false);
  const [keeping, setKeeping] = useState(false);
  const [sending, setSending] = useState(false);
  const [failure, setFailure] = useState<Failure>();
  const [files, setFiles] = useState<readonly KeptFile[]>([]);
  const [keeps, setKeeps] = useState(false);
  const shelf = useShelf(store.shelf, props.onBringFile, '');
  const [editor, setEditor] = useState<WordsEditorHandle | null>(null);

  // What was typed in a window that was closed before it was sent.
  const { set } = words;
  const read = useRef(false);
  useEffect(() => {
    if (read.current) return;
    read.current = true;
    const kept = readKept(localStorage.getItem(storageKey), parts);
    if (Object.keys(kept).length === 0) return;
    set(kept);
    toast(say.wordsThatWereNotSent);
  }, [storageKey, parts, set]);
  useEffect(() => {
    if (!read.current) return;
    if (Object.keys(words.value).length === 0) localStorage.removeItem(storageKey);
    else localStorage.setItem(storageKey, JSON.stringify(words.value));
  }, [storageKey, words.value]);

  // Whom it goes to may have changed meanwhile.
  const part = parts[shown.part] ?? parts[0]!;
  const { language } = part;
  const template = useMemo(() => letterTemplate(part, words.value), [part, words.value]);
  const order = orders.find((o) => o.number === shown.order)!;
  const { locale, direction, snapshot, context, partsFor } = useMessage({
    store,
    moment: BY_HAND,
    language,
    order: order.order,
    channelName: order.channelName,
    now,
    blocks: template.blocks,
    onSuggest: props.onSuggest,
  });
  const sheet = useRef<SheetHandle>(null);
  const { rendered } = usePreview(template, partsFor, sheet);

  const segments = template.words[language];
  const places = useMemo(() => segmentsOf(template), [template]);
  const block = selected === undefined ? undefined : blockOf(template.blocks, selected);
  const segment = useSegment(segments, block?.id, snapshot.values, locale);
  const subject = useSegment(segments, 'subject', snapshot.values, locale);
  const preheader = useSegment(segments, 'preheader', snapshot.values, locale);
  const typed = useMemo(
    () => selectableIds(template).filter((id) => isTypedOnSheet(blockOf(template.blocks, id)!)),
    [template],
  );

  const change = (id: string, source: string): void => {
    const form = places.find((p) => p.id === id)?.form;
    if (rendered?.styles && form) {
      const writing = { ...rendered.styles, locale, timeZone: store.timeZone, typeOf: placeholderType };
      const html = wordsHtml(source, form, writing, snapshot.values);
      if (html !== undefined) sheet.current?.words(id, html);
    }
    setFailure(undefined);
    set(withSegment(words.value, part, id, source), `${partKey(part)} ${id}`);
  };

  useDeskKeys({
    onUndo: words.undo,
    onRedo: words.redo,
    onPrevious: undefined,
    onNext: undefined,
    onEscape: () => setSelected(undefined),
  });

  const send = async (): Promise<void> => {
    setSending(true);
    const result = await answered(
      props.onSend({
        id: props.id,
        message: message.slug,
        orders: orders.map((o) => o.number),
        adapted: adaptedOf(parts, words.value),
        ...(files.length > 0 && { files: files.map(({ digest, name }) => ({ digest, name })) }),
        ...(props.whom && !isUsual(props.whom.asked) && { whom: props.whom.asked }),
      }),
    );
    setSending(false);
    setAsking(false);
    if (!result.ok) return setFailure(result.error);
    localStorage.removeItem(storageKey);
    const { messages, orders: reached } = result.value;
    toast.success(
      orders.length > 1 ? say.plannedAbout({ n: messages, orders: reached }) : say.planned({ n: messages }),
    );
    router.push(orders.length === 1 ? back.href : `${base}/deliveries`);
  };

  const recipients = parts.reduce((sum, p) => sum + p.to.length, 0);
  const firstName = parts[0]!.to[0]!;
  const place = useWidth();
  const available = (place.width ?? store.look.shape.width + MARGINS) - MARGINS;
  const tight = available < store.look.shape.width;
  const sheetWidth = width === 'phone' || tight ? Math.min(PHONE, available) : store.look.shape.width;
  const form = block && segmentFormOf(block.kind);
  const adapted = adaptedOf(parts, words.value);
  return (
    <Page
      back={back}
      title={say.writeAMessage}
      note={<span dir="auto">{about}</span>}
      actions={
        <>
          <button type="button" className="btn" disabled={!words.undo} onClick={words.undo} aria-label={common.undo}>
            <Undo2 size={15} aria-hidden />
          </button>
          <button type="button" className="btn" disabled={!words.redo} onClick={words.redo} aria-label={common.redo}>
            <Redo2 size={15} aria-hidden />
          </button>
          <button
            type="button"
            className="btn"
            disabled={adapted.length === 0}
            onClick={() => {
              set({});
              setSelected(undefined);
            }}
          >
            {say.asPublished2}
          </button>
          {props.onKeep && (
            <button type="button" className="btn" disabled={adapted.length === 0} onClick={() => setKeeping(true)}>
              {say.keepAsAMessage} ...
            </button>
          )}
          <button type="button" className="btn btn-main" onClick={() => setAsking(true)}>
            {recipients === 1
              ? say.sendToN({ n: firstName.name || firstName.address })
              : say.sendToRecipientsPeople({ recipients })}{' '}
            ...
          </button>
        </>
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[20rem_minmax(0,1fr)]">
        <aside className="flex lg:min-h-0 flex-col gap-5 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-4 py-4">
          {chip && (
            <section aria-label={say.placeholder} className="border-b border-rule pb-4">
              <ChipDetails key={chip.attributes.name} chip={chip} editable />
            </section>
          )}
          <MessageList
            choices={props.choices}
            chosen={message.slug}
            orders={orders.length}
            addressOf={props.addressOf}
          />
          {props.choosing}
          <Recipients
            parts={parts}
            without={without}
            shown={shown}
            adapted={(p) => words.value[partKey(p)] !== undefined}
            onShow={(next) => {
              if (next.part !== shown.part) setSelected(undefined);
              setShown(next);
            }}
          />
        </aside>
        <section aria-label={say.theMessage} className="flex min-h-0 min-w-0 flex-col">
          <div className="flex min-h-11 shrink-0 flex-wrap items-center gap-x-3 border-b border-rule px-5 py-1.5 text-sm">
            <span className="min-w-0 text-slate">
              <Said
                words={
                  part.version
                    ? say.versionAsSomebodyGetsIt({ language: languageName(language), version: part.version })
                    : say.asSomebodyGetsIt({ language: languageName(language) })
                }
                marks={{ name: () => <bdi>{order.name}</bdi> }}
              />
            </span>
            <span className="ms-auto" hidden={tight}>
              <Segments
                label={say.width}
                value={width}
                choices={[
                  { value: 'desktop', label: say.desktop },
                  { value: 'phone', label: say.phone },
                ]}
                onChange={setWidth}
              />
            </span>
          </div>
          <div ref={place.measure} data-wide className="flex-1 overflow-auto bg-ground px-4 py-4 lg:min-h-0">
            {failure && (
              <div className="mx-auto mb-3" style={{ maxWidth: store.look.shape.width }}>
                <Trouble>
                  {failure.message}
                  <ul className="mt-1 list-disc ps-5">
                    {failure.problems.slice(0, 12).map((p) => (
                      <li key={`${p.path} ${p.message}`}>{placedSentence(p)}</li>
                    ))}
                  </ul>
                </Trouble>
              </div>
            )}
            <InboxRow
              key={partKey(part)}
              sender={props.sender.name}
              address={props.sender.address}
              time={new Intl.DateTimeFormat(readerLocale(), {
                hour: '2-digit',
                minute: '2-digit',
                timeZone: store.timeZone,
              }).format(now)}
              subject={subject?.words && { words: subject.words, formIndex: subject.ownForm }}
              preheader={preheader?.words && { words: preheader.words, formIndex: preheader.ownForm }}
              rendered={rendered?.message}
              context={context}
              direction={direction}
              editable
              width={sheetWidth}
              language={language}
              onChange={change}
              onFocus={() => setSelected(undefined)}
              onChip={setChip}
            />
            <AttachStrip
              attached={[
                ...files.map((f) => ({
                  key: f.digest,
                  name: f.name,
                  bytes: f.bytes,
                  onRemove: () => setFiles(files.filter((x) => x.digest !== f.digest)),
                })),
                ...attachmentsFor(template.attachments, snapshot.facts, language).map((a) => ({
                  key: a.id,
                  name: attachmentName(a),
                  ...(a.kind === 'file' && { bytes: a.file.bytes }),
                })),
              ]}
              shelf={shelf}
              width={sheetWidth}
              editable
              mayBring={props.mayBring}
              keeps={keeps}
              onFile={({ digest, name, type, bytes }) =>
                setFiles((was) =>
                  was.some((f) => f.digest === digest) ? was : [...was, { digest, name, type, bytes }],
                )
              }
            >
              {props.mayBring && (
                <div className="mt-1">
                  <Check label={attaching.keepOnTheShelf} on={keeps} onChange={setKeeps} />
                </div>
              )}
            </AttachStrip>
            {rendered?.trouble && <Trouble>{say.theSheetCouldNotBe({ trouble: rendered.trouble })}</Trouble>}
            <Sheet
              handle={sheet}
              html={rendered?.message?.html}
              width={sheetWidth}
              blockIds={typed}
              selected={block?.id}
              selectedLabel={block ? BLOCK_LABELS[block.kind] : ''}
              onSelect={setSelected}
              bar={
                block && segment?.words && editor?.editor ? (
                  <FormatBar
                    editor={editor.editor}
                    moment={BY_HAND}
                    lists={form === 'paragraphs'}
                    onPlaceholder={() => editor.openPicker()}
                  />
                ) : (
                  <span className="text-xs text-slate">{desk.clickTextToType}</span>
                )
              }
            >
              {(place) =>
                block ? (
                  <WordsOnSheet
                    key={partKey(part)}
                    {...{ place, block, segment, direction, context }}
                    segmentPlace={places.find((p) => p.id === block.id)}
                    formIndex={segment?.ownForm ?? 0}
                    language={language}
                    editorRef={setEditor}
                    onWords={(source) => change(block.id, source)}
                    onChip={setChip}
                    onEscape={() => setSelected(undefined)}
                  />
                ) : null
              }
            </Sheet>
          </div>
        </section>
      </div>
      {keeping && props.onKeep && (
        <KeepDialog
          message={message.name}
          onKeep={(name) => props.onKeep!({ message: message.slug, name, adapted })}
          onKept={(slug, name) => {
            setKeeping(false);
            toast.success(say.wasKept({ name }), {
              action: { label: say.openOnTheDesk, onClick: () => router.push(`${base}/desk/${slug}`) },
            });
          }}
          onClose={() => setKeeping(false)}
        />
      )}
      {asking && (
        <SendDialog
          name={message.name}
          parts={parts}
          words={words.value}
          subject={rendered?.message?.subject ?? ''}
          orders={orders.length}
          without={without.length}
          files={files}
          busy={sending}
          onSend={() => void send()}
          onClose={() => setAsking(false)}
        />
      )}
    </Page>
  );
}
