'use client';
/** How the message stands in an inbox: sender, subject, preheader, the two last typed right there. */
import type { WordsDocument } from '@/core/text';
import { WordsEditor, type EditingContext } from './editor/WordsEditor';
import type { ChipAttributes } from './editor/documents';
import { say } from '@/words/desk';

export interface InboxRowProps {
  sender: string;
  address: string;
  time: string;
  subject: { words: WordsDocument; formIndex: number } | undefined;
  preheader: { words: WordsDocument; formIndex: number } | undefined;
  rendered: { subject: string; preheader: string } | undefined;
  context: EditingContext;
  direction: 'ltr' | 'rtl';
  editable: boolean;
  width: number;
  /** Of the one that is being written, whether changes go into one form alone. */
  onlyThis?: boolean;
  /** Keeps editors of different languages apart. */
  language: string;
  onChange: (segment: 'subject' | 'preheader', source: string) => void;
  onFocus: (segment: 'subject' | 'preheader') => void;
  onChip: (chip: { attributes: ChipAttributes; update: (a: ChipAttributes) => void } | undefined) => void;
}

/** Where lists of mail cut subject and preheader: on a phone on two lines, on a desktop on one. */
function Cuts({
  rendered: { subject, preheader },
  direction,
  wide,
}: {
  rendered: { subject: string; preheader: string };
  direction: 'ltr' | 'rtl';
  wide: boolean;
}) {
  return (
    <div
      className="mt-1 flex gap-x-4 gap-y-1 border-t max-sm:flex-col border-rule pt-1 text-xs text-slate"
      data-testid="cuts"
    >
      <div className="w-62 shrink-0">
        <span className="sr-only">{say.onAPhone} </span>
        <div dir={direction} className="truncate font-semibold" title={subject}>
          {subject}
        </div>
        <div dir={direction} className="truncate" title={preheader}>
          {preheader}
        </div>
      </div>
      {wide && (
        <div dir={direction} className="min-w-0 flex-1 truncate" title={`${subject} ${preheader}`}>
          <span className="sr-only">{say.onADesktop} </span>
          <span className="font-semibold">{subject}</span> {preheader}
        </div>
      )}
    </div>
  );
}

export function InboxRow(props: InboxRowProps) {
  const { sender, address, time, rendered, context, direction, editable, width, language, onChange, onFocus, onChip } =
    props;
  const editor = (segment: 'subject' | 'preheader', label: string, className: string) => {
    const words = props[segment];
    // Words that only the source view can edit are shown as they read.
    if (!words) return <div className={className}>{rendered?.[segment]}</div>;
    return (
      <WordsEditor
        key={`${language} ${segment}`}
        document={words.words}
        formIndex={words.formIndex}
        form="plain"
        onlyThis={props.onlyThis ?? false}
        label={label}
        className={className}
        {...{ context, direction, editable, onChip }}
        onChange={(source) => onChange(segment, source)}
        onFocus={() => onFocus(segment)}
      />
    );
  };
  return (
    <div
      className="mx-auto mb-3 flex gap-3 border border-dashed border-slate/40 bg-panel px-3 py-2 text-sm"
      style={{ width }}
    >
      <span
        aria-hidden
        className="mt-0.5 flex size-8 shrink-0 items-center justify-center rounded-full bg-ink font-serif text-base text-sheet"
      >
        {sender.slice(0, 1)}
      </span>
      <div className="min-w-0 flex-1" lang={language}>
        <div className="flex gap-2">
          <span className="font-semibold">{sender}</span>
          <span className="truncate text-slate" title={address}>
            {address}
          </span>
          <span className="ms-auto text-slate">{time}</span>
        </div>
        {editor('subject', say.subject, 'font-semibold')}
        {editor('preheader', say.previewText, 'text-slate [&_.ProseMirror]:min-h-6')}
        {rendered && <Cuts rendered={rendered} direction={direction} wide={width > 500} />}
      </div>
    </div>
  );
}
