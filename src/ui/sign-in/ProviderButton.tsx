'use client';
/** Signing in through the provider that the installation has, if it has one. */
import { useState } from 'react';
import { Trouble } from '../parts/Page';
import { say } from '@/words/provider';
import { say as signIn } from '@/words/signIn';

/** Where the provider is, for who wants to go on to a path afterwards; or why not. */
async function addressOfProvider(
  to: string,
  anew: boolean,
  provider: string,
): Promise<{ url: string } | { why: string }> {
  const response = await fetch('/api/auth/sign-in/provider', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ to, anew }),
  }).catch(() => undefined);
  if (!response) return { why: signIn.libellusDoesNotAnswerLook };
  const body = (await response.json().catch(() => ({}))) as { url?: string; message?: string };
  return body.url ? { url: body.url } : { why: body.message ?? say.doesNotAnswer({ provider }) };
}

export function ProviderButton({
  provider,
  to,
  anew = false,
  label,
}: {
  provider: string;
  to: string;
  /** The provider asks who it is, even if it knows. */
  anew?: boolean;
  label: string;
}) {
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const go = async (): Promise<void> => {
    setBusy(true);
    setTrouble(undefined);
    const found = await addressOfProvider(to, anew, provider);
    if ('url' in found) return window.location.assign(found.url);
    setBusy(false);
    setTrouble(found.why);
  };
  return (
    <div className="flex flex-col gap-2">
      <button type="button" className="btn justify-center" disabled={busy} onClick={() => void go()}>
        {busy ? signIn.signingIn : label}
      </button>
      {trouble && <Trouble>{trouble}</Trouble>}
    </div>
  );
}
