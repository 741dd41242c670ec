/** What a rehearsal found out about each message. */
import { speak } from './speak';

export const say = speak('rehearsed', {
  serviceTook: 'The sending service {$service} took it: {$answer}',
  serviceRefused: 'The sending service {$service} did not take it. {$words}',
  serviceAtLimit: 'The sending service {$service} is at its limit for today, so it was not sent.',
  noServiceTook: 'No sending service takes it. {$words}',
  inMailbox:
    '.input {$seconds :integer} .match $seconds one {{It lay in {$folder} of the real mailbox after {$seconds} second: {$said}.}} * {{It lay in {$folder} of the real mailbox after {$seconds} seconds: {$said}.}}',
  inJunk:
    '.input {$seconds :integer} .match $seconds one {{The real mailbox put it into {$folder} after {$seconds} second, with what nobody wants: {$said}.}} * {{The real mailbox put it into {$folder} after {$seconds} seconds, with what nobody wants: {$said}.}}',
  nothingVouched: 'its server says nothing of SPF, DKIM and DMARC',
  notInMailbox: 'It is not in the real mailbox a quarter of an hour after its service took it.',
  mailboxUnread: 'Whether it is in the real mailbox could not be seen. {$words}',
  nothingToDoItWith: 'There is nothing to do it with by then.',
  ownNoChannel: 'There is no such channel any more.',
  ownNoLanguage: 'Customers do not shop in this language any more.',
  ownNoProduct: 'There is no product {$sku} any more.',
  cameOnce: 'It arrived, once.',
  cameTimes:
    '.input {$times :integer} .match $times one {{It arrived {$times} time, and should have once.}} * {{It arrived {$times} times, and should have once.}}',
  neverPlanned: 'It never came: nothing was planned for it.',
  neverCame: 'It never came. {$words}',
  neverArrived: 'It was sent and never arrived.',
  cameUnasked: 'It arrived, and nothing was expected. {$words}',
  keptBack: 'It was kept back, as set. {$words}',
  wentTo: 'It went to {$address}.',
  toNames: 'Its To field names {$to}.',
  toRight: 'It went to {$address} and nobody else.',
  noDate: 'It has no date that can be read.',
  late: '.input {$minutes :integer} .match $minutes one {{It came {$minutes} minute late.}} * {{It came {$minutes} minutes late.}}',
  early:
    '.input {$minutes :integer} .match $minutes one {{It came {$minutes} minute early.}} * {{It came {$minutes} minutes early.}}',
  inTime: 'It came in time.',
  otherLanguage: 'It should be in {$language}, and says that it is in {$other}.',
  fellBack: 'It has no {$wanted} translation, so it came in {$language}.',
  inLanguage: 'It is in {$language}.',
  agrees: 'Amounts, sums, goods, days and names agree with order {$order}.',
  agreesWithAccount: 'What it says agrees with the account.',
  noSubject: 'It has no subject.',
  noText: 'It has no text part.',
  bothParts: 'It can be read with and without HTML.',
  textAlone: 'It is text alone, as set.',
  headerTimes:
    '.input {$times :integer} .match $times one {{The field {$name} stands {$times} time in it, and should once.}} * {{The field {$name} stands {$times} times in it, and should once.}}',
  headerMissing: 'The field {$name} is missing.',
  longLine: 'A line has {$length :integer} characters, and at most 998 are allowed.',
  headersRight: 'Its header is as the standards ask.',
  headersWithUnsubscribe: 'Its header is as the standards ask, with one-click unsubscribing.',
  brokenLink: 'This link leads nowhere: {$href}',
  linksRight:
    '.input {$links :integer} .match $links one {{{$links} link is a whole address.}} * {{{$links} links are whole addresses.}}',
  linksAnswer:
    '.input {$links :integer} .match $links one {{{$links} link was asked, and answers.}} * {{{$links} links were asked, and all answer.}}',
  picturesAnswer:
    '.input {$pictures :integer} .match $pictures one {{{$pictures} picture was asked for, and is there.}} * {{{$pictures} pictures were asked for, and all are there.}}',
  linkGone: 'It answers {$status}, so there is nothing at this address: {$href}',
  linkAnswers: 'It answers {$status}, an error of its own: {$href}',
  linkNoHost: 'There is no host {$host}: {$href}',
  linkCertificate: 'The certificate of {$host} is not valid ({$code}), and browsers warn of it: {$href}',
  linkRound: 'It leads on again and again, and never arrives: {$href}',
  linkPrivate: '{$host} is in a private network, where readers elsewhere cannot go: {$href}',
  linkSilent: '{$host} did not answer in time: {$href}',
  linkUnreachable: '{$host} could not be reached ({$code}): {$href}',
  noPicture: 'This picture cannot be found: {$src}',
  noAlt: 'This picture has no words for those who do not see it: {$src}',
  picturesRight:
    '.input {$pictures :integer} .match $pictures one {{{$pictures} picture is there, with words for those who do not see it.}} * {{{$pictures} pictures are there, with words for those who do not see them.}}',
  linkWithoutWords: 'Where pictures are off, nothing is left of this link: {$href}',
  faintWords:
    'Words stand out from their ground by {$ratio :number maximumFractionDigits=1} to 1 only, and 4.5 to 1 is wanted: “{$words}”',
  contrastRight: 'Its words stand out from their ground by {$ratio :number maximumFractionDigits=1} to 1 or more.',
  faintInTheDark:
    'Where mail programs are dark, words stand out from their ground by {$ratio :number maximumFractionDigits=1} to 1 only, and 4.5 to 1 is wanted: “{$words}”',
  contrastInTheDark:
    'In the dark, its words stand out from their ground by {$ratio :number maximumFractionDigits=1} to 1 or more.',
  clipped: 'It has {$size :integer} kB of HTML, and mail programs cut what is over 102 kB.',
  sizeRight: 'It has {$size :integer} kB of HTML, which is shown whole.',
  notSigned: 'It is not signed. Mail servers trust signed messages more.',
  signed: 'It is signed for {$domain}, and the signature holds.',
  signatureBroken: 'It is signed for {$domain}, and the signature does not hold.',
  otherWords: 'It should be in {$language}, and reads as {$other}.',
  otherLetters: 'It should be in {$language}, and most of its letters are of another script.',
});
