'use client';
/** Who works in the store: their roles, who is invited, and who may come in. */
import { useOptimistic, useState, useTransition, type ReactNode } from 'react';
import { toast } from 'sonner';
import type { ChangeColleague, Colleague, Colleagues, Invitation, Invite, MadeInvitation } from '@/contract/colleagues';
import { ROLE_WORDS, ROLES, type Role } from '@/contract/policy';
import type { Result } from '@/core/result';
import { Check } from '../parts/Check';
import { Pick as Choose } from '../parts/fields';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { Page, PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { Head } from '../parts/Table';
import { StoreTabs } from '../terms/StoreTabs';
import { InviteDialog, MadeDialog } from './InviteDialog';
import { StoresDialog, type StoresDialogProps } from './StoresDialog';
import { say } from '@/words/colleagues';
import { say as through } from '@/words/provider';
import { say as passkeys } from '@/words/passkeys';
import { say as factor } from '@/words/secondFactor';
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
  onRequire: (required: boolean) => Promise<Result<null>>;
  onReset: (id: string) => Promise<Result<null>>;
  /** Whoever looks is an owner of several stores. */
  hasStores: boolean;
  onReadStores: StoresDialogProps['onRead'];
  onPlace: StoresDialogProps['onPlace'];
}

const CHOICES = inEachLanguage(() => ROLES.map((value) => ({ value, label: ROLE_WORDS[value] })));

export function ColleaguesScreen(props: ColleaguesProps) {
  const { base, colleagues, invitations, mayEdit, onInvite } = props;
  const [inviting, setInviting] = useState(false);
  const [made, setMade] = useState<MadeInvitation>();
  const [leaving, setLeaving] = useState<Colleague>();
  const [resetting, setResetting] = useState<Colleague>();
  const [placing, setPlacing] = useState<Colleague>();
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
            <Row
              key={c.id}
              {...props}
              colleague={c}
              onLeave={() => setLeaving(c)}
              onResetAsk={() => setResetting(c)}
              onPlaceAsk={() => setPlacing(c)}
            />
          ))}
        </tbody>
      </table>
      <Required {...props} />
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
      {resetting && (
        <Sure
          title={factor.resetTitle({ name: resetting.name })}
          label={factor.resetIt}
          said={factor.isReset({ name: resetting.name })}
          onDo={() => props.onReset(resetting.id)}
          onClose={() => setResetting(undefined)}
        >
          <p>{factor.resetNote}</p>
          {props.required && <p>{factor.resetNoteRequired({ store: props.store })}</p>}
        </Sure>
      )}
      {placing && (
        <StoresDialog
          colleague={placing}
          onRead={props.onReadStores}
          onPlace={props.onPlace}
          onClose={() => setPlacing(undefined)}
        />
      )}
      {leaving && (
        <Sure
          title={say.removeTitle({ name: leaving.name })}
          label={say.remove}
          said={say.isRemoved({ name: leaving.name })}
          onDo={() => props.onRemove(leaving.id)}
          onClose={() => setLeaving(undefined)}
        >
          <p>{say.removeNote({ store: props.store })}</p>
          <p>{say.removeRules}</p>
        </Sure>
      )}
    </Page>
  );
}

/** Whose row is one's own has neither role nor switch to change: nobody shuts themselves out by one click. */
function Row({
  colleague: { id, name, email, role, off, twoFactors, passkey, atProvider, seenAt },
  own,
  zone,
  mayEdit,
  onChange,
  onLeave,
  onResetAsk,
  onPlaceAsk,
  hasStores,
  provider,
}: ColleaguesProps & {
  colleague: Colleague;
  onLeave: () => void;
  onResetAsk: () => void;
  onPlaceAsk: () => void;
}) {
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
        <span className="block text-xs text-slate">
          {email}
          {twoFactors && <> · {factor.hasOne}</>}
          {passkey && <> · {passkeys.hasPasskey}</>}
          {atProvider && provider && <> · {through.by({ provider })}</>}
        </span>
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
        <td data-line="rest" className="px-2 pe-5 text-end">
          <div className="inline-flex flex-wrap justify-end gap-2">
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
            {id !== own && hasStores && (
              <button
                type="button"
                className="btn btn-quiet"
                aria-label={say.storesAskName({ name })}
                onClick={onPlaceAsk}
              >
                {say.storesAsk}
              </button>
            )}
            {id !== own && (twoFactors || passkey || atProvider) && (
              <button
                type="button"
                className="btn btn-quiet"
                aria-label={factor.resetOf({ name })}
                onClick={onResetAsk}
              >
                {factor.reset}
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

/** Whether everybody needs a second factor, with what that means for those who have none. */
function Required({ base, colleagues, required, mayRequire, mayEdit, onRequire }: ColleaguesProps) {
  const [busy, start] = useTransition();
  const [on, show] = useOptimistic(required);
  const here = colleagues.filter((c) => !c.off);
  const n = here.filter((c) => c.twoFactors || c.passkey).length;
  return (
    <section aria-label={factor.secondFactor} className="flex flex-col gap-1 border-b border-rule px-5 py-4 text-sm">
      <PanelTitle>{factor.secondFactor}</PanelTitle>
      {mayEdit ? (
        <Check
          label={factor.everybodyNeeds}
          on={on}
          disabled={busy || (!required && !mayRequire)}
          onChange={(next) =>
            start(async () => {
              show(next);
              if (valueOrToast(await answered(onRequire(next))) !== undefined)
                toast.success(next ? factor.nowNeeded : factor.nowNotNeeded);
            })
          }
        />
      ) : (
        required && <p>{factor.everybodyNeeds}</p>
      )}
      <p className="text-slate">
        {factor.nHave({ n, all: here.length })} {n < here.length && (required ? factor.othersSetUp : factor.othersMay)}
      </p>
      {mayEdit && !required && !mayRequire && (
        <p className="text-slate">
          {factor.setUpYoursFirst}{' '}
          <Link href={`${base}/you`} className="link">
            {factor.toYourPage}
          </Link>
        </p>
      )}
    </section>
  );
}

/** Asks before something that is done to a colleague. */
function Sure({
  title,
  label,
  said,
  onDo,
  onClose,
  children,
}: {
  title: string;
  label: string;
  said: string;
  onDo: () => Promise<Result<null>>;
  onClose: () => void;
  children: ReactNode;
}) {
  const [busy, start] = useTransition();
  const run = (): void =>
    start(async () => {
      if (valueOrToast(await answered(onDo())) === undefined) return;
      toast.success(said);
      onClose();
    });
  return (
    <Dialog
      open
      onClose={onClose}
      title={title}
      foot={<DialogFoot label={label} busy={busy} onDo={run} onClose={onClose} />}
    >
      <div className="flex flex-col gap-3 text-sm">{children}</div>
    </Dialog>
  );
}
