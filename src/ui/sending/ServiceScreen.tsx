'use client';
/** One service: its settings on one side, the check as a conversation on the other. */
import { useRouter } from 'next/navigation';
import { useMemo, useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import type { CheckReport, Security, ServiceKind, SignInMethod } from '@/core/mail';
import type { Failure, Result } from '@/core/result';
import { Field, Pick } from '../parts/fields';
import { Empty, Page, PanelTitle, Trouble } from '../parts/Page';
import { useKeptChanges } from '../parts/useKeptChanges';
import { answered, problemAt } from '../parts/result';
import { CheckSteps } from './CheckSteps';
import { FindSettings } from './FindSettings';
import { KindChoice } from './KindChoice';
import { SendingTabs } from './SendingTabs';
import type { Found, ServiceView } from '@/contract/sending';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/sending';
import { say as common } from '@/words/common';

export interface ServiceProps {
  base: string;
  service?: ServiceView | undefined;
  person: string;
  zone: string;
  mailboxes?: string | undefined;
  mayEdit: boolean;
  mayCheck: boolean;
  onSave: (id: string | undefined, service: unknown) => Promise<Result<{ id: string; released: number }>>;
  onCheck: (id: string, to?: string) => Promise<Result<CheckReport>>;
  onFind: (address: string) => Promise<Result<Found>>;
}

const SECURITY = inEachLanguage(
  () =>
    [
      { value: 'starttls', label: say.starttls, note: say.usuallyPort587 },
      { value: 'tls', label: say.tlsFromTheStart, note: say.usuallyPort465 },
      { value: 'offered', label: say.starttlsIfOffered, note: say.elseInClear },
      { value: 'none', label: say.none, note: say.ownNetworkOnly },
    ] as const,
);
const USUAL_PORT: Record<Security, string> = { starttls: '587', tls: '465', offered: '25', none: '25' };
const SIGN_IN = inEachLanguage(
  () =>
    [
      { value: 'auto', label: say.whicheverIsOffered },
      { value: 'plain', label: say.plain },
      { value: 'login', label: say.login },
      { value: 'cram-md5', label: say.cramMD5 },
    ] as const,
);

interface Form {
  name: string;
  kind: ServiceKind;
  host: string;
  port: string;
  security: Security;
  signIn: SignInMethod;
  user: string;
  password: string;
  ehloName: string;
  connections: string;
  messagesPerConnection: string;
  perMinute: string;
  perDay: string;
  renewsAt: string;
  timeout: string;
  domains: string;
  spf: string;
}

const NEW: Form = {
  name: '',
  kind: 'account',
  host: '',
  port: '587',
  security: 'starttls',
  signIn: 'auto',
  user: '',
  password: '',
  ehloName: '',
  connections: '4',
  messagesPerConnection: '100',
  perMinute: '',
  perDay: '',
  renewsAt: '00:00',
  timeout: '60',
  domains: '',
  spf: '',
};

function formOf(s: ServiceView | undefined): Form {
  if (!s) return NEW;
  return {
    ...s,
    port: String(s.port),
    password: '',
    connections: String(s.connections),
    messagesPerConnection: String(s.messagesPerConnection),
    perMinute: s.perMinute === null ? '' : String(s.perMinute),
    perDay: s.perDay === null ? '' : String(s.perDay),
    timeout: String(s.timeout),
    domains: s.domains.join(', '),
  };
}

/** What the form says, as the server takes it. */
function inputOf(form: Form): unknown {
  const { name, kind, host, security, signIn, user, password, ehloName, renewsAt, spf } = form;
  const limit = (text: string): number | null => (text.trim() === '' ? null : Number(text));
  return {
    ...{ name, kind, host, security, signIn, user, ehloName, renewsAt, spf },
    port: Number(form.port),
    connections: Number(form.connections),
    messagesPerConnection: Number(form.messagesPerConnection),
    timeout: Number(form.timeout),
    perMinute: limit(form.perMinute),
    perDay: limit(form.perDay),
    domains: form.domains.split(/[\s,;]+/).filter(Boolean),
    ...(password !== '' && { password }),
  };
}

/** What of the form may stay in the browser while it is not saved: no password. */
function keptOf({ password: _, ...form }: Form): Omit<Form, 'password'> {
  return form;
}

export function ServiceScreen(props: ServiceProps) {
  const { base, service, person, zone, mailboxes, mayEdit, mayCheck } = props;
  const router = useRouter();
  const [id, setId] = useState(service?.id);
  const [form, setForm] = useState(() => formOf(service));
  const [saved, setSaved] = useState(() => keptOf(formOf(service)));
  const kept = useMemo(() => keptOf(form), [form]);
  useKeptChanges({
    key: `${base}/sending/services/${service?.id ?? 'new'}`,
    revision: JSON.stringify(saved),
    value: kept,
    dirty: JSON.stringify(kept) !== JSON.stringify(saved),
    enabled: mayEdit,
    onBack: (value) => setForm({ ...value, password: '' }),
  });
  const [stored, setStored] = useState(service?.hasPassword ?? false);
  /** A stored password is for the server and user it was given for. */
  const [storedFor, setStoredFor] = useState({ host: service?.host ?? '', user: service?.user ?? '' });
  const [failure, setFailure] = useState<Failure>();
  const [report, setReport] = useState<CheckReport | undefined>(service?.check);
  const [busy, setBusy] = useState<'save' | 'check' | 'test'>();
  const [to, setTo] = useState(person);
  const [testFailure, setTestFailure] = useState<Failure>();

  const set = <K extends keyof Form>(name: K, value: Form[K]): void => {
    const next = { ...form, [name]: value };
    if (name === 'security' && Object.values(USUAL_PORT).includes(form.port)) next.port = USUAL_PORT[value as Security];
    if (name === 'kind' && value === 'local' && form.host === '') Object.assign(next, { security: 'none', port: '25' });
    if (name === 'kind' && value !== 'local' && form.security === 'none' && form.host === '')
      Object.assign(next, { security: 'starttls', port: '587' });
    setForm(next);
  };
  const text = (label: string, name: keyof Form, hint?: string, extra: object = {}) => (
    <Field
      label={label}
      problem={
        problemAt(failure, `/${name}`) ??
        (name === 'domains' ? failure?.problems.find((p) => p.path.startsWith('/domains/'))?.message : undefined)
      }
      hint={hint}
    >
      {(ids) => (
        <input
          {...ids}
          {...extra}
          className="input"
          disabled={!mayEdit}
          value={form[name]}
          onChange={(e) => set(name, e.target.value)}
        />
      )}
    </Field>
  );

  const check = async (wanted: string, address?: string): Promise<void> => {
    setBusy(address === undefined ? 'check' : 'test');
    setTestFailure(undefined);
    const result = await answered(props.onCheck(wanted, address));
    if (result.ok) setReport(result.value);
    else setTestFailure(result.error);
    setBusy(undefined);
    router.refresh();
  };
  const save = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy('save');
    const result = await answered(props.onSave(id, inputOf(form)));
    if (!result.ok) {
      setFailure(result.error);
      setBusy(undefined);
      return;
    }
    setFailure(undefined);
    setStored(form.user !== '');
    setStoredFor({ host: form.host.trim(), user: form.user.trim() });
    setForm({ ...form, password: '' });
    setSaved(keptOf(form));
    if (result.value.released > 0) toast.success(say.releasedMessagesOnHoldGo({ released: result.value.released }));
    if (id === undefined) {
      setId(result.value.id);
      window.history.replaceState(window.history.state, '', `${base}/sending/services/${result.value.id}`);
    }
    await check(result.value.id);
  };

  const sameLogin = form.host.trim() === storedFor.host && form.user.trim() === storedFor.user;
  const clear = form.security === 'offered' || form.security === 'none';
  return (
    <Page
      title={service?.name ?? (id === undefined ? say.connectAService : form.name || form.host)}
      back={{ href: `${base}/sending/services`, label: say.allServices }}
      actions={<SendingTabs base={base} />}
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,6fr)_minmax(0,5fr)]">
        <form
          onSubmit={(e) => void save(e)}
          className="flex lg:min-h-0 flex-col gap-3 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-5 py-4"
          noValidate
        >
          {failure && <Trouble>{failure.message}</Trouble>}
          {mayEdit && <KindChoice value={form.kind} onChange={(kind) => set('kind', kind)} />}
          {mayEdit && form.kind === 'account' && id === undefined && (
            <FindSettings
              onFind={props.onFind}
              onTake={(found, address) =>
                setForm((was) => ({
                  ...was,
                  host: found.host,
                  port: String(found.port),
                  security: found.security,
                  user: was.user || address,
                }))
              }
            />
          )}
          <div className="grid sm:grid-cols-[1fr_15rem_5rem] gap-3">
            {text(say.host, 'host', say.theProvidersOutgoingServer, {
              placeholder: 'smtp.provider.example',
              autoComplete: 'off',
              spellCheck: false,
            })}
            <Field label={say.security} problem={problemAt(failure, '/security')}>
              {(ids) => (
                <Pick
                  id={ids.id}
                  value={form.security}
                  choices={SECURITY}
                  onChange={(v) => set('security', v)}
                  className="w-full"
                />
              )}
            </Field>
            {text(say.port, 'port', undefined, { inputMode: 'numeric' })}
          </div>
          {clear && <p className="text-xs text-marigold-ink">{say.whatIsSentCanBe}</p>}
          <div className="grid sm:grid-cols-2 gap-3">
            {text(say.user, 'user', form.kind === 'local' ? say.emptyWhenItAsksFor : say.oftenTheWholeAddress, {
              autoComplete: 'off',
              spellCheck: false,
            })}
            <Field
              label={say.password}
              problem={problemAt(failure, '/password')}
              hint={
                !stored
                  ? say.storedEncryptedNeverShownAgain
                  : sameLogin
                    ? say.storedTypeToChangeIt
                    : say.enterThePasswordAgainThe({ user: storedFor.user, host: storedFor.host })
              }
            >
              {(ids) => (
                <input
                  {...ids}
                  type="password"
                  autoComplete="new-password"
                  className="input"
                  disabled={!mayEdit}
                  placeholder={stored && sameLogin ? '••••••••' : ''}
                  value={form.password}
                  onChange={(e) => set('password', e.target.value)}
                />
              )}
            </Field>
          </div>
          {form.kind === 'relay' && text(say.domainsVerifiedThere, 'domains', say.withCommasBetweenThem)}
          <div className="grid sm:grid-cols-3 gap-3">
            {text(say.messagesADay, 'perDay', say.emptyForNoLimit, { inputMode: 'numeric' })}
            {text(say.dailyLimitResetsAt, 'renewsAt', say.hoursAndMinutesInThe, {
              placeholder: '00:00',
            })}
            {text(say.messagesAMinute, 'perMinute', say.emptyForNoLimit, { inputMode: 'numeric' })}
          </div>
          <details>
            <summary className="link text-sm">{say.moreSettings}</summary>
            <div className="mt-2 grid sm:grid-cols-2 gap-3">
              {text(say.nameForTheTeam, 'name')}
              <Field label={say.wayToSignIn} problem={problemAt(failure, '/signIn')}>
                {(ids) => (
                  <Pick
                    id={ids.id}
                    value={form.signIn}
                    choices={SIGN_IN}
                    onChange={(v) => set('signIn', v)}
                    className="w-full"
                  />
                )}
              </Field>
              {text(say.ehloHostName, 'ehloName', say.emptyForThisMachinesOwn)}
              {text(say.termInSpf, 'spf', say.emptyToLookForIt, { spellCheck: false })}
              {text(say.connectionsAtOnce, 'connections', undefined, { inputMode: 'numeric' })}
              {text(say.messagesOnOneConnection, 'messagesPerConnection', undefined, { inputMode: 'numeric' })}
              {text(say.timeoutInSeconds, 'timeout', undefined, { inputMode: 'numeric' })}
            </div>
          </details>
          {mayEdit ? (
            <div className="flex gap-2">
              <button type="submit" className="btn btn-main" disabled={busy !== undefined}>
                {busy === 'save' ? common.saving : say.saveAndCheck}
              </button>
            </div>
          ) : (
            <p className="text-sm text-slate">{say.onlyAnOwnerChangesA}</p>
          )}
        </form>
        <section className="lg:min-h-0 lg:overflow-auto px-5 py-4" aria-live="polite">
          {id !== undefined && (
            <div className="mb-4 flex flex-wrap items-start gap-2 [&>button]:mt-6.5">
              <div className="min-w-48 flex-1">
                <Field
                  label={say.sendATestMessageTo}
                  problem={problemAt(testFailure, '/to')}
                  hint={say.countsAgainstTheLimitLook}
                >
                  {(ids) => (
                    <input {...ids} className="input" type="email" value={to} onChange={(e) => setTo(e.target.value)} />
                  )}
                </Field>
              </div>
              <button
                type="button"
                className="btn"
                disabled={!mayCheck || busy !== undefined}
                onClick={() => void check(id, to.trim())}
              >
                {busy === 'test' ? common.sending : say.sendTheTest}
              </button>
              <button
                type="button"
                className="btn"
                disabled={!mayCheck || busy !== undefined}
                onClick={() => void check(id)}
              >
                {busy === 'check' ? say.checking : say.checkAgain}
              </button>
              {mailboxes && (
                <a
                  className="link text-sm"
                  href={`${mailboxes}/read/${encodeURIComponent(to.trim())}`}
                  target="_blank"
                  rel="noreferrer"
                >
                  {say.theMailbox}
                </a>
              )}
            </div>
          )}
          {testFailure && testFailure.problems.length === 0 && <Trouble>{testFailure.message}</Trouble>}
          {service?.refuses.map((r) => (
            <div key={r.address} className="mb-3 border-s-3 border-marigold bg-marigold-tint px-3 py-2 text-sm">
              <p className="font-semibold">{r.trouble.words}</p>
              <p>{r.trouble.ways.join(` ${say.orElse} `)}</p>
            </div>
          ))}
          {report ? (
            <CheckSteps report={report} zone={zone} />
          ) : (
            <>
              <PanelTitle>{say.theCheck}</PanelTitle>
              <Empty title={say.notCheckedYet}>{say.saveTheServiceAndThe}</Empty>
            </>
          )}
        </section>
      </div>
    </Page>
  );
}
