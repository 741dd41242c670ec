'use client';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { Field } from '../parts/fields';
import Link from '../parts/Link';
import { Trouble } from '../parts/Page';
import { say } from '@/words/signIn';
import { say as colleagues } from '@/words/colleagues';
import { say as through } from '@/words/provider';
import { say as common } from '@/words/common';
import { LANGUAGES, readerLanguage, type Language } from '@/words/speak';
import { chooseLanguage, chosenBefore } from '../parts/language';
import { CodeForm } from './CodeForm';
import { ProviderButton } from './ProviderButton';
import { PasskeyButton } from './PasskeyButton';

export interface SignInProps {
  /** Where to go on. */
  to: string;
  /** The password was right, and a code is asked for. */
  asks: boolean;
  /** What people call the provider through which one can sign in. */
  provider: string | undefined;
  /** Why somebody who came back from it is not in. */
  wasNotIn: string | undefined;
}

export function SignInForm({ to, asks, provider, wasNotIn }: SignInProps) {
  const router = useRouter();
  /** The password was right, and a code is asked for. */
  const [asked, setAsked] = useState(asks);
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [trouble, setTrouble] = useState(wasNotIn);
  const [busy, setBusy] = useState(false);

  const goOn = (language: string | undefined): void => {
    // Whoever chose another language elsewhere reads it here, too: its words come with a page that is loaded anew.
    if (language !== undefined && language !== readerLanguage()) {
      window.location.assign(to);
      return;
    }
    router.replace(to);
    router.refresh();
  };

  const signIn = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    setTrouble(undefined);
    const response = await fetch('/api/auth/sign-in/email', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: email.trim(), password, language: chosenBefore() }),
    }).catch(() => undefined);
    if (response?.ok) {
      const body = (await response.json()) as { language?: string; asks?: 'code' };
      setBusy(false);
      if (body.asks === 'code') setAsked(true);
      else goOn(body.language);
      return;
    }
    setBusy(false);
    setTrouble(
      !response
        ? say.libellusDoesNotAnswerLook
        : response.status === 503
          ? say.libellusCannotSignAnybodyIn
          : response.status === 429
            ? (((await response.json().catch(() => ({}))) as { message?: string }).message ??
              say.tooManyTriesFailedWait)
            : response.status === 400 || response.status === 401
              ? say.thisAddressAndPasswordDo
              : say.signingInDidNotWork,
    );
  };

  if (asked) {
    return (
      <CodeForm
        onIn={goOn}
        onOver={(why) => {
          setAsked(false);
          setPassword('');
          setTrouble(why);
        }}
      />
    );
  }
  return (
    <main className="flex h-full">
      <div aria-hidden className="w-37 shrink-0 bg-spine">
        <svg width="100%" height="100%">
          <line
            x1="24"
            y1="0"
            x2="24"
            y2="100%"
            stroke="var(--color-chip)"
            strokeWidth="2"
            strokeDasharray="14 10"
            opacity="0.5"
          />
        </svg>
      </div>
      <div className="flex flex-1 items-center justify-center p-6">
        <form onSubmit={(e) => void signIn(e)} className="w-full max-w-sm bg-sheet p-8 shadow-sheet" noValidate>
          <h1 className="font-serif text-2xl font-medium">Libellus</h1>
          <p className="mt-1 mb-6 text-sm text-slate">{say.orderMessagesWrittenRoutedSent}</p>
          <div className="flex flex-col gap-4">
            <Field label={common.emailAddress}>
              {(ids) => (
                <input
                  {...ids}
                  className="input"
                  type="email"
                  autoComplete="username"
                  autoFocus
                  value={email}
                  onChange={(e) => setEmail(e.target.value)}
                />
              )}
            </Field>
            <Field label={say.password}>
              {(ids) => (
                <input
                  {...ids}
                  className="input"
                  type="password"
                  autoComplete="current-password"
                  value={password}
                  onChange={(e) => setPassword(e.target.value)}
                />
              )}
            </Field>
            {trouble && <Trouble>{trouble}</Trouble>}
            <button
              type="submit"
              className="btn btn-main justify-center"
              disabled={busy || email === '' || password === ''}
            >
              {busy ? say.signingIn : say.signIn}
            </button>
            <PasskeyButton onIn={goOn} />
            {provider && (
              <ProviderButton
                {...{ provider, to }}
                anew={wasNotIn !== undefined}
                label={through.signIn({ provider })}
              />
            )}
          </div>
          <Link href="/sign-in/forgotten" className="link mt-4 inline-block text-sm">
            {colleagues.forgotten}
          </Link>
          <ul className="mt-6 flex gap-4 text-sm">
            {(Object.entries(LANGUAGES) as [Language, string][]).map(([language, name]) => (
              <li key={language} lang={language}>
                {language === readerLanguage() ? (
                  <span className="text-slate">{name}</span>
                ) : (
                  <button type="button" className="link" onClick={() => chooseLanguage(language)}>
                    {name}
                  </button>
                )}
              </li>
            ))}
          </ul>
        </form>
      </div>
    </main>
  );
}
