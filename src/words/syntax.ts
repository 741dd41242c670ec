/** What is wrong in the source of a text (MessageFormat 2). */
import { speak } from './speak';

export const say = speak('syntax', {
  notComplete:
    'The placeholder that begins at line {$fromLine}, character {$fromColumn} is not complete (stopped at line {$line}, character {$column}). Write it as {$example}, or write {$escaped} for a brace in the text.',
  noOpeningBrace:
    'A closing brace at line {$line}, character {$column} has no opening one. Write {$escaped} for a brace in the text.',
  cannotBeRead: 'The text cannot be read at line {$line}, character {$column}.',
  selectorNeedsFunction: 'The value that chooses between forms needs a function: declare it with {$example}.',
  noFallback: 'A form for every other case is missing: add one with the key *.',
  keyMismatch: 'A form has more or fewer keys than there are values to choose by.',
  sameKeyTwice: 'Two forms have the same key.',
  declaredTwice: 'A name is declared twice.',
  optionTwice: 'An option is given twice.',
  formsCannotBeUsed: 'The forms cannot be used: {$why}.',
  lineBreakMark: 'A new line is written {$example}.',
  needsWords: '{$mark} needs text: write {$example}.',
  paragraphInside: 'A paragraph cannot begin inside {$mark}.',
  beginsAgain: '{$mark} begins again before it has ended.',
  linkNeedsAddress: 'A link needs an address: {$example}.',
  endsWhatIsNotOpen: '{$mark} ends something that is not open just then.',
  notEnded: '{$mark} is not ended with {$end}.',
  unknownMark: '{$mark} is not known here. There is {$known}.',
  noFormattingHere: '{$mark} cannot stand here: this text is shown without any formatting.',
  ownTagsHere: '{$mark} cannot stand here: own HTML is written with its own tags.',
  oneLineHere: '{$mark} cannot stand here: this text is one line.',
});
