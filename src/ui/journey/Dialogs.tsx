'use client';
/** A new notification, and what the shop system sends by itself. */
import { useMemo, useState } from 'react';
import { audiencesOf, MOMENT_COLUMN_LABELS, MOMENTS, momentOf, type Audience } from '@/core/moments';
import type { Failure, Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Field, Pick, Search } from '../parts/fields';
import { PanelTitle, Trouble } from '../parts/Page';
import { useKeptForm } from '../parts/useKeptChanges';
import { answered, problemAt } from '../parts/result';
import type { Card, ShopMailView } from '@/contract/notifications';
import { LANES } from './types';
import { say } from '@/words/journey';
import { say as common } from '@/words/common';
import { inEachLanguage } from '@/words/speak';

const TO = inEachLanguage(() => LANES.map((l) => ({ value: l.audience, label: l.whom })));
const CHOICES = inEachLanguage(() =>
  MOMENTS.map((m) => ({ value: m.id, label: m.label, note: MOMENT_COLUMN_LABELS[m.column] })),
);

/** Who can hear of a moment, and who of them is meant when one has been chosen already. */
const toAt = (moment: string) => TO.filter((t) => audiencesOf(moment).includes(t.value));
const heardBy = (moment: string, audience: Audience): Audience =>
  audiencesOf(moment).includes(audience) ? audience : audiencesOf(moment)[0]!;

export interface NewNotificationProps {
  moment: string;
  audience: Audience;
  cards: Card[];
  onMake: (input: {
    name: string;
    moment: string;
    audience: Audience;
    from?: string;
  }) => Promise<Result<{ slug: string }>>;
  onMade: (slug: string) => void;
  onClose: () => void;
}

export function NewNotification({ cards, onMake, onMade, onClose, ...start }: NewNotificationProps) {
  const [name, setName] = useState('');
  const [moment, setMoment] = useState(start.moment);
  const [audience, setAudience] = useState(heardBy(start.moment, start.audience));
  const [from, setFrom] = useState<string>('');
  const value = useMemo(() => ({ name, moment, audience, from }), [name, moment, audience, from]);
  const forget = useKeptForm(`new for ${start.moment} ${start.audience}`, value, (back) => {
    setName(back.name);
    setMoment(back.moment);
    setAudience(back.audience);
    setFrom(back.from);
  });
  const [failure, setFailure] = useState<Failure>();
  const make = async (): Promise<void> => {
    const result = await answered(onMake({ name, moment, audience, ...(from && { from }) }));
    if (!result.ok) return setFailure(result.error);
    forget();
    onMade(result.value.slug);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.aNewNotification}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="button" className="btn btn-main" onClick={() => void make()}>
            {say.createNotification}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-4">
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
        <Field label={say.nameForTheTeam} problem={problemAt(failure, '/name')} hint={say.theCustomerSeesTheSubject}>
          {(ids) => <input {...ids} className="input" value={name} onChange={(e) => setName(e.target.value)} />}
        </Field>
        <Field label={say.moment} problem={problemAt(failure, '/moment')}>
          {(ids) => (
            <Search
              id={ids.id}
              value={moment}
              choices={CHOICES}
              onChange={(next) => {
                setMoment(next);
                setAudience(heardBy(next, audience));
              }}
            />
          )}
        </Field>
        <Field label={say.to}>
          {(ids) => <Pick id={ids.id} value={audience} choices={toAt(moment)} onChange={setAudience} />}
        </Field>
        <Field label={say.beginFrom} hint={say.itsVersionsWordsAndConditions}>
          {(ids) => (
            <Search
              id={ids.id}
              value={from}
              choices={[
                { value: '', label: say.blankMessage },
                ...cards.map((c) => ({ value: c.slug, label: c.name, note: momentOf(c.moment)?.label ?? '' })),
              ]}
              onChange={setFrom}
            />
          )}
        </Field>
      </div>
    </Dialog>
  );
}

export interface ShopMailsProps {
  mails: ShopMailView[];
  onAdd: (input: { name: string; moment: string; audience: Audience }) => Promise<Result<{ id: string }>>;
  onRemove: (id: string) => Promise<Result<null>>;
  onClose: () => void;
}

export function ShopMails({ mails, onAdd, onRemove, onClose }: ShopMailsProps) {
  const [name, setName] = useState('');
  const [moment, setMoment] = useState('order.placed');
  const [audience, setAudience] = useState<Audience>('customer');
  const [failure, setFailure] = useState<Failure>();
  const add = async (): Promise<void> => {
    const result = await answered(onAdd({ name, moment, audience }));
    setFailure(result.ok ? undefined : result.error);
    if (result.ok) setName('');
  };
  const remove = async (id: string): Promise<void> => {
    const result = await answered(onRemove(id));
    if (!result.ok) setFailure(result.error);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.alsoSentByTheShop}
      foot={
        <button type="button" className="btn" onClick={onClose}>
          {say.done}
        </button>
      }
    >
      <p className="text-sm">{say.manyShopSystemsSendMail}</p>
      {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      <ul aria-label={say.sentByTheShopSystem} className="my-3 text-sm">
        {mails.map((m) => (
          <li key={m.id} className="flex items-baseline gap-3 border-b border-rule py-1.5">
            <span className="font-semibold">{m.name}</span>
            <span className="text-slate">
              {say.labelToWhom({
                label: momentOf(m.moment)?.label,
                whom: LANES.find((l) => l.audience === m.audience)!.whom,
              })}
            </span>
            <button
              type="button"
              className="link ms-auto"
              aria-label={say.strikeOutName({ name: m.name })}
              onClick={() => void remove(m.id)}
            >
              {say.strikeOut}
            </button>
          </li>
        ))}
        {mails.length === 0 && <li className="py-1.5 text-slate">{say.nothingIsNoted}</li>}
      </ul>
      <PanelTitle>{say.noteOneMore}</PanelTitle>
      <div className="mt-2 grid sm:grid-cols-[1fr_1fr] gap-3">
        <Field label={say.itsNameThere} problem={problemAt(failure, '/name')}>
          {(ids) => <input {...ids} className="input" value={name} onChange={(e) => setName(e.target.value)} />}
        </Field>
        <Field label={say.to}>
          {(ids) => <Pick id={ids.id} value={audience} choices={TO} onChange={setAudience} />}
        </Field>
        <Field label={say.moment} problem={problemAt(failure, '/moment')}>
          {(ids) => <Search id={ids.id} value={moment} choices={CHOICES} onChange={setMoment} />}
        </Field>
        <div className="self-end">
          <button type="button" className="btn" onClick={() => void add()}>
            {say.noteIt}
          </button>
        </div>
      </div>
    </Dialog>
  );
}
