/** Whether what a screen shows has room: read in the page, as somebody with this window would see it. */
import { expect, type Page } from '@playwright/test';

/**
 * What is found on a screen that has come to rest. A screen that is being laid out, after a change of its width or
 * before its sheet stands, may show for a moment what nobody would call wrong.
 */
export async function atRest(find: () => Promise<string[]>): Promise<string[]> {
  let found: string[] = [];
  await expect
    .poll(async () => (found = await find()), { timeout: 5_000 })
    .toEqual([])
    .catch(() => undefined);
  return found;
}

/** What is wrong on a screen, each as a sentence; empty when all of it has room. */
export const withoutRoom = (page: Page): Promise<string[]> => atRest(() => measured(page));

/** The same at each of these widths, in pixels; the window has the last of them afterwards. */
export async function withoutRoomAt(page: Page, name: string, widths: readonly number[]): Promise<string[]> {
  const found: string[] = [];
  for (const width of widths) {
    await page.setViewportSize({ width, height: 800 });
    // Panels are measured and drawn with the next frames.
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    for (const words of await withoutRoom(page)) found.push(`${name} at ${width} px: ${words}`);
  }
  return found;
}

async function measured(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const found: string[] = [];
    const shown = (el: Element): boolean => el.checkVisibility({ opacityProperty: true, visibilityProperty: true });
    const named = (el: Element): string => {
      const words = (el.getAttribute('aria-label') ?? el.textContent ?? '').replace(/\s+/g, ' ').trim().slice(0, 40);
      return `${el.tagName.toLowerCase()} "${words}"`;
    };
    /** Clipped away for those who hear the page, and not to be seen. */
    const heardOnly = (el: Element): boolean => {
      for (let up: Element | null = el; up; up = up.parentElement) {
        if (getComputedStyle(up).clipPath === 'inset(50%)') return true;
      }
      return false;
    };
    const scrollsAside = (el: Element): boolean => {
      for (let up: Element | null = el; up && up !== document.body; up = up.parentElement) {
        const { overflowX } = getComputedStyle(up);
        if (overflowX === 'auto' || overflowX === 'scroll')
          return up.scrollWidth > up.clientWidth + 1 && up.matches('[data-wide], [data-wide] *');
      }
      return false;
    };
    const width = document.documentElement.clientWidth;
    const root = document.scrollingElement!;
    if (root.scrollWidth > width + 1) found.push(`the page scrolls aside to ${root.scrollWidth} px`);

    const texts: { el: Element; rect: DOMRect }[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const el = node.parentElement!;
      if (
        !node.textContent?.trim() ||
        !shown(el) ||
        heardOnly(el) ||
        el.closest('script, style, noscript, svg, select, iframe')
      )
        continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const rect of range.getClientRects()) if (rect.width > 1 && rect.height > 1) texts.push({ el, rect });
    }
    const off = new Set<Element>();
    for (const { el, rect } of texts) {
      if (off.has(el) || scrollsAside(el)) continue;
      let clip = { left: -Infinity, right: Infinity };
      let cut: Element | undefined;
      let at = rect;
      for (let up: Element | null = el; up; up = up.parentElement) {
        const style = getComputedStyle(up);
        if (style.overflowX === 'visible') continue;
        const box = up.getBoundingClientRect();
        if (style.textOverflow === 'ellipsis') {
          // What is shortened can be read elsewhere: in its title, or where it leads to.
          if (up.scrollWidth > up.clientWidth + 1 && !up.closest('[title], a, button, [role="option"]')) cut = up;
          clip = { left: -Infinity, right: Infinity };
          // It goes on behind its dots, as far as it is long.
          at = box;
          break;
        }
        if (box.left > clip.left) clip.left = box.left;
        if (box.right < clip.right) clip.right = box.right;
      }
      if (cut || at.right > Math.min(width, clip.right) + 2 || at.left < Math.max(0, clip.left) - 2) {
        off.add(el);
        found.push(`${named(el)} is cut off`);
      }
    }
    /** What of a text is to be seen: what overflows a box that cuts it off is not. */
    const seen = (el: Element, { left, right, top, bottom }: DOMRect): DOMRect => {
      const box = { left, right, top, bottom };
      for (let up: Element | null = el; up; up = up.parentElement) {
        if (getComputedStyle(up).overflowX === 'visible') continue;
        const edge = up.getBoundingClientRect();
        box.left = Math.max(box.left, edge.left);
        box.right = Math.min(box.right, edge.right);
        box.top = Math.max(box.top, edge.top);
        box.bottom = Math.min(box.bottom, edge.bottom);
      }
      return new DOMRect(box.left, box.top, Math.max(0, box.right - box.left), Math.max(0, box.bottom - box.top));
    };
    const inView = texts
      .map(({ el, rect }) => ({ el, rect: seen(el, rect) }))
      .filter(({ el, rect }) => {
        const [x, y] = [rect.left + rect.width / 2, rect.top + rect.height / 2];
        if (rect.width < 2 || rect.height < 2 || x < 0 || y < 0 || x > width || y > innerHeight) return false;
        const top = document.elementFromPoint(x, y);
        return top !== null && (el.contains(top) || top.contains(el));
      });
    for (let i = 0; i < inView.length; i += 1) {
      for (let j = i + 1; j < inView.length; j += 1) {
        const [a, b] = [inView[i]!, inView[j]!];
        if (a.el === b.el) continue;
        const across = Math.min(a.rect.right, b.rect.right) - Math.max(a.rect.left, b.rect.left);
        const down = Math.min(a.rect.bottom, b.rect.bottom) - Math.max(a.rect.top, b.rect.top);
        // Lines of a paragraph touch.
        if (across > 3 && down > Math.min(a.rect.height, b.rect.height) * 0.4) {
          found.push(`${named(a.el)} lies over ${named(b.el)}`);
        }
      }
    }
    const targets = [
      ...document.querySelectorAll(
        'a[href], button, input, select, textarea, summary, [role="button"], [role="switch"], [role="tab"], [role="option"]',
      ),
    ]
      .filter((el) => shown(el) && !heardOnly(el) && !el.closest('iframe'))
      .map((el) => ({ el, rect: el.getBoundingClientRect() }))
      .filter(({ rect }) => rect.width > 0 && rect.height > 0);
    const middle = (r: DOMRect): [number, number] => [r.left + r.width / 2, r.top + r.height / 2];
    for (const { el, rect } of targets) {
      if (rect.width >= 23.5 && rect.height >= 23.5) continue;
      // WCAG 2.2, 2.5.8: a link in a sentence may be small, and so may what has room around it.
      if (getComputedStyle(el).display === 'inline' && el.parentElement!.textContent!.trim() !== el.textContent!.trim())
        continue;
      if (el.matches('input[type="radio"], input[type="checkbox"]') && el.closest('label')) continue;
      const [x, y] = middle(rect);
      const near = targets.find((other) => {
        if (other.el === el || other.el.contains(el) || el.contains(other.el)) return false;
        const dx = Math.max(other.rect.left - x, 0, x - other.rect.right);
        const dy = Math.max(other.rect.top - y, 0, y - other.rect.bottom);
        return Math.hypot(dx, dy) < 12;
      });
      if (near)
        found.push(
          `${named(el)} is ${Math.round(rect.width)} x ${Math.round(rect.height)} px, close to ${named(near.el)}`,
        );
    }
    return [...new Set(found)];
  });
}
