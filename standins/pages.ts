/** What the stand-ins' pages share: plain HTML, answers, and forms. */
import type { IncomingMessage, ServerResponse } from 'node:http';
import { escapeHtml } from '../src/core/text/values';

export { escapeHtml };

const STYLE = `body{font:15px/1.5 system-ui,sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem;color:#14232b}
table{border-collapse:collapse;width:100%}td,th{text-align:start;padding:.35rem .6rem;border-bottom:1px solid #d3dce0;vertical-align:top}
a{color:#0e5f6b}iframe{width:100%;height:70vh;border:1px solid #d3dce0}pre{white-space:pre-wrap;background:#ecf1f2;padding:1rem}
dl{display:grid;grid-template-columns:max-content 1fr;gap:.2rem 1rem}dd{margin:0}td code{word-break:break-all}
input,select,button,textarea{font:inherit;padding:.2rem .5rem}`;

export function page(title: string, body: string): string {
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escapeHtml(title)}</title><style>${STYLE}</style><h1>${escapeHtml(title)}</h1>${body}</html>`;
}

export function answer(response: ServerResponse, status: number, type: string, body: string | Buffer): void {
  response.writeHead(status, {
    'content-type': type,
    'x-content-type-options': 'nosniff',
    'cache-control': 'no-store',
  });
  response.end(body);
}

export function redirect(response: ServerResponse, to: string): void {
  response.writeHead(303, { location: to });
  response.end();
}

/** A form is taken from the page's own origin only, or from a program that names none. */
export function sameOrigin(request: IncomingMessage): boolean {
  const { origin, host } = request.headers;
  return origin === undefined || origin === `http://${host}`;
}

export async function formOf(request: IncomingMessage): Promise<URLSearchParams> {
  let body = '';
  for await (const chunk of request) {
    body += String(chunk);
    if (body.length > 20_000) throw new Error('The form is too long.');
  }
  return new URLSearchParams(body);
}
