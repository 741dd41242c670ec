import type { ReactNode } from 'react';
import { storesOf } from '@/server/auth/access';
import { ROLE_WORDS } from '@/contract/policy';
import { pageAccess } from '@/app/page-access';
import { Spine } from '@/ui/shell/Spine';

export default async function StoreLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ store: string }>;
}) {
  const access = await pageAccess(params);
  const stores = await storesOf(access.person);
  return (
    <div className="flex h-full">
      <Spine
        store={{ id: access.store.id, name: access.store.name }}
        stores={stores.map(({ id, name }) => ({ id, name }))}
        person={{ name: access.person.name, role: ROLE_WORDS[access.role] }}
      />
      <main className="min-w-0 flex-1">{children}</main>
    </div>
  );
}
