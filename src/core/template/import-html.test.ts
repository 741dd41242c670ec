import { parseSource } from '../text';
import { importHtml } from './import-html';

const HTML = `<!doctype html><html><head><title>Order {{order_number}}</title><style>p{color:red}</style></head>
<body><table role="presentation"><tr><td>
<a href="https://shop.example"><img src="https://shop.example/logo.png" alt="The shop" width="200"></a>
<h1>Thanks, {{ first_name }}</h1>
<p>We have <b>your order</b> and <a href="https://shop.example/terms">our terms</a>.</p><p>Second {x} paragraph.</p>
<ul><li>One</li><li>Two %order_total%</li></ul>
<a class="btn" style="background:#000;padding:10px" href="{{ tracking_url }}">Follow it</a>
<hr>
<table><tr><th>Item</th><th>Price</th></tr><tr><td>Paper</td><td>3</td></tr></table>
<img src="https://track.example/o.gif" width="1" height="1">
<script>alert(1)</script>
</td></tr></table></body></html>`;

describe('a message that exists as HTML', () => {
  const made = importHtml(HTML, 'shipment.dispatched');
  const words = (kind: string, n = 1): string => made.words[`${kind}${n}`] ?? '';

  it('becomes blocks of the kinds that its parts are', () => {
    expect(made.blocks.map((b) => b.kind)).toEqual(['image', 'heading', 'text', 'button', 'divider', 'html']);
  });

  it('keeps its words with what is bold, linked and listed, and braces as braces', () => {
    expect(words('text')).toContain(
      'We have {#b}your order{/b} and {#link href=|https://shop.example/terms|}our terms{/link}',
    );
    expect(words('text')).toContain('{#p}Second \\{x\\} paragraph.{/p}');
    expect(words('text')).toMatch(/\{#item\}One\{\/item\}\{#item\}Two \{\$order\.total :money\}\{\/item\}/);
    for (const source of Object.values(made.words)) expect(parseSource(source)).toMatchObject({ ok: true });
  });

  it('turns placeholders of another kind into ours, in words, addresses and the subject', () => {
    expect(words('heading')).toBe('Thanks, {$customer.firstName :text}');
    expect(made.subject).toBe('Order {$order.number :text}');
    expect(made.blocks.find((b) => b.kind === 'button')).toMatchObject({
      target: { variable: 'shipment.trackingUrl' },
    });
  });

  it('takes nothing over that runs, or that reports who reads', () => {
    expect(JSON.stringify(made)).not.toMatch(/script|alert|track\.example|color:red/);
    expect(made.notes.join()).toMatch(/one pixel left out/);
  });

  it('says what was kept as own HTML and what is still fetched from elsewhere', () => {
    expect(words('html')).toContain('<th>Item</th>');
    expect(made.notes).toEqual(
      expect.arrayContaining([
        expect.stringContaining('table is kept as own HTML'),
        expect.stringContaining('still fetched from elsewhere'),
      ]),
    );
  });

  it('gives no blocks for nothing, and no more than it can hold for too much', () => {
    expect(importHtml('', 'order.placed').blocks).toEqual([]);
    expect(importHtml('<<<>>&&& <p', 'order.placed').blocks.length).toBeLessThanOrEqual(1);
    expect(importHtml('<hr>'.repeat(500), 'order.placed').blocks).toHaveLength(120);
    expect(importHtml(`${'<div>'.repeat(3000)}x${'</div>'.repeat(3000)}`, 'order.placed').blocks).toHaveLength(1);
  });
});
