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

declare module 'mailauth' {
  interface Status {
    result: string;
  }
  export function authenticate(
    raw: Buffer,
    options: {
      ip: string;
      helo: string;
      sender: string;
      mta: string;
      resolver: (name: string, type: string) => Promise<unknown>;
      disableArc?: boolean;
      disableBimi?: boolean;
    },
  ): Promise<{
    dkim: { results: { signingDomain?: string; status: Status }[] };
    spf: { status: Status } | false;
    dmarc: { status: Status } | false;
    /** Header lines that say what was found (RFC 8601). */
    headers: string;
  }>;
}
