'use client';
/** Who a customer is and who their contacts are, changed by hand. */
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import type { CustomerPage, SaveCustomer } from '@/contract/customers';
import { languageName } from '@/core/names';
import type { Contact } from '@/core/order';
import type { Failure, Result } from '@/core/result';
import { say } from '@/words/customers';
import { say as common } from '@/words/common';
import { Dialog } from '../parts/Dialog';
import { Field, Pick } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, corrected, problemAt } from '../parts/result';
import { ContactMessages } from './ContactMessages';

/** What is changed of a contact; no messages for those of their label. */
type ContactChange = Partial<Omit<Contact, 'messages'>> & { messages?: string[] | undefined };

function changedContact(contact: Contact, change: ContactChange): Contact {
  const { messages, ...rest } = { ...contact, ...change };
  return { ...rest, ...(messages && { messages }) };
}

export function ChangeCustomer({
  customer,
  languages,
  onSave,
  onClose,
}: {
  customer: CustomerPage;
  languages: readonly { id: string; name: string }[];
  onSave: (input: SaveCustomer) => Promise<Result<{ revision: number }>>;
  onClose: () => void;
}) {
  const { id, revision, firstName, lastName, company, language, contacts } = customer;
  const [form, setForm] = useState({ firstName, lastName, company, language, contacts });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const { labels } = customer.limits;
  const set = (change: Partial<typeof form>): void => {
    setForm({ ...form, ...change });
    for (const key of Object.keys(change)) setFailure((now) => corrected(now, `/${key}`));
  };
  const setContact = (i: number, change: ContactChange): void => {
    setForm({ ...form, contacts: form.contacts.map((c, k) => (k === i ? changedContact(c, change) : c)) });
    for (const key of Object.keys(change)) setFailure((now) => corrected(now, `/contacts/${i}/${key}`));
  };
  const save = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(
      onSave({
        id,
        revision,
        ...form,
        contacts: form.contacts.map(({ label, email, name, language: own, messages }) => ({
          label: label.trim(),
          email: email.trim(),
          ...(name?.trim() && { name: name.trim() }),
          ...(own && { language: own }),
          ...(messages && { messages }),
        })),
      }),
    );
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    toast.success(say.saved);
    onClose();
  };
  // A language that the store does not have stays what somebody said.
  const spoken = (own: string | undefined): { value: string; label: string }[] => [
    ...languages.map((l) => ({ value: l.id, label: l.name })),
    ...(own && !languages.some((l) => l.id === own) ? [{ value: own, label: languageName(own) }] : []),
  ];
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.changeCustomer}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="submit" form="customer" className="btn btn-main" disabled={busy}>
            {busy ? common.saving : common.save}
          </button>
        </>
      }
    >
      <form
        id="customer"
        noValidate
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        {failure && <Trouble>{failure.message}</Trouble>}
        <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
          <Field label={say.firstName} problem={problemAt(failure, '/firstName')}>
            {(ids) => (
              <input
                {...ids}
                className="input"
                value={form.firstName}
                onChange={(e) => set({ firstName: e.target.value })}
              />
            )}
          </Field>
          <Field label={say.lastName} problem={problemAt(failure, '/lastName')}>
            {(ids) => (
              <input
                {...ids}
                className="input"
                value={form.lastName}
                onChange={(e) => set({ lastName: e.target.value })}
              />
            )}
          </Field>
          <Field label={say.company} problem={problemAt(failure, '/company')}>
            {(ids) => (
              <input
                {...ids}
                className="input"
                value={form.company}
                onChange={(e) => set({ company: e.target.value })}
              />
            )}
          </Field>
          <Field label={say.saidLanguage}>
            {(ids) => (
              <Pick
                id={ids.id}
                className="w-full"
                value={form.language}
                choices={[
                  {
                    value: '',
                    label: customer.orderLanguage
                      ? say.languageOfOrders({ language: languageName(customer.orderLanguage) })
                      : say.languageOfEachOrder,
                  },
                  ...spoken(form.language),
                ]}
                onChange={(next) => set({ language: next })}
              />
            )}
          </Field>
        </div>
        <div>
          <h3 className="font-serif text-sm text-slate italic">{say.contacts}</h3>
          <p className="text-sm text-slate">{say.contactsNote}</p>
        </div>
        {form.contacts.map((contact, i) => {
          const named = contact.label || say.contactN({ n: i + 1 });
          return (
            <section key={i} aria-label={named} className="border border-rule bg-sheet p-3">
              <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
                <Field label={say.label} problem={problemAt(failure, `/contacts/${i}/label`)}>
                  {(ids) =>
                    labels.length > 0 ? (
                      <Pick
                        id={ids.id}
                        className="w-full"
                        value={contact.label}
                        choices={[...new Set([...labels, contact.label])].map((l) => ({ value: l, label: l }))}
                        onChange={(label) => setContact(i, { label })}
                      />
                    ) : (
                      <input
                        {...ids}
                        className="input"
                        placeholder={say.labelHint}
                        value={contact.label}
                        onChange={(e) => setContact(i, { label: e.target.value })}
                      />
                    )
                  }
                </Field>
                <Field label={common.emailAddress} problem={problemAt(failure, `/contacts/${i}/email`)}>
                  {(ids) => (
                    <input
                      {...ids}
                      type="email"
                      className="input"
                      value={contact.email}
                      onChange={(e) => setContact(i, { email: e.target.value })}
                    />
                  )}
                </Field>
                <Field label={say.contactName} problem={problemAt(failure, `/contacts/${i}/name`)}>
                  {(ids) => (
                    <input
                      {...ids}
                      className="input"
                      value={contact.name ?? ''}
                      onChange={(e) => setContact(i, { name: e.target.value })}
                    />
                  )}
                </Field>
                <Field label={say.contactLanguage}>
                  {(ids) => (
                    <Pick
                      id={ids.id}
                      className="w-full"
                      value={contact.language ?? ''}
                      choices={[{ value: '', label: say.asCustomer }, ...spoken(contact.language)]}
                      onChange={(next) => setContact(i, { language: next })}
                    />
                  )}
                </Field>
              </div>
              {customer.forContacts.length > 0 && (
                <ContactMessages
                  contact={contact}
                  all={customer.forContacts}
                  problem={problemAt(failure, `/contacts/${i}/messages`)}
                  onChange={(messages) => setContact(i, { messages })}
                />
              )}
              <button
                type="button"
                className="link mt-2 inline-flex min-h-6 items-center gap-1"
                onClick={() => {
                  setForm({ ...form, contacts: form.contacts.filter((_, k) => k !== i) });
                  setFailure(undefined);
                }}
              >
                <Trash2 size={14} aria-hidden /> {say.removeContact({ label: named })}
              </button>
            </section>
          );
        })}
        {problemAt(failure, '/contacts') && <Trouble>{problemAt(failure, '/contacts')}</Trouble>}
        {form.contacts.length < customer.limits.most && (
          <button
            type="button"
            className="btn self-start"
            onClick={() => setForm({ ...form, contacts: [...form.contacts, { label: labels[0] ?? '', email: '' }] })}
          >
            {say.addContact}
          </button>
        )}
      </form>
    </Dialog>
  );
}
