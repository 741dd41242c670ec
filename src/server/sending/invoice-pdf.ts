/** An order's invoice on A4 (ISO 216), in the language and look of the message it goes with. Figures are those of the message itself. */
import { invoiceData, invoiceDataProblem, taxTable, type InvoiceAbout } from '@/core/invoice';
import type { TotalRow } from '@/core/snapshot';
import { NO_TERMS } from '@/core/terms';
import { numberFormatter, percentFormatter } from '@/core/text/formatters';
import { dayKey } from '@/core/time';
import { madeAt, paper, PaperPages, textOf, type Column, type PaperInput } from './paper';

/** Makes the bytes of an invoice: PDF/A-3, with its data attached where the store and the order have all that it needs. */
export async function invoicePdf(input: PaperInput): Promise<Buffer> {
  const { snapshot, phrases, order, terms = NO_TERMS } = input;
  const text = textOf(snapshot);
  const made = madeAt(snapshot);
  return paper(input, `${phrases.invoice} ${text('invoice.number')}`, (doc) => {
    new InvoicePages(doc, input).draw();
    if (!terms.seller || invoiceDataProblem(order, terms.seller) !== undefined) return;
    const about: InvoiceAbout = { number: text('invoice.number'), issuedOn: dayKey(made.getTime(), input.timeZone) };
    const due = snapshot.values['invoice.dueOn'] ?? snapshot.values['invoice.overdueSince'];
    if (typeof due === 'number') about.dueOn = dayKey(due, input.timeZone);
    attachData(doc, invoiceData(order, about, terms.seller, terms), made);
  });
}

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

class InvoicePages extends PaperPages {
  draw(): void {
    const { phrases, snapshot } = this.input;
    this.page();
    this.letterhead(phrases.billTo, snapshot.billing.length > 0 ? snapshot.billing : snapshot.shipping);
    this.facts();
    this.items();
    this.sums();
    this.taxes();
    this.payment();
    this.numberPages(this.value('invoice.number'));
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

  private labelOf({ label, name, rate, code }: TotalRow): string {
    const { phrases, locale } = this.input;
    if (label === 'goods') return name ?? '';
    if (rate !== undefined) return name ?? `${percentFormatter(locale)(rate)} ${phrases.tax}`;
    return `${name ?? phrases[label]}${code ? ` (${code})` : ''}`;
  }
}
