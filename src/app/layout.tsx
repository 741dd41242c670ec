import type { Metadata } from 'next';
import { cookies, headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Toaster } from 'sonner';
import { THEME_COOKIE, themeOf } from '@/contract/theme';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Libellus', template: '%s · Libellus' },
  description: 'Order messages: designed, translated, routed, sent, and shown to arrive.',
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  // Reading the request makes every page dynamic, which the nonce of its scripts needs.
  await headers();
  const theme = themeOf((await cookies()).get(THEME_COOKIE)?.value);
  return (
    <html lang="en" data-theme={theme === 'system' ? undefined : theme}>
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
