/** Product pictures: plain swatches in each product's colours, drawn once into the data folder. */
import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { PRODUCTS, type DemoProduct } from './catalogue';

const SHAPES: Record<string, (a: string, b: string) => string> = {
  papers: (a, b) =>
    `<rect x="20" y="14" width="48" height="62" fill="${b}"/><rect x="28" y="20" width="48" height="62" fill="${a}"/>`,
  'boards and cloth': (a, b) =>
    `<rect x="14" y="24" width="68" height="50" fill="${a}"/><path d="M14 34h68M14 46h68M14 58h68" stroke="${b}" stroke-width="3"/>`,
  tools: (a, b) =>
    `<rect x="42" y="10" width="12" height="50" rx="6" fill="${a}"/><path d="M48 58l6 28h-12z" fill="${b}"/>`,
  adhesives: (a, b) =>
    `<rect x="28" y="26" width="40" height="56" rx="5" fill="${b}"/><rect x="34" y="14" width="28" height="14" fill="${a}"/>`,
  kits: (a, b) =>
    `<rect x="16" y="30" width="64" height="48" fill="${a}"/><path d="M16 30l10-14h44l10 14z" fill="${b}"/>`,
  patterns: (a, b) =>
    `<rect x="18" y="16" width="60" height="64" fill="${b}"/><path d="M24 70V24h48v46z" fill="none" stroke="${a}" stroke-width="3" stroke-dasharray="6 4"/>`,
  workshops: (a, b) =>
    `<circle cx="48" cy="48" r="32" fill="${b}"/><path d="M26 52q22 26 44 0" fill="none" stroke="${a}" stroke-width="6"/><circle cx="48" cy="34" r="9" fill="${a}"/>`,
};

export function pictureName(product: DemoProduct): string {
  return `${product.sku.toLowerCase()}.png`;
}

export async function drawPictures(dataDir: string): Promise<void> {
  const dir = join(dataDir, 'media', 'products');
  mkdirSync(dir, { recursive: true });
  await Promise.all(
    PRODUCTS.map(async (product) => {
      const file = join(dir, pictureName(product));
      if (existsSync(file)) return;
      const [a, b] = product.colours;
      const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="96" height="96"><rect width="96" height="96" fill="#f6f4ef"/>${SHAPES[product.category]!(a, b)}</svg>`;
      await sharp(Buffer.from(svg)).png({ compressionLevel: 9, palette: true }).toFile(file);
    }),
  );
}
