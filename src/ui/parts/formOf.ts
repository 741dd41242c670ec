/** A file as a server action takes it: read there by `bytesOf`. */
export function formOf(file: File): FormData {
  const form = new FormData();
  form.set('file', file);
  return form;
}
