'use server';
/** What the Desk and the Look screen do on the server. */
import { act, actAndRefresh, done, withValue } from '@/app/act';
import type { Look, PictureColour } from '@/core/look';
import type { Order } from '@/core/order';
import type { Result } from '@/core/result';
import type { Block, Segments, Template } from '@/core/template';
import type { BroughtPicture } from '@/server/documents/pictures';
import { order } from '@/server/features/orders/use-cases';
import { suggestion } from '@/server/features/suggestions/use-cases';
import { viewing } from '@/server/features/viewings/use-cases';
import { look, passage, picture, template } from '@/server/features/templates/use-cases';
import type { Publishing, VersionOnDesk } from '@/contract/templates';
import type { OrderChoice } from '@/contract/orders';
import type { SuggestionsAnswer } from '@/contract/suggestions';
import { say } from '@/words/pages';

export async function orderAction(
  store: string,
  number: string,
): Promise<Result<{ order: Order; channelName: string | undefined }>> {
  return act(order.read, store, { number });
}

export async function suggestionsAction(store: string, wanted: unknown): Promise<Result<SuggestionsAnswer>> {
  return act(suggestion.show, store, wanted);
}

export async function ordersAction(store: string, search: string): Promise<Result<OrderChoice[]>> {
  const found = await act(order.search, store, { search: typeof search === 'string' ? search.slice(0, 100) : search });
  return withValue(found, (rows) => rows.map((o) => ({ number: o.number, name: o.customerName, note: o.note })));
}

export async function saveAction(
  store: string,
  slug: string,
  revision: number,
  draft: Template,
): Promise<Result<{ revision: number }>> {
  return act(template.save, store, { slug, revision, template: draft });
}

export async function publishAction(
  store: string,
  slug: string,
  revision: number,
  how?: Publishing | null,
): Promise<Result<{ said: string }>> {
  const published = await actAndRefresh(template.publish, store, { slug, revision, ...how });
  return withValue(published, ({ number, also: others }) => ({
    said: others > 0 ? say.editionAndVersionsLive({ number, others }) : say.editionNumberIsLive({ number }),
  }));
}

export async function editionAction(store: string, slug: string, number: number): Promise<Result<Template>> {
  return act(template.edition, store, { slug, number });
}

export async function remarkDoneAction(store: string, id: string): Promise<Result<null>> {
  return done(await act(viewing.done, store, { id }));
}

export async function versionsAction(store: string, slug: string): Promise<Result<VersionOnDesk[]>> {
  return act(template.versions, store, { slug });
}

export async function templateOfAction(store: string, slug: string): Promise<Result<Template>> {
  return act(template.draft, store, { slug });
}

export async function shippedAction(store: string, slug: string): Promise<Result<Template>> {
  return act(template.shipped, store, { slug });
}

export async function testAction(
  store: string,
  slug: string,
  draft: Template,
  language: string,
  number: string,
  to: string,
): Promise<Result<{ to: string; subject: string }>> {
  return act(template.test, store, { slug, to, language, order: number, draft });
}

export async function testManyAction(store: string, slugs: string[]): Promise<Result<{ to: string; sent: number }>> {
  return act(template.testMany, store, { slugs });
}

export async function bringAction(store: string, form: FormData): Promise<Result<BroughtPicture>> {
  const file = form instanceof FormData ? form.get('picture') : undefined;
  const bytes = file instanceof File ? Buffer.from(await file.arrayBuffer()) : Buffer.alloc(0);
  const name = file instanceof File ? file.name.slice(0, 500) : '';
  return act(picture.bring, store, { bytes, name, shown: form instanceof FormData ? Number(form.get('shown')) : 0 });
}

export async function coloursAction(store: string, path: string): Promise<Result<PictureColour[]>> {
  return act(picture.colours, store, { path });
}

export async function copyBlockAction(
  store: string,
  slug: string,
  block: Block,
  words: Record<string, Segments>,
): Promise<Result<{ name: string }>> {
  return act(template.copyBlock, store, { slug, block, words });
}

export async function makePassageAction(
  store: string,
  name: string,
  blocks: Block[],
  words: Record<string, Segments>,
): Promise<Result<{ id: string }>> {
  return act(passage.make, store, { name, blocks, words });
}

export async function savePassageAction(
  store: string,
  id: string,
  revision: number,
  draft: Template,
): Promise<Result<{ revision: number }>> {
  return act(passage.save, store, { id, revision, template: draft });
}

export async function publishPassageAction(
  store: string,
  id: string,
  revision: number,
  how?: Publishing | null,
): Promise<Result<{ said: string }>> {
  const published = await actAndRefresh(passage.publish, store, { id, revision, note: how?.note });
  return withValue(published, ({ number, touches }) => ({
    said: say.passageLive({ edition: number, n: touches }),
  }));
}

export async function passageEditionAction(store: string, id: string, number: number): Promise<Result<Template>> {
  return act(passage.edition, store, { id, number });
}

export async function removePassageAction(store: string, id: string): Promise<Result<{ removed: string }>> {
  // The page that asks is gone with it: read anew, it would not be found.
  return act(passage.remove, store, { id });
}

export async function saveLookAction(
  store: string,
  revision: number,
  draft: Look,
): Promise<Result<{ revision: number }>> {
  return act(look.save, store, { revision, look: draft });
}

export async function publishLookAction(store: string, revision: number, note = ''): Promise<Result<{ said: string }>> {
  const published = await actAndRefresh(look.publish, store, { revision, note });
  return withValue(published, ({ number, touches }) => ({
    said: say.lookLive({ edition: number, n: touches }),
  }));
}

export async function importLookAction(store: string, text: string): Promise<Result<Look>> {
  return act(look.import, store, { text });
}

export async function copyLookAction(store: string, from: string): Promise<Result<Look>> {
  return act(look.copy, store, { from });
}

export async function lookEditionAction(store: string, number: number): Promise<Result<Look>> {
  return act(look.edition, store, { number });
}
