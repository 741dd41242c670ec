/** CSV in and out (RFC 4180), with commas, semicolons or tabs: each row checked, each problem with its row and column. */
import Papa from 'papaparse';
import { COLUMNS, guarded, isFormula, unguarded, type ListKind } from './columns';

export const MOST_ROWS = 200_000;

export interface RowProblem {
  /** As a spreadsheet counts: the heading is row 1. */
  row: number;
  /** Empty for the row as a whole. */
  column: string;
  message: string;
}

export type Cells = Record<string, string | number | boolean | undefined>;

export interface ReadRow {
  row: number;
  cells: Cells;
}

export interface ReadList {
  rows: ReadRow[];
  problems: RowProblem[];
  separator: string;
  /** Columns of the file that are not taken. */
  ignored: string[];
}

/** Reads a list. Rows with a problem are not among `rows`; a file without the needed columns has none. */
export function readCsv(kind: ListKind, text: string, currency: string): ReadList {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    delimitersToGuess: [',', ';', '\t', '|'],
    skipEmptyLines: 'greedy',
  });
  const separator = parsed.meta.delimiter;
  const [head = [], ...body] = parsed.data;
  const names = head.map((h) =>
    h
      .trim()
      .toLowerCase()
      .replace(/[\s-]+/g, '_'),
  );
  const columns = COLUMNS[kind];
  const problems: RowProblem[] = [];
  for (const column of columns) {
    if (column.needed && !names.includes(column.name)) {
      problems.push({ row: 1, column: column.name, message: 'is missing in the heading' });
    }
  }
  for (const [i, name] of names.entries()) {
    if (name !== '' && names.indexOf(name) !== i)
      problems.push({ row: 1, column: name, message: 'stands there twice' });
  }
  if (body.length > MOST_ROWS) {
    problems.push({
      row: MOST_ROWS + 1,
      column: '',
      message: `and more are too many: bring in ${MOST_ROWS} at a time`,
    });
  }
  const ignored = names.filter((n) => n !== '' && !columns.some((c) => c.name === n));
  if (problems.length > 0) return { rows: [], problems, separator, ignored };
  for (const error of parsed.errors) {
    if (error.type === 'Quotes') {
      problems.push({ row: (error.row ?? 0) + 1, column: '', message: 'has a quotation mark that is not closed' });
    }
  }
  const places = columns.map((column) => ({ column, at: names.indexOf(column.name) }));
  const rows: ReadRow[] = [];
  body.forEach((cells, i) => {
    const row = i + 2;
    const before = problems.length;
    if (cells.length > head.length) {
      problems.push({ row, column: '', message: `has ${cells.length} cells, and the heading has ${head.length}` });
    }
    const read: Cells = {};
    for (const { column, at } of places) {
      const raw = at < 0 ? '' : (cells[at] ?? '').trim();
      if (isFormula(raw)) {
        problems.push({ row, column: column.name, message: 'is a formula. Save the file with values' });
        continue;
      }
      const cell = unguarded(raw);
      if (cell === '') {
        if (column.needed) problems.push({ row, column: column.name, message: 'is empty' });
        continue;
      }
      const result = column.read(cell, currency);
      if (result.ok) read[column.name] = result.value;
      else problems.push({ row, column: column.name, message: result.message });
    }
    if (problems.length === before) rows.push({ row, cells: read });
  });
  return { rows, problems, separator, ignored };
}

/** Writes a list, with commas and CRLF; cells that look like formulas are guarded. */
export function writeCsv(kind: ListKind, rows: readonly Cells[]): string {
  const names = COLUMNS[kind].map((c) => c.name);
  const data = rows.map((r) =>
    names.map((n) => {
      const value = r[n];
      if (value === undefined) return '';
      return typeof value === 'boolean' ? (value ? 'yes' : 'no') : guarded(String(value));
    }),
  );
  return `${Papa.unparse({ fields: names, data }, { newline: '\r\n' })}\r\n`;
}
