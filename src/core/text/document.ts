/**
 * The editor's document and MessageFormat 2, both ways without loss. The document is what a person edits: forms
 * (one, unless the words choose by a number), paragraphs, and inline pieces with marks. Its JSON is plain data; the
 * interface maps it to the editing library's own nodes.
 */
import { stringifyMessage, type Model } from 'messageformat';
import { isParagraph, linkTarget, type MarkName, type ParagraphKind } from './markup';
import { parseSource, type Message, type Pattern } from './source';

export interface LinkTarget {
  /** A fixed address, */
  url?: string;
  /** or the placeholder that holds it. */
  variable?: string;
}

export interface Marks {
  b?: true;
  i?: true;
  link?: LinkTarget;
}

export interface TextPiece {
  type: 'text';
  text: string;
  marks?: Marks;
}

/** A placeholder in the words: an atom. `options` are written as given, in their order. */
export interface ChipPiece {
  type: 'chip';
  name: string;
  fn?: string;
  options?: Record<string, string>;
  marks?: Marks;
}

export interface BreakPiece {
  type: 'break';
  marks?: Marks;
}

export type Piece = TextPiece | ChipPiece | BreakPiece;
export interface Paragraph {
  kind: ParagraphKind;
  pieces: Piece[];
}

export interface FormDocument {
  /** One key for each selector; `*` is every other case. Empty for words with one form. */
  keys: string[];
  paragraphs: Paragraph[];
}

export interface WordsDocument {
  /** How values that choose the form are declared: placeholder name, function, options. */
  selectors: { name: string; fn: string; options?: Record<string, string> }[];
  /** Whether paragraphs are marked up: words of one unmarked line stay so. */
  marked: boolean;
  forms: FormDocument[];
}

/** Thrown when words use something the editor has no shape for; the source view edits those. */
export class NotEditable extends Error {}

/** Reads a parsed message into the editor's document. Throws {@link NotEditable} for what only the source can express. */
export function toDocument(message: Message): WordsDocument {
  const selectors: WordsDocument['selectors'] = [];
  for (const declaration of message.declarations) {
    const { arg, functionRef } = declaration.value;
    if (declaration.type !== 'input' || arg?.type !== 'variable' || !functionRef || declaration.value.attributes) {
      throw new NotEditable('These words declare a value of their own.');
    }
    const options = literalOptions(functionRef.options);
    selectors.push({ name: arg.name, fn: functionRef.name, ...(options && { options }) });
  }
  if (message.type === 'message') {
    if (selectors.length > 0) throw new NotEditable('These words declare a value they do not choose by.');
    const { paragraphs, marked } = toParagraphs(message.pattern);
    return { selectors, marked, forms: [{ keys: [], paragraphs }] };
  }
  const chosen = message.selectors.map((s) => s.name);
  if (chosen.length !== selectors.length || chosen.some((name, i) => selectors[i]?.name !== name)) {
    throw new NotEditable('These words choose by a value declared elsewhere.');
  }
  const forms = message.variants.map((variant) => ({
    keys: variant.keys.map((key) => (key.type === '*' ? '*' : key.value)),
    ...toParagraphs(variant.value),
  }));
  const marked = forms.some((form) => form.marked);
  // A form that says nothing has no paragraphs to mark.
  if (forms.some((form) => form.marked !== marked && !isEmpty(form)))
    throw new NotEditable('Only some forms of these words have paragraphs.');
  return { selectors, marked, forms: forms.map(({ keys, paragraphs }) => ({ keys, paragraphs })) };
}

/** Reads a source into the editor's document; undefined for one that cannot be read, or that only the source view can edit. */
export function readDocument(source: string): WordsDocument | undefined {
  const parsed = parseSource(source);
  if (!parsed.ok) return undefined;
  try {
    return toDocument(parsed.message);
  } catch (error) {
    if (error instanceof NotEditable) return undefined;
    throw error;
  }
}

/** Whether a form is one paragraph without a word. */
const isEmpty = ({ paragraphs }: Pick<FormDocument, 'paragraphs'>): boolean =>
  paragraphs.length === 1 && paragraphs[0]!.kind === 'p' && paragraphs[0]!.pieces.length === 0;

function literalOptions(options: Model.Options | undefined): Record<string, string> | undefined {
  if (!options || Object.keys(options).length === 0) return undefined;
  return Object.fromEntries(
    Object.entries(options).map(([key, value]) => {
      if (value.type !== 'literal') throw new NotEditable('An option of these words reads another placeholder.');
      return [key, value.value];
    }),
  );
}

function toParagraphs(pattern: Pattern): { paragraphs: Paragraph[]; marked: boolean } {
  const marked = pattern.some((part) => typeof part !== 'string' && part.type === 'markup' && isParagraph(part.name));
  const paragraphs: Paragraph[] = marked ? [] : [{ kind: 'p', pieces: [] }];
  let current: Paragraph | undefined = marked ? undefined : paragraphs[0];
  const open: { name: MarkName; link?: LinkTarget }[] = [];
  const marksNow = (): { marks?: Marks } => {
    if (open.length === 0) return {};
    const marks: Marks = {};
    for (const mark of open) {
      if (mark.name === 'link') marks.link = mark.link ?? {};
      else marks[mark.name] = true;
    }
    return { marks };
  };
  const add = (piece: Piece): void => {
    if (!current) throw new NotEditable('Some of these words stand outside a paragraph.');
    current.pieces.push(piece);
  };
  for (const part of pattern) {
    if (typeof part === 'string') {
      if (marked && !current && part.trim() === '') continue;
      if (part !== '') add({ type: 'text', text: part, ...marksNow() });
    } else if (part.type === 'expression') {
      if (part.arg?.type !== 'variable' || part.attributes)
        throw new NotEditable('These words hold a fixed value in braces.');
      const options = literalOptions(part.functionRef?.options);
      add({
        type: 'chip',
        name: part.arg.name,
        ...(part.functionRef && { fn: part.functionRef.name }),
        ...(options && { options }),
        ...marksNow(),
      });
    } else if (isParagraph(part.name) && part.kind === 'open' && !current) {
      current = { kind: part.name, pieces: [] };
      paragraphs.push(current);
    } else if (part.kind === 'close' && current && open.length === 0 && part.name === current.kind) {
      current = undefined;
    } else if (part.name === 'br' && part.kind === 'standalone') {
      add({ type: 'break', ...marksNow() });
    } else if (
      (part.name === 'b' || part.name === 'i' || part.name === 'link') &&
      part.kind === 'open' &&
      !open.some((m) => m.name === part.name)
    ) {
      open.push({ name: part.name, ...(part.name === 'link' && { link: linkTarget(part) }) });
    } else if (part.kind === 'close' && open.at(-1)?.name === part.name) {
      open.pop();
    } else {
      throw new NotEditable(`{#${part.name}} does not stand where it can be edited on the sheet.`);
    }
  }
  if (open.length > 0 || (marked && current)) throw new NotEditable('Some markup in these words is not closed.');
  return { paragraphs, marked };
}

const ORDER: MarkName[] = ['link', 'b', 'i'];

const sameTarget = (a: LinkTarget | undefined, b: LinkTarget | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && a.url === b.url && a.variable === b.variable);

/** Writes the editor's document as a MessageFormat 2 source. */
export function toSource(document: WordsDocument): string {
  return stringifyMessage(toMessage(document));
}

/** The document as a message. Marks open and close in one fixed nesting order, so equal documents give equal sources. */
export function toMessage(document: WordsDocument): Message {
  const declarations: Model.Declaration[] = document.selectors.map((selector) => ({
    type: 'input',
    name: selector.name,
    value: {
      type: 'expression',
      arg: { type: 'variable', name: selector.name },
      functionRef: functionRef(selector.fn, selector.options),
    },
  }));
  const pattern = (form: FormDocument): Pattern => {
    if (isEmpty(form) && document.forms.some((f) => !isEmpty(f))) return [];
    const marked = document.marked || form.paragraphs.length > 1 || form.paragraphs.some((p) => p.kind !== 'p');
    return form.paragraphs.flatMap(({ kind, pieces }) => {
      const inner = paragraphPattern(pieces);
      return marked ? [markup('open', kind), ...inner, markup('close', kind)] : inner;
    });
  };
  const first = document.forms[0] ?? { keys: [], paragraphs: [{ kind: 'p' as const, pieces: [] }] };
  if (document.selectors.length === 0) return { type: 'message', declarations, pattern: pattern(first) };
  return {
    type: 'select',
    declarations,
    selectors: document.selectors.map((s) => ({ type: 'variable', name: s.name })),
    variants: document.forms.map((form) => ({
      keys: form.keys.map((key) => (key === '*' ? { type: '*' } : { type: 'literal', value: key })),
      value: pattern(form),
    })),
  };
}

function functionRef(name: string, options: Record<string, string> | undefined): Model.FunctionRef {
  return {
    type: 'function',
    name,
    ...(options && {
      options: Object.fromEntries(Object.entries(options).map(([k, v]) => [k, { type: 'literal' as const, value: v }])),
    }),
  };
}

function markup(kind: Model.Markup['kind'], name: string, target?: LinkTarget): Model.Markup {
  const href: Model.Literal | Model.VariableRef | undefined =
    target?.variable !== undefined
      ? { type: 'variable', name: target.variable }
      : target?.url !== undefined
        ? { type: 'literal', value: target.url }
        : undefined;
  return { type: 'markup', kind, name, ...(href && { options: { href } }) };
}

function paragraphPattern(pieces: readonly Piece[]): Pattern {
  const out: Pattern = [];
  const open: { name: MarkName; link?: LinkTarget }[] = [];
  const put = (text: string): void => {
    const last = out.at(-1);
    if (typeof last === 'string') out[out.length - 1] = last + text;
    else if (text !== '') out.push(text);
  };
  const closeFrom = (index: number): void => {
    while (open.length > index) out.push(markup('close', open.pop()!.name));
  };
  for (const piece of pieces) {
    const marks = piece.marks ?? {};
    const wanted = ORDER.filter((name) => marks[name] !== undefined);
    let keep = 0;
    while (
      keep < open.length &&
      open[keep]!.name === wanted[keep] &&
      (open[keep]!.name !== 'link' || sameTarget(open[keep]!.link, marks.link))
    ) {
      keep += 1;
    }
    closeFrom(keep);
    for (const name of wanted.slice(keep)) {
      open.push({ name, ...(name === 'link' && { link: marks.link }) });
      out.push(markup('open', name, name === 'link' ? marks.link : undefined));
    }
    if (piece.type === 'text') put(piece.text);
    else if (piece.type === 'break') out.push(markup('standalone', 'br'));
    else {
      out.push({
        type: 'expression',
        arg: { type: 'variable', name: piece.name },
        ...(piece.fn && { functionRef: functionRef(piece.fn, piece.options) }),
      });
    }
  }
  closeFrom(0);
  return out;
}

/** A document of one empty line, for a segment nobody has written yet. */
export const EMPTY_DOCUMENT: WordsDocument = {
  selectors: [],
  marked: false,
  forms: [{ keys: [], paragraphs: [{ kind: 'p', pieces: [] }] }],
};
