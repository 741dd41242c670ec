/** Packages that ship without types; only what we use of them is declared. */
declare module 'mjml' {
  interface MjmlResult {
    html: string;
    errors: { line: number; message: string; formattedMessage: string }[];
  }
  export default function mjml2html(
    source: string,
    options?: { validationLevel?: 'strict' | 'soft' | 'skip'; keepComments?: boolean },
  ): Promise<MjmlResult>;
}

declare module 'mjml-browser' {
  export { default } from 'mjml';
}
