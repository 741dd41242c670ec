'use client';
/** Who on the team gets copies of what goes out to customers, of what, and how many that would have been. */
import { X } from 'lucide-react';
import { useState } from 'react';
import type { Copies, SaveCopy } from '@/contract/routing';
import type { Failure } from '@/core/result';
import { listed } from '@/words/speak';
import { say } from '@/words/routing';
import { say as common } from '@/words/common';
import { Field, Segments } from '../parts/fields';
import { Mark } from '../parts/marks';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { Several } from '../parts/Several';
import type { Undo } from '../parts/useUndo';
import type { RoutingProps } from './types';
import { AddressField, ColleagueField } from './Whom';

type CopyRule = Copies['rules'][number];
type Channels = readonly { id: string; name: string }[];

/** So many copies a month fill a mailbox that somebody reads. */
const MANY = 500;

export function CopiesPart({
  copies,
  people,
  channels,
  mayEdit,
  onSaveCopy,
  onRemoveCopy,
  did,
}: Pick<RoutingProps, 'copies' | 'people' | 'mayEdit' | 'onSaveCopy' | 'onRemoveCopy'> & {
  channels: Channels;
  did: Undo['did'];
}) {
  /** The id of the one that is changed, or an empty one for a new one. */
  const [open, setOpen] = useState<string>();
  const remove = async (rule: CopyRule): Promise<void> => {
    if (valueOrToast(await answered(onRemoveCopy(rule.id))) === undefined) return;
    const { staffId, address, notifications, channels: from, mostADay } = rule;
    const limit = mostADay !== undefined && { mostADay };
    did(
      say.nGetsNoCopies({ n: rule.name || address }),
      async () =>
        void valueOrToast(
          await answered(
            onSaveCopy({ recipient: staffId ? { staffId } : { address }, notifications, channels: from, ...limit }),
          ),
        ),
      common.putBack,
    );
  };
  return (
    <section aria-label={say.copies} className="mb-6">
      <PanelTitle>{say.copies}</PanelTitle>
      <p className="mt-1 text-sm text-slate">{say.copiesNote}</p>
      <ul className="mt-1 text-sm">
        {copies.rules.map((rule) => (
          <li key={rule.id} className="border-b border-rule py-2">
            <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
              <div className="min-w-44 flex-1">
                <span className="font-semibold">{rule.name || rule.address}</span>
                <div className="text-xs text-slate">
                  {ofWhat(rule, copies, channels)}
                  {rule.name && ` · ${rule.address}`}
                  {rule.mostADay !== undefined && ` · ${say.atMostADay({ n: rule.mostADay })}`}
                </div>
                <HowMany copies={copies} rule={rule} />
              </div>
              {mayEdit && (
                <div className="flex items-center gap-2">
                  <button
                    type="button"
                    className="link"
                    aria-label={say.changeCopiesOfN({ n: rule.name || rule.address })}
                    aria-expanded={open === rule.id}
                    onClick={() => setOpen(open === rule.id ? undefined : rule.id)}
                  >
                    {say.change}
                  </button>
                  <button
                    type="button"
                    className="inline-flex size-6 items-center justify-center text-slate hover:text-madder"
                    aria-label={say.removeCopiesOfN({ n: rule.name || rule.address })}
                    onClick={() => void remove(rule)}
                  >
                    <X size={15} aria-hidden />
                  </button>
                </div>
              )}
            </div>
            {open === rule.id && (
              <CopyForm {...{ rule, copies, people, channels, onSaveCopy }} onClose={() => setOpen(undefined)} />
            )}
          </li>
        ))}
      </ul>
      {mayEdit && open !== '' && (
        <button type="button" className="btn btn-quiet mt-2" onClick={() => setOpen('')}>
          {say.sendCopies}
        </button>
      )}
      {open === '' && <CopyForm {...{ copies, people, channels, onSaveCopy }} onClose={() => setOpen(undefined)} />}
    </section>
  );
}

function ofWhat(
  { notifications, channels: from }: Pick<CopyRule, 'notifications' | 'channels'>,
  copies: Copies,
  channels: Channels,
): string {
  const name = (id: string, list: Channels): string => list.find((x) => x.id === id)?.name ?? id;
  const of =
    notifications.length === 0 ? say.everyMessage : listed(notifications.map((n) => name(n, copies.notifications)));
  return from.length === 0 ? of : say.ofChannels({ of, channels: listed(from.map((c) => name(c, channels))) });
}

/** How many copies last month's messages would have been. */
function HowMany({ copies, rule }: { copies: Copies; rule: Pick<CopyRule, 'notifications' | 'channels'> }) {
  const n = copies.sent
    .filter(
      (s) =>
        (rule.notifications.length === 0 || rule.notifications.includes(s.notification)) &&
        (rule.channels.length === 0 || rule.channels.includes(s.channel)),
    )
    .reduce((sum, s) => sum + s.n, 0);
  return (
    <div className="flex items-baseline gap-1.5 text-xs text-slate">
      {n > MANY && <Mark tone="waiting" size={11} />}
      {say.copiesLastMonth({ n })}
    </div>
  );
}

function CopyForm({
  rule,
  copies,
  people,
  channels,
  onSaveCopy,
  onClose,
}: Pick<RoutingProps, 'copies' | 'people' | 'onSaveCopy'> & {
  rule?: CopyRule;
  channels: Channels;
  onClose: () => void;
}) {
  const [kind, setKind] = useState<'colleague' | 'address'>(rule && !rule.staffId ? 'address' : 'colleague');
  const [person, setPerson] = useState<string | null>(rule?.staffId ?? null);
  const [address, setAddress] = useState(rule && !rule.staffId ? rule.address : '');
  const [notifications, setNotifications] = useState(rule?.notifications ?? []);
  const [from, setFrom] = useState(rule?.channels ?? []);
  const [most, setMost] = useState(rule?.mostADay === undefined ? '' : String(rule.mostADay));
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const save = async (): Promise<void> => {
    setBusy(true);
    const input: SaveCopy = {
      ...(rule && { id: rule.id }),
      recipient: kind === 'colleague' ? { staffId: person ?? '' } : { address: address.trim() },
      notifications,
      channels: from,
      ...(most.trim() !== '' && { mostADay: Number(most) }),
    };
    const result = await answered(onSaveCopy(input));
    setBusy(false);
    if (result.ok) onClose();
    else setFailure(result.error);
  };
  const problem =
    problemAt(failure, '/recipient') ??
    problemAt(failure, '/recipient/staffId') ??
    problemAt(failure, '/recipient/address');
  return (
    <form
      noValidate
      aria-label={rule ? say.changeCopiesOfN({ n: rule.name || rule.address }) : say.sendCopies}
      className="my-2 flex flex-col gap-3 bg-panel p-4"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape' && !e.defaultPrevented) onClose();
      }}
    >
      <Segments
        label={say.who}
        value={kind}
        choices={[
          { value: 'colleague', label: say.aColleague },
          { value: 'address', label: say.anotherAddress },
        ]}
        onChange={setKind}
      />
      {kind === 'colleague' ? (
        <ColleagueField {...{ people, problem }} value={person} onChange={setPerson} />
      ) : (
        <AddressField value={address} placeholder="archive@firm.example" problem={problem} onChange={setAddress} />
      )}
      <Field label={say.copiesOf} hint={notifications.length === 0 ? say.everyMessage : undefined}>
        {() => (
          <Several
            values={notifications}
            least={0}
            label={say.copiesOf}
            choices={copies.notifications.map((n) => ({ value: n.id, label: n.name }))}
            onChange={setNotifications}
          />
        )}
      </Field>
      <Field label={say.fromChannels} hint={from.length === 0 ? say.everyChannel : undefined}>
        {() => (
          <Several
            values={from}
            least={0}
            label={say.fromChannels}
            choices={channels.map((c) => ({ value: c.id, label: c.name }))}
            onChange={setFrom}
          />
        )}
      </Field>
      <Field label={say.mostCopiesADay} hint={say.mostCopiesHint} problem={problemAt(failure, '/mostADay')}>
        {(ids) => (
          <input
            {...ids}
            className="input w-28"
            inputMode="numeric"
            value={most}
            onChange={(e) => {
              setMost(e.target.value);
              setFailure(undefined);
            }}
          />
        )}
      </Field>
      <HowMany copies={copies} rule={{ notifications, channels: from }} />
      {failure && problem === undefined && !problemAt(failure, '/mostADay') && <Trouble>{failure.message}</Trouble>}
      <div className="flex gap-2">
        <button type="submit" className="btn btn-main" disabled={busy}>
          {rule ? say.keepTheChange : say.sendThem}
        </button>
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          {common.close}
        </button>
      </div>
    </form>
  );
}
