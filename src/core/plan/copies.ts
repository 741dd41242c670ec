/** Copies for the team of what goes out to customers. */
import { momentOf, NOTICE } from '../moments/registry';
import type { RuleRecipient } from './rules';

export interface CopyRule {
  id: string;
  recipient: RuleRecipient;
  /** Ids of notifications; none for all. */
  notifications: readonly string[];
  /** Ids of channels; none for all. */
  channels: readonly string[];
  /** So many in 24 hours at most; as many as there are without it. */
  mostADay?: number;
}

/**
 * Whether a team gets a copy. Never of what is about an account, which can let whoever has it into it, and not of one message to many: its
 * test is the copy.
 */
export const isCopied = (
  { notifications, channels }: CopyRule,
  notification: { id: string; moment: string },
  channel: string,
): boolean =>
  notification.moment !== NOTICE &&
  momentOf(notification.moment)?.about !== 'account' &&
  (notifications.length === 0 || notifications.includes(notification.id)) &&
  (channels.length === 0 || channels.includes(channel));

/** What stands before the subject of a copy: whom the message went to. */
export const copyMark = (address: string): string => `[Cc ${address}]`;
