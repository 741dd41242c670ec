/** What is in a parcel, on paper and without amounts: it may be handed to somebody who is not to know them. */
import { numberFormatter } from '@/core/text/formatters';
import { paper, PaperPages, textOf, type Column, type PaperInput } from './paper';

/** Makes the bytes of a delivery note. Its goods are those that the message tells of, without what travels in no parcel. */
export async function deliveryNotePdf(input: PaperInput): Promise<Buffer> {
  const title = `${input.phrases.deliveryNote} ${textOf(input.snapshot)('order.number')}`;
  return paper(input, title, (doc) => new DeliveryNotePages(doc, input).draw());
}

const ITEMS: readonly Column[] = [
  { from: 0, width: 0.6, end: false },
  { from: 0.62, width: 0.22, end: false },
  { from: 0.86, width: 0.14, end: true },
];

class DeliveryNotePages extends PaperPages {
  draw(): void {
    const { phrases, snapshot } = this.input;
    this.page();
    this.letterhead(phrases.deliverTo, snapshot.shipping);
    this.write(`${phrases.deliveryNote} ${this.value('order.number')}`, this.styles.title);
    this.y += 4;
    const facts: [string, string][] = [
      [phrases.invoiceDate, this.date('message.sentAt')],
      [phrases.carrier, this.value('shipment.carrier')],
      [phrases.trackingNumber, this.value('shipment.trackingNumber')],
    ];
    for (const [label, value] of facts) if (value !== '') this.write(`${label}: ${value}`, this.styles.words);
    this.y += 14;
    this.items();
    this.numberPages(this.value('order.number'));
  }

  private items(): void {
    const { phrases, snapshot, locale } = this.input;
    this.head = () => {
      this.row(ITEMS, [phrases.item, phrases.stockNumber, phrases.quantity], this.styles.quiet);
      this.rule();
    };
    this.head();
    for (const { name, options, sku, quantity } of snapshot.lines.filter((l) => l.shippable)) {
      const item = options === '' ? name : `${name}, ${options}`;
      this.row(ITEMS, [item, sku, numberFormatter(locale)(quantity)], this.styles.words);
    }
    this.head = undefined;
    this.rule();
  }
}
