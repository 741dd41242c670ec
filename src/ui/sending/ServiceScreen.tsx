'use client';
/** One service: its settings on one side, the check as a conversation on the other. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import type { CheckReport, Security, ServiceKind, SignInMethod } from '@/core/mail';
import type { Failure, Result } from '@/core/result';
import { Field, Pick } from '../parts/fields';
import { plural } from '../parts/format';
import { Empty, Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { CheckSteps } from './CheckSteps';
import { FindSettings } from './FindSettings';
import { KindChoice } from './KindChoice';
import { SendingTabs } from './SendingTabs';
import type { Found, ServiceView } from '@/contract/sending';

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

const SECURITY = [
  { value: 'starttls', label: 'STARTTLS', note: 'usually port 587' },
  { value: 'tls', label: 'TLS from the start', note: 'usually port 465' },
  { value: 'offered', label: 'STARTTLS if offered', note: 'else in clear' },
  { value: 'none', label: 'None', note: 'own network only' },
] as const;
const USUAL_PORT: Record<Security, string> = { starttls: '587', tls: '465', offered: '25', none: '25' };
const SIGN_IN = [
  { value: 'auto', label: 'whichever is offered' },
  { value: 'plain', label: 'PLAIN' },
  { value: 'login', label: 'LOGIN' },
  { value: 'cram-md5', label: 'CRAM-MD5' },
] as const;

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

export function ServiceScreen(props: ServiceProps) {
  const { base, service, person, zone, mailboxes, mayEdit, mayCheck } = props;
  const router = useRouter();
  const [id, setId] = useState(service?.id);
  const [form, setForm] = useState(() => formOf(service));
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
    if (result.value.released > 0)
      toast.success(`${plural(result.value.released, 'message on hold goes', 'messages on hold go')} out now.`);
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
      title={service?.name ?? (id === undefined ? 'Connect a service' : form.name || form.host)}
      back={{ href: `${base}/sending/services`, label: 'All services' }}
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
            {text('Host', 'host', 'The provider’s outgoing server', {
              placeholder: 'smtp.provider.example',
              autoComplete: 'off',
              spellCheck: false,
            })}
            <Field label="Security" problem={problemAt(failure, '/security')}>
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
            {text('Port', 'port', undefined, { inputMode: 'numeric' })}
          </div>
          {clear && (
            <p className="text-xs text-marigold-ink">
              What is sent can be read and changed on the way. Only for a server on your own network.
            </p>
          )}
          <div className="grid sm:grid-cols-2 gap-3">
            {text('User', 'user', form.kind === 'local' ? 'Empty when it asks for none' : 'Often the whole address', {
              autoComplete: 'off',
              spellCheck: false,
            })}
            <Field
              label="Password"
              problem={problemAt(failure, '/password')}
              hint={
                !stored
                  ? 'Stored encrypted, never shown again'
                  : sameLogin
                    ? 'Stored. Type to change it'
                    : `Enter the password again: the stored one is for ${storedFor.user} at ${storedFor.host}.`
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
          {form.kind === 'relay' && text('Domains verified there', 'domains', 'With commas between them')}
          <div className="grid sm:grid-cols-3 gap-3">
            {text('Messages a day', 'perDay', 'Empty for no limit', { inputMode: 'numeric' })}
            {text('Daily limit resets at', 'renewsAt', 'Hours and minutes, in the store’s time', {
              placeholder: '00:00',
            })}
            {text('Messages a minute', 'perMinute', 'Empty for no limit', { inputMode: 'numeric' })}
          </div>
          <details>
            <summary className="link text-sm">More settings</summary>
            <div className="mt-2 grid sm:grid-cols-2 gap-3">
              {text('Name for the team', 'name')}
              <Field label="Way to sign in" problem={problemAt(failure, '/signIn')}>
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
              {text('EHLO host name', 'ehloName', 'Empty for this machine’s own')}
              {text('Term in SPF', 'spf', 'Empty to look for it in DNS', { spellCheck: false })}
              {text('Connections at once', 'connections', undefined, { inputMode: 'numeric' })}
              {text('Messages on one connection', 'messagesPerConnection', undefined, { inputMode: 'numeric' })}
              {text('Timeout in seconds', 'timeout', undefined, { inputMode: 'numeric' })}
            </div>
          </details>
          {mayEdit ? (
            <div className="flex gap-2">
              <button type="submit" className="btn btn-main" disabled={busy !== undefined}>
                {busy === 'save' ? 'Saving ...' : 'Save and check'}
              </button>
            </div>
          ) : (
            <p className="text-sm text-slate">Only an owner changes a service.</p>
          )}
        </form>
        <section className="lg:min-h-0 lg:overflow-auto px-5 py-4" aria-live="polite">
          {id !== undefined && (
            <div className="mb-4 flex flex-wrap items-start gap-2 [&>button]:mt-6.5">
              <div className="min-w-48 flex-1">
                <Field
                  label="Send a test message to"
                  problem={problemAt(testFailure, '/to')}
                  hint="Counts against the limit. Look in the junk folder too until the domain’s DNS records are right."
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
                {busy === 'test' ? 'Sending ...' : 'Send the test'}
              </button>
              <button
                type="button"
                className="btn"
                disabled={!mayCheck || busy !== undefined}
                onClick={() => void check(id)}
              >
                {busy === 'check' ? 'Checking ...' : 'Check again'}
              </button>
              {mailboxes && (
                <a
                  className="link text-sm"
                  href={`${mailboxes}/read/${encodeURIComponent(to.trim())}`}
                  target="_blank"
                  rel="noreferrer"
                >
                  The mailbox
                </a>
              )}
            </div>
          )}
          {testFailure && testFailure.problems.length === 0 && <Trouble>{testFailure.message}</Trouble>}
          {service?.refuses.map((r) => (
            <div key={r.address} className="mb-3 border-s-3 border-marigold bg-marigold-tint px-3 py-2 text-sm">
              <p className="font-semibold">{r.trouble.words}</p>
              <p>{r.trouble.ways.join(' Or: ')}</p>
            </div>
          ))}
          {report ? (
            <CheckSteps report={report} zone={zone} />
          ) : (
            <>
              <PanelTitle>The check</PanelTitle>
              <Empty title="Not checked yet">
                Save the service, and the conversation with it appears here step by step.
              </Empty>
            </>
          )}
        </section>
      </div>
    </Page>
  );
}
