/** The paper that goes with an order on A4 (ISO 216), in the language and look of its message: what an invoice and a delivery note share. */
import type { Look } from '@/core/look';
import type { Order } from '@/core/order';
import type { Snapshot } from '@/core/snapshot';
import type { Phrasebook } from '@/core/template';
import type { Terms } from '@/core/terms';
import { dateFormatter, moneyFormatter } from '@/core/text/formatters';
import { directionOf, type Money } from '@/core/text/values';
import { PdfText, type PdfFont, type TextStyle } from './pdf-text';

export interface PaperInput {
  order: Order;
  snapshot: Snapshot;
  phrases: Phrasebook;
  language: string;
  locale: string;
  timeZone: string;
  look: Look;
  terms?: Terms;
  /** The logo's bytes, when the look has one. */
  logo?: Buffer | undefined;
}

const MARGIN = 56;
const PAGE = { width: 595.28, height: 841.89 };
export const WIDTH = PAGE.width - 2 * MARGIN;
const BOTTOM = PAGE.height - MARGIN - 20;

export const textOf =
  ({ values }: Snapshot) =>
  (name: string): string =>
    typeof values[name] === 'string' ? values[name] : '';

/** When a message is made, and with it its paper. */
export const madeAt = ({ values }: Snapshot): Date =>
  new Date(typeof values['message.sentAt'] === 'number' ? values['message.sentAt'] : 0);

/** Makes the bytes of a PDF/A-3 (ISO 19005-3): `draw` fills it. */
export async function paper(
  { snapshot, locale }: PaperInput,
  title: string,
  draw: (doc: PDFKit.PDFDocument) => void,
): Promise<Buffer> {
  // Large to load, and needed for papers alone.
  const { default: PDFDocument } = await import('pdfkit');
  const doc = new PDFDocument({
    size: 'A4',
    margin: 0,
    autoFirstPage: false,
    bufferPages: true,
    pdfVersion: '1.7',
    subset: 'PDF/A-3b',
    lang: locale,
    info: { Title: title, Author: textOf(snapshot)('store.name'), CreationDate: madeAt(snapshot) },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((resolve) => doc.on('end', resolve));
  draw(doc);
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

/** Columns of a table: where each begins and how wide it is, as parts of the width. */
export interface Column {
  from: number;
  width: number;
  end: boolean;
}

/** Writes an order's paper from the top down, over as many pages as it needs. */
export abstract class PaperPages {
  protected readonly text: PdfText;
  protected readonly value: (name: string) => string;
  protected readonly money: (money: Money) => string;
  protected readonly date: (name: string) => string;
  protected readonly styles: Record<'name' | 'title' | 'words' | 'strong' | 'small' | 'quiet', TextStyle>;
  protected y = MARGIN;
  /** Stands again at the top of each page while a table goes on. */
  protected head: (() => void) | undefined;

  constructor(
    protected readonly doc: PDFKit.PDFDocument,
    protected readonly input: PaperInput,
  ) {
    const { snapshot, locale, language, timeZone, look } = input;
    this.text = new PdfText(doc, directionOf(language));
    this.value = textOf(snapshot);
    this.money = (m) => moneyFormatter(locale, m.currency)(m.minor);
    this.date = (name) =>
      typeof snapshot.values[name] === 'number'
        ? dateFormatter(locale, timeZone, 'year-month-day', 'long')(snapshot.values[name])
        : '';
    const bookish = (stack: string): boolean => ['bookish', 'old', 'roman'].includes(stack);
    const words: PdfFont = bookish(look.type.words) ? 'bookish' : 'plain';
    const heads: PdfFont = bookish(look.type.headings) ? 'bookish' : 'plain';
    const { colours } = look;
    this.styles = {
      name: { font: `${heads} bold`, size: 15, colour: colours.brand },
      title: { font: `${heads} bold`, size: 18, colour: colours.words },
      words: { font: words, size: 9.5, colour: colours.words },
      strong: { font: `${words} bold`, size: 9.5, colour: colours.words },
      small: { font: words, size: 8.5, colour: colours.words },
      quiet: { font: words, size: 8.5, colour: colours.quietWords },
    };
  }

  protected page(): void {
    this.doc.addPage();
    this.y = MARGIN;
    this.head?.();
  }

  /** Goes on on another page when so much does not fit on this one. */
  protected room(height: number): void {
    if (this.y + height > BOTTOM) this.page();
  }

  protected write(
    words: string,
    style: TextStyle,
    more: Partial<{ from: number; width: number; end: boolean }> = {},
  ): void {
    const place = this.place({ from: more.from ?? 0, width: more.width ?? 1, end: more.end ?? false });
    this.y += this.text.block(words, style, { ...place, y: this.y });
  }

  /** A column as a place on the page: from the other side where a language reads from right to left. */
  protected place({ from, width, end }: Column): { x: number; width: number; end: boolean } {
    const start = this.text.direction === 'rtl' ? 1 - from - width : from;
    return { x: MARGIN + WIDTH * start, width: WIDTH * width, end };
  }

  protected rule(): void {
    this.doc
      .moveTo(MARGIN, this.y)
      .lineTo(MARGIN + WIDTH, this.y)
      .lineWidth(0.6)
      .strokeColor(this.input.look.colours.lines)
      .stroke();
    this.y += 6;
  }

  /** Who it is from, and to whom it goes: `to` stands above the lines of their address. */
  protected letterhead(to: string, known: readonly string[]): void {
    const { logo, look } = this.input;
    if (logo && look.logo) {
      const width = Math.min(look.logo.width * 0.75, 180);
      const height = (look.logo.light.height / look.logo.light.width) * width;
      const x = this.text.direction === 'rtl' ? MARGIN + WIDTH - width : MARGIN;
      this.doc.image(logo, x, this.y, { width });
      this.y += height + 6;
    } else this.write(this.value('store.name'), this.styles.name);
    const own = ['store.address', 'store.email', 'store.phone'].map(this.value).filter((l) => l !== '');
    this.write(own.join(' · '), this.styles.quiet);
    this.y = Math.max(this.y + 18, 150);
    this.write(to, this.styles.quiet);
    // Of a guest there may be no address: then at least who ordered.
    const who = [this.value('customer.fullName'), this.value('customer.company'), this.value('customer.email')];
    for (const line of known.length > 0 ? known : who.filter((l) => l !== '')) this.write(line, this.styles.words);
    this.y = Math.max(this.y + 18, 250);
  }

  protected row(columns: readonly Column[], cells: readonly string[], style: TextStyle): void {
    const lines = columns.map((c, i) => this.text.lines(cells[i] ?? '', style, WIDTH * c.width));
    const height = Math.max(...lines.map((l) => l.length)) * this.text.height(style);
    this.room(height + 4);
    columns.forEach((column, i) => {
      lines[i]!.forEach((line, k) =>
        this.text.line(line, style, { ...this.place(column), y: this.y + k * this.text.height(style) }),
      );
    });
    this.y += height + 4;
  }

  /** "1 / 3" on each page of several. */
  protected numberPages(name: string): void {
    const { count } = this.doc.bufferedPageRange();
    const style = this.styles.quiet;
    for (let i = 0; i < count; i += 1) {
      this.doc.switchToPage(i);
      const words = count > 1 ? `${name} · ${i + 1} / ${count}` : name;
      this.text.line(words, style, { x: MARGIN, y: PAGE.height - MARGIN, width: WIDTH, end: true });
    }
  }
}
