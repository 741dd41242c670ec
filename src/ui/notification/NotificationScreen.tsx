'use client';
/** How one notification goes out: when, to whom, on which condition, in which versions. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { conditionWords, type Condition } from '@/core/conditions';
import { goesByHand, SUMMARY } from '@/core/moments';
import { aboutMoment, orderFacts } from '@/core/snapshot';
import { type Order } from '@/core/order';
import { namesAt, ruleAboutsAt, subjectAt, tryNotification } from '@/core/plan';
import { MORNINGS } from '@/core/time';
import { ConditionForm, type ConditionFormProps } from '../conditions/ConditionForm';
import { TurnOnDialog } from '../journey/TurnOnDialog';
import { LANES } from '../journey/types';
import { Search } from '../parts/fields';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { Dialog } from '../parts/Dialog';
import { Switch } from '../parts/Switch';
import { LabelsField } from './LabelsField';
import { ChannelsPart, Doubles, TeamPart } from './SettingsParts';
import { ChangePart } from './ChangePart';
import { RhythmPart } from './RhythmPart';
import { TimingPart } from './TimingPart';
import { namesOf, type NotificationProps } from './types';
import { useSettings } from './useSettings';
import { VariantsPart } from './VariantsPart';
import { HistoryPart, WaitingPart } from './WaitingAndHistory';
import { say } from '@/words/notification';
import { say as common } from '@/words/common';
import { say as journey } from '@/words/journey';
import { Check } from '../parts/Check';
import { say as unsubscribed } from '@/words/unsubscribed';

export function NotificationScreen(props: NotificationProps & { now: number }) {
  const { base, notification, ships, orders, maySwitch, mayStop, now, onSwitch, onImpact, onOrder } = props;
  const { slug, moment, audience, store, doubles, waiting, history } = notification;
  const router = useRouter();
  const names = namesAt(moment, namesOf(store));
  const ofProduct = subjectAt(moment) === 'product';
  const abouts = ofProduct ? ruleAboutsAt(moment) : undefined;
  const { settings, saved, dirty, failure, change, replace, undo, save } = useSettings(props);
  const [turningOn, setTurningOn] = useState(false);
  const [turningOff, setTurningOff] = useState(false);
  const [tryWith, setTryWith] = useState<Order>();
  const lane = LANES.find((l) => l.audience === audience)!;

  const setWhen = (when: Condition | undefined): void => {
    const { when: _when, ...rest } = settings;
    replace(when ? { ...rest, when } : rest);
  };
  const set = async (on: boolean): Promise<void> => {
    setTurningOn(false);
    setTurningOff(false);
    if (valueOrToast(await answered(onSwitch(slug, on))) !== undefined) router.refresh();
  };
  const tryOrder = async (number: string): Promise<void> => {
    const found = valueOrToast(await answered(onOrder(number)));
    if (found) setTryWith(found.order);
  };

  const byHand = goesByHand(moment);
  const facts = tryWith && orderFacts(tryWith, aboutMoment(tryWith, moment));
  const language = tryWith?.language ?? store.language;
  const tried = facts && tryNotification(settings, facts, language, names);
  const triedOn: ConditionFormProps['tried'] = tryWith &&
    facts && {
      facts,
      language,
      orderNumber: tryWith.number,
      holds: say.holdsForNumber({ number: tryWith.number }),
      holdsNot: say.doesNotHoldForNumber({ number: tryWith.number }),
    };

  return (
    <Page
      back={{ href: `${base}/journey`, label: say.theJourney }}
      title={settings.name || say.withoutAName}
      note={<>{say.momentToWhom({ moment: notification.momentLabel, whom: lane.whom })}</>}
      actions={
        <>
          <label className="flex items-center gap-2 text-sm">
            {notification.on ? say.on : say.off}
            <Switch
              on={notification.on}
              label={say.nameIsOn({ name: saved.name })}
              disabled={!maySwitch || dirty}
              onChange={() =>
                !notification.on ? setTurningOn(true) : notification.tellsAlone ? setTurningOff(true) : void set(false)
              }
            />
          </label>
          <Link className="btn" href={`${base}/desk/${slug}`}>
            {say.editText}
          </Link>
          {maySwitch && (
            <>
              <button type="button" className="btn" disabled={!dirty} onClick={undo}>
                {say.undoChanges}
              </button>
              <button type="button" className="btn btn-main" disabled={!dirty} onClick={() => void save()}>
                {common.save}
              </button>
            </>
          )}
        </>
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
        <fieldset
          disabled={!maySwitch}
          className="flex lg:min-h-0 min-w-0 flex-col gap-5 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-5 py-4"
        >
          {failure && <Trouble>{failure.message}</Trouble>}
          <Doubles doubles={doubles} />
          {byHand ? (
            <section aria-label={say.when}>
              <PanelTitle>{say.when}</PanelTitle>
              <p className="mt-1 text-sm">{say.whenAColleagueChoosesIt}</p>
            </section>
          ) : moment === SUMMARY ? (
            <RhythmPart
              rhythm={settings.schedule.rhythm ?? MORNINGS}
              zone={store.timeZone}
              now={now}
              onChange={(rhythm) => change({ schedule: { ...settings.schedule, rhythm } })}
            />
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
          {moment === SUMMARY ? (
            <p className="text-sm">{say.rulesSayWhichOrders}</p>
          ) : (
            <div>
              <ConditionForm
                label={byHand ? say.offeredOnlyWhen : say.onlyWhen}
                condition={settings.when}
                store={store}
                names={names}
                abouts={abouts}
                always={ofProduct ? say.forAllProducts : say.forAllOrders}
                sentence={(when) =>
                  byHand
                    ? say.offeredOnlyWhenIt({ condition: conditionWords(when, names) })
                    : say.onlyWhenIt({ condition: conditionWords(when, names) })
                }
                tried={triedOn}
                onChange={setWhen}
              />
              {problemAt(failure, '/when') && <p className="text-xs text-madder">{problemAt(failure, '/when')}</p>}
            </div>
          )}
          <ChannelsPart channels={store.channels} settings={settings} change={change} />
          {byHand && (
            <div>
              <Check
                label={unsubscribed.isOffer}
                on={settings.offers ?? false}
                onChange={(offers) => change({ offers })}
              />
              <p className="mt-1 text-xs text-slate">{unsubscribed.isOfferHint}</p>
            </div>
          )}
          {moment === 'feedback.due' && <p className="text-xs text-slate">{unsubscribed.feedbackHint}</p>}
          {audience === 'contact' && <LabelsField labels={settings.labels} onChange={(labels) => change({ labels })} />}
          {audience === 'staff' && (
            <p className="text-sm">
              {notification.rules === 0
                ? say.itHasNoStaffRecipients
                : say.rulesRulesSayWhoGets({ rules: notification.rules })}{' '}
              <Link className="link" href={`${base}/routing`}>
                {say.routing}
              </Link>
            </p>
          )}
          <TeamPart
            {...{ settings, change, failure, base, notification, ships }}
            onRemove={props.onRemove}
            onBringBack={props.onBringBack}
          />
        </fieldset>
        <div className="flex lg:min-h-0 flex-col gap-5 lg:overflow-auto px-5 py-4">
          {dirty && <ChangePart base={base} settings={settings} onImpact={props.onChangeImpact} />}
          {!ofProduct && moment !== SUMMARY && (
            <div className="flex items-center gap-3 text-sm">
              <label htmlFor="try" className="text-slate">
                {say.tryItWithAnOrder}
              </label>
              <div className="w-72">
                <Search
                  id="try"
                  value={tryWith?.number ?? null}
                  placeholder={common.numberOrName}
                  choices={orders.map((o) => ({ value: o.number, label: o.number, note: o.name }))}
                  onChange={(number) => void tryOrder(number)}
                />
              </div>
              {tried?.condition && (
                <span>{tried.condition.holds ? say.theConditionHolds : say.theConditionDoesNotHold}</span>
              )}
            </div>
          )}
          <VariantsPart
            base={base}
            store={store}
            kept={notification.variants}
            variants={settings.variants}
            tried={tried}
            triedOn={triedOn}
            failure={failure}
            on={notification.on}
            editable={maySwitch && moment !== SUMMARY}
            abouts={abouts}
            onChange={(variants) => change({ variants })}
          />
          <WaitingPart
            {...{ base, waiting, mayStop }}
            zone={store.timeZone}
            onStop={props.onStop}
            onSendNow={props.onSendNow}
          />
          <HistoryPart history={history} zone={store.timeZone} />
        </div>
      </div>
      <Dialog
        open={turningOff}
        onClose={() => setTurningOff(false)}
        title={journey.turnOffName({ name: saved.name })}
        foot={
          <>
            <button type="button" className="btn" onClick={() => setTurningOff(false)}>
              {journey.leaveAsItIs}
            </button>
            <button type="button" className="btn btn-main" onClick={() => void set(false)}>
              {journey.turnNOff({ n: 1 })}
            </button>
          </>
        }
      >
        <p className="text-sm font-semibold text-madder">{journey.tellsAlone({ moment: notification.momentLabel })}</p>
      </Dialog>
      {turningOn && (
        <TurnOnDialog
          base={base}
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
