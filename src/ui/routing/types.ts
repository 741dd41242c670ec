/** What the routing screen is given. */
import type { Result } from '@/core/result';
import type { Scope } from '@/core/plan';
import type { ConditionStore } from '../conditions/TestFields';

export interface Rule {
  id: string;
  notificationId: string;
  /** Of a colleague; an address typed in has none. */
  staffId?: string | undefined;
  name: string;
  address: string;
  job: string;
  scope: Scope;
}

export interface Tried {
  number: string;
  written: {
    /** At another moment than when it is placed, should that come. */
    later: boolean;
    notification: string;
    recipient: { address: string; name: string; role: string };
    language: string;
    reasons: string[];
  }[];
  notWritten: { notification: string; recipient?: { address: string; name: string } | undefined; reasons: string[] }[];
}

export interface RoutingProps {
  store: ConditionStore & { locales: Record<string, string> };
  notifications: { id: string; slug: string; name: string; on: boolean }[];
  rules: Rule[];
  /** Numbers of the newest orders of which a notification's rules let nobody hear, of so many looked at. */
  holes: { notificationId: string; orders: string[] }[];
  lookedAt: number;
  people: { id: string; name: string; email: string; job: string }[];
  categories: string[];
  orders: { number: string; name: string }[];
  mayEdit: boolean;
  mayTest: boolean;
  onAdd: (rule: unknown) => Promise<Result<null>>;
  onChange: (id: string, rule: unknown) => Promise<Result<null>>;
  onRemove: (id: string) => Promise<Result<null>>;
  onTry: (order: string) => Promise<Result<Tried>>;
  onTest: (ruleId: string, order: string) => Promise<Result<{ to: string; subject: string }>>;
}
