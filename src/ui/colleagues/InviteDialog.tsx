'use client';
/** Inviting somebody: their address and role, with what that role may; then the link, should mail not reach them. */
import { useState, type FormEvent } from 'react';
import type { Invite, MadeInvitation } from '@/contract/colleagues';
import { ACTION_WORDS, may, POLICY, ROLE_WORDS, ROLES, type Action, type Role } from '@/contract/policy';
import type { Failure, Result } from '@/core/result';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Field, Pick as Choose } from '../parts/fields';
import { LinkToCopy } from '../parts/LinkToCopy';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { say } from '@/words/colleagues';
import { say as common } from '@/words/common';
import { inEachLanguage, listed } from '@/words/speak';

const CHOICES = inEachLanguage(() => ROLES.map((value) => ({ value, label: ROLE_WORDS[value] })));

/** What a role may do besides reading. */
const deedsOf = (role: Role): string =>
  listed((Object.keys(POLICY) as Action[]).filter((a) => may(role, a)).map((a) => ACTION_WORDS[a]));

export function InviteDialog({
  onInvite,
  onMade,
  onClose,
}: {
  onInvite: (input: Invite) => Promise<Result<MadeInvitation>>;
  onMade: (made: MadeInvitation) => void;
  onClose: () => void;
}) {
  const [email, setEmail] = useState('');
  const [role, setRole] = useState<Role>('designer');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onInvite({ email: email.trim(), role }));
    setBusy(false);
    if (result.ok) onMade(result.value);
    else setFailure(result.error);
  };
  const problem = problemAt(failure, '/email');
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.inviteTitle}
      foot={
        <DialogFoot label={say.sendInvitation} busy={busy || email.trim() === ''} form="invite" onClose={onClose} />
      }
    >
      <form id="invite" className="flex flex-col gap-3" noValidate onSubmit={(e) => void submit(e)}>
        <Field label={say.theirAddress} problem={problem}>
          {(ids) => (
            <input
              {...ids}
              className="input"
              type="email"
              autoFocus
              value={email}
              onChange={(e) => setEmail(e.target.value)}
            />
          )}
        </Field>
        <Field label={say.role} hint={say.whatRolesMay({ role: ROLE_WORDS[role], what: deedsOf(role) })}>
          {(ids) => <Choose id={ids.id} value={role} choices={CHOICES} onChange={setRole} />}
        </Field>
        {failure && !problem && <Trouble>{failure.message}</Trouble>}
      </form>
    </Dialog>
  );
}

/** The invitation as it was made. */
export function MadeDialog({ made: { email, url, sent }, onClose }: { made: MadeInvitation; onClose: () => void }) {
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.inviteTitle}
      foot={
        <button type="button" className="btn btn-main" onClick={onClose}>
          {common.close}
        </button>
      }
    >
      <div role="status" className="text-sm">
        <p>{sent ? say.invitationSent({ email }) : say.invitationNotSent({ email })}</p>
        <LinkToCopy label={say.linkToHandOver} address={url} copied={say.linkIsCopied} />
        <p className="mt-2 text-slate">{say.linkToldOnce}</p>
      </div>
    </Dialog>
  );
}
