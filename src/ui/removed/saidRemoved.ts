/** What is said when something was removed: that it can come back, and bringing it back at once. */
import { toast } from 'sonner';
import type { Result } from '@/core/result';
import { answered, valueOrToast } from '../parts/result';
import { say } from '@/words/removed';
import { say as common } from '@/words/common';

export type BringBack = (id: string) => Promise<Result<{ name: string }>>;

export function saidRemoved(name: string, id: string, onBringBack: BringBack, then: () => void): void {
  toast(say.nameIsRemoved({ name }), {
    action: {
      label: common.undo,
      onClick: () =>
        void answered(onBringBack(id)).then((result) => {
          const back = valueOrToast(result);
          if (!back) return;
          toast.success(say.isBack({ name: back.name }));
          then();
        }),
    },
  });
}
