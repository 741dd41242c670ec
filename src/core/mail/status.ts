/** Enhanced status codes (RFC 3463) in words, as bounces bring them. */

const DETAILS: Record<string, string> = {
  '1.1': 'there is no such mailbox',
  '1.2': 'the domain of the address takes no mail',
  '1.3': 'the address is not written as addresses are',
  '1.6': 'the mailbox has moved and left no new address',
  '1.10': 'the domain says that it takes no mail at all',
  '2.0': 'something is wrong with the mailbox',
  '2.1': 'the mailbox is closed',
  '2.2': 'the mailbox is full',
  '2.3': 'the message is longer than the mailbox takes',
  '3.0': 'the mail system of the recipient has trouble',
  '3.1': 'the mail system of the recipient is full',
  '3.4': 'the message is larger than the mail system takes',
  '4.1': 'the mail system of the recipient does not answer',
  '4.2': 'the connection to the recipient broke off',
  '4.3': 'the DNS of the recipient does not answer',
  '4.4': 'no way to the recipient is known',
  '4.7': 'it could not be delivered in time',
  '5.0': 'the mail systems did not understand each other',
  '6.0': 'the content could not be passed on',
  '7.0': 'it was refused for safety',
  '7.1': 'the recipient does not take mail from this sender',
  '7.8': 'the sign-in was refused',
  '7.20': 'no valid signature was found',
  '7.23': 'SPF does not allow the sending server',
  '7.26': 'neither SPF nor DKIM passed',
  '7.28': 'too much mail came at once',
};

const CLASSES: Record<string, string> = {
  '1': 'the address is not right',
  '2': 'something is wrong with the mailbox',
  '3': 'the mail system of the recipient has trouble',
  '4': 'the way to the recipient is broken',
  '5': 'the mail systems did not understand each other',
  '6': 'the content could not be passed on',
  '7': 'it was refused for safety or by a rule',
};

/** A status code in words: "there is no such mailbox". */
export function statusWords(status: string): string {
  const match = /^[245]\.(\d{1,3})\.(\d{1,3})$/.exec(status);
  if (!match) return 'no reason was given';
  return DETAILS[`${match[1]}.${match[2]}`] ?? CLASSES[match[1]!] ?? 'no reason was given';
}
