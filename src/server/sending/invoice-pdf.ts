/** An order's invoice on A4 (ISO 216), in the language and look of the message it goes with. Figures are those of the message itself. */
import PDFDocument from 'pdfkit';
import { invoiceData, invoiceDataProblem, taxTable, type InvoiceAbout } from '@/core/invoice';
import type { Look } from '@/core/look';
import type { Order } from '@/core/order';
import type { Snapshot, TotalRow } from '@/core/snapshot';
import type { Phrasebook } from '@/core/template';
import { NO_TERMS, type Terms } from '@/core/terms';
import { dateFormatter, moneyFormatter, numberFormatter, percentFormatter } from '@/core/text/formatters';
import { directionOf, type Money } from '@/core/text/values';
import { dayKey } from '@/core/time';
import { PdfText, type PdfFont, type TextStyle } from './pdf-text';

export interface InvoiceInput {
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
const WIDTH = PAGE.width - 2 * MARGIN;
const BOTTOM = PAGE.height - MARGIN - 20;

/** Makes the bytes of an invoice: PDF/A-3, with its data attached where the store and the order have all that it needs. */
export async function invoicePdf(input: InvoiceInput): Promise<Buffer> {
  const { snapshot, phrases, locale, order, terms = NO_TERMS } = input;
  const text = textOf(snapshot);
  const made = new Date(typeof snapshot.values['message.sentAt'] === 'number' ? snapshot.values['message.sentAt'] : 0);
  const doc = new PDFDocument({
    size: 'A4',
    margin: 0,
    autoFirstPage: false,
    bufferPages: true,
    pdfVersion: '1.7',
    subset: 'PDF/A-3b',
    lang: locale,
    info: { Title: `${phrases.invoice} ${text('invoice.number')}`, Author: text('store.name'), CreationDate: made },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((resolve) => doc.on('end', resolve));
  new InvoicePages(doc, input).draw();
  if (terms.seller && invoiceDataProblem(order, terms.seller) === undefined) {
    const about: InvoiceAbout = { number: text('invoice.number'), issuedOn: dayKey(made.getTime(), input.timeZone) };
    const due = snapshot.values['invoice.dueOn'] ?? snapshot.values['invoice.overdueSince'];
    if (typeof due === 'number') about.dueOn = dayKey(due, input.timeZone);
    attachData(doc, invoiceData(order, about, terms.seller, terms), made);
  }
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

const textOf =
  ({ values }: Snapshot) =>
  (name: string): string =>
    typeof values[name] === 'string' ? values[name] : '';

/** What readers of invoices look for in the metadata of a file (ISO 16684), with the description that PDF/A asks of such a part. */
const METADATA = `
<rdf:Description rdf:about="" xmlns:pdfaExtension="http://www.aiim.org/pdfa/ns/extension/" xmlns:pdfaSchema="http://www.aiim.org/pdfa/ns/schema#" xmlns:pdfaProperty="http://www.aiim.org/pdfa/ns/property#">
<pdfaExtension:schemas><rdf:Bag><rdf:li rdf:parseType="Resource">
<pdfaSchema:schema>Factur-X PDFA Extension Schema</pdfaSchema:schema>
<pdfaSchema:namespaceURI>urn:factur-x:pdfa:CrossIndustryDocument:invoice:1p0#</pdfaSchema:namespaceURI>
<pdfaSchema:prefix>fx</pdfaSchema:prefix>
<pdfaSchema:property><rdf:Seq>${[
  ['DocumentFileName', 'name of the embedded XML invoice file'],
  ['DocumentType', 'INVOICE'],
  ['Version', 'version of the XML schema'],
  ['ConformanceLevel', 'conformance level of the data'],
]
  .map(
    ([name, words]) =>
      `<rdf:li rdf:parseType="Resource"><pdfaProperty:name>${name}</pdfaProperty:name><pdfaProperty:valueType>Text</pdfaProperty:valueType><pdfaProperty:category>external</pdfaProperty:category><pdfaProperty:description>${words}</pdfaProperty:description></rdf:li>`,
  )
  .join('')}</rdf:Seq></pdfaSchema:property>
</rdf:li></rdf:Bag></pdfaExtension:schemas>
</rdf:Description>
<rdf:Description rdf:about="" xmlns:fx="urn:factur-x:pdfa:CrossIndustryDocument:invoice:1p0#">
<fx:DocumentType>INVOICE</fx:DocumentType>
<fx:DocumentFileName>factur-x.xml</fx:DocumentFileName>
<fx:Version>1.0</fx:Version>
<fx:ConformanceLevel>EN 16931</fx:ConformanceLevel>
</rdf:Description>`;

/** The file name and the relationship are those that the open formats for invoices in PDF agree on. */
function attachData(doc: PDFKit.PDFDocument, xml: string, made: Date): void {
  const file = doc as unknown as { file: (bytes: Buffer, options: object) => void; appendXML: (xml: string) => void };
  file.file(Buffer.from(xml, 'utf8'), {
    name: 'factur-x.xml',
    type: 'text/xml',
    description: 'The invoice as data (EN 16931)',
    relationship: 'Alternative',
    creationDate: made,
    modifiedDate: made,
  });
  file.appendXML(METADATA);
}

/** Columns of a table: where each begins and how wide it is, as parts of the width. */
interface Column {
  from: number;
  width: number;
  end: boolean;
}

const ITEMS: readonly Column[] = [
  { from: 0, width: 0.52, end: false },
  { from: 0.53, width: 0.1, end: true },
  { from: 0.64, width: 0.17, end: true },
  { from: 0.82, width: 0.18, end: true },
];
const SUMS: readonly Column[] = [
  { from: 0.35, width: 0.45, end: true },
  { from: 0.82, width: 0.18, end: true },
];
const TAXES: readonly Column[] = [
  { from: 0, width: 0.4, end: false },
  { from: 0.42, width: 0.18, end: true },
  { from: 0.62, width: 0.18, end: true },
  { from: 0.82, width: 0.18, end: true },
];

class InvoicePages {
  private readonly text: PdfText;
  private readonly value: (name: string) => string;
  private readonly money: (money: Money) => string;
  private readonly date: (name: string) => string;
  private readonly styles: Record<'name' | 'title' | 'words' | 'strong' | 'small' | 'quiet', TextStyle>;
  private y = MARGIN;
  /** Stands again at the top of each page while a table goes on. */
  private head: (() => void) | undefined;

  constructor(
    private readonly doc: PDFKit.PDFDocument,
    private readonly input: InvoiceInput,
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

  draw(): void {
    this.page();
    this.letterhead();
    this.facts();
    this.items();
    this.sums();
    this.taxes();
    this.payment();
    this.numberPages();
  }

  private page(): void {
    this.doc.addPage();
    this.y = MARGIN;
    this.head?.();
  }

  /** Goes on on another page when so much does not fit on this one. */
  private room(height: number): void {
    if (this.y + height > BOTTOM) this.page();
  }

  private write(
    words: string,
    style: TextStyle,
    more: Partial<{ from: number; width: number; end: boolean }> = {},
  ): void {
    const place = this.place({ from: more.from ?? 0, width: more.width ?? 1, end: more.end ?? false });
    this.y += this.text.block(words, style, { ...place, y: this.y });
  }

  /** A column as a place on the page: from the other side where a language reads from right to left. */
  private place({ from, width, end }: Column): { x: number; width: number; end: boolean } {
    const start = this.text.direction === 'rtl' ? 1 - from - width : from;
    return { x: MARGIN + WIDTH * start, width: WIDTH * width, end };
  }

  private rule(): void {
    this.doc
      .moveTo(MARGIN, this.y)
      .lineTo(MARGIN + WIDTH, this.y)
      .lineWidth(0.6)
      .strokeColor(this.input.look.colours.lines)
      .stroke();
    this.y += 6;
  }

  private letterhead(): void {
    const { logo, look, snapshot, phrases } = this.input;
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
    this.write(phrases.billTo, this.styles.quiet);
    // A guest may have given no billing address: then whom the goods go to, or at least who ordered.
    const known = snapshot.billing.length > 0 ? snapshot.billing : snapshot.shipping;
    const who = [this.value('customer.fullName'), this.value('customer.company'), this.value('customer.email')];
    for (const line of known.length > 0 ? known : who.filter((l) => l !== '')) this.write(line, this.styles.words);
    this.y = Math.max(this.y + 18, 250);
  }

  private facts(): void {
    const { phrases } = this.input;
    this.write(`${phrases.invoice} ${this.value('invoice.number')}`, this.styles.title);
    this.y += 4;
    const facts: [string, string][] = [
      [phrases.orderNumber, this.value('order.number')],
      [phrases.invoiceDate, this.date('message.sentAt')],
      [phrases.dueOn, this.date('invoice.dueOn')],
      [phrases.overdueSince, this.date('invoice.overdueSince')],
    ];
    for (const [label, value] of facts) if (value !== '') this.write(`${label}: ${value}`, this.styles.words);
    this.y += 14;
  }

  private row(columns: readonly Column[], cells: readonly string[], style: TextStyle): void {
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

  private items(): void {
    const { phrases, snapshot, locale } = this.input;
    const head = (): void => {
      this.row(ITEMS, [phrases.item, phrases.quantity, phrases.unitPrice, phrases.amount], this.styles.quiet);
      this.rule();
    };
    head();
    this.head = head;
    for (const l of snapshot.lines) {
      const name = l.options === '' ? l.name : `${l.name}, ${l.options}`;
      this.row(
        ITEMS,
        [name, numberFormatter(locale)(l.quantity), this.money(l.unitPrice), this.money(l.total)],
        this.styles.words,
      );
    }
    this.head = undefined;
    this.rule();
  }

  private sums(): void {
    for (const total of this.input.snapshot.totals) {
      // Tax that is included stands in the table of taxes.
      if (total.label === 'taxIncluded') continue;
      this.row(
        SUMS,
        [this.labelOf(total), this.money(total.amount)],
        total.strong ? this.styles.strong : this.styles.words,
      );
    }
    this.y += 8;
  }

  private taxes(): void {
    const { phrases, order, locale, snapshot } = this.input;
    const rows = taxTable(order).filter((t) => t.rate > 0);
    if (rows.length === 0) return;
    const amount = (minor: number): string => this.money({ minor, currency: order.currency });
    const named = snapshot.totals.filter((t) => t.rate !== undefined);
    this.room(20 + rows.length * 16);
    this.row(TAXES, ['', phrases.net, phrases.tax, phrases.amount], this.styles.quiet);
    this.rule();
    for (const t of rows) {
      const own = named.find((n) => n.rate === t.rate)?.name;
      this.row(
        TAXES,
        [own ?? `${percentFormatter(locale)(t.rate)} ${phrases.tax}`, amount(t.net), amount(t.tax), amount(t.gross)],
        this.styles.small,
      );
    }
    this.y += 12;
  }

  /** How the invoice stands: paid, or what is still to be paid and where to. */
  private payment(): void {
    const { phrases, snapshot } = this.input;
    const { values } = snapshot;
    const due = values['order.amountDue'];
    const paid = values['order.amountPaid'];
    this.room(90);
    if (typeof due !== 'object') {
      if (typeof paid === 'object') this.write(`${phrases.paid}: ${this.money(paid)}`, this.styles.strong);
      return;
    }
    if (typeof paid === 'object') this.write(`${phrases.paid}: ${this.money(paid)}`, this.styles.words);
    this.write(`${phrases.due}: ${this.money(due)}`, this.styles.strong);
    this.y += 4;
    const facts: [string, string][] = [
      [phrases.accountHolder, this.value('payment.accountHolder')],
      [phrases.iban, this.value('payment.iban')],
      [phrases.bic, this.value('payment.bic')],
      [phrases.reference, this.value('payment.reference')],
    ];
    for (const [label, value] of facts) if (value !== '') this.write(`${label}: ${value}`, this.styles.words);
  }

  /** "1 / 3" on each page of several. */
  private numberPages(): void {
    const { count } = this.doc.bufferedPageRange();
    const style = this.styles.quiet;
    for (let i = 0; i < count; i += 1) {
      this.doc.switchToPage(i);
      const words = count > 1 ? `${this.value('invoice.number')} · ${i + 1} / ${count}` : this.value('invoice.number');
      this.text.line(words, style, { x: MARGIN, y: PAGE.height - MARGIN, width: WIDTH, end: true });
    }
  }

  private labelOf({ label, name, rate, code }: TotalRow): string {
    const { phrases, locale } = this.input;
    if (label === 'goods') return name ?? '';
    if (rate !== undefined) return name ?? `${percentFormatter(locale)(rate)} ${phrases.tax}`;
    return `${name ?? phrases[label]}${code ? ` (${code})` : ''}`;
  }
}
