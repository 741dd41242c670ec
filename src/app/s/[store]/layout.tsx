import type { ReactNode } from 'react';
import { clockAhead } from '@/server/db/demo-clock';
import { storesOf } from '@/server/auth/access';
import { pageAccess } from '@/app/page-access';
import { searchAction } from './actions';
import { DaysOffOf } from '@/ui/parts/daysOff';
import { Spine } from '@/ui/shell/Spine';
import { may } from '@/contract/policy';
import Link from '@/ui/parts/Link';
import { say } from '@/words/pages';
import { say as words } from '@/words/stores';

export default async function StoreLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ store: string }>;
}) {
  const access = await pageAccess(params);
  const [stores, ahead] = await Promise.all([storesOf(access.person), clockAhead()]);
  return (
    <div className="flex h-full flex-col md:flex-row">
      <a href="#page" className="btn absolute start-2 top-2 z-50 not-focus:sr-only">
        {say.skipToThePage}
      </a>
      <Spine
        store={{ id: access.store.id, name: access.store.name }}
        stores={stores.map(({ id, name }) => ({ id, name }))}
        person={{ name: access.person.name, role: access.role }}
        ahead={ahead}
        onSearch={searchAction.bind(null, access.store.id)}
      />
      <main id="page" tabIndex={-1} className="focus:outline-none min-h-0 min-w-0 flex-1 max-lg:overflow-auto">
        {access.store.closedAt && (
          <p role="status" className="border-b border-rule bg-petrol-tint px-5 py-2 text-sm">
            {words.bannerClosed({ name: access.store.name })}{' '}
            {may(access.role, 'store.close') && (
              <Link href={`/s/${access.store.id}/store/stores`} className="link">
                {words.bannerReopen}
              </Link>
            )}
          </p>
        )}
        <DaysOffOf days={access.store.holidays.map((h) => h.on)}>{children}</DaysOffOf>
      </main>
    </div>
  );
}
