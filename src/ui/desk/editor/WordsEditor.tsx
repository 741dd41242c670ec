'use client';
/**
 * One segment's words, typed in place. The source in the draft is the one truth: what is typed goes there, and when it
 * changes from elsewhere (undo, another language), the editor follows.
 */
import { picturesAmong } from '../usePictureFiles';
import { EditorContent, useEditor, type Editor } from '@tiptap/react';
import { NodeSelection } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';
import { createPortal } from 'react-dom';
import { useEffect, useImperativeHandle, useMemo, useRef, useState, type CSSProperties, type Ref } from 'react';
import {
  defaultFunction,
  editForm,
  toDocument,
  parseSource,
  toSource,
  type Paragraph,
  type Piece,
  type SegmentForm,
  type Values,
  type WordsDocument,
  type WritingContext,
} from '@/core/text';
import { foreignPlaceholders, placeholder, type ForeignPlaceholder } from '@/core/placeholders';
import { chipPiece } from '@/core/template';
import { chipFace } from '../chips';
import { Foreign } from '../dialogs/Foreign';
import { PlaceholderPicker } from '../PlaceholderPicker';
import { chipAttributes, jsonToParagraphs, paragraphsToJson, pieceToJson, type ChipAttributes } from './documents';
import { pastedHtml } from './pasted';
import { extensionsFor, repaintChips } from './extensions';

export interface EditingContext {
  moment: string;
  values: Values;
  writing: WritingContext;
  /** Another one than before: the words come from elsewhere, such as undo, also where they are what was typed a moment ago. */
  turn?: number;
}

export interface WordsEditorHandle {
  focus: () => void;
  openPicker: () => void;
  editor: Editor | null;
}

export interface WordsEditorProps {
  document: WordsDocument;
  /** Which of the forms is edited. */
  formIndex: number;
  /** Whether a change goes into this form alone, even where all forms say the same. */
  onlyThis?: boolean;
  form: SegmentForm;
  context: EditingContext;
  label: string;
  direction: 'ltr' | 'rtl';
  editable: boolean;
  style?: CSSProperties;
  className?: string;
  autoFocus?: boolean;
  onChange: (source: string) => void;
  onChip?: (chip: { attributes: ChipAttributes; update: (attributes: ChipAttributes) => void } | undefined) => void;
  onFocus?: () => void;
  onEscape?: () => void;
  /** Pictures were pasted. */
  onPictures?: ((files: File[]) => void) | undefined;
  handle?: Ref<WordsEditorHandle>;
}

const NO_WORDS: Paragraph[] = [{ kind: 'p', pieces: [] }];

export function WordsEditor(props: WordsEditorProps) {
  const {
    document: words,
    formIndex,
    form,
    context,
    label,
    direction,
    editable,
    style,
    className,
    autoFocus,
    handle,
  } = props;
  const [picker, setPicker] = useState<{ left: number; top: number; bottom: number }>();
  const [pasted, setPasted] = useState<{ text: string; found: ForeignPlaceholder[] }>();
  const latest = useRef(props);
  useEffect(() => {
    latest.current = props;
  });
  const face = useMemo(
    () => (attributes: ChipAttributes) => chipFace(attributes, context.values, context.moment, context.writing),
    [context],
  );
  const faceRef = useRef(face);
  useEffect(() => {
    faceRef.current = face;
  }, [face]);
  const emitted = useRef<string | undefined>(undefined);
  /** What was typed since the screen last caught up: when it comes back late it is no news. */
  const earlier = useRef(new Set<string>());

  const openAtCursor = (editor: Editor): void => {
    const at = editor.view.coordsAtPos(editor.state.selection.from);
    setPicker({ left: at.left, top: at.top, bottom: at.bottom });
  };
  const openRef = useRef<() => void>(() => undefined);

  const editor = useEditor({
    immediatelyRender: false,
    shouldRerenderOnTransaction: false,
    editable,
    extensions: useMemo(() => extensionsFor(form, (a) => faceRef.current(a)), [form]),
    content: paragraphsToJson(words.forms[formIndex]?.paragraphs ?? NO_WORDS),
    autofocus: autoFocus ? 'end' : false,
    enableInputRules: false,
    enablePasteRules: false,
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-label': label,
        'aria-multiline': String(form === 'paragraphs'),
        dir: direction,
        spellcheck: 'true',
      },
      handleTextInput: (_view, _from, _to, text) => {
        if (text !== '{') return false;
        openRef.current();
        return true;
      },
      handleKeyDown: (_view, event) => {
        if (event.key === 'Escape') {
          latest.current.onEscape?.();
          return true;
        }
        // One line has no second paragraph to open.
        return event.key === 'Enter' && form !== 'paragraphs' && !(event.shiftKey && form === 'line');
      },
      transformPastedHTML: (html) => (form === 'plain' ? html : pastedHtml(html)),
      handlePaste: (view, event) => {
        const pictures = picturesAmong(event.clipboardData?.files ?? []);
        // A word processor sends a picture of what was copied along with the words: then the words are meant.
        if (pictures.length > 0 && latest.current.onPictures && !event.clipboardData?.getData('text/plain')) {
          latest.current.onPictures(pictures);
          return true;
        }
        const text = event.clipboardData?.getData('text/plain') ?? '';
        const found = foreignPlaceholders(text, latest.current.context.moment);
        if (found.length > 0) {
          setPasted({ text, found });
          return true;
        }
        if (!text.includes('{$')) return false;
        const pieces = piecesFromPasted(text);
        if (!pieces) return false;
        insertPieces(view, pieces);
        return true;
      },
    },
    onUpdate: ({ editor: changed }) => {
      const { document: now, formIndex: index, onChange } = latest.current;
      const paragraphs = jsonToParagraphs(changed.getJSON());
      const source = toSource(editForm(now, index, paragraphs, latest.current.onlyThis).words);
      earlier.current.add(source);
      emitted.current = source;
      onChange(source);
    },
    onFocus: () => latest.current.onFocus?.(),
    onSelectionUpdate: ({ editor: changed }) => {
      const tell = (): void => {
        const { selection } = changed.state;
        const { onChip } = latest.current;
        if (!onChip) return;
        if (!(selection instanceof NodeSelection) || selection.node.type.name !== 'chip') return onChip(undefined);
        const at = selection.from;
        onChip({
          attributes: selection.node.attrs as ChipAttributes,
          update: (attributes) => {
            const { view } = changed;
            const transaction = view.state.tr.setNodeMarkup(at, undefined, attributes);
            view.dispatch(transaction.setSelection(NodeSelection.create(transaction.doc, at)));
            // The same place is selected, which is no news to the editor.
            tell();
          },
        });
      };
      tell();
    },
  });

  useEffect(() => {
    openRef.current = () => editor && openAtCursor(editor);
  }, [editor]);

  // Words changed from elsewhere: undo, another language, another form, the source view.
  const source = useMemo(() => toSource(words), [words]);
  const shownForm = useRef(formIndex);
  const { turn = 0 } = context;
  const shownTurn = useRef(turn);
  useEffect(() => {
    if (!editor || editor.isDestroyed) return;
    const anew = shownTurn.current !== turn;
    shownTurn.current = turn;
    if (emitted.current === source && shownForm.current === formIndex) {
      earlier.current.clear();
      return;
    }
    if (!anew && earlier.current.has(source) && shownForm.current === formIndex) return;
    earlier.current.clear();
    shownForm.current = formIndex;
    emitted.current = source;
    const next = paragraphsToJson(words.forms[formIndex]?.paragraphs ?? NO_WORDS);
    if (JSON.stringify(next) !== JSON.stringify(editor.getJSON()))
      editor.commands.setContent(next, { emitUpdate: false });
  }, [editor, source, words, formIndex, turn]);

  useEffect(() => {
    if (editor && !editor.isDestroyed) repaintChips(editor.view.dom, face);
  }, [editor, face]);

  useEffect(() => {
    editor?.setEditable(editable, false);
  }, [editor, editable]);

  useImperativeHandle(
    handle,
    () => ({
      focus: () => editor?.commands.focus(),
      openPicker: () => {
        if (!editor) return;
        editor.commands.focus();
        openAtCursor(editor);
      },
      editor,
    }),
    [editor],
  );

  const close = (): void => {
    setPicker(undefined);
    editor?.view.focus();
  };

  return (
    <div className={`words-editor ${className ?? ''}`} style={style} dir={direction}>
      <EditorContent editor={editor} />
      {pasted && (
        <Foreign
          found={pasted.found}
          moment={context.moment}
          onClose={() => setPasted(undefined)}
          onTake={(names) => {
            setPasted(undefined);
            if (editor) insertPieces(editor.view, piecesWith(pasted.text, pasted.found, names));
            editor?.commands.focus();
          }}
        />
      )}
      {picker &&
        createPortal(
          <PlaceholderPicker
            moment={context.moment}
            values={context.values}
            context={context.writing}
            at={picker}
            onClose={close}
            onPick={(name) => {
              const known = placeholder(name);
              setPicker(undefined);
              if (!editor) return;
              // At once and not with the next frame: the next key may be there before it.
              editor.view.focus();
              editor
                .chain()
                .insertContent({
                  type: 'chip',
                  attrs: chipAttributes({
                    name,
                    ...(known && known.type !== 'url' && { fn: defaultFunction(known.type) }),
                  }),
                })
                .run();
            }}
          />,
          globalThis.document.body,
        )}
    </div>
  );
}

function insertPieces(view: EditorView, pieces: readonly Piece[]): void {
  const nodes = pieces.map((p) => view.state.schema.nodeFromJSON(pieceToJson(p)));
  let transaction = view.state.tr.deleteSelection();
  for (const node of nodes) transaction = transaction.insert(transaction.selection.from, node);
  view.dispatch(transaction);
}

/** A text with foreign placeholders, as pieces: those that have a name of ours as chips. */
function piecesWith(
  text: string,
  found: readonly ForeignPlaceholder[],
  names: ReadonlyMap<string, string | undefined>,
): Piece[] {
  const out: Piece[] = [];
  let at = 0;
  const words = (part: string): void => {
    const line = part.replace(/\s+/g, ' ');
    if (line !== '') out.push({ type: 'text', text: line });
  };
  for (const f of found) {
    const name = names.get(f.text);
    words(text.slice(at, name ? f.start : f.end));
    if (name) out.push(chipPiece(name));
    at = f.end;
  }
  words(text.slice(at));
  return out;
}

/** Words with `{$...}` in them, pasted: their pieces, or undefined when they cannot be read as one line of words. */
function piecesFromPasted(text: string) {
  const parsed = parseSource(text.replace(/\s+/g, ' '));
  if (!parsed.ok || parsed.message.type !== 'message') return undefined;
  try {
    return toDocument(parsed.message).forms[0]?.paragraphs.flatMap((p) => p.pieces);
  } catch {
    return undefined;
  }
}
