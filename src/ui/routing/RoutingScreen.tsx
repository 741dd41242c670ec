'use client';
/** People and rules on one side; on the other, who would hear of a real order, and why. */
import { X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { toast } from 'sonner';
import { SUMMARY } from '@/core/moments';
import { namesAt, scopeWords } from '@/core/plan';
import { rhythmWords } from '@/core/time';
import { conditionNames } from '../conditions/conditionNames';
import { Mark } from '../parts/marks';
import { Empty, Page, PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { Time } from '../parts/format';
import { ChangesPart } from './ChangesPart';
import { CopiesPart } from './CopiesPart';
import { DraftsPart } from './DraftsPart';
import { PauseDialog } from './PauseDialog';
import { RuleForm } from './RuleForm';
import { TryOrder } from './TryOrder';
import type { Rule, RuleDraft } from '@/contract/routing';
import type { RoutingProps } from './types';
import { whoOf } from './Whom';
import { say } from '@/words/routing';
import { say as common } from '@/words/common';
import { useUndo, type Undo } from '../parts/useUndo';

export function RoutingScreen(props: RoutingProps) {
  const { notifications, rules, holes, orders, mayEdit } = props;
  const [order, setOrder] = useState(orders[0]?.number ?? '');
  const undo = useUndo();
  // What is gathered goes on being gathered, whoever comes.
  const [begun, setBegun] = useState(false);
  const gathering = mayEdit && (begun || props.drafts.length > 0);
  return (
    <Page title={say.routing} note={say.whichColleaguesGetMessagesAbout} actions={undo.button}>
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-2">
        <section className="lg:min-h-0 lg:overflow-auto max-lg:border-b lg:border-e border-rule px-5 py-4">
          {gathering ? (
            <DraftsPart {...props} did={undo.did} onEnd={() => setBegun(false)} />
          ) : (
            mayEdit && (
              <button
                type="button"
                className="btn btn-quiet mb-3"
                title={say.gatheringHint}
                onClick={() => setBegun(true)}
              >
                {say.gatherChanges}
              </button>
            )
          )}
          {notifications.map((n) => (
            <Rules
              key={n.id}
              {...props}
              notification={n}
              rules={rules.filter((r) => r.notificationId === n.id)}
              allRules={rules}
              unheard={holes.find((h) => h.notificationId === n.id)?.orders ?? []}
              order={order}
              setOrder={setOrder}
              did={undo.did}
              gathering={gathering}
            />
          ))}
          <CopiesPart {...props} channels={props.store.channels} did={undo.did} />
          <ChangesPart {...props} />
          {!mayEdit && <p className="mt-4 text-sm text-slate">{say.yourRoleMayLookAt}</p>}
        </section>
        <TryOrder {...props} order={order} setOrder={setOrder} />
      </div>
    </Page>
  );
}

const NEW = 'new';

type Notification = RoutingProps['notifications'][number];

function Rules(
  props: RoutingProps & {
    notification: RoutingProps['notifications'][number];
    unheard: readonly string[];
    allRules: readonly Rule[];
    order: string;
    setOrder: (order: string) => void;
    did: Undo['did'];
    /** Changes are not live at once. */
    gathering: boolean;
  },
) {
  const { notification, rules, unheard, store, people, order, mayEdit, mayTest, onAdd, onChange, onRemove, onTest } =
    props;
  const { did, gathering, drafts, onDraft } = props;
  const router = useRouter();
  /** The id of the rule that is changed, or NEW. */
  const [open, setOpen] = useState<string>();
  const [testing, setTesting] = useState<string>();
  const names = namesAt(notification.moment, conditionNames(store));
  const summary =
    notification.moment === 'order.placed' && !gathering
      ? props.notifications.find((n) => n.moment === SUMMARY)
      : undefined;
  const [pausing, setPausing] = useState<Rule>();
  const place = useRef<HTMLElement>(null);

  const remove = async (rule: Rule): Promise<void> => {
    if (gathering) return void valueOrToast(await answered(onDraft({ ruleId: rule.id })));
    if (valueOrToast(await answered(onRemove(rule.id))) === undefined) return;
    router.refresh();
    const { notificationId, scope, together } = rule;
    const recipient = recipientOf(rule, props.domains);
    did(
      say.nNoLongerGetsName({ n: whoOf(rule), name: notification.name }),
      async () => {
        const result = await answered(onAdd({ notificationId, recipient, scope, ...(together && { together }) }));
        if (valueOrToast(result) !== undefined) router.refresh();
      },
      common.putBack,
    );
  };

  const goOn = async (rule: Rule): Promise<void> => {
    const { pause } = rule;
    if (valueOrToast(await answered(props.onPause({ ids: [rule.id] }))) === undefined) return;
    did(
      say.nGetsMessagesAgain({ n: whoOf(rule) }),
      async () => void valueOrToast(await answered(props.onPause({ ids: [rule.id], ...(pause && { pause }) }))),
    );
  };

  /** The same orders, and no more a mail for each of them. */
  const sumUp = async (rule: Rule, to: Notification): Promise<void> => {
    const { scope, together } = rule;
    const recipient = recipientOf(rule, props.domains);
    const move = async (notificationId: string): Promise<boolean> => {
      const back = notificationId === notification.id && together ? { together } : {};
      const moved =
        valueOrToast(await answered(onChange(rule.id, { notificationId, recipient, scope, ...back }))) !== undefined;
      if (moved) router.refresh();
      return moved;
    };
    if (!(await move(to.id))) return;
    const values = { n: whoOf(rule), name: to.name };
    did(
      to.on ? say.nGetsTheSummary(values) : say.nGetsTheSummaryThatIsOff(values),
      async () => void (await move(notification.id)),
      common.putBack,
    );
  };

  const test = async (rule: Rule): Promise<void> => {
    setTesting(rule.id);
    const sent = valueOrToast(await answered(onTest(rule.id, order)));
    if (sent) toast.success(say.sentSubjectToTo({ subject: sent.subject, to: sent.to }));
    setTesting(undefined);
  };

  /** Shut, one is at the button that opened it. */
  const close = (id: string): void => {
    flushSync(() => setOpen(undefined));
    place.current?.querySelector<HTMLElement>(`[data-opens="${id}"]`)?.focus();
  };
  const form = (rule: Rule | undefined) => (
    <RuleForm
      {...{ notification, store, people, gathering }}
      rule={rule && asGathered(rule, drafts)}
      categories={props.categories}
      roles={props.roles}
      domains={props.domains}
      zone={props.zone}
      onForecast={props.onForecast}
      onSave={async (next) => {
        const result = await answered(
          gathering
            ? onDraft({ ...(rule && { ruleId: rule.id }), rule: next })
            : rule
              ? onChange(rule.id, next)
              : onAdd(next),
        );
        if (result.ok) router.refresh();
        return result;
      }}
      onClose={() => close(rule?.id ?? NEW)}
    />
  );

  return (
    <section ref={place} aria-label={notification.name} className="mb-6">
      <PanelTitle aside={notification.on ? undefined : say.offNobodyGetsIt}>
        {say.nameGoesTo({ name: notification.name })}
      </PanelTitle>
      {rules.length === 0 && (
        <Empty title={say.nobodyGetsName({ name: notification.name })}>{say.nameAColleagueOrGive}</Empty>
      )}
      <ul className="mt-1 text-sm">
        {rules.map((rule) => (
          <li key={rule.id} className="border-b border-rule py-2">
            <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
              <div className="min-w-44 flex-1">
                <div>
                  <span className="font-semibold">{whoOf(rule)}</span>
                  {rule.job && <span className="text-slate"> · {rule.job}</span>}
                </div>
                <div className="text-xs text-slate">
                  {scopeWords(rule.scope, names)}
                  {rule.name && ` · ${rule.address}`}
                </div>
                {rule.together && (
                  <div className="text-xs text-slate">{say.togetherAt({ rhythm: rhythmWords(rule.together) })}</div>
                )}
                <Gathered draft={drafts.find((d) => d.ruleId === rule.id)} />
                {rule.pause && <Paused pause={rule.pause} people={people} zone={props.zone} />}
              </div>
              <div className="flex items-center gap-2">
                {mayEdit && (
                  <button
                    type="button"
                    className="link"
                    aria-label={say.changeTheRuleOfN({ n: whoOf(rule) })}
                    aria-expanded={open === rule.id}
                    data-opens={rule.id}
                    onClick={() => setOpen(open === rule.id ? undefined : rule.id)}
                  >
                    {say.change}
                  </button>
                )}
                {mayEdit &&
                  (rule.pause ? (
                    <button
                      type="button"
                      className="link"
                      aria-label={say.goOnWithN({ n: whoOf(rule) })}
                      onClick={() => void goOn(rule)}
                    >
                      {say.goOn}
                    </button>
                  ) : (
                    <button
                      type="button"
                      className="link"
                      aria-label={say.pauseN({ n: whoOf(rule) })}
                      onClick={() => setPausing(rule)}
                    >
                      {say.pause}
                    </button>
                  ))}
                {mayEdit && summary && (
                  <button
                    type="button"
                    className="link"
                    title={say.summaryInsteadHint({ name: summary.name })}
                    aria-label={say.summaryInsteadForN({ n: whoOf(rule) })}
                    onClick={() => void sumUp(rule, summary)}
                  >
                    {say.summaryInstead}
                  </button>
                )}
                {mayTest && (
                  <button
                    type="button"
                    className="btn"
                    aria-label={say.sendATestToN({ n: whoOf(rule) })}
                    disabled={testing !== undefined || order === ''}
                    onClick={() => void test(rule)}
                  >
                    {testing === rule.id ? common.sending : say.sendATest}
                  </button>
                )}
                {mayEdit && (
                  <button
                    type="button"
                    className="inline-flex size-6 items-center justify-center text-slate hover:text-madder"
                    aria-label={say.removeN({ n: whoOf(rule) })}
                    onClick={() => void remove(rule)}
                  >
                    <X size={15} aria-hidden />
                  </button>
                )}
              </div>
            </div>
            {open === rule.id && form(rule)}
          </li>
        ))}
      </ul>
      <Unheard of={props.lookedAt} orders={unheard} onOpen={props.setOrder} />
      {mayEdit && open !== NEW && (
        <button
          type="button"
          className="btn btn-quiet mt-2"
          aria-label={say.chooseWhoGetsItFor({ name: notification.name })}
          data-opens={NEW}
          onClick={() => setOpen(NEW)}
        >
          {say.chooseWhoGetsIt}
        </button>
      )}
      {mayEdit && open === NEW && form(undefined)}
      {pausing && (
        <PauseDialog
          rule={pausing}
          rules={props.allRules.filter((r) => r.address === pausing.address && r.role === pausing.role && !r.pause)}
          people={people}
          zone={props.zone}
          onPause={props.onPause}
          onClose={() => setPausing(undefined)}
        />
      )}
    </section>
  );
}

const recipientOf = ({ staffId, address, language, role }: Rule, domains: readonly string[]) =>
  staffId ? { staffId } : role ? { role, domains } : { address, ...(language && { language }) };

/** A rule as it would be with what is gathered of it. */
function asGathered(rule: Rule, drafts: readonly RuleDraft[]): Rule {
  const next = drafts.find((d) => d.ruleId === rule.id)?.rule;
  if (!next) return rule;
  const { together: _together, language: _language, role: _role, staffId: _staff, ...others } = rule;
  const { recipient, scope, together } = next;
  return {
    ...{ ...others, scope, ...(together && { together }) },
    ...('staffId' in recipient
      ? { staffId: recipient.staffId }
      : 'role' in recipient
        ? { role: recipient.role, address: '' }
        : { address: recipient.address, ...(recipient.language && { language: recipient.language }) }),
  };
}

/** What is gathered of a rule and not live. */
function Gathered({ draft }: { draft: RuleDraft | undefined }) {
  if (!draft) return null;
  return (
    <div className="flex items-baseline gap-1.5 text-xs">
      <Mark tone="waiting" size={11} />
      <span>{draft.rule ? say.changeIsGathered : say.removalIsGathered}</span>
    </div>
  );
}

function Paused({
  pause: { until, standIn },
  people,
  zone,
}: {
  pause: NonNullable<Rule['pause']>;
  people: RoutingProps['people'];
  zone: string;
}) {
  const instead = people.find((p) => p.id === standIn)?.name;
  return (
    <div className="flex items-baseline gap-1.5 text-xs">
      <Mark tone="waiting" size={11} />
      <span>
        {until ? (
          <>
            {say.pausedUntil} <Time at={until} zone={zone} form="day" />
          </>
        ) : (
          say.paused
        )}
        {instead && ` · ${say.standsIn({ who: instead })}`}
      </span>
    </div>
  );
}

const SHOWN = 4;

/** What the rules leave out between them; each order can be tried to see why. */
function Unheard({ of, orders, onOpen }: { of: number; orders: readonly string[]; onOpen: (order: string) => void }) {
  if (orders.length === 0) return null;
  return (
    <p className="mt-2 flex items-start gap-2 text-sm" data-testid="hole">
      <span className="translate-y-0.5">
        <Mark tone="waiting" size={13} />
      </span>
      <span>
        {orders.length === of ? say.noneHears({ of }) : say.someUnheard({ n: orders.length, of })}{' '}
        {orders.slice(0, SHOWN).map((number, i) => (
          <span key={number}>
            {i > 0 && ', '}
            <button type="button" className="link" onClick={() => onOpen(number)}>
              {number}
            </button>
          </span>
        ))}
        {orders.length > SHOWN && ` ${say.andNMore({ n: orders.length - SHOWN })}`}.
      </span>
    </p>
  );
}
