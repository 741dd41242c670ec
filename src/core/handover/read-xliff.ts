/**
 * Reading a translator's XLIFF file, 2.x or 1.2. It is read with care and trusted in nothing: document types are refused, inline elements mean what
 * the store's own source says under their id, and what cannot be read is said with its line.
 */
import { Parser } from 'htmlparser2';
import { say } from '../../words/languages';
import { XLIFF12_NAMESPACE, XLIFF_NAMESPACE } from './shape';
import { lineOf, wellFormed } from './xml';

/** A part of a source or target: text, or an inline element by its id. */
export type Read = string | { id: string; at: 'open' | 'close' | 'alone'; subType?: string };

/** The state of a unit in a format that has none: what is the same is as it was said to be, what is written counts as done. */
export const UNSAID = 'unsaid';

export interface ReadUnit {
  id: string;
  /** The group that it stands in, for a segment in several forms. */
  group?: string;
  name: string;
  state: string;
  source: Read[];
  /** Undefined for a unit that has no target. */
  target?: Read[];
  /** From 1. */
  line: number;
}

export interface ReadFile {
  /** As it was written: "template:order-received". */
  original: string;
  name: string;
  units: ReadUnit[];
}

/** What a file holds, whatever its format. */
export interface HandedBack {
  source: string;
  target: string;
  files: ReadFile[];
}

export type ReadResult = { ok: true; value: HandedBack } | { ok: false; problem: { line: number; message: string } };

const INLINE = new Set(['ph', 'pc', 'sc', 'ec', 'cp', 'mrk', 'sm', 'em']);
/** Inline elements of XLIFF 1.2 by what they are called in 2.x. */
const OLD_NAMES: Record<string, string> = { x: 'ph', g: 'pc', bx: 'sc', ex: 'ec' };
/** What 1.2 says of a target that is not finished. */
const UNFINISHED = /^(new|needs-(translation|adaptation|l10n|review.*))$/;
const SIGNED = /^(signed-off|final)$/;

/** Reads the text of a file. Nothing in it is fetched, and no entity but those of XML itself is known. */
export function readXliff(text: string): ReadResult {
  const problem = (line: number, message: string): ReadResult => ({ ok: false, problem: { line, message } });
  if (/<!DOCTYPE|<!ENTITY/i.test(text))
    return problem(lineOf(text, text.search(/<!DOCTYPE|<!ENTITY/i)), say.noDocumentType);
  const checked = wellFormed(text);
  if (!checked.ok) return checked;
  const reading = new Reading(text);
  const parser = new Parser(reading, { xmlMode: true, decodeEntities: true });
  reading.parser = parser;
  parser.end(text);
  if (!reading.root) return problem(1, say.notXliff);
  const { xmlns, version = '' } = reading.root;
  const old = xmlns === XLIFF12_NAMESPACE && version === '1.2';
  if (!old && (xmlns !== XLIFF_NAMESPACE || !/^2\.\d$/.test(version))) return problem(1, say.otherXliff({ version }));
  if (reading.wrong) return problem(reading.wrong.line, reading.wrong.message);
  if (old) return { ok: true, value: { ...reading.languages, files: reading.files } };
  const { srcLang = '', trgLang = '' } = reading.root;
  return { ok: true, value: { source: srcLang, target: trgLang, files: reading.files } };
}

/** Types of inline elements of 1.2 by those of 2.x. */
const OLD_TYPES: Record<string, string> = { bold: 'xlf:b', italic: 'xlf:i', lb: 'xlf:lb' };

/** What the parser tells, put together. */
class Reading {
  root: Record<string, string> | undefined;
  files: ReadFile[] = [];
  /** Of the first file of 1.2, in which each says it for itself. */
  languages = { source: '', target: '' };
  wrong: { line: number; message: string } | undefined;
  parser!: Parser;
  private groups: string[] = [];
  private unit: ReadUnit | undefined;
  private into: Read[] | undefined;
  private depth: { id: string; pc: boolean }[] = [];
  private noteOfFile = false;
  /** Inside of what another tool proposes, which is no translation. */
  private proposed = 0;

  constructor(private readonly text: string) {}

  private counted = { at: 0, line: 1 };
  /** Where the parser is, counted on from where it was asked last. */
  private get line(): number {
    const { at, line } = this.counted;
    const to = this.parser.startIndex;
    this.counted = { at: to, line: line + (this.text.slice(at, to).match(/\n/g)?.length ?? 0) };
    return this.counted.line;
  }

  onopentag(qualified: string, attributes: Record<string, string>): void {
    const called = qualified.split(':').at(-1)!;
    const name = OLD_NAMES[called] ?? called;
    if (name === 'alt-trans') this.proposed += 1;
    if (this.proposed > 0) return;
    if (name === 'xliff' && !this.root) this.root = attributes;
    else if (name === 'file') {
      this.files.push({ original: attributes.original ?? '', name: '', units: [] });
      const { 'source-language': source = '', 'target-language': target = '' } = attributes;
      if (this.files.length === 1) this.languages = { source, target };
      else if (this.languages.source !== source || this.languages.target !== target) {
        this.wrong ??= { line: this.line, message: say.manyLanguages };
      }
    } else if (name === 'note' && !this.unit && this.groups.length === 0) this.noteOfFile = true;
    else if (name === 'group') this.groups.push(attributes.id ?? '');
    else if (name === 'unit' || name === 'trans-unit') {
      const group = this.groups.at(-1);
      this.unit = {
        id: attributes.id ?? '',
        name: attributes.name ?? attributes.resname ?? '',
        state: attributes.approved === 'yes' ? 'reviewed' : '',
        source: [],
        line: this.line,
        ...(group !== undefined && { group }),
      };
      this.files.at(-1)?.units.push(this.unit);
    } else if (name === 'segment' && this.unit) this.unit.state = attributes.state ?? this.unit.state;
    else if (name === 'source' && this.unit) this.into = this.unit.source;
    else if (name === 'target' && this.unit) {
      const { state = '' } = attributes;
      if (UNFINISHED.test(state)) this.unit.state = 'initial';
      else if (SIGNED.test(state)) this.unit.state = 'reviewed';
      this.into = this.unit.target ??= [];
    } else if (this.into && INLINE.has(name)) this.inline(name, attributes);
  }

  private inline(name: string, { id = '', subType, startRef, rid, hex, ctype }: Record<string, string>): void {
    const into = this.into!;
    const kind = subType ?? OLD_TYPES[ctype ?? ''];
    const sub = kind === undefined ? {} : { subType: kind };
    switch (name) {
      case 'ph':
        into.push({ id, at: 'alone', ...sub });
        return;
      case 'pc':
        into.push({ id, at: 'open', ...sub });
        this.depth.push({ id, pc: true });
        return;
      case 'sc':
        into.push({ id, at: 'open', ...sub });
        return;
      case 'ec':
        into.push({ id: startRef ?? rid ?? id, at: 'close' });
        return;
      case 'cp':
        this.wrong ??= { line: this.line, message: say.controlCharacter({ code: hex ?? '' }) };
        return;
      // Marks of a tool about the text say nothing of the text.
      default:
        return;
    }
  }

  onclosetag(qualified: string): void {
    const called = qualified.split(':').at(-1)!;
    const name = OLD_NAMES[called] ?? called;
    if (name === 'alt-trans') this.proposed -= 1;
    if (this.proposed > 0) return;
    if (name === 'group') this.groups.pop();
    else if (name === 'note') this.noteOfFile = false;
    else if (name === 'unit' || name === 'trans-unit') this.unit = undefined;
    else if (name === 'source' || name === 'target') this.into = undefined;
    else if (name === 'pc' && this.into) this.into.push({ id: this.depth.pop()?.id ?? '', at: 'close' });
  }

  ontext(text: string): void {
    if (this.proposed > 0) return;
    if (this.into) this.into.push(text.replace(/\r\n?/g, '\n'));
    else if (this.noteOfFile) {
      const file = this.files.at(-1);
      if (file) file.name += text.trim();
    }
  }
}
