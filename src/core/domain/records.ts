/** The DNS records a sending domain needs: SPF (RFC 7208), DKIM (RFC 6376), DMARC (RFC 7489), and where bounces go. */
import { isSpf, mergeSpf } from './spf';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';

export const RECORD_KINDS = ['spf', 'dkim', 'dkim-next', 'dmarc', 'bounce-mx', 'bounce-spf'] as const;
export type RecordKind = (typeof RECORD_KINDS)[number];

export const RECORD_LABELS: Record<RecordKind, string> = inEachLanguage(() => ({
  spf: 'SPF',
  dkim: 'DKIM',
  'dkim-next': say.dkimNextKey,
  dmarc: 'DMARC',
  'bounce-mx': say.whereBouncesGo,
  'bounce-spf': say.spfOfTheReturnPath,
}));

/** What each record is for, for somebody who pastes it once in their life. */
export const RECORD_REASONS: Record<RecordKind, string> = inEachLanguage(() => ({
  spf: say.saysWhichServersMaySend,
  dkim: say.thePublicHalfOfThe,
  'dkim-next': say.theKeyThatTakesOver,
  dmarc: say.saysWhatToDoWith,
  'bounce-mx': say.messagesThatCannotBeDelivered,
  'bounce-spf': say.bouncesHaveAnAddressOf,
}));

export interface NeededRecord {
  kind: RecordKind;
  type: 'TXT' | 'MX';
  /** The full name, without a dot at its end. */
  name: string;
  /** As a DNS page of a registrar takes it: for MX, priority and host. */
  value: string;
  /** Without it, messages are delivered less well; the others are a must. */
  advised: boolean;
}

export interface DkimKey {
  /** Of the name `<selector>._domainkey.<domain>`. */
  selector: string;
  /** The public key in DER, base64. */
  publicKey: string;
}

export interface DomainNeeds {
  domain: string;
  /** Mechanisms that let the store's services send: "include:spf.harrowpost.example". */
  mechanisms: readonly string[];
  key: DkimKey;
  /** A further key, made for a change of keys. */
  nextKey?: DkimKey | undefined;
  /** The subdomain of return-paths, and the host that takes bounces; none where bounces are not taken. */
  bounces?: { domain: string; host: string } | undefined;
  /** TXT records found at the domain, to merge SPF with. */
  present: readonly string[];
}

/** The value of a DKIM record (RFC 6376, 3.6.1). */
export function dkimValue(key: DkimKey): string {
  return `v=DKIM1; k=rsa; p=${key.publicKey}`;
}

/** Every record the domain needs, in the order they are explained. */
export function neededRecords(needs: DomainNeeds): NeededRecord[] {
  const { domain, mechanisms, key, nextKey, bounces, present } = needs;
  const dkim = (kind: 'dkim' | 'dkim-next', k: DkimKey): NeededRecord => ({
    kind,
    type: 'TXT',
    name: `${k.selector}._domainkey.${domain}`,
    value: dkimValue(k),
    advised: kind === 'dkim-next',
  });
  return [
    {
      kind: 'spf',
      type: 'TXT',
      name: domain,
      value: mergeSpf(present.filter(isSpf), mechanisms, '~all'),
      advised: false,
    },
    dkim('dkim', key),
    ...(nextKey ? [dkim('dkim-next', nextKey)] : []),
    { kind: 'dmarc', type: 'TXT', name: `_dmarc.${domain}`, value: 'v=DMARC1; p=quarantine', advised: true },
    ...(bounces
      ? [
          {
            kind: 'bounce-mx' as const,
            type: 'MX' as const,
            name: bounces.domain,
            value: `10 ${bounces.host}`,
            advised: true,
          },
          {
            kind: 'bounce-spf' as const,
            type: 'TXT' as const,
            name: bounces.domain,
            value: mergeSpf([], mechanisms, '-all'),
            advised: true,
          },
        ]
      : []),
  ];
}
