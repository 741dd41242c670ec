/** Pasting from a word processor or a page keeps what words can hold. */
import { expect, saved, sheet, signIn, test, words } from './support';

test('lists, bold, headings and cells of tables stay apart when they are pasted', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/on-its-way?order=SAMPLE-PART');
  await expect(sheet(page).locator('.lb-help')).toBeVisible();
  await page.getByRole('list', { name: 'Blocks' }).locator('[data-block="help"]').click();
  await words(page).focus();
  await page.keyboard.press('ControlOrMeta+a');
  const html = `<h2>Before you unpack</h2><ul><li><p>Cut the <b>tape</b></p><ul><li>not the box</li></ul></li><li>Keep it flat</li></ul>
    <p class="MsoListParagraph" style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">1.<span>&nbsp; </span></span>Lift it</p>
    <table><tr><th>Size</th><td>A4</td></tr></table>`;
  await words(page).evaluate((element, pasted) => {
    const transfer = new DataTransfer();
    transfer.setData('text/html', pasted);
    transfer.setData('text/plain', 'pasted');
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true, cancelable: true }));
  }, html);
  await expect(page.getByText('the draft differs')).toBeVisible();
  await saved(page);
  await page.keyboard.press('Escape');
  const block = sheet(page).locator('.lb-help');
  await expect(block.locator('ul li')).toHaveText(['Cut the tape', 'not the box', 'Keep it flat']);
  await expect(block.locator('ol li')).toHaveText(['Lift it']);
  await expect(block.locator('b, strong').filter({ hasText: 'tape' })).toBeVisible();
  await expect(block.locator('b, strong').filter({ hasText: 'Before you unpack' })).toBeVisible();
  await expect(block).toContainText('Size · A4');
});

test('a picture dropped on the sheet or pasted into words comes in as a picture where it was put', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/delivered');
  await expect(sheet(page).locator('.lb-footer')).toBeVisible();
  const blocks = page.getByRole('list', { name: 'Blocks' }).locator('[data-block]');
  const before = await blocks.count();
  const first = (await blocks.nth(1).getAttribute('data-block'))!;

  await test.step('dropped on the upper half of a block, it stands before it', async () => {
    await page.evaluate(async (id) => {
      const canvas = Object.assign(document.createElement('canvas'), { width: 60, height: 40 });
      const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
      const transfer = new DataTransfer();
      transfer.items.add(new File([blob!], 'mill.png', { type: 'image/png' }));
      const doc = document.querySelector<HTMLIFrameElement>('iframe[title="The message"]')!.contentDocument!;
      const block = doc.querySelector(`.lb-${id}`)!;
      const at = { clientY: block.getBoundingClientRect().top + 1, dataTransfer: transfer };
      for (const kind of ['dragover', 'drop'])
        block.dispatchEvent(new DragEvent(kind, { ...at, bubbles: true, cancelable: true }));
    }, first);
    await expect(blocks).toHaveCount(before + 1);
    await expect(blocks.nth(1)).toHaveAttribute('data-block', /^image/);
    const id = (await blocks.nth(1).getAttribute('data-block'))!;
    await expect(sheet(page).locator(`.lb-${id} img`)).toBeVisible();
  });

  await test.step('pasted while typing, it stands behind what is typed in', async () => {
    await page.getByRole('list', { name: 'Blocks' }).locator('[data-block="help"]').click();
    await words(page).focus();
    await words(page).evaluate(async (element) => {
      const canvas = Object.assign(document.createElement('canvas'), { width: 30, height: 30 });
      const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
      const transfer = new DataTransfer();
      transfer.items.add(new File([blob!], 'seal.png', { type: 'image/png' }));
      element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true, cancelable: true }));
    });
    await expect(blocks).toHaveCount(before + 2);
    const ids = await blocks.evaluateAll((all) => all.map((b) => b.getAttribute('data-block')!));
    expect(ids[ids.indexOf('help') + 1]).toMatch(/^image/);
  });
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(blocks).toHaveCount(before + 1);
});
