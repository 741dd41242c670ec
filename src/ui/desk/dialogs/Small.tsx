'use client';
/** Small questions of the Desk: where to send a test, where to copy a block, what to call a passage. */
import { useState } from 'react';
import { isMailAddress } from '@/core/schema';
import { Dialog } from '../../parts/Dialog';
import { Field, Pick } from '../../parts/fields';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';

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
      title={say.sendATest}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="submit" form="send-test" className="btn btn-main" disabled={busy || wrong || to.trim() === ''}>
            {busy ? common.sending : say.sendTest}
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
        <p className="text-sm">{say.whatItsSubjectBeginsWith({ what })}</p>
        <Field label={common.address} problem={wrong ? say.enterAnEmailAddressWith : undefined}>
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
      title={say.copyLabelToAnotherMessage({ label })}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="button" className="btn btn-main" disabled={slug === ''} onClick={() => onCopy(slug)}>
            {say.copyTheBlock}
          </button>
        </>
      }
    >
      <Field label={common.message} hint={say.itGoesBeforeTheFooter}>
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
      title={say.makeLabelAPassage({ label })}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="submit" form="make-passage" className="btn btn-main" disabled={name.trim() === ''}>
            {say.makeThePassage}
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
        <Field label={say.nameOfThePassage} hint={say.theBlockBecomesAUse}>
          {(ids) => (
            <input
              {...ids}
              autoFocus
              className="input"
              maxLength={120}
              placeholder={say.howWePack}
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          )}
        </Field>
      </form>
    </Dialog>
  );
}
