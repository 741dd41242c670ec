import type { Metadata } from 'next';
import { act } from '@/app/act';
import { pageAccess } from '@/app/page-access';
import type { Result } from '@/core/result';
import { may } from '@/server/auth/policy';
import { loadSending, runCheck, saveService } from '@/server/views/sending';
import { SendingScreen, type Report } from '@/ui/sending/SendingScreen';

export const metadata: Metadata = { title: 'Sending' };

export default async function Sending({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const storeId = access.store.id;

  async function onSave(service: unknown): Promise<Result<{ released: number }>> {
    'use server';
    return act(storeId, 'service.edit', (who) => saveService(who, service));
  }
  async function onCheck(to?: string): Promise<Result<Report>> {
    'use server';
    return act(storeId, 'service.check', (who) => runCheck(who, to));
  }

  return (
    <SendingScreen
      {...await loadSending(access)}
      mayEdit={may(access.role, 'service.edit')}
      mayCheck={may(access.role, 'service.check')}
      {...{ onSave, onCheck }}
    />
  );
}
