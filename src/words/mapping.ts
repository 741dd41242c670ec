/** What is wrong with a mapping of a shop's JSON, and with what it finds. */
import { speak } from './speak';

export const say = speak('mapping', {
  pathBegins: 'Begin a path with $ for the whole request, or with @ for an entry of the list.',
  pathTooWide: 'Use “..” or “?” once at most in a path, and not both.',
  searchInList: 'Begin this path with @, or lead it to a single value: it is read for every entry of the list.',
  tooManySearches: 'Use “..” in {$most} paths at most. Lead the others to their values.',
  pathWrong: 'This is no path that JSONPath (RFC 9535) knows.',
  pathWrongAt: 'This is no path that JSONPath (RFC 9535) knows: see character {$n}.',
  entryOfNoList: 'Say where the entries of the list come from first, or begin this path with $.',
  noSuchPlace: 'An order has no place {$to}.',
  placeTwice: 'The place {$to} is filled twice. Remove one of the two.',
  noSuchChoice: '“{$word}” is none of: {$choices}.',
  aList: 'a list',
  anObject: 'an object',
  notText: '{$value} is no text. Choose a single value.',
  notMoney: '“{$value}” is no amount in {$currency}.',
  notTime: '“{$value}” is no time.',
  notWhole: '“{$value}” is no whole number.',
  notNumber: '“{$value}” is no number.',
  notYesNo: '“{$value}” is neither yes nor no. Say with a table what it means.',
  nothingFound: 'Nothing was found for it, and it is needed.',
});
