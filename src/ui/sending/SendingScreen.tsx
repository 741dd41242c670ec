'use client';
/** The sending service: its settings on one side, the check as a conversation on the other. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import type { CheckStep, Diagnosis, Security } from '@/core/mail/diagnose';
import type { Failure, Result } from '@/core/result';
import { Conversation } from '../deliveries/DeliveryScreen';
import { Field, Pick } from '../parts/fields';
import { plural, Time } from '../parts/format';
import { Mark, type Tone } from '../parts/marks';
import { Empty, Page, PanelTitle, Trouble } from '../parts/Page';
import { problemAt } from '../parts/result';

export interface Report {
  passed: boolean;
  of: string;
  at: string;
  steps: {
    step: CheckStep;
    label: string;
    state: 'passed' | 'failed' | 'not reached' | 'not needed';
    ms: number;
    facts: string[];
    lines: string[];
    diagnosis?: Diagnosis;
  }[];
}

export interface SendingProps {
  service?:
    | {
        host: string;
        port: number;
        security: Security;
        user: string;
        hasPassword: boolean;
        senderName: string;
        senderAddress: string;
        check?: Report | undefined;
      }
    | undefined;
  held: number;
  person: string;
  storeName: string;
  zone: string;
  mayEdit: boolean;
  mayCheck: boolean;
  onSave: (service: unknown) => Promise<Result<{ released: number }>>;
  onCheck: (to?: string) => Promise<Result<Report>>;
}

const SECURITY = [
  { value: 'starttls', label: 'STARTTLS', note: 'usually port 587' },
  { value: 'tls', label: 'TLS from the start', note: 'usually port 465' },
  { value: 'none', label: 'None', note: 'own network only' },
] as const;
const USUAL_PORT: Record<Security, string> = { starttls: '587', tls: '465', none: '25' };

export function SendingScreen({
  service,
  held,
  person,
  storeName,
  zone,
  mayEdit,
  mayCheck,
  onSave,
  onCheck,
}: SendingProps) {
  const router = useRouter();
  const [form, setForm] = useState({
    host: service?.host ?? '',
    port: String(service?.port ?? 587),
    security: service?.security ?? ('starttls' as Security),
    user: service?.user ?? '',
    password: '',
    senderName: service?.senderName ?? storeName,
    senderAddress: service?.senderAddress ?? '',
  });
  const [stored, setStored] = useState(service?.hasPassword ?? false);
  const [failure, setFailure] = useState<Failure>();
  const [report, setReport] = useState<Report | undefined>(service?.check);
  const [busy, setBusy] = useState<'save' | 'check' | 'test'>();
  const [to, setTo] = useState(person);
  const [testFailure, setTestFailure] = useState<Failure>();
  const [connected, setConnected] = useState(service !== undefined);

  const set = (name: keyof typeof form) => (value: string) => {
    const next = { ...form, [name]: value };
    if (name === 'security' && Object.values(USUAL_PORT).includes(form.port)) next.port = USUAL_PORT[value as Security];
    // Most accounts sign in as the address they send from.
    if (name === 'user' && (form.senderAddress === '' || form.senderAddress === form.user) && value.includes('@'))
      next.senderAddress = value;
    setForm(next);
  };
  const text = (name: 'host' | 'port' | 'user' | 'senderName' | 'senderAddress', extra: object = {}) =>
    function input(ids: object) {
      return (
        <input
          {...ids}
          {...extra}
          className="input"
          disabled={!mayEdit}
          value={form[name]}
          onChange={(e) => set(name)(e.target.value)}
        />
      );
    };

  const save = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy('save');
    const { password, port, ...rest } = form;
    const result = await onSave({ ...rest, port: Number(port), ...(password !== '' && { password }) });
    if (!result.ok) {
      setFailure(result.error);
      setBusy(undefined);
      return;
    }
    setFailure(undefined);
    setConnected(true);
    setStored(form.user !== '');
    setForm({ ...form, password: '' });
    if (result.value.released > 0)
      toast.success(`${plural(result.value.released, 'held message goes', 'held messages go')} out now.`);
    await check();
    router.refresh();
  };

  const check = async (address?: string): Promise<void> => {
    setBusy(address === undefined ? 'check' : 'test');
    setTestFailure(undefined);
    const result = await onCheck(address);
    if (result.ok) setReport(result.value);
    else setTestFailure(result.error);
    setBusy(undefined);
    router.refresh();
  };

  const differs =
    form.user.includes('@') &&
    form.senderAddress !== '' &&
    form.user.toLowerCase() !== form.senderAddress.toLowerCase();
  return (
    <Page
      title="Sending"
      note={
        held > 0
          ? `${plural(held, 'message is', 'messages are')} held until a service is connected`
          : connected
            ? 'One service'
            : 'No service connected'
      }
    >
      <div className="grid h-full min-h-0 grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
        <form
          onSubmit={(e) => void save(e)}
          className="flex min-h-0 flex-col gap-3.5 overflow-auto border-e border-rule bg-panel px-5 py-4"
          noValidate
        >
          <PanelTitle>The service</PanelTitle>
          {failure && <Trouble>{failure.message}</Trouble>}
          <Field label="Host" problem={problemAt(failure, '/host')} hint="The provider's outgoing server">
            {text('host', { placeholder: 'smtp.provider.example', autoComplete: 'off', spellCheck: false })}
          </Field>
          <div className="grid grid-cols-[1fr_7rem] gap-3">
            <Field label="Security" problem={problemAt(failure, '/security')}>
              {(ids) => <Pick id={ids.id} value={form.security} choices={SECURITY} onChange={set('security')} />}
            </Field>
            <Field label="Port" problem={problemAt(failure, '/port')}>
              {text('port', { inputMode: 'numeric' })}
            </Field>
          </div>
          <div className="grid grid-cols-2 gap-3">
            <Field label="User" problem={problemAt(failure, '/user')} hint="Often the whole address">
              {text('user', { autoComplete: 'off', spellCheck: false })}
            </Field>
            <Field
              label="Password"
              problem={problemAt(failure, '/password')}
              hint={stored ? 'Stored. Type to change it' : 'Kept sealed, never shown again'}
            >
              {(ids) => (
                <input
                  {...ids}
                  type="password"
                  autoComplete="new-password"
                  className="input"
                  disabled={!mayEdit}
                  placeholder={stored ? '••••••••' : ''}
                  value={form.password}
                  onChange={(e) => set('password')(e.target.value)}
                />
              )}
            </Field>
          </div>
          <PanelTitle>The sender</PanelTitle>
          <div className="grid grid-cols-2 gap-3">
            <Field label="Name" problem={problemAt(failure, '/senderName')} hint="What recipients see first">
              {text('senderName')}
            </Field>
            <Field
              label="Address"
              problem={problemAt(failure, '/senderAddress')}
              hint={
                differs ? (
                  <span className="text-marigold-ink">
                    Differs from the user: many accounts may send only as themselves
                  </span>
                ) : undefined
              }
            >
              {text('senderAddress', { type: 'email', spellCheck: false })}
            </Field>
          </div>
          {mayEdit ? (
            <div className="flex gap-2">
              <button type="submit" className="btn btn-main" disabled={busy !== undefined}>
                {busy === 'save' ? 'Saving ...' : 'Save and check'}
              </button>
            </div>
          ) : (
            <p className="text-sm text-slate">Only an owner changes the service.</p>
          )}
        </form>
        <section className="min-h-0 overflow-auto px-5 py-4" aria-live="polite">
          <div className="flex items-end gap-2">
            <div className="flex-1">
              <Field label="Send a test message to" problem={problemAt(testFailure, '/to')}>
                {(ids) => (
                  <input {...ids} className="input" type="email" value={to} onChange={(e) => setTo(e.target.value)} />
                )}
              </Field>
            </div>
            <button
              type="button"
              className="btn"
              disabled={!connected || !mayCheck || busy !== undefined}
              onClick={() => void check(to.trim())}
            >
              {busy === 'test' ? 'Sending ...' : 'Send the test'}
            </button>
            <button
              type="button"
              className="btn"
              disabled={!connected || !mayCheck || busy !== undefined}
              onClick={() => void check()}
            >
              {busy === 'check' ? 'Checking ...' : 'Check again'}
            </button>
          </div>
          {testFailure && testFailure.problems.length === 0 && <Trouble>{testFailure.message}</Trouble>}
          <div className="mt-5">
            {report ? (
              <Steps report={report} zone={zone} />
            ) : (
              <Empty title="Not checked yet">
                Save the service, and the conversation with it appears here step by step.
              </Empty>
            )}
          </div>
        </section>
      </div>
    </Page>
  );
}

const TONES: Record<Report['steps'][number]['state'], Tone> = {
  passed: 'good',
  failed: 'failing',
  'not reached': 'quiet',
  'not needed': 'quiet',
};

function Steps({ report, zone }: { report: Report; zone: string }) {
  return (
    <>
      <PanelTitle aside={<Time at={report.at} zone={zone} />}>
        {report.passed ? 'Passed' : 'Failed'}: {report.of}
      </PanelTitle>
      <ol className="mt-1" data-testid="check-steps">
        {report.steps.map((s) => (
          <li key={s.step} className="border-b border-rule py-2 text-sm" data-step={s.step} data-state={s.state}>
            <div className="flex items-center gap-2.5">
              <Mark tone={TONES[s.state]} />
              <span className={s.state === 'failed' ? 'font-semibold text-madder' : 'font-semibold'}>{s.label}</span>
              <span className="text-slate">{s.state === 'passed' ? '' : s.state}</span>
              {s.state !== 'not reached' && <span className="ms-auto text-xs text-slate">{s.ms} ms</span>}
            </div>
            <div className="ps-6">
              {s.facts.map((f) => (
                <div key={f} className="text-slate">
                  {f}
                </div>
              ))}
              {s.diagnosis && (
                <div className="my-1.5 border-s-3 border-madder bg-madder-tint px-3 py-2">
                  <p className="font-semibold">{s.diagnosis.cause}</p>
                  <p>{s.diagnosis.remedy}</p>
                </div>
              )}
              {s.lines.length > 0 && (
                <details open={s.state === 'failed'}>
                  <summary className="link text-xs">What was said</summary>
                  <Conversation text={s.lines.join('\n')} />
                </details>
              )}
            </div>
          </li>
        ))}
      </ol>
    </>
  );
}
