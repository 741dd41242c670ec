'use client';
/** Who is to hear of which orders: a colleague or an address; all orders, those with a category, or those a condition is true of. */
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Condition } from '@/core/conditions';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { SUMMARY } from '@/core/moments';
import { isMailAddress } from '@/core/schema';
import type { Rhythm } from '@/core/time';
import { canGather, namesAt, ruleAboutsAt, scopeWords, subjectAt, type Scope } from '@/core/plan';
import { ConditionForm } from '../conditions/ConditionForm';
import { freshTest } from '../conditions/TestFields';
import { conditionNames } from '../conditions/conditionNames';
import { Field, Pick as Choose, Segments } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { RhythmFields } from '../parts/RhythmFields';
import { useKeptForm } from '../parts/useKeptChanges';
import { answered, problemAt } from '../parts/result';
import { ForecastOfRule } from './ForecastOfRule';
import type { Rule } from '@/contract/routing';
import type { RoutingProps } from './types';
import { AddressField, ColleagueField, whoOf } from './Whom';
import { say } from '@/words/routing';
import { say as common } from '@/words/common';
import { listed } from '@/words/speak';

/** When what waits goes out, until somebody says otherwise. */
const EVENINGS: Rhythm = { every: 'working-day', at: '17:00' };

const ALL = 'all';
const WHEN = 'when';
const ofCategory = (category: string): string => `category ${category}`;

export function RuleForm({
  notification,
  rule,
  store,
  people,
  categories,
  roles,
  domains: allowed,
  zone,
  gathering,
  onSave,
  onForecast,
  onClose,
}: Pick<RoutingProps, 'store' | 'people' | 'categories' | 'roles' | 'domains' | 'zone' | 'onForecast'> & {
  notification: RoutingProps['notifications'][number];
  /** The one that is changed; a new one otherwise. */
  rule?: Rule | undefined;
  /** It is gathered with other changes, and not live at once. */
  gathering: boolean;
  onSave: (rule: unknown) => Promise<Result<null>>;
  onClose: () => void;
}) {
  const [kind, setKind] = useState<'colleague' | 'address' | 'order'>(
    rule?.role ? 'order' : rule && !rule.staffId ? 'address' : 'colleague',
  );
  const [role, setRole] = useState(rule?.role ?? '');
  const [domains, setDomains] = useState(allowed.join(', '));
  const [person, setPerson] = useState<string | null>(rule?.staffId ?? null);
  const [address, setAddress] = useState(rule && !rule.staffId ? rule.address : '');
  const [language, setLanguage] = useState(rule?.language ?? '');
  const [scope, setScope] = useState<Scope>(rule?.scope ?? { kind: 'all' });
  const [together, setTogether] = useState<Rhythm | undefined>(rule?.together);
  const [now] = useState(() => Date.now());
  const value = useMemo(
    () => ({ kind, person, address, language, role, domains, scope, together }),
    [kind, person, address, language, role, domains, scope, together],
  );
  const forget = useKeptForm(`rule ${notification.id} ${rule?.id ?? ''}`, value, (back) => {
    setKind(back.kind);
    setPerson(people.some((p) => p.id === back.person) ? back.person : null);
    setAddress(back.address);
    setLanguage(back.language ?? '');
    setRole(back.role ?? '');
    setDomains(back.domains ?? '');
    setScope(back.scope);
    setTogether(back.together);
  });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const { moment } = notification;
  const names = namesAt(moment, conditionNames(store));
  const ofProduct = subjectAt(moment) === 'product';
  const abouts = ruleAboutsAt(moment);
  const form = useRef<HTMLFormElement>(null);
  // It opens where one was, so one goes on in it.
  useEffect(() => form.current?.querySelector<HTMLElement>('[tabindex="0"], input')?.focus(), []);

  const mayGather = canGather(moment) && !notification.timed;
  const draft = useMemo(
    () => ({
      notificationId: notification.id,
      recipient:
        kind === 'colleague'
          ? { staffId: person ?? '' }
          : kind === 'order'
            ? { role: role.trim(), domains: domains.split(/[\s,;]+/).filter((d) => d !== '') }
            : { address: address.trim(), ...(language !== '' && { language }) },
      scope,
      ...(together && mayGather && { together }),
    }),
    [notification.id, kind, person, address, language, role, domains, scope, together, mayGather],
  );
  const save = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onSave(draft));
    setBusy(false);
    if (result.ok) {
      forget();
      onClose();
    } else setFailure(result.error);
  };
  const setWhen = (when: Condition | undefined): void => setScope(when ? { kind: 'when', when } : { kind: 'all' });
  const chosen = scope.kind === 'category' ? ofCategory(scope.category) : scope.kind;
  const elsewhere = failure?.problems.filter((p) => !p.path.startsWith('/recipient')) ?? [];

  return (
    <form
      ref={form}
      aria-label={rule ? say.changeTheRuleOfN({ n: whoOf(rule) }) : say.chooseWhoGetsItFor({ name: notification.name })}
      className="my-2 flex flex-col gap-3 bg-panel p-4"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
      onKeyDown={(e) => {
        // What a list inside it makes of Escape comes first.
        if (e.key === 'Escape' && !e.defaultPrevented) onClose();
      }}
    >
      <Segments
        label={say.who}
        value={kind}
        choices={[
          { value: 'colleague', label: say.aColleague },
          { value: 'address', label: say.anotherAddress },
          ...(ofProduct || notification.moment === SUMMARY
            ? []
            : [{ value: 'order' as const, label: say.fromTheOrder }]),
        ]}
        onChange={setKind}
      />
      <div className="grid sm:grid-cols-2 items-start gap-3">
        {kind === 'colleague' ? (
          <ColleagueField
            people={people}
            value={person}
            problem={problemAt(failure, '/recipient') ?? problemAt(failure, '/recipient/staffId')}
            onChange={setPerson}
          />
        ) : kind === 'order' ? (
          <OrderFields {...{ role, roles, domains, failure }} onRole={setRole} onDomains={setDomains} />
        ) : (
          <AddressField
            value={address}
            placeholder="name@firm.example"
            problem={problemAt(failure, '/recipient/address') ?? problemAt(failure, '/recipient')}
            onChange={setAddress}
          />
        )}
        {kind === 'address' && (
          <Field label={common.language}>
            {(ids) => (
              <Choose
                id={ids.id}
                value={language}
                choices={[
                  { value: '', label: say.languageOfStore({ language: languageName(store.language) }) },
                  ...store.languages
                    .filter((l) => l !== store.language)
                    .map((l) => ({ value: l, label: languageName(l) })),
                ]}
                onChange={setLanguage}
              />
            )}
          </Field>
        )}
        <Field label={say.getsMessagesAbout}>
          {(ids) => (
            <Choose
              id={ids.id}
              value={chosen}
              choices={[
                { value: ALL, label: ofProduct ? say.allProducts : say.allOrders },
                ...categories.map((c) => ({
                  value: ofCategory(c),
                  label: ofProduct ? say.stockOfCategory({ category: c }) : say.ordersWithCategory({ category: c }),
                })),
                { value: WHEN, label: ofProduct ? say.stockWhenSomethingIs : say.ordersOfWhichSomethingIs },
              ]}
              onChange={(next) => {
                const category = categories.find((c) => ofCategory(c) === next);
                if (category) setScope({ kind: 'category', category });
                else if (next === WHEN) setWhen({ match: 'all', tests: [freshTest(abouts[0]!, store)] });
                else setScope({ kind: 'all' });
              }}
            />
          )}
        </Field>
      </div>
      {scope.kind === 'when' && (
        <ConditionForm
          label={ofProduct ? say.whichProducts : say.whichOrders}
          condition={scope.when}
          store={store}
          names={names}
          abouts={abouts}
          always={ofProduct ? say.allProducts2 : say.allOrders2}
          sentence={(when) =>
            say.getsMessagesAboutScopeWords({ scopeWords: scopeWords({ kind: 'when', when }, names) })
          }
          onChange={setWhen}
        />
      )}
      {mayGather && (
        <>
          <Segments
            label={say.howTheyCome}
            value={together ? 'together' : 'each'}
            choices={[
              { value: 'each', label: say.eachAtOnce },
              { value: 'together', label: say.inOneMail },
            ]}
            onChange={(next) => setTogether(next === 'together' ? (rule?.together ?? EVENINGS) : undefined)}
          />
          {together && (
            <div>
              <RhythmFields rhythm={together} zone={zone} now={now} onChange={setTogether} />
              <p className="mt-1 text-sm text-slate">{say.inOneMailHint}</p>
            </div>
          )}
          {rule && rule.together && !together && <p className="text-sm text-slate">{say.whatWaitsStays}</p>}
        </>
      )}
      {!ofProduct && (
        <ForecastOfRule
          draft={draft}
          instead={rule?.id}
          ready={
            kind === 'colleague'
              ? person !== null
              : kind === 'order'
                ? role.trim() !== '' && domains.trim() !== ''
                : isMailAddress(address.trim())
          }
          onForecast={onForecast}
        />
      )}
      {failure && (elsewhere.length > 0 || failure.problems.length === 0) && (
        <Trouble>{[failure.message, ...elsewhere.map((p) => p.message)].join(' ')}</Trouble>
      )}
      <div className="flex gap-2">
        <button type="submit" className="btn btn-main" disabled={busy}>
          {gathering ? say.gatherThis : rule ? say.keepTheChange : say.addToName({ name: notification.name })}
        </button>
        <button
          type="button"
          className="btn btn-quiet"
          onClick={() => {
            forget();
            onClose();
          }}
        >
          {common.close}
        </button>
      </div>
    </form>
  );
}

/** Whom the order itself names: what they are to it, and the domains that their addresses may have. */
function OrderFields({
  role,
  roles,
  domains,
  failure,
  onRole,
  onDomains,
}: {
  role: string;
  roles: readonly string[];
  domains: string;
  failure: Failure | undefined;
  onRole: (role: string) => void;
  onDomains: (domains: string) => void;
}) {
  return (
    <>
      <Field
        label={say.whatTheyAre}
        hint={roles.length > 0 ? say.rolesOfOrders({ roles: listed(roles) }) : say.noRolesYet}
        problem={problemAt(failure, '/recipient/role') ?? problemAt(failure, '/recipient')}
      >
        {(ids) => (
          <input
            {...ids}
            className="input"
            value={role}
            placeholder={say.accountManager}
            onChange={(e) => onRole(e.target.value)}
          />
        )}
      </Field>
      <Field
        label={say.allowedDomains}
        hint={say.allowedDomainsHint}
        problem={problemAt(failure, '/recipient/domains') ?? problemAt(failure, '/recipient/domains/0')}
      >
        {(ids) => (
          <input
            {...ids}
            className="input"
            value={domains}
            placeholder="colleagues.example"
            onChange={(e) => onDomains(e.target.value)}
          />
        )}
      </Field>
    </>
  );
}
