/** The picture that banking apps scan: its address holds all that the picture says. */

/** Where pictures of transfer codes are found below an installation's address. */
export const TRANSFER_CODE_PATH = '/media/transfer-codes/';

/** The path of the picture of a code: the code in the alphabet of URLs (RFC 4648, base64url). */
export function transferCodePath(code: string): string {
  const bytes = String.fromCharCode(...new TextEncoder().encode(code));
  return `${TRANSFER_CODE_PATH}${btoa(bytes).replace(/\+/g, '-').replace(/\//g, '_').replace(/=+$/, '')}.png`;
}

/** The code that a picture's file name holds, or undefined for a name that holds none. */
export function transferCodeOf(name: string): string | undefined {
  const encoded = /^([\w-]{1,600})\.png$/.exec(name)?.[1];
  if (encoded === undefined) return undefined;
  try {
    const bytes = atob(encoded.replace(/-/g, '+').replace(/_/g, '/'));
    return new TextDecoder('utf-8', { fatal: true }).decode(Uint8Array.from(bytes, (c) => c.charCodeAt(0)));
  } catch {
    return undefined;
  }
}
