/** What was removed and can come back. */
import { speak } from './speak';

export const say = speak('removed', {
  removed: 'Removed',
  removedWords: 'deleted bin restore undo bring back trash',
  removedNote:
    'For 30 days all of it comes back with what it had: versions, editions, words, rules. Then it is gone for good.',
  nothingRemoved: 'Nothing was removed',
  nothingRemovedNote: 'Notifications, versions and passages that are removed stay here for 30 days.',
  notification: 'Notification',
  version: 'Version',
  passage: 'Passage',
  set: 'Before a set was brought in',
  what: 'What',
  kind: 'Kind',
  removedWhen: 'Removed',
  removedBy: 'By',
  until: 'Comes back until',
  bringBack: 'Bring back',
  bringNameBack: 'Bring {$name} back',
  isBack: '{$name} is back as it was. What sends stays off until you turn it on.',
  nameIsRemoved: '{$name} is removed. For 30 days it can come back.',
  removeName: 'Remove {$name}?',
  versionsGo:
    '.input {$n :integer} .match $n one {{Its draft and all editions of it go.}} * {{Its {$n} versions go, with their drafts and editions.}}',
  rulesGo: '.input {$n :integer} .match $n one {{One rule of who gets it goes.}} * {{{$n} rules of who gets it go.}}',
  waitingGoes:
    '.input {$n :integer} .match $n one {{One message waits. It is not sent, and stays unsent if this comes back.}} * {{{$n} messages wait. They are not sent, and stay unsent if this comes back.}}',
  sentStays: 'What it has sent stays on record.',
  comesBack: 'For 30 days it comes back with all it had: Store, Removed.',
  keepIt: 'Keep it',
});
