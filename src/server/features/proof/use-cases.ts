/** What can be done about the living proof. */
import { ProofMailboxSchema } from '@/contract/proof';
import { NOTHING, object } from '../shapes';
import { useCase } from '../use-case';
import { openProofMailbox, proveNow, saveProofMailbox } from './proof';

const MAILBOX = object({ mailbox: ProofMailboxSchema });

export const proof = {
  save: useCase({ name: 'proof.save', permission: 'service.edit', input: MAILBOX, run: saveProofMailbox }),
  open: useCase({ name: 'proof.open', permission: 'service.edit', input: MAILBOX, run: openProofMailbox }),
  now: useCase({ name: 'proof.now', permission: 'service.check', input: NOTHING, run: (who) => proveNow(who) }),
};
