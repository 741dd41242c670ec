'use client';
/** Small questions of the Desk: where to send a test, where to copy a block, what to call a passage. */
import { useState } from 'react';
import { isMailAddress } from '@/core/schema';
import { Dialog } from '../../parts/Dialog';
import { Field, Pick } from '../../parts/fields';

export function SendTest({
  open,
  own,
  busy,
  what,
  onClose,
  onSend,
}: {
  open: boolean;
  /** The address of whoever is signed in. */
  own: string;
  busy: boolean;
  /** What is sent: "On its way, in German, with QW-1180". */
  what: string;
  onClose: () => void;
  onSend: (to: string) => void;
}) {
  const [to, setTo] = useState(own);
  const wrong = to.trim() !== '' && !isMailAddress(to.trim());
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Send a test"
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            Close
          </button>
          <button type="submit" form="send-test" className="btn btn-main" disabled={busy || wrong || to.trim() === ''}>
            {busy ? 'Sending ...' : 'Send test'}
          </button>
        </>
      }
    >
      <form
        id="send-test"
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (!wrong && to.trim() !== '') onSend(to.trim());
        }}
      >
        <p className="text-sm">{what}. Its subject begins with [Test], and it is not in the record.</p>
        <Field label="Address" problem={wrong ? 'Enter an email address with a name, an @ and a domain.' : undefined}>
          {(ids) => (
            <input
              {...ids}
              autoFocus
              className="input"
              type="email"
              value={to}
              onChange={(e) => setTo(e.target.value)}
            />
          )}
        </Field>
      </form>
    </Dialog>
  );
}

export function CopyBlock({
  open,
  label,
  others,
  onClose,
  onCopy,
}: {
  open: boolean;
  label: string;
  others: readonly { slug: string; name: string }[];
  onClose: () => void;
  onCopy: (slug: string) => void;
}) {
  const [slug, setSlug] = useState(others[0]?.slug ?? '');
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title={`Copy ${label} to another message`}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            Close
          </button>
          <button type="button" className="btn btn-main" disabled={slug === ''} onClick={() => onCopy(slug)}>
            Copy the block
          </button>
        </>
      }
    >
      <Field label="Message" hint="It goes before the footer of the draft, with its words in every language">
        {(ids) => (
          <Pick
            id={ids.id}
            value={slug}
            choices={others.map((o) => ({ value: o.slug, label: o.name }))}
            onChange={setSlug}
          />
        )}
      </Field>
    </Dialog>
  );
}

export function MakePassage({
  open,
  label,
  onClose,
  onMake,
}: {
  open: boolean;
  label: string;
  onClose: () => void;
  onMake: (name: string) => void;
}) {
  const [name, setName] = useState('');
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title={`Make ${label} a passage`}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            Close
          </button>
          <button type="submit" form="make-passage" className="btn btn-main" disabled={name.trim() === ''}>
            Make the passage
          </button>
        </>
      }
    >
      <form
        id="make-passage"
        onSubmit={(e) => {
          e.preventDefault();
          if (name.trim() !== '') onMake(name.trim());
        }}
      >
        <Field
          label="Name of the passage"
          hint="The block becomes a use of it. Other messages can use it as well; it is edited once and changes in all of them."
        >
          {(ids) => (
            <input
              {...ids}
              autoFocus
              className="input"
              maxLength={120}
              placeholder="How we pack"
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          )}
        </Field>
      </form>
    </Dialog>
  );
}
