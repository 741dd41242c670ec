'use client';
/** A new notice: the message, the people, who of them gets it and who does not, a test, and the beginning. */
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Selection } from '@/core/notices';
import type { Failure, Result } from '@/core/result';
import type { NoticeForecast, NoticeMessage, SavedSelection } from '@/contract/notices';
import { Dialog } from '../parts/Dialog';
import { Field, Pick } from '../parts/fields';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { Empty, Page, PanelTitle, Trouble } from '../parts/Page';
import { useKeptChanges } from '../parts/useKeptChanges';
import { answered, valueOrToast } from '../parts/result';
import { LeftOutList } from './LeftOutList';
import { SelectionForm, type SelectionChoices } from './SelectionForm';
import { readerLocale } from '@/words/speak';
import { say } from '@/words/notices';
import { say as common } from '@/words/common';

export interface NewNoticeProps extends SelectionChoices {
  base: string;
  zone: string;
  /** One for each opening of the screen: begun twice, it goes out once. */
  id: string;
  messages: NoticeMessage[];
  chosen: string | undefined;
  saved: SavedSelection[];
  ownAddress: string;
  onForecast: (message: string, selection: Selection) => Promise<Result<NoticeForecast>>;
  onTest: (message: string) => Promise<Result<{ to: string }>>;
  onBegin: (wanted: { id: string; message: string; selection: Selection }) => Promise<Result<{ id: string }>>;
  onSave: (name: string, selection: Selection) => Promise<Result<SavedSelection>>;
  onRemove: (id: string) => Promise<Result<null>>;
}

export function NewNotice(props: NewNoticeProps) {
  const { base, messages } = props;
  const back = { href: `${base}/notices`, label: say.allNotices };
  if (messages.length === 0) {
    return (
      <Page back={back} title={say.newNotice}>
        <Empty title={say.noMessage}>
          {say.noMessageWords}{' '}
          <Link className="link" href={`${base}/journey`}>
            {say.toTheJourney}
          </Link>
        </Empty>
      </Page>
    );
  }
  return <Choosing {...props} back={back} />;
}

const SETTLE_MS = 350;

function Choosing(props: NewNoticeProps & { back: { href: string; label: string } }) {
  const { base, messages, onForecast } = props;
  const router = useRouter();
  const [slug, setSlug] = useState(messages.find((m) => m.slug === props.chosen)?.slug ?? messages[0]!.slug);
  const message = messages.find((m) => m.slug === slug)!;
  const [selection, setSelection] = useState<Selection>({});
  const [saved, setSaved] = useState(props.saved);
  /** Grows when a saved selection is taken, so that what is typed begins anew. */
  const [taken, setTaken] = useState(0);
  const same = saved.find((s) => JSON.stringify(s.selection) === JSON.stringify(selection));
  const take = (next: Selection): void => {
    setSelection(next);
    setTaken(taken + 1);
  };
  const forget = useKeptChanges({
    key: `${base}/notices/new`,
    revision: 0,
    value: selection,
    dirty: Object.keys(selection).length > 0,
    enabled: true,
    onBack: take,
  });
  const [forecast, setForecast] = useState<NoticeForecast>();
  const [counting, setCounting] = useState(true);
  const [tested, setTested] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState<'test' | 'begin'>();
  const [asking, setAsking] = useState(false);
  const [failure, setFailure] = useState<Failure>();

  // What is counted follows what is chosen, and only the newest count is shown.
  const newest = useRef(0);
  useEffect(() => {
    const own = (newest.current += 1);
    const soon = setTimeout(() => {
      setCounting(true);
      void answered(onForecast(slug, selection)).then((result) => {
        if (own !== newest.current) return;
        setCounting(false);
        if (result.ok) setForecast(result.value);
        setFailure(result.ok ? undefined : result.error);
      });
    }, SETTLE_MS);
    return () => clearTimeout(soon);
  }, [onForecast, slug, selection]);

  const testedTo = tested[slug] ?? message.tested;
  const test = async (): Promise<void> => {
    setBusy('test');
    const sent = valueOrToast(await answered(props.onTest(slug)));
    setBusy(undefined);
    if (sent) setTested({ ...tested, [slug]: sent.to });
  };
  const begin = async (): Promise<void> => {
    setBusy('begin');
    const result = await answered(props.onBegin({ id: props.id, message: slug, selection }));
    setBusy(undefined);
    setAsking(false);
    if (!result.ok) return setFailure(result.error);
    forget();
    toast.success(say.started);
    router.push(`${base}/notices/${result.value.id}`);
  };
  const getting = forecast?.getting ?? 0;
  return (
    <Page
      back={props.back}
      title={say.newNotice}
      actions={
        <button
          type="button"
          className="btn btn-main"
          disabled={counting || getting === 0 || testedTo === undefined}
          onClick={() => setAsking(true)}
        >
          {say.send({ n: getting })}
        </button>
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[22rem_22rem_minmax(0,1fr)]">
        <section
          aria-label={say.whoGetsIt}
          className="flex flex-col gap-4 border-rule bg-panel px-5 py-4 max-lg:border-b lg:min-h-0 lg:overflow-auto lg:border-e"
        >
          <Field label={say.chooseAMessage}>
            {({ id }) => (
              <Pick
                id={id}
                className="w-full"
                value={slug}
                choices={messages.map((m) => ({ value: m.slug, label: m.name }))}
                onChange={setSlug}
              />
            )}
          </Field>
          <Saved
            {...{ saved, same }}
            onTake={take}
            onRemove={async ({ id, name }) => {
              if (valueOrToast(await answered(props.onRemove(id))) === undefined) return;
              setSaved(saved.filter((s) => s.id !== id));
              toast.success(say.selectionRemoved({ name }));
            }}
          />
          <SelectionForm key={taken} selection={selection} choices={props} onChange={setSelection} />
          {!same && Object.keys(selection).length > 0 && (
            <SaveAs
              onSave={async (name) => {
                const made = valueOrToast(await answered(props.onSave(name, selection)));
                if (!made) return false;
                setSaved([...saved, made].toSorted((a, b) => a.name.localeCompare(b.name)));
                toast.success(say.selectionSaved({ name: made.name }));
                return true;
              }}
            />
          )}
        </section>
        <section
          aria-label={say.people}
          className="flex flex-col gap-5 border-rule px-5 py-4 max-lg:border-b lg:min-h-0 lg:overflow-auto lg:border-e"
        >
          {failure && <Trouble>{failure.message}</Trouble>}
          <Count forecast={forecast} counting={counting} message={message} base={base} zone={props.zone} />
          <div className="text-sm">
            <PanelTitle>{say.testFirst}</PanelTitle>
            <p className="mb-2 text-slate">{say.testNote}</p>
            {testedTo !== undefined && (
              <p className="mb-2 flex items-center gap-1.5">
                <Mark tone="good" size={12} /> {say.testWas({ to: testedTo })}
              </p>
            )}
            <button type="button" className="btn" disabled={busy !== undefined} onClick={() => void test()}>
              {busy === 'test' ? common.sending : say.sendTestTo({ address: props.ownAddress })}
            </button>
          </div>
        </section>
        <section aria-label={say.message} className="flex min-w-0 flex-col lg:min-h-0">
          <div className="flex shrink-0 items-center gap-3 border-b border-rule px-5 py-2 text-sm">
            <span className="min-w-0 flex-1 truncate font-semibold" title={message.subject}>
              <bdi>{message.subject}</bdi>
            </span>
            <Link className="link whitespace-nowrap" href={`${base}/desk/${slug}`}>
              {say.openDesk}
            </Link>
          </div>
          <iframe
            sandbox=""
            srcDoc={message.html}
            title={say.message}
            className="w-full flex-1 bg-white max-lg:min-h-[75vh] lg:min-h-0"
          />
        </section>
      </div>
      {asking && (
        <Dialog
          open
          onClose={() => setAsking(false)}
          title={say.sendTitle({ name: message.name, n: getting })}
          foot={
            <>
              <button type="button" className="btn" onClick={() => setAsking(false)}>
                {common.notYet}
              </button>
              <button type="button" className="btn btn-main" disabled={busy !== undefined} onClick={() => void begin()}>
                {say.sendNow}
              </button>
            </>
          }
        >
          <div className="flex flex-col gap-3 text-sm">
            <p className="text-base" dir="auto">
              “{message.subject}”
            </p>
            <p>{forecast?.words}.</p>
            {forecast && <Pace forecast={forecast} zone={props.zone} />}
            <p>{say.cannotBeTakenBack}</p>
          </div>
        </Dialog>
      )}
    </Page>
  );
}

function Count({
  forecast,
  counting,
  message,
  base,
  zone,
}: {
  forecast: NoticeForecast | undefined;
  counting: boolean;
  message: NoticeMessage;
  base: string;
  zone: string;
}) {
  const left = forecast?.without.reduce((sum, g) => sum + g.count, 0) ?? 0;
  return (
    <div className="text-sm" aria-busy={counting}>
      <h2 className="font-serif text-lg">
        <span role="status">{counting ? say.counting : say.getIt({ n: forecast?.getting ?? 0 })}</span>
      </h2>
      {forecast && (
        <>
          <p className="text-slate">{forecast.words}.</p>
          <p className="mt-1">
            {forecast.byLanguage.map(({ language, count }) => say.inLanguage({ language, n: count })).join(' · ')}
          </p>
          {forecast.getting > 0 && (
            <div className="mt-2">
              <Pace forecast={forecast} zone={zone} />
            </div>
          )}
          {!message.offers && (
            <p className="mt-3 flex gap-2">
              <Mark tone="waiting" size={12} />
              <span>
                {say.everyoneGetsIt}{' '}
                <Link className="link" href={`${base}/journey/${message.slug}`}>
                  {say.atTheNotification}
                </Link>
              </span>
            </p>
          )}
          {left > 0 && (
            <div className="mt-4">
              <PanelTitle>{say.doNotGetIt({ n: left })}</PanelTitle>
              <LeftOutList groups={forecast.without} />
            </div>
          )}
        </>
      )}
    </div>
  );
}

/** How fast it goes out, and when it is done. */
export function Pace({
  forecast: { pace, endsAt, getting },
  zone,
}: {
  forecast: Pick<NoticeForecast, 'pace' | 'endsAt' | 'getting'>;
  zone: string;
}) {
  if (pace === 0) return <p>{say.noService}</p>;
  return (
    <p>
      {pace >= 1 ? say.paced({ n: pace }) : say.pacedSlowly({ n: Math.max(1, Math.round(pace * 1440)) })}{' '}
      {getting / pace <= 1
        ? say.endsAtOnce
        : endsAt &&
          say.endsAbout({
            end: new Intl.DateTimeFormat(readerLocale(), {
              dateStyle: 'medium',
              timeStyle: 'short',
              timeZone: zone,
            }).format(new Date(endsAt)),
          })}
    </p>
  );
}

function Saved({
  saved,
  same,
  onTake,
  onRemove,
}: {
  saved: readonly SavedSelection[];
  same: SavedSelection | undefined;
  onTake: (selection: Selection) => void;
  onRemove: (saved: SavedSelection) => Promise<void>;
}) {
  if (saved.length === 0) return null;
  return (
    <Field label={say.saved}>
      {({ id }) => (
        <div className="flex gap-2">
          <Pick
            id={id}
            className="min-w-0 flex-1"
            value={same?.id ?? ''}
            choices={[{ value: '', label: say.noneSaved }, ...saved.map((s) => ({ value: s.id, label: s.name }))]}
            onChange={(chosen) => onTake(saved.find((s) => s.id === chosen)?.selection ?? {})}
          />
          {same && (
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={say.removeSaved({ name: same.name })}
              onClick={() => void onRemove(same)}
            >
              {common.remove}
            </button>
          )}
        </div>
      )}
    </Field>
  );
}

/** Keeps what was chosen under a name. */
function SaveAs({ onSave }: { onSave: (name: string) => Promise<boolean> }) {
  const [name, setName] = useState('');
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (name.trim() !== '') void onSave(name).then((ok) => ok && setName(''));
      }}
    >
      <div className="min-w-0 flex-1">
        <Field label={say.saveAs}>
          {(ids) => (
            <input {...ids} className="input" maxLength={120} value={name} onChange={(e) => setName(e.target.value)} />
          )}
        </Field>
      </div>
      <button type="submit" className="btn" disabled={name.trim() === ''}>
        {common.save}
      </button>
    </form>
  );
}
