import type { Metadata } from 'next';
import { revalidatePath } from 'next/cache';
import { act } from '@/app/act';
import { orNotFound, pageAccess } from '@/app/page-access';
import { SHIPPED_NOTIFICATIONS, type Template } from '@/core/template';
import type { Order } from '@/core/order';
import type { Result } from '@/core/result';
import { may } from '@/server/auth/policy';
import { editionOf, loadDesk, publish, saveDraft } from '@/server/views/desk';
import { listOrders, orderSnapshot } from '@/server/views/orders';
import { loadSending, sendTest } from '@/server/views/sending';
import { DeskScreen } from '@/ui/desk/DeskScreen';

interface Props {
  params: Promise<{ store: string; slug: string }>;
  searchParams: Promise<{ order?: string; language?: string; width?: string; part?: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { slug } = await params;
  return { title: SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug)?.name ?? slug };
}

export default async function Desk({ params, searchParams }: Props) {
  const access = await pageAccess(params);
  const { slug } = await params;
  const query = await searchParams;
  const storeId = access.store.id;
  const desk = await orNotFound(loadDesk(access, slug));
  const [orders, sending] = await Promise.all([listOrders(access, {}, 200), loadSending(access)]);
  const number = query.order ?? orders.rows[0]?.number;
  const order = number
    ? await orNotFound(orderSnapshot(access, number))
    : { order: sampleOrder(access.store.currency), channelName: 'Web shop' };
  const language =
    query.language && access.store.languages.includes(query.language) ? query.language : access.store.language;

  async function onSave(revision: number, template: Template): Promise<Result<{ revision: number }>> {
    'use server';
    return act(storeId, 'template.edit', (who) => saveDraft(who, slug, revision, template));
  }
  async function onPublish(revision: number): Promise<Result<{ number: number }>> {
    'use server';
    return act(storeId, 'template.publish', async (who) => {
      const published = await publish(who, slug, revision);
      revalidatePath(`/s/${storeId}`, 'layout');
      return published;
    });
  }
  async function onOrder(wanted: string): Promise<Result<{ order: Order; channelName: string | undefined }>> {
    'use server';
    return act(storeId, 'store.read', (who) => orderSnapshot(who, wanted));
  }
  async function onEdition(edition: number): Promise<Result<Template>> {
    'use server';
    return act(storeId, 'store.read', (who) => editionOf(who, slug, edition));
  }
  async function onTest(
    draft: Template,
    inLanguage: string,
    about: string,
  ): Promise<Result<{ to: string; subject: string }>> {
    'use server';
    return act(storeId, 'test.send', (who) =>
      sendTest(who, { slug, to: who.person.email, language: inLanguage, order: about, draft }),
    );
  }

  return (
    <DeskScreen
      key={slug}
      base={`/s/${storeId}`}
      notification={desk.notification}
      draft={desk.draft}
      revision={desk.revision}
      live={desk.live}
      editions={desk.editions}
      store={desk.store}
      sender={{
        name: sending.service?.senderName ?? access.store.name,
        address: sending.service?.senderAddress ?? access.store.facts.email,
      }}
      previous={desk.previous}
      next={desk.next}
      orders={orders.rows.map((o) => ({ number: o.number, name: o.customerName, language: o.language, guest: false }))}
      order={order}
      strip={{
        order: number ?? '',
        language,
        width: query.width === 'phone' ? 'phone' : 'desktop',
        part: query.part === 'text' ? 'text' : 'html',
      }}
      now={Date.now()}
      mayEdit={may(access.role, 'template.edit')}
      mayPublish={may(access.role, 'template.publish')}
      mayTest={may(access.role, 'test.send')}
      {...{ onSave, onPublish, onOrder, onEdition, onTest }}
    />
  );
}

/** For a store without orders yet: something true to look at. */
function sampleOrder(currency: string): Order {
  return {
    number: 'SAMPLE-1',
    placedAt: new Date().toISOString(),
    currency,
    channel: 'web-shop',
    customer: { email: 'iwona@sobczyk.example', firstName: 'Iwona', lastName: 'Sobczyk' },
    lines: [{ product: { sku: 'SAMPLE', name: 'A sample product' }, quantity: 2, unitPrice: 1250 }],
    payment: { method: 'Card', paid: true },
  };
}
