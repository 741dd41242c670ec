import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { proofView } from '@/server/features/proof/proof';
import { ProofScreen } from '@/ui/sending/ProofScreen';
import { openProofAction, proveNowAction, saveProofAction } from '../actions';
import { say } from '@/words/proof';

export const generateMetadata = (): Metadata => ({ title: say.livingProof });

export default async function Proof({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store, role } = access;
  return (
    <ProofScreen
      base={`/s/${store.id}`}
      zone={store.timeZone}
      view={await proofView(access)}
      mayEdit={may(role, 'service.edit')}
      mayProve={may(role, 'service.check')}
      onSave={saveProofAction.bind(null, store.id)}
      onOpen={openProofAction.bind(null, store.id)}
      onProve={proveNowAction.bind(null, store.id)}
    />
  );
}
