/** XML out and in, with care: what is written can be held by XML 1.0, and what is read declares nothing of its own. */
import { XMLValidator } from 'fast-xml-parser';
import { say } from '../../words/languages';

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Characters that XML 1.0 cannot hold stand as U+FFFD. */
const UNFIT = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g;

/** A text as it stands in XML, between tags or in an attribute. */
export const xml = (text: string): string => text.replace(UNFIT, '\ufffd').replace(/[&<>"]/g, (c) => ESCAPES[c]!);

/** Decodes a file's bytes: UTF-8 or UTF-16 by its byte order mark, UTF-8 without one; undefined for other bytes. */
export function decodeXml(bytes: Uint8Array): string | undefined {
  const mark =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : 'utf-8';
  try {
    return new TextDecoder(mark, { fatal: true }).decode(bytes);
  } catch {
    return undefined;
  }
}

/** The line of a place in a text, from 1. */
export const lineOf = (text: string, at: number): number => text.slice(0, Math.max(0, at)).split('\n').length;

interface Problem {
  ok: false;
  problem: { line: number; message: string };
}

/** Whether a text is well-formed XML, or at which line it is not. */
export function wellFormed(text: string): { ok: true } | Problem {
  const valid = XMLValidator.validate(text);
  if (valid === true) return { ok: true };
  return { ok: false, problem: { line: valid.err.line, message: say.notWellFormed({ why: valid.err.msg }) } };
}

/**
 * Well-formed XML without its document type, where formats usually name one: a type that only names a grammar is left out, one that declares
 * anything is refused.
 */
export function withoutType(text: string): { ok: true; text: string } | Problem {
  const at = text.search(/<!DOCTYPE/i);
  const end = at < 0 ? at : text.indexOf('>', at);
  const plain =
    at < 0 || end < 0 ? text : text.slice(0, at) + text.slice(at, end + 1).replace(/[^\n]/g, ' ') + text.slice(end + 1);
  if (/<!DOCTYPE|<!ENTITY/i.test(plain) || text.slice(Math.max(0, at), end + 1).includes('[')) {
    return { ok: false, problem: { line: 1, message: say.noDocumentType } };
  }
  const checked = wellFormed(plain);
  return checked.ok ? { ok: true, text: plain } : checked;
}
