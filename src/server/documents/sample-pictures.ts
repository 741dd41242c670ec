/** Pictures of the sample orders' products, drawn when they are first asked for. */
import sharp from 'sharp';
import { SAMPLE_PICTURES } from '@/core/order';

const GROUND = '#f3f1ea';

const DRAWN: Record<(typeof SAMPLE_PICTURES)[number], string> = {
  'PA-KOZO':
    '<rect x="22" y="16" width="46" height="60" fill="#d9cfb4"/><rect x="30" y="22" width="46" height="60" fill="#efe6cf"/>',
  'TO-AWL':
    '<rect x="42" y="12" width="12" height="46" rx="6" fill="#a0673c"/><path d="M48 56l5 30h-10z" fill="#7d8388"/>',
  'KI-COPTIC':
    '<rect x="18" y="32" width="60" height="46" fill="#5f7f78"/><path d="M18 32l10-14h40l10 14z" fill="#88a49d"/>',
};

const drawn = new Map<string, Promise<Buffer>>();

/** `pa-kozo.png`, or undefined for a product that has none. */
export async function readSamplePicture(name: string): Promise<{ bytes: Buffer; type: string } | undefined> {
  const sku = SAMPLE_PICTURES.find((s) => `${s.toLowerCase()}.png` === name);
  if (!sku) return undefined;
  let picture = drawn.get(sku);
  if (!picture) {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="96" height="96"><rect width="96" height="96" fill="${GROUND}"/>${DRAWN[sku]}</svg>`;
    picture = sharp(Buffer.from(svg), { density: 144 }).png({ compressionLevel: 9, palette: true }).toBuffer();
    drawn.set(sku, picture);
  }
  return { bytes: await picture, type: 'image/png' };
}
