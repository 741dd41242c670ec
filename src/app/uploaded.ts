/** Files that come with a form. */

/** The bytes of the file of a form; none when there is no such file. */
export async function bytesOf(form: unknown, name = 'file'): Promise<Uint8Array> {
  const file = form instanceof FormData ? form.get(name) : undefined;
  return file instanceof File ? new Uint8Array(await file.arrayBuffer()) : new Uint8Array();
}
