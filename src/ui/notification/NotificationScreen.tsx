'use client';
/** How one notification goes out: when, to whom, on which condition, in which versions. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { conditionWords, type Condition } from '@/core/conditions';
import { BY_HAND } from '@/core/moments';
import { aboutMoment, orderFacts } from '@/core/snapshot';
import { type Order } from '@/core/order';
import { tryNotification, type NotificationSettings } from '@/core/plan';
import type { Failure } from '@/core/result';
import { ConditionForm, type ConditionFormProps } from '../conditions/ConditionForm';
import { TurnOnDialog } from '../journey/TurnOnDialog';
import { LANES } from '../journey/types';
import { Check } from '../parts/Check';
import { Field, Search } from '../parts/fields';
import { plural, Time } from '../parts/format';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { Switch } from '../parts/Switch';
import { LabelsField } from './LabelsField';
import { TimingPart } from './TimingPart';
import { namesOf, type NotificationProps } from './types';
import { VariantsPart } from './VariantsPart';

export function NotificationScreen(props: NotificationProps & { now: number }) {
  const { base, notification, ships, orders, maySwitch, mayStop, now, onSave, onSwitch, onImpact, onOrder } = props;
  const { slug, moment, audience, store, doubles, waiting, history } = notification;
  const router = useRouter();
  const names = namesOf(store);
  const [settings, setSettings] = useState(notification.settings);
  const [saved, setSaved] = useState(notification.settings);
  const [revision, setRevision] = useState(notification.revision);
  const [failure, setFailure] = useState<Failure>();
  const [turningOn, setTurningOn] = useState(false);
  const [tryWith, setTryWith] = useState<Order>();
  const lane = LANES.find((l) => l.audience === audience)!;
  const dirty = JSON.stringify(settings) !== JSON.stringify(saved);

  // What came fresh from the server after a save: the versions with their ids.
  if (
    notification.revision > revision ||
    (notification.revision === revision && !dirty && notification.settings !== saved)
  ) {
    setSettings(notification.settings);
    setSaved(notification.settings);
    setRevision(notification.revision);
  }

  useEffect(() => {
    if (!dirty) return;
    const warn = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [dirty]);

  const change = (part: Partial<NotificationSettings>): void => setSettings({ ...settings, ...part });
  const setWhen = (when: Condition | undefined): void => {
    const { when: _when, ...rest } = settings;
    setSettings(when ? { ...rest, when } : rest);
  };
  const save = async (): Promise<void> => {
    const result = await answered(onSave(revision, settings));
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    setSaved(settings);
    setRevision(result.value.revision);
    router.refresh();
    toast.success('Saved. It counts for what happens from now on.');
  };
  const set = async (on: boolean): Promise<void> => {
    setTurningOn(false);
    if (valueOrToast(await answered(onSwitch(slug, on))) !== undefined) router.refresh();
  };
  const tryOrder = async (number: string): Promise<void> => {
    const found = valueOrToast(await answered(onOrder(number)));
    if (found) setTryWith(found.order);
  };

  const byHand = moment === BY_HAND;
  const facts = tryWith && orderFacts(tryWith, aboutMoment(tryWith, moment));
  const language = tryWith?.language ?? store.language;
  const tried = facts && tryNotification(settings, facts, language, names);
  const triedOn: ConditionFormProps['tried'] = tryWith &&
    facts && {
      facts,
      language,
      orderNumber: tryWith.number,
      holds: `Holds for ${tryWith.number}`,
      holdsNot: `Does not hold for ${tryWith.number}`,
    };

  return (
    <Page
      back={{ href: `${base}/journey`, label: 'The Journey' }}
      title={settings.name || 'Without a name'}
      note={
        <>
          {notification.momentLabel}, to {lane.whom}
        </>
      }
      actions={
        <>
          <label className="flex items-center gap-2 text-sm">
            {notification.on ? 'on' : 'off'}
            <Switch
              on={notification.on}
              label={`${saved.name} is on`}
              disabled={!maySwitch || dirty}
              onChange={() => (notification.on ? void set(false) : setTurningOn(true))}
            />
          </label>
          <Link className="btn" href={`${base}/desk/${slug}`}>
            Words on the Desk
          </Link>
          {maySwitch && (
            <>
              <button
                type="button"
                className="btn"
                disabled={!dirty}
                onClick={() => {
                  setSettings(saved);
                  setFailure(undefined);
                }}
              >
                Undo changes
              </button>
              <button type="button" className="btn btn-main" disabled={!dirty} onClick={() => void save()}>
                Save
              </button>
            </>
          )}
        </>
      }
    >
      <div className="grid h-full min-h-0 grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
        <fieldset
          disabled={!maySwitch}
          className="flex min-h-0 min-w-0 flex-col gap-5 overflow-auto border-e border-rule bg-panel px-5 py-4"
        >
          {failure && <Trouble>{failure.message}</Trouble>}
          {doubles.map((d) => (
            <Trouble key={`${d.notificationId} ${d.with.id}`}>
              {d.person} would get{' '}
              {d.with.kind === 'shop' ? (
                <>“{d.with.name}” from the shop system as well</>
              ) : (
                <>
                  both “{d.name}” and “{d.with.name}”
                </>
              )}
              , for order {d.order} for one.
            </Trouble>
          ))}
          {byHand ? (
            <section aria-label="When">
              <PanelTitle>When</PanelTitle>
              <p className="mt-1 text-sm">
                When a colleague chooses it on an order, adapts it and sends it. Nothing goes out by itself.
              </p>
            </section>
          ) : (
            <TimingPart
              moment={moment}
              schedule={settings.schedule}
              zone={store.timeZone}
              now={now}
              failure={failure}
              onChange={(schedule) => change({ schedule })}
            />
          )}
          <div>
            <ConditionForm
              label={byHand ? 'Offered only when' : 'Only when'}
              condition={settings.when}
              store={store}
              names={names}
              always="For all orders"
              sentence={(when) => `${byHand ? 'Offered only' : 'Only'} when ${conditionWords(when, names)}`}
              tried={triedOn}
              onChange={setWhen}
            />
            {problemAt(failure, '/when') && <p className="text-xs text-madder">It {problemAt(failure, '/when')}</p>}
          </div>
          <section aria-label="Channels">
            <PanelTitle>For orders from</PanelTitle>
            <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
              {store.channels.map((c) => (
                <Check
                  key={c.id}
                  label={c.name}
                  on={!settings.offChannels.includes(c.id)}
                  onChange={(on) =>
                    change({
                      offChannels: on
                        ? settings.offChannels.filter((o) => o !== c.id)
                        : [...settings.offChannels, c.id],
                    })
                  }
                />
              ))}
            </div>
          </section>
          {audience === 'contact' && <LabelsField labels={settings.labels} onChange={(labels) => change({ labels })} />}
          {audience === 'staff' && (
            <p className="text-sm">
              {notification.rules === 0
                ? 'Nobody hears of it yet.'
                : `${plural(notification.rules, 'rule says', 'rules say')} who hears of it.`}{' '}
              <Link className="link" href={`${base}/routing`}>
                Routing
              </Link>
            </p>
          )}
          <section aria-label="For the team" className="flex flex-col gap-3 border-t border-rule pt-3">
            <Field label="Name for the team" problem={problemAt(failure, '/name')}>
              {(ids) => (
                <input
                  {...ids}
                  className="input"
                  value={settings.name}
                  onChange={(e) => change({ name: e.target.value })}
                />
              )}
            </Field>
            <Field label="Looked after by">
              {(ids) => (
                <Search
                  id={ids.id}
                  value={settings.owner}
                  choices={[
                    { value: '', label: 'nobody' },
                    ...props.notification.people.map((p) => ({ value: p, label: p })),
                  ]}
                  onChange={(owner) => change({ owner })}
                />
              )}
            </Field>
            <Field label="Note for colleagues" problem={problemAt(failure, '/note')}>
              {(ids) => (
                <textarea
                  {...ids}
                  rows={2}
                  className="input"
                  value={settings.note}
                  onChange={(e) => change({ note: e.target.value })}
                />
              )}
            </Field>
            {!ships && (
              <button
                type="button"
                className="btn self-start"
                disabled={notification.on}
                title={notification.on ? 'Turn it off first' : undefined}
                onClick={() =>
                  void answered(props.onRemove()).then((r) => {
                    if (valueOrToast(r) !== undefined) router.push(`${base}/journey`);
                  })
                }
              >
                Take this notification away
              </button>
            )}
          </section>
        </fieldset>
        <div className="flex min-h-0 flex-col gap-5 overflow-auto px-5 py-4">
          <div className="flex items-center gap-3 text-sm">
            <label htmlFor="try" className="text-slate">
              Try it with an order
            </label>
            <div className="w-72">
              <Search
                id="try"
                value={tryWith?.number ?? null}
                placeholder="number or name"
                choices={orders.map((o) => ({ value: o.number, label: o.number, note: o.name }))}
                onChange={(number) => void tryOrder(number)}
              />
            </div>
            {tried?.condition && (
              <span>
                {tried.condition.holds ? 'the condition holds' : 'the condition does not hold: nothing goes out'}
              </span>
            )}
          </div>
          <VariantsPart
            base={base}
            store={store}
            kept={notification.variants}
            variants={settings.variants}
            tried={tried}
            triedOn={triedOn}
            failure={failure}
            editable={maySwitch}
            onChange={(variants) => change({ variants })}
          />
          {waiting.length > 0 && (
            <section aria-label="Waiting">
              <PanelTitle aside={waiting.length >= 20 ? 'the next 20' : undefined}>Waiting</PanelTitle>
              <ul className="mt-1 text-sm">
                {waiting.map((w) => (
                  <li key={w.id} className="flex items-baseline gap-3 border-b border-rule py-1">
                    <Link className="link" href={`${base}/deliveries/${w.id}`}>
                      {w.order}
                    </Link>
                    <span className="min-w-0 truncate">{w.recipient}</span>
                    <span className="ms-auto text-slate">
                      due <Time at={w.dueAt} zone={store.timeZone} />
                    </span>
                    {mayStop && (
                      <>
                        <button
                          type="button"
                          className="link"
                          aria-label={`Send now: ${w.order}`}
                          onClick={() => void answered(props.onSendNow(w.id)).then(valueOrToast)}
                        >
                          Send now
                        </button>
                        <button
                          type="button"
                          className="link"
                          aria-label={`Stop: ${w.order}`}
                          onClick={() => void answered(props.onStop(w.id)).then(valueOrToast)}
                        >
                          Stop
                        </button>
                      </>
                    )}
                  </li>
                ))}
              </ul>
            </section>
          )}
          <section aria-label="History">
            <PanelTitle>History</PanelTitle>
            <ul className="mt-1 text-sm">
              {history.map((h) => (
                <li key={h.id} className="flex gap-3 border-b border-rule py-1">
                  <span className="w-28 shrink-0 text-slate">
                    <Time at={h.at} zone={store.timeZone} />
                  </span>
                  <span>
                    {h.who} {h.action} {h.what}
                  </span>
                </li>
              ))}
              {history.length === 0 && <li className="py-1 text-slate">Nothing was changed yet.</li>}
            </ul>
          </section>
        </div>
      </div>
      {turningOn && (
        <TurnOnDialog
          slug={slug}
          name={saved.name}
          onImpact={onImpact}
          onTurnOn={() => void set(true)}
          onClose={() => setTurningOn(false)}
        />
      )}
    </Page>
  );
}
