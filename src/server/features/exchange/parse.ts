/** CSV as rows of cells, read piece by piece so that a large file holds nobody up. */
import Papa from 'papaparse';
import { CSV_OPTIONS, type ParsedCsv } from '@/core/exchange';

/** Characters read at a time. */
const PIECE = 50_000;

interface Piece {
  data: string[][];
  errors: { type: string; row?: number }[];
  meta: { delimiter: string };
}
interface Pieces {
  chunkSize: number;
  chunk: (piece: Piece, parser: { pause: () => void; resume: () => void }) => void;
  complete: () => void;
  error: (error: Error) => void;
}
// The types of the library know pieces only for files and downloads; it reads texts in pieces as well.
const parseInPieces = Papa.parse as unknown as (text: string, options: typeof CSV_OPTIONS & Pieces) => void;

/** Reads CSV (RFC 4180; comma, semicolon or tabulator) in steps, so that others are answered in between. */
export function parseCsv(text: string): Promise<ParsedCsv> {
  const parsed: ParsedCsv = { data: [], errors: [], delimiter: ',' };
  return new Promise((done, failed) => {
    parseInPieces(text.replace(/^\uFEFF/, ''), {
      ...CSV_OPTIONS,
      chunkSize: PIECE,
      chunk: ({ data, errors, meta }, parser) => {
        for (const row of data) parsed.data.push(row);
        for (const { type, row = 0 } of errors.slice(0, 100)) parsed.errors.push({ type, row });
        parsed.delimiter = meta.delimiter;
        parser.pause();
        setImmediate(() => parser.resume());
      },
      complete: () => done(parsed),
      error: failed,
    });
  });
}
