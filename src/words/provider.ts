/** Signing in through a provider (OpenID Connect). */
import { speak } from './speak';

export const say = speak('provider', {
  signIn: 'Sign in through {$provider}',
  thereIsNone: 'No other sign-in is set up here. Sign in with your password.',
  openAt: 'This works at {$address} alone. Open Libellus there.',
  doesNotAnswer: '{$provider} does not answer. Try again in a minute, or sign in with your password.',
  notVouched:
    '{$provider} does not vouch for your address there. Sign in with your password, or ask who runs {$provider}.',
  nobodyHere:
    'Nobody signs in here with the address that you have at {$provider}. Ask an owner of your store to invite you.',
  somebodyElse:
    '{$provider} knows somebody else by your address than before. Ask an owner of your store to reset how you sign in.',
  tookTooLong: 'This took too long, or was begun in another browser. Try again.',
  refused: '{$provider} did not let you in.',
  notProven:
    '{$provider} answered something that does not hold. Who runs Libellus finds more in the log of the web process.',
  yours: 'You sign in through {$provider} and have no password here.',
  isLinked: 'You can sign in through {$provider}, too.',
  noPasswordOff: 'Off: {$provider} alone lets you in.',
  by: 'through {$provider}',
  orThrough: 'Join through {$provider}',
  joinAs: 'Come back with the address {$email}.',
  passwordSubject: 'Your sign-in at Libellus',
  passwordText: 'Somebody asked for a new password for this address. You have none: you sign in through {$provider}.',
});
