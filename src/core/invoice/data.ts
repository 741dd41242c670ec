/**
 * An invoice as data: the semantic model of EN 16931 in the syntax Cross Industry Invoice (UN/CEFACT, D16B). Amounts are without tax in
 * it; an order whose prices include tax is taken apart so that nothing is lost in rounding.
 */
import { amountDue } from '../order/due';
import { amountText } from '../order/amounts';
import { partsByRate, type RateParts } from '../order/rates';
import type { Address, Order } from '../order/schema';
import { spread } from '../order/shares';
import { lineTotal, orderTotals } from '../order/totals';
import { paymentMethodOf, type Seller, type Terms } from '../terms';
import { taxTable } from './tax';

export interface InvoiceAbout {
  number: string;
  /** Days as "2026-11-27". */
  issuedOn: string;
  dueOn?: string;
}

/** Why no data can be attached to the invoice of an order, as a sentence; undefined when it can. */
export function invoiceDataProblem(order: Order, seller: Seller | undefined): string | undefined {
  if (!seller) return 'The store has no name, address and VAT number for its invoices yet.';
  if (!partsByRate(order)) return 'The order has several tax rates, and its lines do not say which is theirs.';
  if (!(order.billingAddress ?? order.shippingAddress)) return 'The order has no billing address.';
  if (taxTable(order).some((t) => t.rate === 0)) return 'A part of the order has no tax, and nothing says why.';
  return undefined;
}

const escape = (text: string): string =>
  text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;');

/** An element with text or with elements in it; left out when there is nothing in it. */
const el = (name: string, inner: string | undefined, attributes = ''): string =>
  inner === undefined || inner === '' ? '' : `<${name}${attributes}>${inner}</${name}>`;
const ram = (name: string, inner: string | undefined, attributes = ''): string => el(`ram:${name}`, inner, attributes);
const words = (name: string, text: string | undefined): string => ram(name, text === undefined ? '' : escape(text));
const day = (name: string, date: string): string =>
  ram(name, `<udt:DateTimeString format="102">${date.replaceAll('-', '')}</udt:DateTimeString>`);

/** What of a rate is invoiced without tax, in minor units: its lines, discounts and shipping come to its net. */
interface NetParts extends RateParts {
  net: number;
  tax: number;
  lineNets: number[];
  allowance: number;
  charge: number;
}

function netParts(order: Order): NetParts[] {
  const { taxIncluded } = orderTotals(order);
  const table = taxTable(order);
  return partsByRate(order)!.map((part) => {
    const { net, tax } = table.find((t) => t.rate === part.rate)!;
    const priced = part.lines.map((i) => lineTotal(order.lines[i]!));
    if (!taxIncluded) {
      return { ...part, net, tax, lineNets: priced, allowance: part.discount, charge: part.shipping };
    }
    const without = (amount: number): number => Math.round((amount * 100) / (100 + part.rate));
    const allowance = without(part.discount);
    const charge = without(part.shipping);
    return { ...part, net, tax, allowance, charge, lineNets: spread(net + allowance - charge, priced) };
  });
}

/** The bytes of an invoice as data, as text (UTF-8). Call only when {@link invoiceDataProblem} has none. */
export function invoiceData(order: Order, about: InvoiceAbout, seller: Seller, terms: Terms): string {
  const { currency } = order;
  const money = (minor: number): string => amountText(minor, currency);
  const parts = netParts(order);
  const tax = (rate: number): string =>
    `<ram:TypeCode>VAT</ram:TypeCode><ram:CategoryCode>S</ram:CategoryCode><ram:RateApplicablePercent>${rate}</ram:RateApplicablePercent>`;
  const nets = new Map(
    parts.flatMap((p) => p.lines.map((i, k) => [i, { net: p.lineNets[k]!, rate: p.rate }] as const)),
  );
  const lines = order.lines.map((line, i) => {
    const { net, rate } = nets.get(i)!;
    // A price of one piece may have more decimals than the currency (EN 16931, BT-146).
    const price = (net / line.quantity / 10 ** decimals(currency))
      .toFixed(decimals(currency) + 4)
      .replace(/0{1,4}$/, '');
    return ram(
      'IncludedSupplyChainTradeLineItem',
      ram('AssociatedDocumentLineDocument', words('LineID', String(i + 1))) +
        ram(
          'SpecifiedTradeProduct',
          words('SellerAssignedID', line.product.sku) +
            words('Name', line.product.name) +
            words('Description', line.options),
        ) +
        ram(
          'SpecifiedLineTradeAgreement',
          ram('NetPriceProductTradePrice', words('ChargeAmount', price.replace(/\.$/, ''))),
        ) +
        ram('SpecifiedLineTradeDelivery', ram('BilledQuantity', String(line.quantity), ' unitCode="H87"')) +
        ram(
          'SpecifiedLineTradeSettlement',
          ram('ApplicableTradeTax', tax(rate)) +
            ram('SpecifiedTradeSettlementLineMonetarySummation', words('LineTotalAmount', money(net))),
        ),
    );
  });
  const change = (charge: boolean, amount: number, rate: number, reason: string): string =>
    amount === 0
      ? ''
      : ram(
          'SpecifiedTradeAllowanceCharge',
          ram('ChargeIndicator', `<udt:Indicator>${charge}</udt:Indicator>`) +
            words('ActualAmount', money(amount)) +
            words('Reason', reason) +
            ram('CategoryTradeTax', tax(rate)),
        );
  const sum = (of: (part: NetParts) => number): number => parts.reduce((n, part) => n + of(part), 0);
  const lineTotalNet = sum((p) => p.lineNets.reduce((a, b) => a + b, 0));
  const [allowance, charge, net, taxes] = [
    sum((p) => p.allowance),
    sum((p) => p.charge),
    sum((p) => p.net),
    sum((p) => p.tax),
  ];
  const due = amountDue(order);
  const account = due > 0 ? paymentMethodOf(terms, order.payment?.method)?.account : undefined;
  const discountWords = order.discounts?.map((d) => d.label ?? d.code ?? '').find((w) => w !== '') ?? 'Discount';
  const settlement =
    words('PaymentReference', order.number) +
    words('InvoiceCurrencyCode', currency) +
    (account
      ? ram(
          'SpecifiedTradeSettlementPaymentMeans',
          '<ram:TypeCode>58</ram:TypeCode>' +
            ram(
              'PayeePartyCreditorFinancialAccount',
              words('IBANID', account.iban) + words('AccountName', account.holder),
            ) +
            ram('PayeeSpecifiedCreditorFinancialInstitution', words('BICID', account.bic)),
        )
      : '') +
    parts
      .map((p) =>
        ram(
          'ApplicableTradeTax',
          words('CalculatedAmount', money(p.tax)) +
            '<ram:TypeCode>VAT</ram:TypeCode>' +
            words('BasisAmount', money(p.net)) +
            `<ram:CategoryCode>S</ram:CategoryCode><ram:RateApplicablePercent>${p.rate}</ram:RateApplicablePercent>`,
        ),
      )
      .join('') +
    parts.map((p) => change(false, p.allowance, p.rate, discountWords)).join('') +
    parts.map((p) => change(true, p.charge, p.rate, order.shipping?.method ?? 'Shipping')).join('') +
    (due > 0 && about.dueOn
      ? ram('SpecifiedTradePaymentTerms', day('DueDateDateTime', about.dueOn))
      : due > 0
        ? ram('SpecifiedTradePaymentTerms', words('Description', order.payment?.method ?? 'On receipt'))
        : '') +
    ram(
      'SpecifiedTradeSettlementHeaderMonetarySummation',
      words('LineTotalAmount', money(lineTotalNet)) +
        words('ChargeTotalAmount', money(charge)) +
        words('AllowanceTotalAmount', money(allowance)) +
        words('TaxBasisTotalAmount', money(net)) +
        ram('TaxTotalAmount', money(taxes), ` currencyID="${currency}"`) +
        words('GrandTotalAmount', money(net + taxes)) +
        words('TotalPrepaidAmount', money(net + taxes - due)) +
        words('DuePayableAmount', money(due)),
    );
  const buyer = (order.billingAddress ?? order.shippingAddress)!;
  return (
    '<?xml version="1.0" encoding="UTF-8"?>\n' +
    el(
      'rsm:CrossIndustryInvoice',
      el(
        'rsm:ExchangedDocumentContext',
        ram('GuidelineSpecifiedDocumentContextParameter', words('ID', 'urn:cen.eu:en16931:2017')),
      ) +
        el(
          'rsm:ExchangedDocument',
          words('ID', about.number) + '<ram:TypeCode>380</ram:TypeCode>' + day('IssueDateTime', about.issuedOn),
        ) +
        el(
          'rsm:SupplyChainTradeTransaction',
          lines.join('') +
            ram(
              'ApplicableHeaderTradeAgreement',
              ram(
                'SellerTradeParty',
                words('Name', seller.name) +
                  ram('PostalTradeAddress', sellerAddress(seller)) +
                  ram('SpecifiedTaxRegistration', ram('ID', escape(seller.vatId), ' schemeID="VA"')),
              ) +
                ram(
                  'BuyerTradeParty',
                  words('Name', buyer.company?.trim() ? buyer.company : buyer.name) +
                    ram('PostalTradeAddress', postal(buyer)),
                ) +
                ram('SellerOrderReferencedDocument', words('IssuerAssignedID', order.number)),
            ) +
            ram(
              'ApplicableHeaderTradeDelivery',
              ram('ActualDeliverySupplyChainEvent', day('OccurrenceDateTime', deliveredOn(order, about))),
            ) +
            ram('ApplicableHeaderTradeSettlement', settlement),
        ),
      ' xmlns:rsm="urn:un:unece:uncefact:data:standard:CrossIndustryInvoice:100" xmlns:ram="urn:un:unece:uncefact:data:standard:ReusableAggregateBusinessInformationEntity:100" xmlns:qdt="urn:un:unece:uncefact:data:standard:QualifiedDataType:100" xmlns:udt="urn:un:unece:uncefact:data:standard:UnqualifiedDataType:100"',
    ) +
    '\n'
  );
}

const decimals = (currency: string): number => (amountText(0, currency).split('.')[1] ?? '').length;

const sellerAddress = ({ line, postalCode, city, country }: Seller): string =>
  words('PostcodeCode', postalCode) + words('LineOne', line) + words('CityName', city) + words('CountryID', country);

const postal = ({ postalCode, lines, city, country, region }: Address): string =>
  words('PostcodeCode', postalCode) +
  words('LineOne', lines[0]) +
  words('LineTwo', lines[1]) +
  words('LineThree', lines[2]) +
  words('CityName', city) +
  words('CountryID', country) +
  words('CountrySubDivisionName', region);

/** The day of the last parcel, or that of the invoice where none has left. */
const deliveredOn = ({ shipments = [] }: Order, { issuedOn }: InvoiceAbout): string =>
  shipments
    .flatMap((s) => s.dispatchedAt?.slice(0, 10) ?? [])
    .toSorted()
    .at(-1) ?? issuedOn;
