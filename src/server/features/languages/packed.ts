/** Files that are packed: a spreadsheet (XLSX, ISO/IEC 29500), and many files of translators in one zip. */
import { unzipSync, zipSync } from 'fflate';
import { readSheet } from 'read-excel-file/node';
import writeSheet from 'write-excel-file/node';
import { decodeXml, MOST_UNITS } from '@/core/handover';
import { AppError } from '../../base/errors';
import { say } from '@/words/refusals';

/** What is packed may be so large, in all, when it is unpacked, and so many. */
const MOST_UNPACKED = 60_000_000;
const MOST_FILES = 1_000;

/** Whether bytes are those of a zip, which a spreadsheet is as well. */
export const isPacked = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04;

/** A table as a spreadsheet: every cell is text, whatever it begins with. */
export async function writeSpreadsheet([heading = [], ...rows]: readonly (readonly string[])[]): Promise<Buffer> {
  const cells = [
    heading.map((value) => ({ value, type: String, fontWeight: 'bold' as const })),
    ...rows.map((row) => row.map((value) => ({ value, type: String, wrap: true, alignVertical: 'top' as const }))),
  ];
  const wide = new Set(['source', 'translation']);
  const columns = heading.map((name) => ({ width: wide.has(name) ? 60 : 18 }));
  return writeSheet(cells, { columns, stickyRowsCount: 1 }).toBuffer();
}

/** A text, or the rows of a spreadsheet. */
export type Unpacked = { text: string } | { rows: string[][] };

/** Unpacks a spreadsheet, or the files of a zip, by name. Throws `invalid` for what is broken, too large, or in no known encoding. */
export async function unpack(bytes: Uint8Array): Promise<({ name: string } & Unpacked)[]> {
  if (listed(bytes).includes(WORKBOOK)) return [{ name: '', rows: await rowsOf(bytes) }];
  const entries = unzipped(bytes, (name) => !name.endsWith('/') && !/(^|\/)(__MACOSX|\.)/.test(name));
  return Promise.all(
    Object.entries(entries).map(async ([name, content]) => {
      if (isPacked(content) && listed(content).includes(WORKBOOK)) return { name, rows: await rowsOf(content) };
      const text = decodeXml(content);
      if (text === undefined) throw new AppError('invalid', say.inPackedFile({ name, message: say.notUtf8 }));
      return { name, text };
    }),
  );
}

const WORKBOOK = 'xl/workbook.xml';

/** What is in a zip. Throws for more than there may be, before any of it is unpacked. */
function listed(bytes: Uint8Array): string[] {
  const names: string[] = [];
  let size = 0;
  unzipped(bytes, (name, originalSize) => {
    names.push(name);
    size += originalSize;
    return false;
  });
  if (size > MOST_UNPACKED || names.length > MOST_FILES) {
    throw new AppError('invalid', say.packedTooLarge({ most: MOST_UNPACKED / 1_000_000, files: MOST_FILES }));
  }
  return names;
}

function unzipped(
  bytes: Uint8Array,
  wanted: (name: string, originalSize: number) => boolean,
): Record<string, Uint8Array> {
  try {
    return unzipSync(bytes, { filter: ({ name, originalSize }) => wanted(name, originalSize) });
  } catch {
    throw new AppError('invalid', say.packedBroken);
  }
}

async function rowsOf(bytes: Uint8Array): Promise<string[][]> {
  // Unpacked here, where each file has the room that it says it needs and no more, and handed on as it is then.
  const bounded = zipSync(
    unzipped(bytes, () => true),
    { level: 0 },
  );
  let table: unknown[][];
  try {
    table = (await readSheet(Buffer.from(bounded), 1, { trim: false })) as unknown[][];
  } catch {
    throw new AppError('invalid', say.packedBroken);
  }
  if (table.length > MOST_UNITS) throw new AppError('invalid', say.tooManyTexts({ most: MOST_UNITS }));
  return table.map((row) => row.map((cell) => (cell === null || cell === undefined ? '' : String(cell))));
}

/** Files in one zip, each under a name of its own. */
export function pack(files: readonly { name: string; body: string | Uint8Array }[]): Buffer {
  const encoder = new TextEncoder();
  const entries = files.map(
    ({ name, body }) => [name, typeof body === 'string' ? encoder.encode(body) : body] as const,
  );
  return Buffer.from(zipSync(Object.fromEntries(entries)));
}
