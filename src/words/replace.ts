/** Finding and replacing across all messages. */
import { speak } from './speak';

export const say = speak('replace', {
  alsoIn: 'changes {$names} too, which follows it there',
  findAndReplace: 'Find and replace',
  findAndReplaceWords: 'search change word text all messages languages rename',
  note: 'In the drafts of all messages and passages. Nothing goes out before it is published.',
  find: 'Find',
  replaceWith: 'Replace with',
  matchCase: 'Capital letters matter',
  wholeWords: 'Whole words only',
  allLanguages: 'All languages',
  show: 'Show the list',
  searching: 'Searching ...',
  enterWords: 'Enter the words to find.',
  foundNone: 'Nothing is found in the words of any message.',
  foundIn: '.input {$n :integer} .match $n one {{Found in {$n} place}} * {{Found in {$n} places}}',
  inMessages: '.input {$n :integer} .match $n one {{of one message or passage}} * {{of {$n} messages and passages}}',
  unread: 'Not looked through, because these words cannot be read: {$places}. Correct them on the Desk.',
  all: 'All of them',
  replaceIn: '.input {$n :integer} .match $n one {{Replace in {$n} place}} * {{Replace in {$n} places}}',
  replacing: 'Replacing ...',
  replaced:
    '.input {$n :integer} .match $n one {{Replaced in {$n} place. It counts once it is published.}} * {{Replaced in {$n} places. They count once they are published.}}',
  publishThem: 'Publish them ...',
  putBack: 'The words are back as they were.',
  passage: 'passage',
  placeOf: '{$label} in {$name}, {$language}',
  translatedToo:
    'Found in {$language} only. Other languages say it in their own words: look whether they need the change too.',
});
