/** Quillwick's own guides, on the shelf of its files: short ones, made when the demo is. */
import PDFDocument from 'pdfkit';
import { bringFile } from '../src/server/documents/files';

const GUIDES = [
  {
    name: 'Caring for your bone folder.pdf',
    title: 'Caring for your bone folder',
    lines: [
      'Wipe it with a damp cloth after use; never leave it in water.',
      'Rub in a drop of linseed oil twice a year.',
      'A rough edge is smoothed with fine paper, along the grain.',
    ],
  },
  {
    name: 'Falzbein pflegen.pdf',
    title: 'Falzbein pflegen',
    lines: [
      'Nach Gebrauch feucht abwischen; nie im Wasser liegen lassen.',
      'Zweimal im Jahr einen Tropfen Leinöl einreiben.',
      'Eine raue Kante mit feinem Papier glätten, längs der Maserung.',
    ],
  },
];

async function guide({ title, lines }: (typeof GUIDES)[number]): Promise<Buffer> {
  const doc = new PDFDocument({ size: 'A5', margin: 50, info: { Title: title, CreationDate: new Date(0) } });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((resolve) => doc.on('end', resolve));
  doc.fontSize(20).text(title).moveDown();
  for (const line of lines) doc.fontSize(11).text(line).moveDown(0.5);
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

/** Puts the guides on a store's shelf. */
export async function seedFiles(storeId: string): Promise<void> {
  for (const each of GUIDES)
    await bringFile(storeId, { bytes: await guide(each), name: each.name, by: 'Jonas Feld', onShelf: true });
}
