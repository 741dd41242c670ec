/**
 * A message as it is kept: without the files in it, which stand in the store once however many got them. They are put back where they
 * stood, so that it reads byte for byte as it was sent.
 */
import { and, asc, inArray, sql } from 'drizzle-orm';
import { database } from '../db/client';
import { deliveries, sentFiles, sentMessages } from '../db/schema';
import { fileBytes } from '../documents/files';

/** A file's place in a message: so many bytes of what is kept stand before it. */
export interface FilePlace {
  at: number;
  digest: string;
}

export interface FoldedMessage {
  raw: Buffer;
  files: FilePlace[];
}

/** Bytes in base64 as mail programs write it: lines of 76 characters (RFC 2045, 6.8), with an end between them. */
export function base64Lines(bytes: Buffer): Buffer {
  const text = bytes.toString('base64');
  return Buffer.from(text.replace(/.{76}(?=.)/g, '$&\r\n'), 'latin1');
}

/** Takes files out of a composed message, in the order they stand in it. One that is not found in it stays where it is. */
export function foldFiles(raw: Buffer, files: readonly { digest?: string; bytes: Buffer }[]): FoldedMessage {
  const pieces: Buffer[] = [];
  const places: FilePlace[] = [];
  let from = 0;
  let keptBytes = 0;
  for (const { digest, bytes } of files) {
    if (digest === undefined) continue;
    const encoded = base64Lines(bytes);
    const at = raw.indexOf(encoded, from);
    if (at < 0) continue;
    pieces.push(raw.subarray(from, at));
    keptBytes += at - from;
    places.push({ at: keptBytes, digest });
    from = at + encoded.length;
  }
  if (places.length === 0) return { raw, files: [] };
  return { raw: Buffer.concat([...pieces, raw.subarray(from)]), files: places };
}

/** Puts files back into a message. Of one that is gone, nothing stands there. */
export async function unfold(storeId: string, raw: Buffer, places: readonly FilePlace[]): Promise<Buffer> {
  const pieces: Buffer[] = [];
  let from = 0;
  for (const { at, digest } of places) {
    pieces.push(raw.subarray(from, at), base64Lines((await fileBytes(storeId, digest)) ?? Buffer.alloc(0)));
    from = at;
  }
  return places.length === 0 ? raw : Buffer.concat([...pieces, raw.subarray(from)]);
}

/** The message of a delivery as it was sent, or undefined when it was not, or is no longer kept. */
export async function sentMessageOf(deliveryId: string): Promise<Buffer | undefined> {
  return (await sentMessagesOf([deliveryId])).get(deliveryId);
}

/** The messages of several deliveries as they were sent, by the delivery's id; of one that went with others, the mail that it is in. */
export async function sentMessagesOf(deliveryIds: readonly string[]): Promise<Map<string, Buffer>> {
  if (deliveryIds.length === 0) return new Map();
  const carried = await database()
    .select({ id: deliveries.id, carrier: deliveries.gatheredIn })
    .from(deliveries)
    .where(and(inArray(deliveries.id, [...deliveryIds]), sql`${deliveries.gatheredIn} <> ${deliveries.id}`));
  if (carried.length === 0) return ownMessagesOf(deliveryIds);
  const carriers = new Map(carried.map((c) => [c.id, c.carrier!]));
  const messages = await ownMessagesOf([...new Set(deliveryIds.map((id) => carriers.get(id) ?? id))]);
  return new Map(
    deliveryIds.flatMap((id) => {
      const message = messages.get(carriers.get(id) ?? id);
      return message ? [[id, message]] : [];
    }),
  );
}

async function ownMessagesOf(deliveryIds: readonly string[]): Promise<Map<string, Buffer>> {
  const [messages, places] = await Promise.all([
    database()
      .select()
      .from(sentMessages)
      .where(inArray(sentMessages.deliveryId, [...deliveryIds])),
    database()
      .select()
      .from(sentFiles)
      .where(inArray(sentFiles.deliveryId, [...deliveryIds]))
      .orderBy(asc(sentFiles.deliveryId), asc(sentFiles.place)),
  ]);
  const whole = new Map<string, Buffer>();
  for (const { deliveryId, storeId, raw } of messages) {
    whole.set(
      deliveryId,
      await unfold(
        storeId,
        raw,
        places.filter((p) => p.deliveryId === deliveryId),
      ),
    );
  }
  return whole;
}
