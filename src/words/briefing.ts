/** Notes for translators, and the questions that they ask of authors. */
import { speak } from './speak';

export const say = speak('briefing', {
  forTranslators: 'For translators',
  note: 'Note',
  noteHint: 'What is meant, where it is seen, what it must not say.',
  most: 'Characters at most',
  mostHint: 'Empty: as long as it has to be.',
  atMost: '.input {$n :integer} .match $n one {{at most {$n} character}} * {{at most {$n} characters}}',
  addNote: 'Add a note for translators',
  editNote: 'Edit the note',
  notANumber: 'Enter a whole number from 1 to 10,000, or nothing.',
  noteSaved: 'The note is saved. It is at this text in every language.',
  questions: 'Questions',
  saidBy: '{$who}, {$language}',
  askTheAuthor: 'Ask the author',
  question: 'Question to the author',
  ask: 'Ask',
  asked: 'The question is asked. It waits on Today and at this text on the Desk.',
  answer: 'Answer',
  answerTo: 'Answer to “{$question}”',
  answered: 'The answer is at the text in every language.',
  editAnswer: 'Change the answer',
  takeBack: 'Take back',
  takenBack: 'The question is taken back.',
  waits: 'waits for an answer',
  openQuestions:
    '.input {$n :integer} .match $n one {{{$n} question waits for an answer}} * {{{$n} questions wait for an answer}}',
  place: '{$document}, {$label}',
  asksAuthor: '{$who} asks about {$label} of {$document} in {$language}.',
  askAuthor:
    '.input {$n :integer} .match $n one {{{$n} question of a translator waits for an answer.}} * {{{$n} questions of translators wait for an answer.}}',
  seeQuestions: 'See questions',
  // On the record, in files and in refusals.
  askedInFile: 'Question: {$question} Answer: {$answer}',
  noSuchText: 'This text is no longer in the message. Reload to see it as it is now.',
  noSuchQuestion: 'This question is no longer there.',
  noteChangedMeanwhile: '{$who} changed this note meanwhile. Reload to see it.',
  answeredMeanwhile: '{$who} answered meanwhile. Reload to see it.',
  notYourQuestion: 'This is a question of {$who}: they can take it back, and who answers it.',
  tooManyQuestions: 'A store has {$most :integer} questions at most. Take answered ones back first.',
  somebody: 'Somebody',
});
