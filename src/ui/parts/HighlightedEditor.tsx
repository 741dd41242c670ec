'use client';
/** Text that is code: highlighted, with its problems in place. Half a megabyte: fetched by `CodeEditor`. */
import { autocompletion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete';
import { css } from '@codemirror/lang-css';
import { html } from '@codemirror/lang-html';
import { json } from '@codemirror/lang-json';
import { setDiagnostics, type Diagnostic } from '@codemirror/lint';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { Compartment, EditorState, type Extension } from '@codemirror/state';
import {
  Decoration,
  EditorView,
  MatchDecorator,
  ViewPlugin,
  type DecorationSet,
  type ViewUpdate,
} from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { basicSetup } from 'codemirror';
import { useEffect, useRef } from 'react';
import type { CodeEditorProps, CodeLanguage, CodePlaceholder, CodeProblem } from './CodeEditor';

const LANGUAGES: Record<CodeLanguage, () => Extension> = { json, css, html: () => html(), words: () => [] };

/** Placeholders stand in code as one piece: the cursor goes past them, and they are taken out as a whole. */
const chips = (() => {
  const matcher = new MatchDecorator({
    regexp: /\{\$[\w.-]+(?:\s+:[^{}]*)?\}/g,
    decoration: Decoration.mark({ class: 'chip' }),
  });
  return ViewPlugin.fromClass(
    class {
      decorations: DecorationSet;
      constructor(view: EditorView) {
        this.decorations = matcher.createDeco(view);
      }
      update(update: ViewUpdate): void {
        this.decorations = matcher.updateDeco(update, this.decorations);
      }
    },
    {
      decorations: (plugin) => plugin.decorations,
      provide: (plugin) => EditorView.atomicRanges.of((view) => view.plugin(plugin)?.decorations ?? Decoration.none),
    },
  );
})();

/** `{` offers the placeholders there are. */
function offering(placeholders: readonly CodePlaceholder[]) {
  return autocompletion({
    override: [
      (context: CompletionContext): CompletionResult | null => {
        const open = context.matchBefore(/\{\$?[\w.]*/);
        if (!open) return null;
        return {
          from: open.from,
          filter: true,
          options: placeholders.map((p) => ({ label: `{$${p.name}}`, detail: p.label })),
        };
      },
    ],
  });
}

const FACE = EditorView.theme({
  '&': { height: '100%', fontSize: 'var(--text-xs)', backgroundColor: 'var(--color-sheet)' },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', lineHeight: '1.6' },
  '.cm-gutters': {
    backgroundColor: 'var(--color-panel)',
    color: 'var(--color-slate)',
    borderColor: 'var(--color-rule)',
  },
  '.cm-content': { caretColor: 'var(--color-ink)' },
  '.cm-cursor': { borderLeftColor: 'var(--color-ink)' },
  '&.cm-focused': { outline: '2px solid var(--color-petrol)' },
  '& .cm-selectionBackground, &.cm-focused > .cm-scroller > .cm-selectionLayer .cm-selectionBackground': {
    backgroundColor: 'var(--color-marked)',
  },
  '.cm-selectionMatch, .cm-matchingBracket, &.cm-focused .cm-matchingBracket': {
    backgroundColor: 'var(--color-petrol-tint)',
  },
  '.cm-tooltip, .cm-panels': {
    backgroundColor: 'var(--color-sheet)',
    color: 'var(--color-ink)',
    borderColor: 'var(--color-rule)',
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: 'var(--font-mono)' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected]': {
    backgroundColor: 'var(--color-petrol-tint)',
    color: 'var(--color-ink)',
  },
  '.cm-completionIcon': { display: 'none' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'var(--color-ground)' },
});

/** Words of the code in the colours of the rest: names, values, what explains. */
const WORDS = HighlightStyle.define([
  { tag: [tags.keyword, tags.tagName, tags.propertyName, tags.operatorKeyword], color: 'var(--color-petrol)' },
  {
    tag: [tags.className, tags.labelName, tags.attributeName, tags.definitionKeyword],
    color: 'var(--color-marigold-ink)',
  },
  { tag: [tags.string, tags.attributeValue, tags.special(tags.string)], color: 'var(--color-moss)' },
  { tag: [tags.number, tags.bool, tags.null, tags.unit, tags.color, tags.atom], color: 'var(--color-petrol-deep)' },
  { tag: [tags.comment, tags.meta, tags.processingInstruction], color: 'var(--color-slate)' },
  { tag: tags.invalid, color: 'var(--color-madder)' },
]);

export function HighlightedEditor({
  value,
  language,
  label,
  problems = NONE,
  readOnly = false,
  placeholders,
  onChange,
}: CodeEditorProps) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const latest = useRef(onChange);
  const first = useRef({ value, label, language, readOnly, placeholders });
  const writable = useRef(new Compartment());
  useEffect(() => {
    latest.current = onChange;
  });

  useEffect(() => {
    const start = first.current;
    const made = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: start.value,
        extensions: [
          basicSetup,
          LANGUAGES[start.language](),
          FACE,
          syntaxHighlighting(WORDS),
          ...(start.placeholders ? [chips, offering(start.placeholders)] : []),
          EditorView.lineWrapping,
          // Read-only text, too, is reached by the keyboard: it may have to be scrolled.
          EditorView.contentAttributes.of({ 'aria-label': start.label, tabindex: '0' }),
          writable.current.of([EditorState.readOnly.of(start.readOnly), EditorView.editable.of(!start.readOnly)]),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) latest.current?.(update.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = made;
    return () => {
      made.destroy();
      view.current = null;
    };
  }, []);

  // What changed from elsewhere; what was typed here is there already.
  useEffect(() => {
    const editor = view.current;
    if (!editor || editor.state.doc.toString() === value) return;
    editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: value } });
  }, [value]);

  useEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const { length } = editor.state.doc;
    const shown = problems.map((p): Diagnostic => ({
      ...p,
      from: Math.min(p.from, length),
      to: Math.min(Math.max(p.to, p.from), length),
    }));
    editor.dispatch(setDiagnostics(editor.state, shown));
  }, [problems, value]);

  return <div ref={host} className="h-full min-h-0 overflow-hidden border border-rule" data-testid="code" />;
}

const NONE: readonly CodeProblem[] = [];
