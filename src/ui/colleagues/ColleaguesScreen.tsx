'use client';
/** Who works in the store: their roles, who is invited, and who may come in. */
import { useState, useTransition } from 'react';
import { toast } from 'sonner';
import type { ChangeColleague, Colleague, Colleagues, Invitation, Invite, MadeInvitation } from '@/contract/colleagues';
import { ROLE_WORDS, ROLES, type Role } from '@/contract/policy';
import type { Result } from '@/core/result';
import { Pick as Choose } from '../parts/fields';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Time } from '../parts/format';
import { Mark } from '../parts/marks';
import { Page, PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { Head } from '../parts/Table';
import { StoreTabs } from '../terms/StoreTabs';
import { InviteDialog, MadeDialog } from './InviteDialog';
import { say } from '@/words/colleagues';
import { say as terms } from '@/words/terms';
import { inEachLanguage } from '@/words/speak';

export interface ColleaguesProps extends Colleagues {
  base: string;
  store: string;
  zone: string;
  /** Id of who looks. */
  own: string;
  mayEdit: boolean;
  onInvite: (input: Invite) => Promise<Result<MadeInvitation>>;
  onInviteAgain: (id: string) => Promise<Result<MadeInvitation>>;
  onTakeBack: (id: string) => Promise<Result<null>>;
  onChange: (input: ChangeColleague) => Promise<Result<null>>;
  onRemove: (id: string) => Promise<Result<null>>;
}

const CHOICES = inEachLanguage(() => ROLES.map((value) => ({ value, label: ROLE_WORDS[value] })));

export function ColleaguesScreen(props: ColleaguesProps) {
  const { base, colleagues, invitations, mayEdit, onInvite } = props;
  const [inviting, setInviting] = useState(false);
  const [made, setMade] = useState<MadeInvitation>();
  const [leaving, setLeaving] = useState<Colleague>();
  return (
    <Page
      title={terms.store}
      note={<StoreTabs base={base} part="colleagues" />}
      actions={
        mayEdit && (
          <button type="button" className="btn btn-main" onClick={() => setInviting(true)}>
            {say.inviteSomebody}
          </button>
        )
      }
    >
      <table className="lines w-full text-sm">
        <Head
          columns={[
            { label: say.nameOrAddress, className: 'ps-5' },
            { label: say.role },
            { label: say.lastHere },
            ...(mayEdit ? [{ label: say.change, end: true }] : []),
          ]}
        />
        <tbody>
          {colleagues.map((c) => (
            <Row key={c.id} {...props} colleague={c} onLeave={() => setLeaving(c)} />
          ))}
        </tbody>
      </table>
      {invitations.length > 0 && (
        <section aria-label={say.invited} className="px-5 py-4">
          <PanelTitle>{say.invited}</PanelTitle>
          <ul className="mt-1 max-w-3xl text-sm">
            {invitations.map((i) => (
              <Invited key={i.id} {...props} invitation={i} onMade={setMade} />
            ))}
          </ul>
        </section>
      )}
      {inviting && (
        <InviteDialog
          onInvite={onInvite}
          onMade={(next) => {
            setInviting(false);
            setMade(next);
          }}
          onClose={() => setInviting(false)}
        />
      )}
      {made && <MadeDialog made={made} onClose={() => setMade(undefined)} />}
      {leaving && <LeaveDialog {...props} colleague={leaving} onClose={() => setLeaving(undefined)} />}
    </Page>
  );
}

/** Whose row is one's own has neither role nor switch to change: nobody shuts themselves out by one click. */
function Row({
  colleague: { id, name, email, role, off, seenAt },
  own,
  zone,
  mayEdit,
  onChange,
  onLeave,
}: ColleaguesProps & { colleague: Colleague; onLeave: () => void }) {
  const [busy, start] = useTransition();
  const change = (input: Omit<ChangeColleague, 'id'>, said: string): void =>
    start(async () => {
      if (valueOrToast(await answered(onChange({ id, ...input }))) !== undefined) toast.success(said);
    });
  return (
    <tr className="border-b border-rule">
      <td data-line="name" className="py-2 ps-5">
        <span className="font-semibold">{name}</span>
        {id === own && <span className="text-slate"> · {say.youAre}</span>}
        {off && (
          <span className="ms-2 inline-flex items-baseline gap-1 text-xs">
            <Mark tone="quiet" size={11} />
            {say.isOff}
          </span>
        )}
        <span className="block text-xs text-slate">{email}</span>
      </td>
      <td data-line="rest" className="px-2">
        {mayEdit && id !== own ? (
          <Choose
            label={say.roleOf({ name })}
            className="w-38"
            value={role}
            choices={CHOICES}
            onChange={(next: Role) => change({ role: next }, say.roleIsNow({ name, role: ROLE_WORDS[next] }))}
          />
        ) : (
          ROLE_WORDS[role]
        )}
      </td>
      <td data-line="foot" className="px-2">
        {seenAt ? <Time at={seenAt} zone={zone} /> : <span className="text-slate">{say.neverHere}</span>}
      </td>
      {mayEdit && (
        <td data-line="end" className="px-2 pe-5 text-end">
          <div className="inline-flex gap-2">
            {id !== own && (
              <button
                type="button"
                className="btn btn-quiet"
                disabled={busy}
                aria-label={off ? say.switchOnName({ name }) : say.switchOffName({ name })}
                onClick={() => change({ off: !off }, off ? say.isSwitchedOn({ name }) : say.isSwitchedOff({ name }))}
              >
                {off ? say.switchOn : say.switchOff}
              </button>
            )}
            <button type="button" className="btn btn-quiet" aria-label={say.removeAskName({ name })} onClick={onLeave}>
              {say.removeAsk}
            </button>
          </div>
        </td>
      )}
    </tr>
  );
}

function Invited({
  invitation: { id, email, role, by, until, over },
  zone,
  mayEdit,
  onInviteAgain,
  onTakeBack,
  onMade,
}: ColleaguesProps & { invitation: Invitation; onMade: (made: MadeInvitation) => void }) {
  const [busy, start] = useTransition();
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-2">
      <div className="min-w-44 flex-1">
        <span className="font-semibold">{email}</span>
        <span className="text-slate"> · {ROLE_WORDS[role]}</span>
        <span className="flex items-baseline gap-1.5 text-xs text-slate">
          <Mark tone={over ? 'failing' : 'waiting'} size={11} />
          <span>
            {say.invitedBy({ by })}, {over ? say.invitationOver : say.openUntil}{' '}
            <Time at={until} zone={zone} form="day" />
          </span>
        </span>
      </div>
      {mayEdit && (
        <>
          <button
            type="button"
            className="btn btn-quiet"
            disabled={busy}
            aria-label={say.sendAgainTo({ email })}
            onClick={() =>
              start(async () => {
                const made = valueOrToast(await answered(onInviteAgain(id)));
                if (made) onMade(made);
              })
            }
          >
            {say.sendItAgain}
          </button>
          <button
            type="button"
            className="btn btn-quiet"
            disabled={busy}
            aria-label={say.takeBackOf({ email })}
            onClick={() =>
              start(async () => {
                if (valueOrToast(await answered(onTakeBack(id))) !== undefined)
                  toast.success(say.isTakenBack({ email }));
              })
            }
          >
            {say.takeItBack}
          </button>
        </>
      )}
    </li>
  );
}

function LeaveDialog({
  colleague: { id, name },
  store,
  onRemove,
  onClose,
}: ColleaguesProps & { colleague: Colleague; onClose: () => void }) {
  const [busy, start] = useTransition();
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.removeTitle({ name })}
      foot={
        <DialogFoot
          label={say.remove}
          busy={busy}
          onDo={() =>
            start(async () => {
              if (valueOrToast(await answered(onRemove(id))) === undefined) return;
              toast.success(say.isRemoved({ name }));
              onClose();
            })
          }
          onClose={onClose}
        />
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        <p>{say.removeNote({ store })}</p>
        <p>{say.removeRules}</p>
      </div>
    </Dialog>
  );
}
