'use client';
/** Signing in by a passkey; nothing where the browser cannot. */
import { useState, useSyncExternalStore } from 'react';
import { Trouble } from '../parts/Page';
import { say } from '@/words/passkeys';
import { say as signIn } from '@/words/signIn';
import { enterByPasskey, passkeyObstacle } from './passkeys';

const never = (): (() => void) => () => undefined;

/** Why no passkey can be used here; the page that the server makes says nothing of it. */
export const usePasskeyObstacle = (): string | undefined =>
  useSyncExternalStore(never, passkeyObstacle, () => undefined);

/** Whether passkeys can be used here, once the browser is asked. */
const useCan = (): boolean =>
  useSyncExternalStore(
    never,
    () => passkeyObstacle() === undefined,
    () => false,
  );

export function PasskeyButton({ onIn }: { onIn: (language: string | undefined) => void }) {
  const can = useCan();
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  if (!can) return null;
  const enter = async (): Promise<void> => {
    setBusy(true);
    setTrouble(undefined);
    const result = await enterByPasskey();
    setBusy(false);
    if (result.ok) onIn(result.value);
    else setTrouble(result.why);
  };
  return (
    <div className="flex flex-col gap-2">
      <button type="button" className="btn justify-center" disabled={busy} onClick={() => void enter()}>
        {busy ? signIn.signingIn : say.signIn}
      </button>
      {trouble && <Trouble>{trouble}</Trouble>}
    </div>
  );
}
