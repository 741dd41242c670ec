/** Chromium, to take pictures of messages with: without a network, and without running what a message brings along. */
import { existsSync } from 'node:fs';
import type { Browser, BrowserContext, CDPSession, Page } from 'playwright-core';
import { asInTheDark, withoutPictures } from '@/core/look';
import type { PictureForm } from '@/core/rehearsal/pictures';
import { kept } from '@/words/kept';
import { say } from '@/words/rehearsal';
import { AppError } from '../base/errors';
import { config } from '../base/config';

/** Where Linux distributions put it. */
const PLACES = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome-stable'];

/** Nothing listens there: whatever asks for the network gets no answer. */
const NOWHERE = 'http://127.0.0.1:9';

const WIDE = 720;
const NARROW = 375;
/** A picture is at least so high, in points, and what is longer than this is cut off. */
const LOWEST = 200;
const LONGEST = 6_000;
const LOADING_MS = 15_000;
const BLANK = 'about:blank';
const REFRESH = /<meta\b[^>]*\bhttp-equiv\s*=\s*["']?refresh[^>]*>/gi;

export interface Shot {
  form: PictureForm;
  width: number;
  height: number;
  /** PNG. */
  bytes: Buffer;
}

/**
 * Starts the machine's Chromium. Throws `conflict` where there is none, saying what to install, and where it does not start, with what it
 * said.
 */
export async function openBrowser(): Promise<Browser> {
  const path = config().chromium ?? PLACES.find((p) => existsSync(p));
  if (path === undefined || !existsSync(path))
    throw new AppError(
      'conflict',
      kept(() => say.noBrowser),
    );
  const { chromium } = await import('playwright-core');
  try {
    return await chromium.launch({
      executablePath: path,
      // Its own walls need a user that is not root.
      chromiumSandbox: process.getuid?.() !== 0,
      proxy: { server: NOWHERE, bypass: '<-loopback>' },
      args: ['--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
    });
  } catch (error) {
    const lines = (error instanceof Error ? error.message : String(error)).split('\n').map((line) => line.trim());
    // The first line says that it ended; why stands among what it printed.
    const why = (lines.find((line) => /sandbox!|error while loading|cannot open/i.test(line)) ?? lines[0]!).slice(
      0,
      300,
    );
    throw new AppError(
      'conflict',
      kept(() => say.browserFailed({ why })),
    );
  }
}

/** What {@link withoutPictures} does, in the page: it need not be read and laid out anew. */
function letGoOfPictures(): void {
  for (const image of document.images) image.removeAttribute('src');
}

/** A page of a browser that messages are shown on, one after the other. */
export class Easel {
  private constructor(
    private readonly context: BrowserContext,
    private readonly page: Page,
    private readonly session: CDPSession,
  ) {}

  static async on(browser: Browser): Promise<Easel> {
    const context = await browser.newContext({ javaScriptEnabled: false, serviceWorkers: 'block' });
    // All that a message shows is in its HTML by now.
    await context.route('**/*', (route) => route.abort());
    const page = await context.newPage();
    page.setDefaultTimeout(LOADING_MS);
    return new Easel(context, page, await context.newCDPSession(page));
  }

  /** Takes all pictures of a message. Its HTML has its pictures in it, as `data:` addresses. */
  async take(html: string): Promise<Shot[]> {
    const adapts = /prefers-color-scheme:\s*dark/.test(html);
    // In the order in which least has to be laid out anew.
    await this.look(NARROW, 'light');
    await this.show(html);
    const shots = [await this.shoot('phone', NARROW)];
    await this.look(WIDE, 'light');
    shots.push(await this.shoot('desktop', WIDE));
    await this.look(WIDE, 'dark');
    // A message that declares no colours for the dark is turned over by mail programs that want it dark.
    if (!adapts) await this.show(asInTheDark(html, 'forced'));
    shots.push(await this.shoot('dark', WIDE));
    await this.look(WIDE, 'light');
    if (adapts) await this.page.evaluate(letGoOfPictures);
    else await this.show(withoutPictures(html));
    shots.push(await this.shoot('bare', WIDE));
    return shots;
  }

  close(): Promise<void> {
    return this.context.close();
  }

  private async show(html: string): Promise<void> {
    // A message may have tried to lead elsewhere, as no mail program lets it.
    if (this.page.url() !== BLANK) await this.page.goto(BLANK);
    await this.page.setContent(html.replace(REFRESH, ''), { waitUntil: 'load' });
  }

  private async look(width: number, colorScheme: 'light' | 'dark'): Promise<void> {
    await this.page.setViewportSize({ width, height: LOWEST });
    await this.page.emulateMedia({ colorScheme });
  }

  private async shoot(form: PictureForm, width: number): Promise<Shot> {
    const { cssContentSize } = await this.session.send('Page.getLayoutMetrics');
    const height = Math.min(LONGEST, Math.max(1, Math.ceil(cssContentSize.height)));
    const { data } = await this.session.send('Page.captureScreenshot', {
      ...{ format: 'png', captureBeyondViewport: true, optimizeForSpeed: true },
      clip: { x: 0, y: 0, width, height, scale: 1 },
    });
    return { form, width, height, bytes: Buffer.from(data, 'base64') };
  }
}
