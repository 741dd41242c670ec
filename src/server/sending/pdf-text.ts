/** Text on a PDF page: fonts for every language of a store, lines broken at words, and each line in its visual order (Unicode UAX #9). */
import { join } from 'node:path';
import bidiFactory from 'bidi-js';
import type PDFDocument from 'pdfkit';
import type { Direction } from '@/core/text/values';

// Resolved from where all processes run: a bundler would not find a font beside a package.
const FONTS = join(process.cwd(), 'node_modules/dejavu-fonts-ttf/ttf');
const FILES = {
  plain: 'DejaVuSans.ttf',
  'plain bold': 'DejaVuSans-Bold.ttf',
  bookish: 'DejaVuSerif.ttf',
  'bookish bold': 'DejaVuSerif-Bold.ttf',
} as const;
export type PdfFont = keyof typeof FILES;

const bidi = bidiFactory();
const RTL = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufeff]/;

export interface TextStyle {
  font: PdfFont;
  size: number;
  colour: string;
}

interface Run {
  text: string;
  font: PdfFont;
}

/** Writes lines of text at places. Up and down are points from the top of the page. */
export class PdfText {
  constructor(
    readonly doc: InstanceType<typeof PDFDocument>,
    readonly direction: Direction,
  ) {
    for (const [name, file] of Object.entries(FILES)) doc.registerFont(name, join(FONTS, file));
  }

  /** The text in lines that are no wider than this; a word that is wider stands alone and is broken. */
  lines(text: string, style: TextStyle, width: number): string[] {
    const lines: string[] = [];
    let line = '';
    for (const word of text.split(/\s+/).filter((w) => w !== '')) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (this.width(longer, style) <= width) {
        line = longer;
        continue;
      }
      if (line !== '') lines.push(line);
      line = word;
      while (this.width(line, style) > width && line.length > 1) {
        let fits = line.length - 1;
        while (fits > 1 && this.width(line.slice(0, fits), style) > width) fits -= 1;
        lines.push(line.slice(0, fits));
        line = line.slice(fits);
      }
    }
    if (line !== '') lines.push(line);
    return lines;
  }

  /** How wide a line is. */
  width(line: string, style: TextStyle): number {
    return this.runs(line, style.font).reduce((sum, run) => sum + this.runWidth(run, style.size), 0);
  }

  /** How high a line is, with the room to the next. */
  height({ size }: TextStyle): number {
    return size * 1.4;
  }

  /** Writes one line from its beginning or to its end, as the direction of the page has them. */
  line(line: string, style: TextStyle, place: { x: number; y: number; width: number; end?: boolean }): void {
    const runs = this.runs(line, style.font);
    const wide = runs.reduce((sum, run) => sum + this.runWidth(run, style.size), 0);
    const right = (this.direction === 'rtl') !== (place.end ?? false);
    let x = right ? place.x + place.width - wide : place.x;
    for (const run of runs) {
      this.doc.font(run.font).fontSize(style.size).fillColor(style.colour);
      this.doc.text(run.text, x, place.y, { lineBreak: false });
      x += this.runWidth(run, style.size);
    }
  }

  /** Writes text in as many lines as it needs; gives the height of all of them. */
  block(text: string, style: TextStyle, place: { x: number; y: number; width: number; end?: boolean }): number {
    const lines = this.lines(text, style, place.width);
    lines.forEach((line, i) => this.line(line, style, { ...place, y: place.y + i * this.height(style) }));
    return lines.length * this.height(style);
  }

  private runWidth({ text, font }: Run, size: number): number {
    return this.doc.font(font).fontSize(size).widthOfString(text);
  }

  /** A line in pieces of one direction and one font, from left to right. What no font has a glyph for is left out. */
  private runs(line: string, font: PdfFont): Run[] {
    const { levels } = bidi.getEmbeddingLevels(line, this.direction);
    const pieces: { text: string; level: number }[] = [];
    [...line].reduce((index, character) => {
      const level = levels[index] ?? 0;
      const last = pieces.at(-1);
      if (last?.level === level) last.text += character;
      else pieces.push({ text: character, level });
      return index + character.length;
    }, 0);
    const highest = Math.max(0, ...pieces.map((p) => p.level));
    // Rule L2: from the highest level down, pieces of that level and above change places.
    for (let level = highest; level > 0; level -= 1) {
      let from = -1;
      for (let i = 0; i <= pieces.length; i += 1) {
        if (i < pieces.length && pieces[i]!.level >= level) {
          if (from < 0) from = i;
        } else if (from >= 0) {
          pieces.splice(from, i - from, ...pieces.slice(from, i).toReversed());
          from = -1;
        }
      }
    }
    const bold = font.endsWith('bold') ? ' bold' : '';
    return pieces
      .flatMap(({ text, level }): Run[] => {
        // Only one of the families has Arabic letters.
        if (RTL.test(text)) {
          const own = `plain${bold}` as PdfFont;
          return wordsFromRight(text).map((word) => ({ text: this.printable(word, own), font: own }));
        }
        const set = level % 2 === 1 ? [...text].toReversed().map(mirrored).join('') : text;
        return [{ text: this.printable(set, font), font }];
      })
      .filter((run) => run.text !== '');
  }

  private printable(text: string, font: PdfFont): string {
    this.doc.font(font);
    const { font: face } = (
      this.doc as unknown as { _font: { font: { hasGlyphForCodePoint: (c: number) => boolean } } }
    )._font;
    return [...text].filter((c) => face.hasGlyphForCodePoint(c.codePointAt(0)!)).join('');
  }
}

/** Words that are read from the right, as they stand from the left, with the blanks between them. Each is set by the font by itself. */
const wordsFromRight = (text: string): string[] =>
  text
    .split(/( +)/)
    .toReversed()
    .filter((word) => word !== '')
    .map((word) => (RTL.test(word) ? word : [...word].toReversed().map(mirrored).join('')));

const mirrored = (character: string): string => bidi.getMirroredCharacter(character) ?? character;
