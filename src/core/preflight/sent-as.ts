/** Findings on how a template's messages are sent. */
import { senderTrouble, type SendsFor } from '../mail';
import { placeholdersAt } from '../placeholders';
import { isMailAddress } from '../schema';
import type { Template } from '../template/schema';
import { listed } from '../../words/speak';
import { say } from '../../words/sentAs';
import type { Finding } from './finding';

/** The place of these findings, and what leads from one to how it is sent. */
export const SENT_AS_PLACE = 'sent-as';

/** What stops a template whose sender's address none of the store's services takes; nothing where one does, or where there is none yet. */
export function unsendableFindings({ sentAs }: Template, services: readonly SendsFor[]): Finding[] {
  const from = sentAs?.fromAddress;
  if (from === undefined) return [];
  const troubles = services.map((service) => senderTrouble(service, from));
  const [first] = troubles;
  if (!first || troubles.includes(undefined)) return [];
  return [
    {
      place: SENT_AS_PLACE,
      placeLabel: say.howItIsSent,
      severity: 'blocker',
      message: `${first.words} ${first.ways.join(' ')}`,
    },
  ];
}

/** Whether an address is of one of these domains. */
export const isOfDomain = (address: string, domains: readonly string[]): boolean =>
  domains.includes(address.slice(address.lastIndexOf('@') + 1).toLowerCase());

/**
 * Addresses that are none, a sender of a domain that the store does not send from (when those are known), and copies of what only its
 * reader may see.
 */
export function sentAsFindings(
  { sentAs = {} }: Template,
  moment: string,
  senderDomains?: readonly string[],
): Finding[] {
  const place = { place: SENT_AS_PLACE, placeLabel: say.howItIsSent, severity: 'blocker' as const };
  const { fromAddress, replyTo, cc = [], bcc = [] } = sentAs;
  const findings: Finding[] = [fromAddress, replyTo, ...cc, ...bcc]
    .filter((address) => address !== undefined)
    .filter((address) => !isMailAddress(address))
    .map((address) => ({ ...place, message: say.isNoAddress({ address }) }));
  if (
    fromAddress !== undefined &&
    isMailAddress(fromAddress) &&
    senderDomains?.length &&
    !isOfDomain(fromAddress, senderDomains)
  )
    findings.push({ ...place, message: say.ofAnotherDomain({ address: fromAddress, domains: listed(senderDomains) }) });
  if (cc.length + bcc.length > 0 && placeholdersAt(moment).some((p) => p.secret))
    findings.push({ ...place, message: say.noCopiesOfSecrets });
  return findings;
}
