'use client';
/** Everything that can go out: as a board, or as a list. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState, useTransition } from 'react';
import { toast } from 'sonner';
import type { Audience } from '@/core/moments';
import type { Result } from '@/core/result';
import { Search, Segments } from '../parts/fields';
import { Leaf } from '../parts/marks';
import { useNarrow } from '../parts/useNarrow';
import { Page } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { isTyping, lettersAct } from '../shell/typing';
import { Board, nearestTo } from './Board';
import { Bars } from './BoardCard';
import { CardFoot } from './CardFoot';
import { NewNotification, ShopMails } from './Dialogs';
import { JourneyList, type Bulk } from './JourneyList';
import type {
  BulkOutcome,
  Card,
  DoubleView,
  Impact,
  ManyDraft,
  OrderPath,
  ShopMailView,
} from '@/contract/notifications';
import { PublishMany, type PublishManyProps } from './PublishMany';
import { SwitchMany } from './SwitchMany';
import { TurnOnDialog } from './TurnOnDialog';
import { say as replace } from '@/words/replace';
import { tellsAlone } from '@/core/standing';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/journey';
import { say as common } from '@/words/common';
import { useUndo } from '../parts/useUndo';

export interface JourneyProps {
  base: string;
  zone: string;
  languages: string[];
  cards: Card[];
  doubles: DoubleView[];
  shopMails: ShopMailView[];
  orders: { number: string; name: string }[];
  path?: OrderPath | undefined;
  view: 'board' | 'list';
  maySwitch: boolean;
  onSwitch: (slug: string, on: boolean) => Promise<Result<null>>;
  onImpact: (slug: string) => Promise<Result<Impact>>;
  onSwitchMany: (on: boolean, slugs: string[]) => Promise<Result<BulkOutcome>>;
  onDrafts: (slugs: string[]) => Promise<Result<ManyDraft[]>>;
  onPublishMany: (drafts: { slug: string; revision: number }[], note: string) => Promise<Result<BulkOutcome>>;
  onMake: (input: {
    name: string;
    moment: string;
    audience: Audience;
    from?: string;
  }) => Promise<Result<{ slug: string }>>;
  onAddShopMail: (input: { name: string; moment: string; audience: Audience }) => Promise<Result<{ id: string }>>;
  onRemoveShopMail: (id: string) => Promise<Result<null>>;
}

const VIEWS = inEachLanguage(
  () =>
    [
      { value: 'board', label: say.board },
      { value: 'list', label: say.list },
    ] as const,
);

/** What was done with several at once. */
function bulkWords(action: Bulk, n: number): string {
  if (n === 0) return { publish: say.noneToPublish, on: say.noneToTurnOn, off: say.noneToTurnOff }[action];
  return { publish: say.nPublished, on: say.nTurnedOn, off: say.nTurnedOff }[action]({ n });
}

const LEAF_WORDS = inEachLanguage(() => ({
  live: say.stateLive,
  draft: say.draftToPublish,
  off: say.stateOff,
  failing: say.stateFailing,
  stale: say.outdatedTranslation,
}));

export function JourneyScreen(props: JourneyProps) {
  const { base, zone, languages, cards, doubles, shopMails, orders, path, view, maySwitch, onSwitch } = props;
  const router = useRouter();
  const board = useRef<HTMLDivElement>(null);
  const [busy, startSwitch] = useTransition();
  const undo = useUndo();
  const [turningOn, setTurningOn] = useState<Card>();
  const [asked, setAsked] = useState<{ action: Bulk; cards: Card[] }>();
  const [looked, setLooked] = useState<string>();
  const [dialog, setDialog] = useState<'shop' | { moment: string; audience: Audience }>();
  const lookedAt = cards.find((c) => c.slug === looked) ?? cards[0];

  const set = (card: Card, on: boolean): void =>
    startSwitch(async () => {
      const done = valueOrToast(await answered(onSwitch(card.slug, on)));
      if (done === undefined) return;
      undo.did(on ? say.turnedOn({ name: card.name }) : say.turnedOff({ name: card.name }), () =>
        answered(onSwitch(card.slug, !on)).then(valueOrToast),
      );
    });
  const switchCard = (card: Card): void => {
    if (!maySwitch) return;
    if (!card.on) setTurningOn(card);
    // What customers would then no longer hear of is said before.
    else if (tellsAlone(card, cards)) setAsked({ action: 'off', cards: [card] });
    else set(card, false);
  };
  const bulk = (action: Bulk, chosen: Card[]): void => setAsked({ action, cards: chosen });
  const refusals = (outcome: BulkOutcome): void => {
    for (const { name, why } of outcome.refused.slice(0, 5)) toast.error(say.nameWasNotPublishedWhy({ name, why }));
  };
  const switchMany = (on: boolean, chosen: Card[]): void =>
    startSwitch(async () => {
      const slugs = chosen.map((c) => c.slug);
      const outcome = valueOrToast(await answered(props.onSwitchMany(on, slugs)));
      if (!outcome) return;
      const said = bulkWords(on ? 'on' : 'off', outcome.done.length);
      const turned = chosen.filter((c) => outcome.done.includes(c.name)).map((c) => c.slug);
      if (turned.length === 0) toast(said);
      else undo.did(said, () => answered(props.onSwitchMany(!on, turned)).then(valueOrToast));
      refusals(outcome);
    });
  const go = (query: Record<string, string | undefined>): void => {
    const next = new URLSearchParams();
    const all = { order: path?.number, view: view === 'list' ? 'list' : undefined, ...query };
    for (const [key, value] of Object.entries(all)) if (value) next.set(key, value);
    router.replace(`${base}/journey${next.size > 0 ? `?${next}` : ''}`);
  };

  // Arrows move between cards by where they stand on the board; `o` turns one on or off, `h` opens how it goes out.
  useEffect(() => {
    const press = (e: KeyboardEvent): void => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey || turningOn || asked || dialog) return;
      const links = [...(board.current?.querySelectorAll<HTMLElement>('[data-card]') ?? [])];
      const at = links.indexOf(document.activeElement as HTMLElement);
      const card = cards.find((c) => c.slug === links[at]?.dataset.card);
      if (e.key === 'o' && card && lettersAct()) {
        e.preventDefault();
        switchCard(card);
      } else if (e.key === 'h' && card && lettersAct()) {
        e.preventDefault();
        router.push(`${base}/journey/${card.slug}`);
      } else if (e.key.startsWith('Arrow') && links.length > 0) {
        e.preventDefault();
        (at < 0 ? links[0] : nearestTo(links[at]!, links, e.key))?.focus();
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });

  // A board of moments side by side needs room: where there is none, the same is a list.
  const narrow = useNarrow();
  const asList = view === 'list' || narrow;
  const live = cards.filter((c) => c.live).length;
  const drafts = cards.filter((c) => c.changed);
  const people = new Set(doubles.map((d) => `${d.notificationId} ${d.with.id}`)).size;
  return (
    <Page
      title={say.journey}
      note={
        <>
          {say.nNotificationsLiveLive({ n: cards.length, live })}
          {drafts.length > 0 && `, ${say.draftsToPublish({ n: drafts.length })}`}
          {people > 0 && <span className="font-semibold text-madder">, {say.peopleDuplicates({ people })}</span>}
        </>
      }
      actions={
        <>
          {undo.button}
          {!narrow && (
            <Segments
              label={say.view}
              value={view}
              choices={VIEWS}
              onChange={(v) => go({ view: v === 'list' ? v : undefined })}
            />
          )}
          {maySwitch && (
            <>
              <Link className="btn" href={`${base}/replace`}>
                {replace.findAndReplace}
              </Link>
              <button type="button" className="btn" onClick={() => setDialog('shop')}>
                {say.sentByTheShop}
              </button>
              <button
                type="button"
                className="btn"
                onClick={() => setDialog({ moment: 'order.placed', audience: 'customer' })}
              >
                {say.newNotification}
              </button>
            </>
          )}
        </>
      }
    >
      <div className="flex flex-col lg:h-full lg:min-h-0">
        {asList ? (
          <div className="flex-1 lg:min-h-0">
            <JourneyList {...{ base, zone, languages, cards, maySwitch, busy }} onSwitch={switchCard} onBulk={bulk} />
          </div>
        ) : (
          <>
            <div className="flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-5 py-1.5 text-sm">
              <label htmlFor="follow" className="text-slate">
                {say.followAnOrder}
              </label>
              <div className="w-72">
                <Search
                  id="follow"
                  value={path?.number ?? null}
                  placeholder={common.numberOrName}
                  choices={orders.map((o) => ({ value: o.number, label: o.number, note: o.name }))}
                  onChange={(number) => go({ order: number })}
                />
              </div>
              {path && (
                <>
                  <span>
                    {say.sentSentFailedFailedWaiting({
                      sent: path.sent,
                      failed: path.failed,
                      waiting: path.waiting,
                      notSent: path.notSent,
                    })}
                  </span>
                  <Link className="link" href={`${base}/journey`}>
                    {say.clear}
                  </Link>
                  <Link className="link" href={`${base}/orders/${encodeURIComponent(path.number)}`}>
                    {say.openTheOrder}
                  </Link>
                </>
              )}
              {maySwitch && drafts.length > 0 && !path && (
                <button type="button" className="link ms-auto" disabled={busy} onClick={() => bulk('publish', drafts)}>
                  {say.publishDraftsOf({ n: drafts.length })}
                </button>
              )}
            </div>
            <div ref={board} data-wide className="flex-1 overflow-auto max-md:hidden lg:min-h-0">
              <Board
                {...{ base, zone, languages, cards, path, shopMails, maySwitch }}
                onSwitch={switchCard}
                onLook={(card) => setLooked(card.slug)}
                onNew={(moment, audience) => setDialog({ moment, audience })}
              />
            </div>
            {lookedAt && <CardFoot {...{ base, zone, languages, path, doubles }} card={lookedAt} />}
            <footer className="flex shrink-0 flex-wrap items-center gap-x-4 border-t border-rule bg-panel px-5 py-1 text-xs text-slate">
              {(['live', 'draft', 'off', 'failing', 'stale'] as const).map((state) => (
                <span key={state} className="flex items-center gap-1.5">
                  <Leaf state={state} size={12} /> {LEAF_WORDS[state]}
                </span>
              ))}
              <span className="flex items-center gap-1.5">
                <Bars languages={['1', '2', '3']} complete={['1', '2']} /> {say.languagesComplete}
              </span>
              <span className="ms-auto flex items-center gap-2">
                <kbd className="kbd">← → ↑ ↓</kbd> {say.move} <kbd className="kbd">{say.enter}</kbd> {say.desk}{' '}
                <kbd className="kbd">h</kbd> {say.settings2} <kbd className="kbd">o</kbd> {say.onOrOff}
              </span>
            </footer>
          </>
        )}
      </div>
      {asked?.action === 'publish' && (
        <PublishManyOf
          cards={asked.cards}
          onDrafts={props.onDrafts}
          onPublish={props.onPublishMany}
          onDone={(outcome) => {
            setAsked(undefined);
            toast(bulkWords('publish', outcome.done.length));
            refusals(outcome);
          }}
          onClose={() => setAsked(undefined)}
        />
      )}
      {asked && asked.action !== 'publish' && (
        <SwitchMany
          on={asked.action === 'on'}
          chosen={asked.cards}
          cards={cards}
          onSwitch={(picked) => {
            const [one] = picked;
            if (asked.cards.length === 1 && one) set(one, asked.action === 'on');
            else switchMany(asked.action === 'on', picked);
            setAsked(undefined);
          }}
          onClose={() => setAsked(undefined)}
        />
      )}
      {turningOn && (
        <TurnOnDialog
          base={base}
          slug={turningOn.slug}
          name={turningOn.name}
          onImpact={props.onImpact}
          onTurnOn={() => {
            set(turningOn, true);
            setTurningOn(undefined);
          }}
          onClose={() => setTurningOn(undefined)}
        />
      )}
      {dialog === 'shop' && (
        <ShopMails
          mails={shopMails}
          onAdd={props.onAddShopMail}
          onRemove={props.onRemoveShopMail}
          onClose={() => setDialog(undefined)}
        />
      )}
      {dialog && dialog !== 'shop' && (
        <NewNotification
          {...dialog}
          cards={cards}
          onMake={props.onMake}
          onMade={(slug) => router.push(`${base}/journey/${slug}`)}
          onClose={() => setDialog(undefined)}
        />
      )}
    </Page>
  );
}

/** Which drafts are asked for stays the same while the dialog is open. */
function PublishManyOf({ cards, ...rest }: { cards: readonly Card[] } & Omit<PublishManyProps, 'slugs'>) {
  const [slugs] = useState(() => cards.map((c) => c.slug));
  return <PublishMany slugs={slugs} {...rest} />;
}
