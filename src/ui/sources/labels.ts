/** What places of an order are called where a shop's values are shown their way. */
import { placedSentence, type SchemaProblem } from '@/core/schema';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/sources';

/** Names of the parts of a place. */
const PARTS: Readonly<Record<string, string>> = inEachLanguage(() => ({
  number: say.pNumber,
  placedAt: say.pPlacedAt,
  status: say.pStatus,
  currency: say.pCurrency,
  language: say.pLanguage,
  channel: say.pChannel,
  location: say.pLocation,
  customer: say.pCustomer,
  id: say.pId,
  email: say.pEmail,
  firstName: say.pFirstName,
  lastName: say.pLastName,
  company: say.pCompany,
  phone: say.pPhone,
  guest: say.pGuest,
  firstOrder: say.pFirstOrder,
  acceptsNews: say.pAcceptsNews,
  billingAddress: say.pBilling,
  shippingAddress: say.pShippingAddress,
  name: say.pName,
  postalCode: say.pPostalCode,
  city: say.pCity,
  region: say.pRegion,
  country: say.pCountry,
  sku: say.pSku,
  category: say.pCategory,
  supplier: say.pSupplier,
  shippable: say.pShippable,
  imageUrl: say.pImageUrl,
  url: say.pUrl,
  words: say.pWords,
  session: say.pSession,
  startsAt: say.pStartsAt,
  endsAt: say.pEndsAt,
  timeZone: say.pTimeZone,
  place: say.pPlace,
  downloads: say.pDownloads,
  options: say.pOptions,
  quantity: say.pQuantity,
  unitPrice: say.pUnitPrice,
  taxRate: say.pTaxRate,
  discount: say.pDiscount,
  discounts: say.pDiscounts,
  label: say.pLabel,
  code: say.pCode,
  amount: say.pAmount,
  shipping: say.pShipping,
  method: say.pMethod,
  price: say.pPrice,
  taxIncluded: say.pTaxIncluded,
  taxes: say.pTaxes,
  rate: say.pRate,
  payment: say.pPayment,
  paid: say.pPaid,
  received: say.pReceived,
  shipments: say.pShipments,
  carrier: say.pCarrier,
  trackingNumber: say.pTrackingNumber,
  trackingUrl: say.pTrackingUrl,
  dispatchedAt: say.pDispatchedAt,
  deliveredAt: say.pDeliveredAt,
  collectFrom: say.pCollectFrom,
  collectUntil: say.pCollectUntil,
  refunds: say.pRefunds,
  reason: say.pReason,
  issuedAt: say.pIssuedAt,
  goodwill: say.pGoodwill,
  cancellations: say.pCancellations,
  cancelledAt: say.pCancelledAt,
  returns: say.pReturns,
  receivedAt: say.pReceivedAt,
  total: say.pTotal,
  expectedDispatch: say.pExpectedDispatch,
  note: say.pNote,
  statusUrl: say.pStatusUrl,
  payUrl: say.pPayUrl,
  delay: say.pDelay,
  item: say.pItem,
  until: say.pUntil,
  by: say.pBy,
  invoice: say.pInvoice,
  dueOn: say.pDueOn,
  attach: say.pAttach,
  returned: say.pReturned,
  items: say.pItems,
}));

const stepsOf = (to: string): string[] => to.split('/').filter((part) => part !== '' && part !== '*');

/** Under which heading a place stands. */
export function groupOf(to: string): string {
  const [root = '', first = '', second] = stepsOf(to);
  if (root === 'details') return say.gDetails;
  if (first === 'lines') return say.gLines;
  return second === undefined ? say.gOrder : (PARTS[first] ?? first);
}

/** A place below its heading; nothing for what the heading says by itself. */
export function shortLabel(to: string): string {
  const [root, first = '', ...rest] = stepsOf(to);
  const own = root === 'details' || rest.length === 0 ? [first, ...rest] : rest;
  const ofAddress = first.endsWith('Address');
  return own
    .filter((part) => part !== 'product' && !(rest.length === 0 && part === 'lines'))
    .map((part) => (part === 'lines' ? (ofAddress ? say.addressLines : say.gLines) : (PARTS[part] ?? part)))
    .join(', ');
}

/** A place with its heading, for where it stands alone. */
export function placeLabel(to: string): string {
  const group = groupOf(to);
  const label = shortLabel(to);
  return label === '' ? group : group === say.gOrder ? label : `${group}: ${label}`;
}

/** A problem of an event as a sentence that begins with its place as the mapping's screen calls it. */
export function placedProblem({ path, message }: SchemaProblem): string {
  const [, ...steps] = path.split('/');
  if (steps[0] !== 'data' || steps.length < 3) return placedSentence({ path, message });
  const place = `/${steps
    .slice(1)
    .map((step) => (/^\d+$/.test(step) ? '*' : step))
    .join('/')}`;
  return `${placeLabel(place.replace(/\/\*$/, ''))}: ${message}`;
}

/** Problems as sentences, each once: the same in several entries of a list is one. */
export const placedProblems = (problems: readonly SchemaProblem[]): string[] => [
  ...new Set(problems.map(placedProblem)),
];
