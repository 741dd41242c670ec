'use client';
/** Words that are read: placeholders as chips, bold and links as they are, one form below the other. */
import { Fragment, useMemo } from 'react';
import { placeholder } from '@/core/placeholders';
import { termPlaces, type GlossaryEntry, type TermIndex } from '@/core/glossary';
import type { ChipPiece, Paragraph, Piece } from '@/core/text';
import { say } from '@/words/languages';
import { formWords } from '../bench/formWords';
import { viewSegment } from '../desk/useSegments';

const NO_VALUES = {};

export interface ReadWordsProps {
  source: string;
  language: string;
  /** With this, a placeholder can be put into other words by a click. */
  onChip?: ((piece: ChipPiece) => void) | undefined;
  /** Terms that are marked where they stand, each with what is said of it. */
  terms?: { index: TermIndex; about: (entry: GlossaryEntry) => string } | undefined;
}

export function ReadWords({ source, language, onChip, terms }: ReadWordsProps) {
  const { words } = useMemo(() => viewSegment(source, NO_VALUES, language), [source, language]);
  if (!words)
    return <code className="block max-h-40 overflow-hidden text-xs whitespace-pre-wrap wrap-anywhere">{source}</code>;
  return (
    <div lang={language} dir="auto" className="flex flex-col gap-2 wrap-anywhere">
      {words.forms.map((form) => (
        <div key={form.keys.join(' ')}>
          {words.selectors.length > 0 && (
            <div dir="ltr" className="text-xs text-slate">
              {formWords(form, words, language)}
            </div>
          )}
          <Paragraphs paragraphs={form.paragraphs} onChip={onChip} terms={terms} />
        </div>
      ))}
    </div>
  );
}

type Shown = Pick<ReadWordsProps, 'onChip' | 'terms'>;

function Paragraphs({ paragraphs, ...shown }: { paragraphs: readonly Paragraph[] } & Shown) {
  return paragraphs.map(({ kind, pieces }, i) => (
    <p key={i} className="whitespace-pre-wrap">
      {kind !== 'p' && '• '}
      {pieces.map((piece, j) => (
        <PieceShown key={j} piece={piece} {...shown} />
      ))}
    </p>
  ));
}

function PieceShown({ piece, onChip, terms }: { piece: Piece } & Shown) {
  if (piece.type === 'break') return <br />;
  const shown =
    piece.type === 'text' ? <TextShown text={piece.text} terms={terms} /> : <Chip piece={piece} onChip={onChip} />;
  const { marks } = piece;
  if (!marks) return shown;
  return (
    <span
      className={`${marks.b ? 'font-semibold' : ''} ${marks.i ? 'italic' : ''} ${marks.link ? 'underline' : ''}`}
      title={marks.link ? (marks.link.url ?? `{$${marks.link.variable}}`) : undefined}
    >
      {shown}
    </span>
  );
}

function TextShown({ text, terms }: { text: string } & Pick<ReadWordsProps, 'terms'>) {
  const places = terms ? termPlaces(text, terms.index) : [];
  if (!terms || places.length === 0) return text;
  return (
    <>
      {places.map(({ entry, start, end }, i) => (
        <Fragment key={start}>
          {text.slice(places[i - 1]?.end ?? 0, start)}
          <span
            className="underline decoration-petrol decoration-dotted decoration-2 underline-offset-4"
            title={terms.about(entry)}
          >
            {text.slice(start, end)}
          </span>
        </Fragment>
      ))}
      {text.slice(places.at(-1)!.end)}
    </>
  );
}

function Chip({ piece, onChip }: { piece: ChipPiece } & Pick<ReadWordsProps, 'onChip'>) {
  const label = placeholder(piece.name)?.label ?? piece.name;
  if (!onChip) {
    return (
      <span className="chip" title={`{$${piece.name}}`}>
        {label}
      </span>
    );
  }
  return (
    <button
      type="button"
      className="chip min-h-6 hover:border-petrol"
      title={say.putIn({ placeholder: label })}
      // The cursor stays where the placeholder is to go.
      onMouseDown={(e) => e.preventDefault()}
      onClick={() => onChip(piece)}
    >
      {label}
    </button>
  );
}
