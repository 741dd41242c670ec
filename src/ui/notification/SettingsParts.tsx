'use client';
/** Parts of how a notification goes out: what is sent twice, for which channels, and what the team knows of it. */
import type { DoubleView, NotificationView } from '@/contract/notifications';
import { Check } from '../parts/Check';
import { Field, Search } from '../parts/fields';
import { PanelTitle, Trouble } from '../parts/Page';
import { problemAt } from '../parts/result';
import { RemovePart } from './RemovePart';
import type { NotificationProps } from './types';
import type { Settings } from './useSettings';
import { say } from '@/words/notification';

/** Who would get two messages for one moment. */
export function Doubles({ doubles }: { doubles: readonly DoubleView[] }) {
  return (
    <>
      {doubles.map((d) => (
        <Trouble key={`${d.notificationId} ${d.with.id}`}>
          {d.with.kind === 'shop'
            ? say.getsFromShopToo({ person: d.person, name: d.with.name, order: d.order })
            : say.getsBoth({ person: d.person, name: d.name, other: d.with.name, order: d.order })}
        </Trouble>
      ))}
    </>
  );
}

export function ChannelsPart({
  channels,
  settings,
  change,
}: Pick<Settings, 'settings' | 'change'> & { channels: NotificationView['store']['channels'] }) {
  return (
    <section aria-label={say.channels}>
      <PanelTitle>{say.forOrdersFrom}</PanelTitle>
      <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        {channels.map((c) => (
          <Check
            key={c.id}
            label={c.name}
            on={!settings.offChannels.includes(c.id)}
            onChange={(on) =>
              change({
                offChannels: on ? settings.offChannels.filter((o) => o !== c.id) : [...settings.offChannels, c.id],
              })
            }
          />
        ))}
      </div>
    </section>
  );
}

/** Its name, who looks after it, a note; and taking it away, when it does not ship. */
export function TeamPart({
  settings,
  change,
  failure,
  base,
  notification,
  ships,
  onRemove,
  onBringBack,
}: Pick<Settings, 'settings' | 'change' | 'failure'> &
  Pick<NotificationProps, 'base' | 'notification' | 'ships' | 'onRemove' | 'onBringBack'>) {
  return (
    <section aria-label={say.forTheTeam} className="flex flex-col gap-3 border-t border-rule pt-3">
      <Field label={say.nameForTheTeam} problem={problemAt(failure, '/name')}>
        {(ids) => (
          <input {...ids} className="input" value={settings.name} onChange={(e) => change({ name: e.target.value })} />
        )}
      </Field>
      <Field label={say.lookedAfterBy}>
        {(ids) => (
          <Search
            id={ids.id}
            value={settings.owner}
            choices={[{ value: '', label: say.nobody }, ...notification.people.map((p) => ({ value: p, label: p }))]}
            onChange={(owner) => change({ owner })}
          />
        )}
      </Field>
      <Field label={say.noteForColleagues} problem={problemAt(failure, '/note')}>
        {(ids) => (
          <textarea
            {...ids}
            rows={2}
            className="input"
            value={settings.note}
            onChange={(e) => change({ note: e.target.value })}
          />
        )}
      </Field>
      {!ships && <RemovePart {...{ base, notification, onRemove, onBringBack }} />}
    </section>
  );
}
