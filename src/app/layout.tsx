import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Toaster } from 'sonner';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Libellus', template: '%s · Libellus' },
  description: 'Order messages: designed, translated, routed, sent, and shown to arrive.',
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  // Reading the request makes every page dynamic, which the nonce of its scripts needs.
  await headers();
  return (
    <html lang="en">
      <body>
        {children}
        {/* Over no button: those of pages stand at the right above, those of dialogs at the right below. */}
        <Toaster
          position="top-center"
          offset={{ top: 6 }}
          visibleToasts={2}
          toastOptions={{ style: { borderRadius: 4, fontFamily: 'var(--font-sans)' } }}
        />
      </body>
    </html>
  );
}
