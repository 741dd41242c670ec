/** Bodies of requests, read only so far as they are wanted. */

/** An order with five hundred lines is far below this. */
export const MAX_BODY = 1_000_000;

/** Reads a body as text in UTF-8: see {@link readBytes}. */
export async function readBody(request: Request): Promise<string | undefined> {
  return (await readBytes(request))?.toString('utf8');
}

/** Reads a body, or gives undefined when it is longer than {@link MAX_BODY}; never keeps more than that in memory. */
export async function readBytes(request: Request): Promise<Buffer | undefined> {
  if (Number(request.headers.get('content-length') ?? 0) > MAX_BODY) return undefined;
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const part = await reader?.read();
    if (!part || part.done) break;
    size += part.value.length;
    if (size > MAX_BODY) {
      await reader?.cancel();
      return undefined;
    }
    chunks.push(part.value);
  }
  return Buffer.concat(chunks);
}
