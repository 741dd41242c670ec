/** Reads a PDF (standard input) with a reader that shares nothing with how it was written: text by page, metadata, attached files. */
import { Buffer } from 'node:buffer';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

const chunks = [];
for await (const chunk of process.stdin) chunks.push(chunk);
const pdf = await getDocument({
  data: new Uint8Array(Buffer.concat(chunks)),
  verbosity: 0,
  useSystemFonts: false,
  disableFontFace: true,
}).promise;
const pages = [];
for (let i = 1; i <= pdf.numPages; i += 1) {
  const { items } = await (await pdf.getPage(i)).getTextContent();
  pages.push(
    items.map((item) => ({ text: item.str, x: Math.round(item.transform[4]), y: Math.round(item.transform[5]) })),
  );
}
const { info, metadata } = await pdf.getMetadata();
const attachments = Object.values((await pdf.getAttachments()) ?? {}).map((a) => ({
  name: a.filename,
  text: Buffer.from(a.content).toString('utf8'),
}));
process.stdout.write(JSON.stringify({ pages, info, metadata: metadata?.getRaw() ?? '', attachments }));
