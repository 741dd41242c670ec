import { redirect } from 'next/navigation';
import { pageAccess } from '@/app/page-access';
import { servicesOf } from '@/server/sending/service';

/** Sending begins at its services, or with connecting the first. */
export default async function Sending({ params }: { params: Promise<{ store: string }> }) {
  const { store } = await pageAccess(params);
  const services = await servicesOf(store.id);
  redirect(`/s/${store.id}/sending/services${services.length === 0 ? '/new' : ''}`);
}
