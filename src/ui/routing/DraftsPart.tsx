'use client';
/** Changes of rules that are gathered: what they would mean together, and making them live or dropping them. */
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { DraftSeen, RuleDraft, RuleInput } from '@/contract/routing';
import { namesAt, scopeWords } from '@/core/plan';
import { say } from '@/words/routing';
import { conditionNames } from '../conditions/conditionNames';
import { asking } from '../parts/asking';
import { Time } from '../parts/format';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import type { Undo } from '../parts/useUndo';
import { ForecastWords } from './ForecastOfRule';
import type { RoutingProps } from './types';
import { whoOf } from './Whom';

type Props = Pick<
  RoutingProps,
  | 'drafts'
  | 'rules'
  | 'people'
  | 'notifications'
  | 'store'
  | 'zone'
  | 'onDraft'
  | 'onDropDrafts'
  | 'onLookAtDrafts'
  | 'onMakeDraftsLive'
> & {
  did: Undo['did'];
  /** Nothing is gathered any more. */
  onEnd: () => void;
};

export function DraftsPart(props: Props) {
  const { drafts, zone, did, onDraft, onDropDrafts, onLookAtDrafts, onMakeDraftsLive, onEnd } = props;
  const [seen, setSeen] = useState<{ of: string; forecasts: DraftSeen }>();
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const ids = drafts.map((d) => d.id);
  const of = JSON.stringify(drafts);
  const any = drafts.length > 0;
  useEffect(() => {
    if (!any) return;
    return asking(
      () => answered(onLookAtDrafts()),
      (result) => {
        if (result.ok) setSeen({ of, forecasts: result.value });
      },
    );
  }, [of, any, onLookAtDrafts]);
  const forecasts = seen?.of === of ? seen.forecasts.filter((f) => f.forecast.orders > 0) : [];

  const live = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onMakeDraftsLive(ids));
    setBusy(false);
    setTrouble(
      result.ok ? undefined : [result.error.message, ...result.error.problems.map((p) => p.message)].join(' '),
    );
    if (!result.ok) return;
    toast.success(say.changesAreLive({ n: ids.length }));
    onEnd();
  };
  const drop = async (gone: readonly RuleDraft[]): Promise<void> => {
    if (valueOrToast(await answered(onDropDrafts(gone.map((d) => d.id)))) === undefined) return;
    setTrouble(undefined);
    did(say.changesAreDropped({ n: gone.length }), async () => {
      // A new rule is gathered anew: what it was called is nobody's yet.
      for (const { deed, ruleId, rule } of gone)
        valueOrToast(await answered(onDraft({ ...(deed !== 'add' && { ruleId }), ...(rule && { rule }) })));
    });
  };

  return (
    <section aria-label={say.gatheredChanges} className="mb-6 border-s-3 border-petrol bg-panel p-4">
      <PanelTitle>{say.gatheredChanges}</PanelTitle>
      <p className="mt-1 text-sm text-slate">{any ? say.notLiveYet : say.gatheringHint}</p>
      <ul className="mt-1 text-sm">
        {drafts.map((draft) => (
          <li key={draft.id} className="flex items-start gap-2 border-b border-rule py-2">
            <div className="min-w-0 flex-1">
              {wordsOf(draft, props)}
              <span className="block text-xs text-slate">
                {draft.by}, <Time at={draft.at} zone={zone} />
              </span>
            </div>
            <button
              type="button"
              className="inline-flex size-6 items-center justify-center text-slate hover:text-madder"
              aria-label={say.dropThisChange({ change: wordsOf(draft, props) })}
              onClick={() => void drop([draft])}
            >
              <X size={15} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-col gap-3">
        {forecasts.map((f) => (
          <div key={f.notification}>
            {forecasts.length > 1 && <p className="text-sm font-semibold">{f.notification}</p>}
            <ForecastWords forecast={f.forecast} />
          </div>
        ))}
        {trouble && <Trouble>{trouble}</Trouble>}
        <div className="flex flex-wrap gap-2">
          {any && (
            <button type="button" className="btn btn-main" disabled={busy} onClick={() => void live()}>
              {say.makeThemLive}
            </button>
          )}
          <button
            type="button"
            className="btn"
            onClick={() => {
              if (any) void drop(drafts);
              onEnd();
            }}
          >
            {any ? say.dropAll : say.gatherNoMore}
          </button>
        </div>
      </div>
    </section>
  );
}

/** What a gathered change does, in a sentence. */
function wordsOf(
  { deed, ruleId, rule }: RuleDraft,
  { rules, people, notifications, store }: Pick<Props, 'rules' | 'people' | 'notifications' | 'store'>,
): string {
  const was = rules.find((r) => r.id === ruleId);
  const notification = notifications.find((n) => n.id === (rule ?? was)?.notificationId);
  const name = notification?.name ?? '';
  if (!rule) return say.ruleWouldGo({ who: was ? whoOf(was) : '', name });
  const scope = notification ? scopeWords(rule.scope, namesAt(notification.moment, conditionNames(store))) : '';
  const values = { who: whoIn(rule, people), name, scope };
  return deed === 'add' ? say.ruleWouldCome(values) : say.ruleWouldChange(values);
}

const whoIn = ({ recipient }: RuleInput, people: RoutingProps['people']): string =>
  'staffId' in recipient
    ? (people.find((p) => p.id === recipient.staffId)?.name ?? '')
    : 'role' in recipient
      ? recipient.role
      : recipient.address;
