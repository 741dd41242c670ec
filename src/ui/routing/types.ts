/** What the routing screen is given. */
import type { MomentId } from '@/core/moments';
import type { Result } from '@/core/result';
import type { ConditionStore } from '@/contract/notifications';
import type { RuleForecast } from '@/core/plan';
import type {
  Copies,
  DraftRule,
  DraftSeen,
  PauseRule,
  Rule,
  RuleDraft,
  RuleChange,
  SaveCopy,
  TakenBackSeen,
  TriedOrder,
} from '@/contract/routing';

export interface RoutingProps {
  store: ConditionStore & { locales: Record<string, string> };
  notifications: { id: string; slug: string; name: string; on: boolean; timed: boolean; moment: MomentId }[];
  rules: Rule[];
  /** Numbers of the newest orders of which a notification's rules let nobody hear, of so many looked at. */
  holes: { notificationId: string; orders: string[] }[];
  lookedAt: number;
  people: { id: string; name: string; email: string; job: string }[];
  categories: string[];
  /** What orders of late call those who look after them, and domains that their addresses may have. */
  roles: string[];
  domains: readonly string[];
  orders: { number: string; name: string }[];
  mayEdit: boolean;
  mayTest: boolean;
  onAdd: (rule: unknown) => Promise<Result<null>>;
  onChange: (id: string, rule: unknown) => Promise<Result<null>>;
  zone: string;
  copies: Copies;
  changes: RuleChange[];
  onLookAtTakingBack: (id: string) => Promise<Result<TakenBackSeen>>;
  onTakeBack: (id: string) => Promise<Result<null>>;
  onSaveCopy: (input: SaveCopy) => Promise<Result<null>>;
  onRemoveCopy: (id: string) => Promise<Result<null>>;
  onRemove: (id: string) => Promise<Result<null>>;
  onPause: (input: PauseRule) => Promise<Result<null>>;
  onForecast: (rule: unknown, instead?: string) => Promise<Result<RuleForecast>>;
  /** Changes that are gathered and not live yet. */
  drafts: RuleDraft[];
  onDraft: (draft: DraftRule) => Promise<Result<null>>;
  onDropDrafts: (ids: string[]) => Promise<Result<null>>;
  onLookAtDrafts: () => Promise<Result<DraftSeen>>;
  onMakeDraftsLive: (ids: string[]) => Promise<Result<null>>;
  onTry: (order: string) => Promise<Result<TriedOrder>>;
  onTest: (ruleId: string, order: string) => Promise<Result<{ to: string; subject: string }>>;
}
