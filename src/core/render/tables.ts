/** The tables of a message: items, totals, addresses, parcel, refund. */
import type { Phrase } from '../template/phrasebook';
import type { TotalRow } from '../snapshot';
import type { Block } from '../template/schema';
import type { Layout } from './layout';
import { ROWS_MAX, type OrderStanding } from '../summary';
import type { LineField, OrderField } from './marks';

/** Rows of the items: a head, and one row that repeats for each line. */
export function itemsTable(block: Extract<Block, { kind: 'items' }>, { look, style, marks }: Layout): string {
  const { colours, type, items, shape } = look;
  const { start, end } = style;
  const pictures = block.pictures ?? items.pictures;
  const prices = block.prices ?? true;
  const width = Math.max(1, shape.lineWidth);
  const banded = items.style === 'banded';
  const rule = items.style === 'lined' ? `border-bottom:${width}px solid ${colours.lines}` : '';
  const side = banded ? 10 : 0;
  const head = `font-size:${type.small}px;font-weight:normal;color:${colours.quietWords};padding:0 ${side}px 6px;${items.style === 'plain' ? '' : `border-bottom:${width}px solid ${colours.lines}`}`;
  const ground = banded ? `background:${colours.band}` : '';
  const cell = `padding:${items.room}px ${side}px;${rule};vertical-align:top;${ground}`;
  const line = (field: LineField): string => marks.mark({ kind: 'line', field });
  const figures = (phrase: Phrase): string =>
    `<th class="ls-q ls-rule" align="${end}" style="text-align:${end};white-space:nowrap;${head};padding-${start}:12px">${marks.mark({ kind: 'phrase', phrase })}</th>`;
  const figure = (field: LineField): string =>
    `<td class="ls-rule" align="${end}" style="text-align:${end};white-space:nowrap;${cell};padding-${start}:12px">${line(field)}</td>`;
  const { columns } = items;
  const header = items.head
    ? `<tr>${pictures ? marks.when({ pictures: true }, `<th class="ls-q ls-rule" style="${head}">&nbsp;</th>`) : ''}<th class="ls-q ls-rule" align="${start}" style="text-align:${start};${head}">${marks.mark({ kind: 'phrase', phrase: 'item' })}</th>` +
      (prices && columns.unitPrice ? figures('unitPrice') : '') +
      figures('quantity') +
      (prices ? figures('amount') : '') +
      '</tr>'
    : '';
  const size = items.pictureSize;
  const picture = pictures
    ? marks.when(
        { pictures: true },
        `<td class="ls-rule" width="${size + 12 + side}" style="width:${size + 12 + side}px;${cell}">${marks.when({ line: 'imageUrl' }, `<img src="${line('imageUrl')}" alt="${line('alt')}" width="${size}" height="${size}" style="display:block;width:${size}px;height:${size}px;border:0;border-radius:${Math.min(shape.radius, 8)}px">`)}</td>`,
      )
    : '';
  const quiet = (inner: string): string =>
    `<br><span class="ls-q" style="font-size:${type.small}px;color:${colours.quietWords}">${inner}</span>`;
  const options = columns.options ? marks.when({ line: 'options' }, quiet(line('options'))) : '';
  const sku = columns.sku ? quiet(`${marks.mark({ kind: 'phrase', phrase: 'stockNumber' })} ${line('sku')}`) : '';
  const noted = block.notes
    ? marks.each(
        'lineNotes',
        quiet(
          `${marks.mark({ kind: 'note', field: 'words' })}${marks.when({ note: 'url' }, ` <a href="${marks.mark({ kind: 'note', field: 'url' })}" style="color:${colours.links}">${marks.mark({ kind: 'phrase', phrase: 'readMore' })}</a>`)}`,
        ),
      )
    : '';
  const row =
    `<tr${banded ? ' class="ls-band"' : ''}>${picture}<td class="ls-rule" align="${start}" style="text-align:${start};${cell}">${line('name')}${options}${sku}${noted}</td>` +
    (prices && columns.unitPrice ? figure('unitPrice') : '') +
    figure('quantity') +
    (prices ? figure('total') : '') +
    '</tr>';
  // Rows stand apart by the ground between them, which reads the same in every mail program.
  const gap = banded ? `<tr><td colspan="5" style="font-size:0;line-height:0;height:4px">&nbsp;</td></tr>` : '';
  return header + marks.each(block.only ?? 'lines', row + gap);
}

/** Rows that a block of sums leaves out. */
export function rowsLeftOut({ sum, taxes }: Extract<Block, { kind: 'totals' }>): TotalRow['label'][] {
  return [
    ...(sum ? (['subtotal', 'discount', 'shipping', 'tax'] as const) : []),
    ...(taxes === false ? (['taxIncluded'] as const) : []),
  ];
}

function amountRows(
  layout: Layout,
  range: 'totals' | 'refund',
  atEnd: boolean,
  not: readonly TotalRow['label'][] = [],
): string {
  const { look, style, marks } = layout;
  const { start, end } = style;
  const { colours, shape } = look;
  const row = (strong: boolean): string => {
    const weight = strong
      ? `font-weight:bold;padding-top:8px;border-top:${Math.max(1, shape.lineWidth)}px solid ${colours.lines}`
      : '';
    const label = `<td class="ls-rule" align="${atEnd ? end : start}" style="text-align:${atEnd ? end : start};padding:4px 0;border-top:0;${weight}">${marks.mark({ kind: 'total', field: 'label' })}</td>`;
    const amount = `<td class="ls-rule" align="${end}" ${atEnd ? 'width="110"' : ''} style="text-align:${end};white-space:nowrap;padding:4px 0;border-top:0;${weight}">${marks.mark({ kind: 'total', field: 'amount' })}</td>`;
    return `<tr>${label}${amount}</tr>`;
  };
  const rows = marks.when({ strong: true }, row(true)) + marks.when({ strong: false }, row(false));
  return marks.each(range, not.length > 0 ? marks.when({ rowNot: not }, rows) : rows);
}

/** Rows of the sums, one that repeats for each. */
export function totalsTable(block: Extract<Block, { kind: 'totals' }>, layout: Layout): string {
  return amountRows(layout, 'totals', layout.look.items.totals === 'end', rowsLeftOut(block));
}

/** Billing and delivery address, beside or below each other as the look says. */
export function addressesTable(block: Extract<Block, { kind: 'addresses' }>, { look, style, marks }: Layout): string {
  const { colours, type, addresses, shape } = look;
  const { start, end } = style;
  const boxed = addresses.panel === 'boxed';
  const stacked = addresses.arrangement === 'stacked';
  const show = block.show ?? 'both';
  const cell = (range: 'shipping' | 'billing', phrase: Phrase): string => {
    const label = boxed
      ? `font-size:${type.small}px;font-weight:bold;color:${colours.quietWords}`
      : `font-family:${style.headings};font-size:${type.small}px;font-weight:normal;font-style:italic;color:${colours.quietWords}`;
    const words = `<span class="ls-q" style="${label}">${marks.mark({ kind: 'phrase', phrase })}</span>${marks.each(range, `<br>${marks.mark({ kind: 'addressLine' })}`)}`;
    const inner = boxed
      ? `<div class="ls-band" style="padding:12px 14px;background:${colours.band};border-radius:${shape.radius}px">${words}</div>`
      : words;
    const gap = stacked || show !== 'both' ? '' : `;padding-${end}:${range === 'shipping' ? 12 : 0}px`;
    const td = `<td class="ls-stack" align="${start}" style="text-align:${start};vertical-align:top;padding:0 0 12px${gap}${stacked ? '' : ';width:50%'}">${inner}</td>`;
    return marks.when({ has: range }, stacked ? `<tr>${td}</tr>` : td);
  };
  const cells =
    (show !== 'billing' ? cell('shipping', 'deliverTo') : '') + (show !== 'delivery' ? cell('billing', 'billTo') : '');
  return stacked ? cells : `<tr>${cells}</tr>`;
}

/** A name and its value: in columns of their own, or in one that goes across figures. */
function factRow(layout: Layout, phrase: Phrase, value: string, across: boolean): string {
  const { look, style, marks } = layout;
  const { colours, type } = look;
  const cell = `text-align:${style.start};padding:4px 0;vertical-align:top`;
  const quiet = `font-size:${type.small}px;color:${colours.quietWords}`;
  const label = marks.mark({ kind: 'phrase', phrase });
  const words = marks.mark({ kind: 'value', name: value });
  return marks.when(
    { anyOf: [value] },
    across
      ? `<tr><td colspan="2" align="${style.start}" style="${cell}"><span class="ls-q" style="${quiet}">${label}:</span> ${words}</td></tr>`
      : `<tr><td class="ls-q" align="${style.start}" width="130" style="${cell};${quiet}">${label}</td><td align="${style.start}" style="${cell}">${words}</td></tr>`,
  );
}

/** Carrier and number of the parcel; a row without a value is left out. */
export function parcelTable(layout: Layout): string {
  return (
    factRow(layout, 'carrier', 'shipment.carrier', false) +
    factRow(layout, 'trackingNumber', 'shipment.trackingNumber', false)
  );
}

/** What was refunded line by line, how, and why. */
export function refundTable(layout: Layout): string {
  return (
    amountRows(layout, 'refund', false) +
    factRow(layout, 'refundMethod', 'refund.method', true) +
    factRow(layout, 'refundReason', 'refund.reason', true)
  );
}

/** The account to transfer to, by when and how much, and the picture that banking apps scan. */
export function transferTable(block: Extract<Block, { kind: 'transfer' }>, layout: Layout): string {
  const { look, style, marks } = layout;
  const { colours, type } = look;
  const facts =
    factRow(layout, 'accountHolder', 'payment.accountHolder', false) +
    factRow(layout, 'iban', 'payment.iban', false) +
    factRow(layout, 'bic', 'payment.bic', false) +
    factRow(layout, 'reference', 'payment.reference', false) +
    factRow(layout, 'due', 'order.amountDue', false) +
    factRow(layout, 'dueOn', 'payment.dueOn', false);
  if (block.code === false) return facts;
  const label = marks.mark({ kind: 'phrase', phrase: 'scanToPay' });
  const picture = `<img src="${marks.mark({ kind: 'transferCode' })}" alt="" width="132" height="132" style="display:block;width:132px;height:132px;border:0;background:#ffffff">`;
  const scan = `<tr><td colspan="2" align="${style.start}" style="text-align:${style.start};padding:12px 0 4px">${picture}<span class="ls-q" style="font-size:${type.small}px;color:${colours.quietWords}">${label}</span></td></tr>`;
  return facts + marks.when({ has: 'transferCode' }, scan);
}

/** What is said of an order of a summary by how it stands; of one that is done, nothing. */
export const STANDING_PHRASES: readonly [OrderStanding, Phrase][] = [
  ['unpaid', 'notPaid'],
  ['to-send', 'toSend'],
  ['cancelled', 'cancelled'],
];

/** Rows of a summary: a head, and one row that repeats for each order. */
export function ordersTable(
  { most = ROWS_MAX }: Extract<Block, { kind: 'orders' }>,
  { look, style, marks }: Layout,
): string {
  const { colours, type, shape, items } = look;
  const { start, end } = style;
  const rule = `border-bottom:${Math.max(1, shape.lineWidth)}px solid ${colours.lines}`;
  const field = (name: OrderField): string => marks.mark({ kind: 'order', field: name });
  const head = (phrase: Phrase, side: string, room = ''): string =>
    `<th class="ls-q ls-rule" align="${side}" style="text-align:${side};white-space:nowrap;font-size:${type.small}px;font-weight:normal;color:${colours.quietWords};padding:0 0 6px;${rule}${room}">${marks.mark({ kind: 'phrase', phrase })}</th>`;
  const cell = `padding:${items.room}px 0;${rule};vertical-align:top`;
  const figure = (name: OrderField): string =>
    `<td class="ls-rule" align="${end}" style="text-align:${end};white-space:nowrap;${cell};padding-${start}:12px">${field(name)}</td>`;
  const number =
    marks.when({ order: 'url' }, `<a href="${field('url')}" style="color:${colours.links};text-decoration:none">`) +
    `<strong>${field('number')}</strong>` +
    marks.when({ order: 'url' }, '</a>');
  const standing = STANDING_PHRASES.map(([order, phrase]) =>
    marks.when({ order }, ` · ${marks.mark({ kind: 'phrase', phrase })}`),
  ).join('');
  const about = `<br><span class="ls-q" style="font-size:${type.small}px;color:${colours.quietWords}">${field('item')}</span>`;
  const room = `;padding-${start}:12px`;
  const header = `<tr>${head('orderNumber', start)}${head('quantity', end, room)}${head('amount', end, room)}</tr>`;
  const row = `<tr><td class="ls-rule" align="${start}" style="text-align:${start};${cell}">${number}${standing}${about}</td>${figure('pieces')}${figure('total')}</tr>`;
  return header + marks.each(`orders ${most}`, row);
}
