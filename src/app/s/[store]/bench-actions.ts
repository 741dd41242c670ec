'use server';
/** What the Desk and the Look screen do on the server. Each asks for access by itself: a store's id is only a wish. */
import { revalidatePath } from 'next/cache';
import { act } from '@/app/act';
import { languageName } from '@/core/names';
import type { Look, PictureColour } from '@/core/look';
import type { Order } from '@/core/order';
import type { Result } from '@/core/result';
import type { Block, Segments, Template } from '@/core/template';
import { AppError } from '@/server/errors';
import { bringPicture, coloursOf, type BroughtPicture } from '@/server/pictures';
import { copyBlockTo, editionOf, publish, saveDraft, templateFor } from '@/server/views/desk';
import { copyLook, importLook, lookEdition, publishLook, saveLook } from '@/server/views/look';
import { listOrders, orderSnapshot } from '@/server/views/orders';
import { makePassage, publishPassage, removePassage, savePassage } from '@/server/views/passages';
import { sendTest } from '@/server/views/tests';
import type { OrderChoice } from '@/ui/desk/ReadingStrip';

export async function orderAction(
  store: string,
  number: string,
): Promise<Result<{ order: Order; channelName: string | undefined }>> {
  return act(store, 'store.read', (who) => orderSnapshot(who, number));
}

export async function ordersAction(store: string, search: string): Promise<Result<OrderChoice[]>> {
  return act(store, 'store.read', async (who) =>
    (await listOrders(who, { search: search.slice(0, 100) }, 60)).rows.map((o) => ({
      number: o.number,
      name: o.customerName,
      note: languageName(o.language),
    })),
  );
}

export async function saveAction(
  store: string,
  slug: string,
  revision: number,
  template: Template,
): Promise<Result<{ revision: number }>> {
  return act(store, 'template.edit', (who) => saveDraft(who, slug, revision, template));
}

export async function publishAction(store: string, slug: string, revision: number): Promise<Result<{ said: string }>> {
  return act(store, 'template.publish', async (who) => {
    const { number } = await publish(who, slug, revision);
    revalidatePath(`/s/${store}`, 'layout');
    return { said: `Edition ${number} is live.` };
  });
}

export async function editionAction(store: string, slug: string, number: number): Promise<Result<Template>> {
  return act(store, 'store.read', (who) => editionOf(who, slug, number));
}

export async function templateOfAction(store: string, slug: string): Promise<Result<Template>> {
  return act(store, 'store.read', async (who) => (await templateFor(who, slug, 'draft')).template);
}

export async function testAction(
  store: string,
  slug: string,
  draft: Template,
  language: string,
  order: string,
  to: string,
): Promise<Result<{ to: string; subject: string }>> {
  return act(store, 'test.send', (who) => sendTest(who, { slug, to, language, order, draft }));
}

export async function bringAction(store: string, form: FormData): Promise<Result<BroughtPicture>> {
  return act(store, 'picture.bring', async (who) => {
    const file = form.get('picture');
    const shown = Number(form.get('shown'));
    if (!(file instanceof File) || !Number.isInteger(shown) || shown < 16 || shown > 800) {
      throw new AppError('invalid', 'No picture arrived.', [{ path: '/picture', message: 'is missing' }]);
    }
    return bringPicture(who, Buffer.from(await file.arrayBuffer()), file.name, shown);
  });
}

export async function coloursAction(store: string, path: string): Promise<Result<PictureColour[]>> {
  return act(store, 'store.read', (who) => coloursOf(who, path));
}

export async function copyBlockAction(
  store: string,
  slug: string,
  block: Block,
  words: Record<string, Segments>,
): Promise<Result<{ name: string }>> {
  return act(store, 'template.edit', (who) => copyBlockTo(who, slug, block, words));
}

export async function makePassageAction(
  store: string,
  name: string,
  blocks: Block[],
  words: Record<string, Segments>,
): Promise<Result<{ id: string }>> {
  return act(store, 'template.publish', (who) => makePassage(who, name, blocks, words));
}

export async function savePassageAction(
  store: string,
  id: string,
  revision: number,
  template: Template,
): Promise<Result<{ revision: number }>> {
  return act(store, 'template.edit', (who) => savePassage(who, id, revision, template));
}

export async function publishPassageAction(
  store: string,
  id: string,
  revision: number,
): Promise<Result<{ said: string }>> {
  return act(store, 'template.publish', async (who) => {
    const { touches } = await publishPassage(who, id, revision);
    revalidatePath(`/s/${store}`, 'layout');
    return {
      said: `The passage is published. ${touches === 1 ? 'One message uses it' : `${touches} messages use it`}.`,
    };
  });
}

export async function removePassageAction(store: string, id: string): Promise<Result<null>> {
  return act(store, 'template.publish', async (who) => {
    await removePassage(who, id);
    revalidatePath(`/s/${store}`, 'layout');
    return null;
  });
}

export async function saveLookAction(
  store: string,
  revision: number,
  look: Look,
): Promise<Result<{ revision: number }>> {
  return act(store, 'look.edit', (who) => saveLook(who, revision, look));
}

export async function publishLookAction(store: string, revision: number): Promise<Result<{ said: string }>> {
  return act(store, 'look.publish', async (who) => {
    const { number, touches } = await publishLook(who, revision);
    revalidatePath(`/s/${store}`, 'layout');
    return {
      said: `Edition ${number} of the look is live: ${touches === 1 ? 'one message wears' : `${touches} messages wear`} it.`,
    };
  });
}

export async function importLookAction(store: string, text: string): Promise<Result<Look>> {
  return act(store, 'look.edit', (who) => importLook(who, text));
}

export async function copyLookAction(store: string, from: string): Promise<Result<Look>> {
  return act(store, 'look.edit', (who) => copyLook(who, from));
}

export async function lookEditionAction(store: string, number: number): Promise<Result<Look>> {
  return act(store, 'store.read', (who) => lookEdition(who, number));
}
