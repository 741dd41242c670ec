'use client';
/** One customer: who they are and what reaches them, their orders, and every message to them and their contacts. */
import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import type { Correction, CorrectAddress, CustomerPage, Join, JoinSeen, SaveCustomer } from '@/contract/customers';
import { languageName } from '@/core/names';
import { STATUS_WORDS } from '@/core/order';
import type { Result } from '@/core/result';
import { say } from '@/words/customers';
import { say as common } from '@/words/common';
import { listed, readerLocale } from '@/words/speak';
import { DeliveriesTable } from '../deliveries/DeliveriesTable';
import { Dialog } from '../parts/Dialog';
import { Pick, Segments } from '../parts/fields';
import { Money, Time } from '../parts/format';
import Link from '../parts/Link';
import { Empty, Page, PanelTitle, Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import { ChangeCustomer } from './ChangeCustomer';
import { CorrectAddressDialog } from './CorrectAddressDialog';
import { JoinDialog, JoinedAddress } from './Joined';
import { MailPart } from './MailPart';

export interface CustomerScreenProps {
  base: string;
  zone: string;
  currency: string;
  customer: CustomerPage;
  /** Names by id. */
  channels: Record<string, string>;
  languages: readonly { id: string; name: string }[];
  filter: { state: string; notification: string; from: string; until: string };
  mayEdit: boolean;
  mayWithhold: boolean;
  mayWrite: boolean;
  mayData: boolean;
  mayResend: boolean;
  onSave: (input: SaveCustomer) => Promise<Result<{ revision: number }>>;
  onLook: (input: CorrectAddress) => Promise<Result<Correction>>;
  onCorrect: (input: CorrectAddress) => Promise<Result<{ waiting: number }>>;
  onLookAtJoin: (input: Join) => Promise<Result<JoinSeen>>;
  onJoin: (input: Join) => Promise<Result<null>>;
  onTakeApart: (input: { id: string; part: string }) => Promise<Result<null>>;
  onAgain: (delivery: string, to: string) => Promise<Result<string>>;
  onDoNotWrite: (entry: { pattern: string; reason: string; kinds: [] }) => Promise<Result<null>>;
  onWriteAgain: (id: string) => Promise<Result<null>>;
  onErase: (email: string) => Promise<Result<null>>;
}

const STATES = [
  { value: '', label: () => common.all },
  { value: 'planned,held,sending,deferred', label: () => say.stillWaiting },
  { value: 'failed,bounced,withheld', label: () => say.didNotArrive },
];

export function CustomerScreen(props: CustomerScreenProps) {
  const { base, zone, currency, customer, channels, filter, mayEdit, mayWrite, mayData } = props;
  const router = useRouter();
  const [open, setOpen] = useState<'change' | 'correct' | 'erase' | 'join'>();
  const name = `${customer.firstName} ${customer.lastName}`.trim() || customer.company || customer.email;
  const here = `${base}/customers/${customer.id}`;
  const address = (change: Partial<CustomerScreenProps['filter']> & { before?: string }): string => {
    const query = new URLSearchParams(Object.entries({ ...filter, ...change }).filter(([, v]) => v !== ''));
    return `${here}${query.size > 0 ? `?${query}` : ''}`;
  };
  const takeApart = async (part: string, other: string): Promise<void> => {
    const result = await answered(props.onTakeApart({ id: customer.id, part }));
    if (result.ok) toast.success(say.takenApart({ address: other }));
    else toast.error(result.error.message);
  };
  const [newest] = customer.newest;
  const erased = customer.email.endsWith('@erased.invalid');
  return (
    <Page
      back={{ href: `${base}/customers`, label: say.customers }}
      title={<bdi>{name}</bdi>}
      note={customer.guest ? say.guest : undefined}
      actions={
        !erased && (
          <>
            {mayData && (
              <>
                <a className="btn" href={`${here}/data`} download>
                  {say.exportData}
                </a>
                <button type="button" className="btn" onClick={() => setOpen('erase')}>
                  {say.eraseData}
                </button>
              </>
            )}
            {mayEdit && (
              <button type="button" className="btn" onClick={() => setOpen('change')}>
                {say.change}
              </button>
            )}
            {mayWrite && newest && (
              <Link className="btn btn-main" href={`${base}/orders/write?orders=${encodeURIComponent(newest.number)}`}>
                {say.write}
              </Link>
            )}
          </>
        )
      }
    >
      <div className="lg:h-full lg:min-h-0 lg:overflow-auto xl:grid xl:grid-cols-[19rem_minmax(0,1fr)] xl:overflow-hidden">
        <div className="border-rule bg-panel px-5 py-4 text-sm max-xl:border-b xl:min-h-0 xl:overflow-auto xl:border-e">
          <section aria-label={say.who}>
            <PanelTitle>{say.who}</PanelTitle>
            <dl className="mt-1 grid grid-cols-[max-content_minmax(0,1fr)] gap-x-4 gap-y-1">
              <Fact label={common.emailAddress}>
                <span className="break-all">{customer.email}</span>
                {mayEdit && !erased && (
                  <button type="button" className="link block min-h-6" onClick={() => setOpen('correct')}>
                    {say.correct}
                  </button>
                )}
                {customer.former.map((f) => (
                  <span key={f.address} className="block text-xs break-words text-slate">
                    {say.formerly({ when: dayOf(f.at, zone), address: f.address, who: f.by })}
                  </span>
                ))}
                {customer.joined.map((j) => (
                  <JoinedAddress
                    key={j.id}
                    joined={j}
                    zone={zone}
                    onTakeApart={mayEdit && !erased ? () => takeApart(j.id, j.address) : undefined}
                  />
                ))}
                {mayEdit && !erased && (
                  <button type="button" className="link block min-h-6" onClick={() => setOpen('join')}>
                    {say.joinWithAnother}
                  </button>
                )}
              </Fact>
              {customer.company !== '' && <Fact label={say.company}>{customer.company}</Fact>}
              {customer.address.length > 0 && (
                <Fact label={say.postalAddress}>
                  {customer.address.map((line, i) => (
                    <div key={i}>{line}</div>
                  ))}
                </Fact>
              )}
              <Fact label={common.language}>
                {customer.language !== '' ? (
                  <>
                    {languageName(customer.language)}{' '}
                    <span className="block text-xs text-slate">
                      {customer.languageKept ? say.languageChosen : say.languageSaid}
                    </span>
                  </>
                ) : customer.orderLanguage !== '' ? (
                  say.languageFromOrders({ language: languageName(customer.orderLanguage) })
                ) : (
                  say.languageOfEachOrder
                )}
              </Fact>
              <Fact label={say.orders}>
                {customer.orders}
                {customer.orders > 0 && (
                  <>
                    {', '}
                    <Money minor={customer.spent} currency={currency} />
                  </>
                )}
              </Fact>
            </dl>
          </section>
          <section aria-label={say.contacts} className="mt-5">
            <PanelTitle>{say.contacts}</PanelTitle>
            {customer.contacts.length === 0 ? (
              <p className="mt-1 text-slate">{say.noContacts}</p>
            ) : (
              <ul className="mt-1">
                {customer.contacts.map((c) => (
                  <li key={c.email} className="border-b border-rule py-1.5 last:border-b-0">
                    <b>{c.label}</b> {c.name && <bdi>{c.name}</bdi>}
                    <span className="block text-xs break-all text-slate">
                      {c.email}
                      {c.language && `, ${languageName(c.language)}`}
                      {c.messages && `, ${chosenWords(c.messages, customer.forContacts)}`}
                    </span>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <MailPart
            mail={customer.mail}
            news={customer.news}
            mayWithhold={props.mayWithhold && !erased}
            onDoNotWrite={props.onDoNotWrite}
            onWriteAgain={props.onWriteAgain}
          />
          <section aria-label={say.newestOrders} className="mt-5">
            <PanelTitle
              aside={
                customer.orders > customer.newest.length && (
                  <Link className="link" href={`${base}/orders?search=${encodeURIComponent(customer.email)}`}>
                    {say.allOrders}
                  </Link>
                )
              }
            >
              {say.newestOrders}
            </PanelTitle>
            <ul className="mt-1">
              {customer.newest.map((o) => (
                <li key={o.id} className="flex flex-wrap items-baseline gap-x-2 border-b border-rule py-1.5">
                  <Link className="link" href={`${base}/orders/${encodeURIComponent(o.number)}`}>
                    {o.number}
                  </Link>
                  <Time at={o.placedAt} zone={zone} form="day" />
                  <span className="ms-auto">
                    <Money minor={o.total} currency={o.currency} />
                  </span>
                  <span className="w-full text-xs text-slate">
                    {STATUS_WORDS[o.status]}, {channels[o.channel] ?? o.channel}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        </div>
        <section aria-label={say.record} className="flex min-w-0 flex-col xl:min-h-0">
          <div className="flex shrink-0 flex-wrap items-center gap-3 border-b border-rule px-5 py-2">
            <h2 className="font-serif text-lg">{say.record}</h2>
            <p className="min-w-32 flex-1 text-sm break-words text-slate">
              {say.recordNote({ addresses: listed(customer.mail.map((m) => m.address)) })}
            </p>
            <Segments
              label={common.state}
              value={filter.state}
              choices={STATES.map(({ value, label }) => ({ value, label: label() }))}
              onChange={(state) => router.push(address({ state }))}
            />
            <Pick
              label={common.notification}
              className="w-48"
              value={filter.notification}
              choices={[
                { value: '', label: say.allNotifications },
                ...customer.notifications.map((n) => ({ value: n.id, label: n.name })),
              ]}
              onChange={(notification) => router.push(address({ notification }))}
            />
            <DayField label={say.fromDay} value={filter.from} onChange={(from) => router.push(address({ from }))} />
            <DayField label={say.untilDay} value={filter.until} onChange={(until) => router.push(address({ until }))} />
            {mayData && customer.record.rows.length > 0 && (
              <a className="link text-sm" href={`${here}/record${address({}).slice(here.length)}`} download>
                {say.exportRecord}
              </a>
            )}
          </div>
          <div className="flex-1 bg-panel xl:min-h-0 xl:overflow-auto">
            {customer.record.rows.length === 0 ? (
              <Empty title={say.nothingSent} />
            ) : (
              <DeliveriesTable {...{ base, zone }} rows={customer.record.rows} ofPerson />
            )}
            {customer.record.next && (
              <div className="p-3 text-center">
                <Link href={address({ before: customer.record.next })} className="btn">
                  {say.olderMessages}
                </Link>
              </div>
            )}
          </div>
        </section>
      </div>
      {open === 'change' && (
        <ChangeCustomer
          customer={customer}
          languages={props.languages}
          onSave={props.onSave}
          onClose={() => setOpen(undefined)}
        />
      )}
      {open === 'join' && (
        <JoinDialog
          customer={customer}
          onLook={props.onLookAtJoin}
          onJoin={props.onJoin}
          onClose={() => setOpen(undefined)}
        />
      )}
      {open === 'correct' && (
        <CorrectAddressDialog
          customer={customer}
          mayResend={props.mayResend}
          onLook={props.onLook}
          onCorrect={props.onCorrect}
          onAgain={props.onAgain}
          onClose={() => setOpen(undefined)}
        />
      )}
      {open === 'erase' && (
        <Erase
          name={name}
          joined={customer.joined.map((j) => j.address)}
          onErase={() => props.onErase(customer.email)}
          onErased={() => {
            router.push(`${base}/customers`);
            router.refresh();
          }}
          onClose={() => setOpen(undefined)}
        />
      )}
    </Page>
  );
}

const dayOf = (at: string, zone: string): string =>
  new Intl.DateTimeFormat(readerLocale(), { dateStyle: 'medium', timeZone: zone }).format(new Date(at));

function Fact({ label, children }: { label: string; children: ReactNode }) {
  return (
    <>
      <dt className="text-slate">{label}</dt>
      <dd dir="auto" className="min-w-0">
        {children}
      </dd>
    </>
  );
}

function Erase({
  name,
  joined,
  onErase,
  onErased,
  onClose,
}: {
  name: string;
  /** Further addresses of theirs, which are erased with them. */
  joined: string[];
  onErase: () => Promise<Result<null>>;
  onErased: () => void;
  onClose: () => void;
}) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const erase = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onErase());
    setBusy(false);
    if (!result.ok) return setTrouble(result.error.message);
    toast.success(say.erased);
    onErased();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.eraseTitle({ name })}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="button" className="btn btn-main" disabled={busy} onClick={() => void erase()}>
            {say.erase}
          </button>
        </>
      }
    >
      <p className="text-sm">
        {say.eraseNote} {joined.length > 0 && say.erasesJoined({ addresses: listed(joined) })}
      </p>
      {trouble && <Trouble>{trouble}</Trouble>}
    </Dialog>
  );
}

/** Which messages were chosen for a contact. */
function chosenWords(messages: readonly string[], all: CustomerPage['forContacts']): string {
  if (messages.length === 0) return say.getsNothing;
  return say.chosenFor({ messages: listed(messages.map((slug) => all.find((m) => m.slug === slug)?.name ?? slug)) });
}

/** A day that the record is narrowed to; taken once the field is left, so that a day being typed asks for nothing. */
function DayField({ label, value, onChange }: { label: string; value: string; onChange: (day: string) => void }) {
  return (
    <label className="flex items-center gap-1.5 text-sm">
      <span className="text-slate">{label}</span>
      <input
        key={value}
        type="date"
        className="input w-36"
        defaultValue={value}
        onBlur={(e) => {
          if (e.target.value !== value) onChange(e.target.value);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
        }}
      />
    </label>
  );
}
