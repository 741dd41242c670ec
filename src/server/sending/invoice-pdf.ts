/** An order's invoice on A4 (ISO 216), in the language of the message it goes with. Figures are those of the message itself. */
import { join } from 'node:path';
import PDFDocument from 'pdfkit';
import type { Snapshot, TotalRow } from '@/core/snapshot';
import type { Phrasebook } from '@/core/template';
import { dateFormatter, moneyFormatter } from '@/core/text/formatters';
import type { Money } from '@/core/text/values';

export interface InvoiceInput {
  snapshot: Snapshot;
  phrases: Phrasebook;
  locale: string;
  timeZone: string;
  /** Colour of the words. */
  ink: string;
}

// Resolved from where all processes run: a bundler would not find a font beside a package.
const FONTS = join(process.cwd(), 'node_modules/dejavu-fonts-ttf/ttf');
const MARGIN = 56;
const WIDTH = 595.28 - 2 * MARGIN;
const COLUMNS = { quantity: 0.56, price: 0.68, amount: 0.84 } as const;

/** Makes the bytes of an invoice. The same input gives the same pages. */
export async function invoicePdf({ snapshot, phrases, locale, timeZone, ink }: InvoiceInput): Promise<Buffer> {
  const { values } = snapshot;
  const text = (name: string): string => (typeof values[name] === 'string' ? values[name] : '');
  const money = (m: Money): string => moneyFormatter(locale, m.currency)(m.minor);
  const date = (name: string): string =>
    typeof values[name] === 'number' ? dateFormatter(locale, timeZone, 'year-month-day', 'long')(values[name]) : '';
  const made = new Date(typeof values['message.sentAt'] === 'number' ? values['message.sentAt'] : 0);
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    lang: locale,
    info: { Title: `${phrases.invoice} ${text('invoice.number')}`, Author: text('store.name'), CreationDate: made },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((resolve) => doc.on('end', resolve));
  doc.registerFont('plain', join(FONTS, 'DejaVuSans.ttf'));
  doc.registerFont('strong', join(FONTS, 'DejaVuSans-Bold.ttf'));
  doc.fillColor(ink);

  const own = [text('store.name'), text('store.address'), text('store.email')].filter((l) => l !== '');
  doc
    .font('strong')
    .fontSize(13)
    .text(own[0] ?? '', MARGIN, MARGIN);
  doc.font('plain').fontSize(9).text(own.slice(1).join('\n'));
  doc.fontSize(8).text(phrases.billTo, MARGIN, 150);
  doc.fontSize(10).text(snapshot.billing.join('\n'));

  doc
    .font('strong')
    .fontSize(18)
    .text(`${phrases.invoice} ${text('invoice.number')}`, MARGIN, 260);
  doc.font('plain').fontSize(9).moveDown(0.4);
  const facts: [string, string][] = [
    [phrases.orderNumber, text('order.number')],
    [phrases.invoiceDate, date('message.sentAt')],
    [phrases.dueOn, date('invoice.dueOn')],
  ];
  for (const [label, value] of facts) if (value !== '') doc.text(`${label}: ${value}`);
  doc.moveDown(1.2);

  const at = (part: number): number => MARGIN + WIDTH * part;
  const row = (cells: { name: string; quantity?: string; price?: string; amount: string }, strong = false): void => {
    doc.font(strong ? 'strong' : 'plain').fontSize(9);
    const nameWidth = WIDTH * COLUMNS.quantity - 12;
    const height = doc.heightOfString(cells.name, { width: nameWidth });
    if (doc.y + height > 842 - MARGIN) doc.addPage();
    const { y } = doc;
    doc.text(cells.name, MARGIN, y, { width: nameWidth });
    const end = (value: string | undefined, from: number, to: number): void => {
      if (value) doc.text(value, at(from), y, { width: WIDTH * (to - from), align: 'right' });
    };
    end(cells.quantity, COLUMNS.quantity, COLUMNS.price - 0.02);
    end(cells.price, COLUMNS.price, COLUMNS.amount);
    end(cells.amount, COLUMNS.amount, 1);
    doc.x = MARGIN;
    doc.y = y + height + 5;
  };
  const line = (): void => {
    doc
      .moveTo(MARGIN, doc.y)
      .lineTo(MARGIN + WIDTH, doc.y)
      .lineWidth(0.5)
      .strokeColor(ink)
      .stroke();
    doc.y += 6;
  };
  row({ name: phrases.item, quantity: phrases.quantity, price: phrases.unitPrice, amount: phrases.amount }, true);
  line();
  for (const l of snapshot.lines) {
    row({
      name: l.options === '' ? l.name : `${l.name}, ${l.options}`,
      quantity: String(l.quantity),
      price: money(l.unitPrice),
      amount: money(l.total),
    });
  }
  line();
  for (const total of snapshot.totals) {
    row({ name: labelOf(total, phrases), amount: money(total.amount) }, total.strong);
  }
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

const labelOf = ({ label, name }: TotalRow, phrases: Phrasebook): string => {
  const phrase = label === 'goods' ? '' : phrases[label];
  return [phrase, name].filter(Boolean).join(' ');
};
