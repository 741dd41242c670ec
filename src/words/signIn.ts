/** Signing in, and setting up the first store. */
import { speak } from './speak';

export const say = speak('signIn', {
  setUpLibellus: 'Set up Libellus',
  theFirstStoreAndIts:
    'The first store and its owner. Its notifications are there from the start, as drafts to look at and publish.',
  theStore: 'The store',
  theOwner: 'The owner',
  name: 'Name',
  yourName: 'Your name',
  addressOnTheWeb: 'Address on the web',
  yourEmailAddress: 'Your email address',
  emailAddressForCustomers: 'Email address for customers',
  password: 'Password',
  atLeast10Characters: 'At least 10 characters',
  ownLanguage: 'Own language',
  setUpCode: 'Set-up code',
  printedByLibellusStart: 'Printed by ./libellus start',
  currency: 'Currency',
  timeZone: 'Time zone',
  makingTheStore: 'Making the store ...',
  makeTheStore: 'Make the store',
  libellusDoesNotAnswerLook: 'Libellus does not answer. Look whether it is running, then try again.',
  libellusCannotSignAnybodyIn: 'Libellus cannot sign anybody in just now. Try again in a minute.',
  tooManyTriesFailedWait: 'Too many tries failed. Wait a few minutes and try again.',
  thisAddressAndPasswordDo: 'This address and password do not belong together. Type the password again.',
  signingInDidNotWork: 'Signing in did not work. Try again; if it stays so, look at the log of the web process.',
  orderMessagesWrittenRoutedSent: 'Order messages: written, routed, sent, and shown to arrive.',
  signingIn: 'Signing in ...',
  signIn: 'Sign in',
});
