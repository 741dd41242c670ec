/** A fresh installation, from nothing: `start` with an empty database, and its first store. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { run } from './stack';

export interface Installation {
  url: string;
  /** What it printed for making the first owner. */
  setUpCode: string;
  end: () => Promise<void>;
}

/** Starts an installation that nobody can sign in to yet. */
export async function startInstallation(port: number): Promise<Installation> {
  const url = `http://127.0.0.1:${port}`;
  const data = mkdtempSync(join(tmpdir(), 'libellus-first-'));
  const libellus = run('ops/serve.ts', ['start', '--port', String(port), '--data', data], { LIBELLUS_URL: url });
  const said = await libellus.until('Nobody can sign in yet');
  return {
    url,
    setUpCode: /with the code (\w+)/.exec(said)![1]!,
    end: async () => {
      await libellus.end();
      rmSync(data, { recursive: true, force: true });
    },
  };
}

/** What the first owner enters. */
export const FIRST_STORE = {
  Name: 'Inkwell Books',
  'Address on the web': 'https://inkwell-books.example',
  'Email address for customers': 'hello@inkwell-books.example',
  'Your name': 'Edda Lindqvist',
  'Your email address': 'edda@inkwell-books.example',
  Password: 'a longer password',
};

/** Fills fields of a form by their labels. */
export async function fillIn(page: Page, values: Record<string, string>): Promise<void> {
  for (const [label, value] of Object.entries(values)) await page.getByLabel(label, { exact: true }).fill(value);
}
