/** What is said after several drafts were published: how many, and why some were not. */
import { toast } from 'sonner';
import type { BulkOutcome } from '@/contract/notifications';
import { say } from '@/words/journey';

export function saidPublished(outcome: BulkOutcome): void {
  toast.success(say.nPublished({ n: outcome.done.length }));
  for (const { name, why } of outcome.refused.slice(0, 5)) toast.error(say.nameWasNotPublishedWhy({ name, why }));
}
