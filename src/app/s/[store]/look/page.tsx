import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { benchOf } from '@/server/features/templates/templates';
import { loadLook } from '@/server/features/templates/look';
import { LookScreen } from '@/ui/look/LookScreen';
import {
  coloursAction,
  copyLookAction,
  importLookAction,
  lookEditionAction,
  publishLookAction,
  saveLookAction,
} from '../bench-actions';
import { askRehearsalAction } from '../rehearsal/actions';
import { benchProps, type BenchQuery } from '../bench-props';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.look });

interface Props {
  params: Promise<{ store: string }>;
  searchParams: Promise<BenchQuery & { part?: string }>;
}

export default async function LookPage({ params, searchParams }: Props) {
  const access = await pageAccess(params);
  const query = await searchParams;
  const store = access.store.id;
  const [look, bench, shared] = await Promise.all([
    loadLook(access),
    benchOf(access),
    benchProps(access, { order: 'SAMPLE-PART', ...query }),
  ]);
  const { base, orders, order, strip, now, onOrder, onOrders, onBring } = shared;
  return (
    <LookScreen
      {...{ base, orders, order, now, onOrder, onOrders, onBring }}
      {...bench}
      {...look}
      part={query.part}
      strip={{ order: strip.order, language: strip.language }}
      mayEdit={may(access.role, 'look.edit')}
      mayPublish={may(access.role, 'look.publish')}
      onSave={saveLookAction.bind(null, store)}
      onPublish={publishLookAction.bind(null, store)}
      onRehearse={
        may(access.role, 'rehearsal.run')
          ? askRehearsalAction.bind(null, store, { of: 'drafts', look: true })
          : undefined
      }
      onColours={coloursAction.bind(null, store)}
      onImport={importLookAction.bind(null, store)}
      onCopy={copyLookAction.bind(null, store)}
      onEdition={lookEditionAction.bind(null, store)}
    />
  );
}
