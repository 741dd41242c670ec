/** What DNS answers beside what a sending domain needs. */
import { speak } from './speak';

export const say = speak('dns', {
  didNotAnswer: 'DNS did not answer. It is asked again by itself.',
  lowTtl:
    '.input {$seconds :integer} .match $seconds one {{It may be kept for {$seconds} second only. Raise that (TTL) to 3600 once all is right: receivers then ask less often.}} * {{It may be kept for {$seconds} seconds only. Raise that (TTL) to 3600 once all is right: receivers then ask less often.}}',
  domainAddedOnceMore:
    "It stands at {$name}.{$domain}: the domain was typed and added once more by the registrar's page. Enter the host as {$host} only.",
  notThereYet: 'Not there yet. It can take minutes to hours after it was entered until it shows.',
  quoted: 'The quotation marks became part of it. Enter it without them: the page adds its own.',
  nSpfRecords:
    'There are {$n :integer} SPF records, and with more than one none counts. Take them all out and enter this one, which holds what they allow.',
  notATerm: '“{$term}” is not a term of SPF, and the record does not count with it.',
  doesNotHold: 'It does not hold {$terms}, so what goes out by that service is not allowed.',
  nothingAfterIsRead: 'Nothing after {$end} is read. Put {$term} before it.',
  tooManyLookUps:
    'It takes {$n :integer} look-ups, and more than {$most :integer} are not made: receivers treat it as broken. Remove services that are not used any more.',
  letsAnybody: '{$all} lets anybody send as {$name}. End the record with ~all.',
  hardlyRoom: 'It takes {$n :integer} of {$most :integer} look-ups. There is hardly room for another service.',
  asItShouldBe: 'As it should be.',
  allowsServices: 'Allows the services of this store.',
  nRecordsAtName: 'There are {$n :integer} records at this name, and receivers take any of them. Keep only this one.',
  keyCutInTwo:
    'The key was cut in two and became two records. Enter it as one record; a page that takes only 255 characters at a time wants both parts in the same record, each in quotation marks.',
  backslashes: 'There are backslashes before the semicolons. Enter it without them.',
  wrongVersion: 'Its version is “{$version}” instead of DKIM1.',
  keyIsRight: 'The key is right.',
  markedAsTest: 'It is marked as a test (t=y). Take that out.',
  keyIsEmpty: 'The key is empty, which says that it is withdrawn.',
  keyEndsAfter:
    'The key ends after {$n :integer} of {$wanted :integer} characters. The page may take only 255 at a time: enter the rest in the same record.',
  charactersMissing: 'Characters are missing from the key or were added to it. Copy it again.',
  earlierKey: 'This is an earlier key. Messages are signed with the newer one above.',
  anotherKey: 'This is another key than the one messages are signed with. Copy it again.',
  notDmarc: 'What stands there is not a DMARC record: it has to begin with v=DMARC1.',
  nDmarcRecords: 'There are {$n :integer} DMARC records, and with more than one none counts.',
  noPolicy: 'It has no policy: p has to be none, quarantine or reject.',
  weakerPolicy: 'It is there, with a weaker policy.',
  onlyWatches:
    'p=none only watches: forged mail in your name still arrives. Change it to quarantine once all your mail is signed.',
  stricter: 'Stricter than needed, which is fine as all mail is signed.',
  saysWhatIsNeeded: 'It says what is needed.',
  holdsForShare: 'It holds for {$share}% of mail only (pct).',
  leadsToAddedTwice:
    'It leads to {$host}: the domain was added once more. Put a dot after {$wanted} or enter it as the page asks.',
  leadsElsewhere: 'It leads to {$hosts}, so bounces go there and not on record.',
  alsoLeadsTo: 'It also leads to {$hosts}, where part of the bounces would go.',
  bouncesComeBack: 'Bounces come back to Libellus.',
});
