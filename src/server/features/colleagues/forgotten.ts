/** A forgotten password: a link to set a new one is mailed by a store that somebody belongs to. */
import { createHash } from 'node:crypto';
import { and, eq, gt } from 'drizzle-orm';
import type { SetPassword } from '@/contract/colleagues';
import { isMailAddress } from '@/core/schema';
import { config } from '../../base/config';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { memberships, passwordLinks, user } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { networkOf } from '../../net/addresses';
import { sendNote } from '../../sending/notice';
import { beginTry, waitWords } from '../../auth/guard';
import { newLinkSecret } from '../../auth/links';
import { hasPassword, rememberEverywhere, setPassword } from '../../auth/people';
import { providerName } from '../../auth/provider';
import { say as colleagueWords } from '@/words/colleagues';
import { say as through } from '@/words/provider';
import { say } from '@/words/refusals';
import { readerLanguage } from '@/words/speak';

const HOUR = 3_600_000;
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** How many may be asked for before one waits: for one address, from one network. */
const FREE = { address: 3, network: 20 };

/**
 * Asks for a link for an address. What is answered, and when, does not tell whether anybody signs in with it: `work` is what goes on after
 * the answer. Throws `invalid` for what is no address, and for too many.
 */
export async function askForPassword(email: string, from: string): Promise<{ work: () => Promise<void> }> {
  const address = email.trim().toLowerCase();
  const refuse = (message: string): never => {
    throw new AppError('invalid', message, [{ path: '/email', message }]);
  };
  if (!isMailAddress(address)) refuse(say.enterYourAddress);
  const wait = await beginTry([
    { of: `forgotten ${address}`, free: FREE.address },
    { of: `forgotten from ${networkOf(from)}`, free: FREE.network },
  ]);
  if (wait > 0) refuse(say.tooManyLinksAsked({ wait: waitWords(wait) }));
  const language = readerLanguage();
  const provider = providerName();
  // Said now, in the language of who asks: the work comes after the answer.
  const words = { subject: colleagueWords.passwordSubject, text: colleagueWords.passwordText };
  const none = provider === undefined ? undefined : wordsOfNone(provider);
  return { work: () => mailLink(address, language, words, none) };
}

interface Words {
  subject: string;
  text: string;
}

/** For who has no password, and is to get none besides what their organisation takes back when they leave. */
const wordsOfNone = (provider: string): Words => ({
  subject: through.passwordSubject,
  text: through.passwordText({ provider }),
});

async function mailLink(address: string, language: string, words: Words, none: Words | undefined): Promise<void> {
  const [person] = await database().select({ id: user.id, name: user.name }).from(user).where(eq(user.email, address));
  if (!person) return;
  const of = await database()
    .select({ storeId: memberships.storeId })
    .from(memberships)
    .where(and(eq(memberships.userId, person.id), eq(memberships.off, false)));
  const note = none && !(await hasPassword(person.id)) ? none : await withLink(person.id, words);
  for (const { storeId } of of) {
    if (await sendNote(storeId, { email: address, name: person.name }, { ...note, language })) return;
  }
}

async function withLink(userId: string, words: Words): Promise<Words> {
  const { token, hash } = newLinkSecret();
  await database()
    .insert(passwordLinks)
    .values({ tokenHash: hash, userId, until: new Date((await databaseTime()) + HOUR) });
  return { ...words, text: `${words.text}\n\n${config().url}/sign-in/new/${token}` };
}

async function personOf(token: unknown) {
  if (typeof token !== 'string' || !/^[\w-]{43}$/.test(token)) return undefined;
  const [row] = await database()
    .select({ id: user.id, name: user.name, email: user.email })
    .from(passwordLinks)
    .innerJoin(user, eq(user.id, passwordLinks.userId))
    .where(and(eq(passwordLinks.tokenHash, hashOf(token)), gt(passwordLinks.until, new Date(await databaseTime()))));
  return row;
}

/** For whom a link sets a password; undefined for one that is over. */
export async function passwordLinkFor(token: unknown): Promise<{ email: string } | undefined> {
  const person = await personOf(token);
  return person && { email: person.email };
}

/** Sets a new password by a link, which is over then, and ends every session. Throws `conflict` for one that is over. */
export async function setForgottenPassword(token: unknown, { password }: SetPassword): Promise<{ email: string }> {
  const person = await personOf(token);
  if (!person) throw new AppError('conflict', say.passwordLinkIsOver);
  await setPassword(person.id, password);
  await rememberEverywhere(person, 'gotNewPassword');
  return { email: person.email };
}
