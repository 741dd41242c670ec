import type { Metadata } from 'next';
import { cookies, headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Toaster } from 'sonner';
import { THEME_COOKIE, themeOf } from '@/contract/theme';
import { say } from '@/words/shell';
import { readerLanguage } from '@/words/speak';
import { wordsVersion } from './words-version';
import './globals.css';

export const generateMetadata = (): Metadata => ({
  title: { default: 'Libellus', template: '%s · Libellus' },
  description: say.orderMessages,
});

export default async function RootLayout({ children }: { children: ReactNode }) {
  // Reading the request makes every page dynamic, which the nonce of its scripts needs.
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  const theme = themeOf((await cookies()).get(THEME_COOKIE)?.value);
  const language = readerLanguage();
  return (
    <html lang={language} data-theme={theme === 'system' ? undefined : theme}>
      <head>
        {/* The words have to be there before the first screen is made of them; English comes with the screens. */}
        {language !== 'en' && (
          <script src={`/words/${language}?v=${wordsVersion(language)}`} nonce={nonce} suppressHydrationWarning />
        )}
      </head>
      <body>
        {children}
        {/* At the left below, beside the spine and above what stands at the foot: no button of a page or of a dialog is there. */}
        <Toaster
          position="bottom-left"
          offset={{ bottom: '3.5rem', left: '10.25rem' }}
          mobileOffset={{ bottom: '3.5rem' }}
          visibleToasts={2}
          toastOptions={{
            style: {
              borderRadius: 4,
              fontFamily: 'var(--font-sans)',
              background: 'var(--color-sheet)',
              color: 'var(--color-ink)',
              borderColor: 'var(--color-field)',
            },
          }}
        />
      </body>
    </html>
  );
}
