'use client';
/** The small bar above the words being typed: bold, italic, link, placeholder. */
import { List, ListOrdered } from 'lucide-react';
import type { Editor } from '@tiptap/react';
import { useEditorState } from '@tiptap/react';
import { useState } from 'react';
import { placeholdersAt } from '@/core/placeholders';
import { safeUrl } from '@/core/text';
import { Toolbar } from '../../parts/Toolbar';
import { say } from '@/words/desk';

export function FormatBar({
  editor,
  moment,
  lists,
  onPlaceholder,
}: {
  editor: Editor;
  moment: string;
  /** These words can hold lists. */
  lists: boolean;
  onPlaceholder: () => void;
}) {
  const [linking, setLinking] = useState(false);
  const state = useEditorState({
    editor,
    selector: ({ editor: e }) => ({
      bold: e.isActive('bold'),
      italic: e.isActive('italic'),
      link: e.isActive('link'),
      empty: e.state.selection.empty,
      kind: (e.getAttributes('paragraph').kind as string | undefined) ?? 'p',
    }),
  });
  const button = (on: boolean): string =>
    `min-w-7 px-2 py-1 ${on ? 'bg-sheet/25' : 'hover:bg-sheet/15'} aria-disabled:opacity-40`;
  return (
    <Toolbar label={say.formatting} className="relative inline-flex bg-ink text-sm text-sheet">
      <button
        type="button"
        aria-pressed={state.bold}
        aria-label={say.bold}
        className={`font-bold ${button(state.bold)}`}
        onClick={() => editor.chain().focus().toggleMark('bold').run()}
      >
        B
      </button>
      <button
        type="button"
        aria-pressed={state.italic}
        aria-label={say.italic}
        className={`italic ${button(state.italic)}`}
        onClick={() => editor.chain().focus().toggleMark('italic').run()}
      >
        i
      </button>
      <button
        type="button"
        aria-pressed={state.link}
        className={button(state.link)}
        aria-disabled={!state.link && state.empty}
        title={!state.link && state.empty ? say.selectTheTextToLink : undefined}
        onClick={() =>
          !state.link && state.empty
            ? undefined
            : state.link
              ? editor.chain().focus().extendMarkRange('link').unsetMark('link').run()
              : setLinking(!linking)
        }
      >
        {state.link ? say.unlink : say.link}
      </button>
      {lists &&
        (
          [
            ['item', say.list, List],
            ['step', say.numberedList, ListOrdered],
          ] as const
        ).map(([kind, label, Sign]) => (
          <button
            key={kind}
            type="button"
            aria-pressed={state.kind === kind}
            aria-label={label}
            className={button(state.kind === kind)}
            onClick={() =>
              editor
                .chain()
                .focus()
                .updateAttributes('paragraph', { kind: state.kind === kind ? 'p' : kind })
                .run()
            }
          >
            <Sign size={15} aria-hidden />
          </button>
        ))}
      <button
        type="button"
        aria-label={say.placeholder}
        className={`font-mono ${button(false)}`}
        onClick={onPlaceholder}
      >
        {'{ }'}
      </button>
      {linking && (
        <LinkForm
          moment={moment}
          onClose={() => {
            setLinking(false);
            editor.commands.focus();
          }}
          onLink={(target) => {
            setLinking(false);
            editor.chain().focus().setMark('link', target).run();
          }}
        />
      )}
    </Toolbar>
  );
}

function LinkForm({
  moment,
  onLink,
  onClose,
}: {
  moment: string;
  onLink: (target: { url: string | null; variable: string | null }) => void;
  onClose: () => void;
}) {
  const [url, setUrl] = useState('');
  const wrong = url.trim() !== '' && safeUrl(url) === undefined;
  return (
    <form
      className="absolute end-0 top-full z-40 mt-1 w-80 border border-rule bg-sheet p-3 text-ink shadow-sheet"
      onMouseDown={(e) => e.stopPropagation()}
      onKeyDown={(e) => e.key === 'Escape' && onClose()}
      onSubmit={(e) => {
        e.preventDefault();
        const safe = safeUrl(url);
        if (safe) onLink({ url: safe, variable: null });
      }}
    >
      <label className="text-xs text-slate">
        {say.linkTo}
        <input
          autoFocus
          className="input mt-1"
          placeholder="https://"
          value={url}
          onChange={(e) => setUrl(e.target.value)}
          aria-invalid={wrong}
        />
      </label>
      {wrong && <p className="mt-1 text-xs text-madder">{say.enterAFullLinkThat}</p>}
      <div className="mt-2 flex flex-wrap gap-x-3 text-xs">
        <span className="text-slate">{say.or}</span>
        {placeholdersAt(moment)
          .filter((p) => p.type === 'url')
          .map((p) => (
            <button key={p.name} type="button" className="link" onClick={() => onLink({ url: null, variable: p.name })}>
              {p.label}
            </button>
          ))}
      </div>
      <button type="submit" className="btn mt-3" disabled={url.trim() === '' || wrong}>
        {say.addLink}
      </button>
    </form>
  );
}
