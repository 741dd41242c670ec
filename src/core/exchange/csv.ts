/** CSV in and out (RFC 4180), with commas, semicolons or tabs: each row checked, each problem with its row and column. */
import Papa from 'papaparse';
import { COLUMNS, guarded, isFormula, unguarded, type ListKind } from './columns';
import { say } from '../../words/problems';

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
  /** As its first row names them, in small letters. */
  columns: string[];
}

/** How lists are written: which separators are known, and that empty lines are none. */
export const CSV_OPTIONS = { delimitersToGuess: [',', ';', '\t', '|'], skipEmptyLines: 'greedy' as const };

/** A file's cells, row by row, before anything is known of what they mean. */
export interface ParsedCsv {
  data: string[][];
  errors: { type: string; row: number }[];
  delimiter: string;
}

/** More problems are not kept: whoever has so many corrects the file and not its rows. */
export const MOST_PROBLEMS = 2_000;
/** A heading with more columns is none of a list. */
const MOST_COLUMNS = 500;
/** So many rows are read in one step. */
const ROWS_A_STEP = 100;

/** No row of a list is longer, whatever stands in it. */
const LONGEST_ROW = 100_000;
/** Characters looked at in one step. */
const CHARACTERS_A_STEP = 200_000;

/**
 * A row that is longer than any of a list, or a quotation that never ends: found before the text is read, which takes ever longer the
 * further such a row goes.
 */
export function* csvTooLarge(text: string): Generator<void, RowProblem | undefined> {
  let row = 1;
  let from = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i += 1) {
    if (i % CHARACTERS_A_STEP === CHARACTERS_A_STEP - 1) yield;
    const c = text.charCodeAt(i);
    if (c === QUOTE) quoted = !quoted;
    else if ((c === NEW_LINE || c === CARRIAGE_RETURN) && !quoted) {
      if (c === NEW_LINE || text.charCodeAt(i + 1) !== NEW_LINE) row += 1;
      from = i + 1;
    }
    if (i - from > LONGEST_ROW) {
      return {
        row,
        column: '',
        message: quoted ? say.closeTheQuotationMark : say.theRowIsLongerThan({ most: LONGEST_ROW }),
      };
    }
  }
  return undefined;
}

const QUOTE = 0x22;
const NEW_LINE = 0x0a;
const CARRIAGE_RETURN = 0x0d;

/** Reads a list. Rows with a problem are not among `rows`; a file without the needed columns has none. */
export function readCsv(kind: ListKind, text: string, currency: string): ReadList {
  const { data, errors, meta } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), CSV_OPTIONS);
  const parsed = { data, errors: errors.map((e) => ({ type: e.type, row: e.row ?? 0 })), delimiter: meta.delimiter };
  const steps = readCsvInSteps(kind, parsed, currency);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** As {@link readCsv}, some rows at each step, for whoever has others to answer in between. */
export function* readCsvInSteps(kind: ListKind, parsed: ParsedCsv, currency: string): Generator<void, ReadList> {
  const separator = parsed.delimiter;
  const head = (parsed.data[0] ?? []).slice(0, MOST_COLUMNS);
  const count = parsed.data.length - 1;
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
      problems.push({ row: 1, column: column.name, message: say.addThisColumnItIs });
    }
  }
  for (const [i, name] of names.entries()) {
    if (name !== '' && names.indexOf(name) < i)
      problems.push({ row: 1, column: name, message: say.keepThisColumnOnceIt });
  }
  if (count > MOST_ROWS) {
    problems.push({
      row: MOST_ROWS + 1,
      column: '',
      message: say.importAtMostMOSTROWSRows({ most: MOST_ROWS }),
    });
  }
  const ignored = names.filter((n) => n !== '' && !columns.some((c) => c.name === n));
  if (problems.length > 0) return { rows: [], problems, separator, ignored, columns: names };
  for (const error of parsed.errors) {
    if (error.type === 'Quotes') {
      problems.push({ row: error.row + 1, column: '', message: say.closeTheQuotationMark });
    }
  }
  const places = columns.map((column) => ({ column, at: names.indexOf(column.name) }));
  const rows: ReadRow[] = [];
  let bad = false;
  const tell = (problem: RowProblem): void => {
    bad = true;
    if (problems.length < MOST_PROBLEMS) problems.push(problem);
  };
  for (let i = 0; i < count; i += 1) {
    if (i % ROWS_A_STEP === 0) yield;
    const cells = parsed.data[i + 1]!;
    const row = i + 2;
    bad = false;
    if (cells.length > head.length) {
      tell({ row, column: '', message: say.theRowHasNCells({ n: cells.length, n2: head.length }) });
    }
    const read: Cells = {};
    for (const { column, at } of places) {
      const raw = at < 0 ? '' : (cells[at] ?? '').trim();
      if (isFormula(raw)) {
        tell({ row, column: column.name, message: say.thisIsAFormulaSave });
        continue;
      }
      const cell = unguarded(raw);
      if (cell === '') {
        if (column.needed) tell({ row, column: column.name, message: say.thisIsEmptyEnterA });
        continue;
      }
      const result = column.read(cell, currency);
      if (result.ok) read[column.name] = result.value;
      else tell({ row, column: column.name, message: result.message });
    }
    if (!bad) rows.push({ row, cells: read });
  }
  return { rows, problems, separator, ignored, columns: names };
}

/** Writes a list, with commas and CRLF; cells that look like formulas are guarded. */
export const writeCsv = (kind: ListKind, rows: readonly Cells[]): string =>
  writeTable(
    COLUMNS[kind].map((c) => c.name),
    rows,
  );

/** Writes rows as CSV (RFC 4180) under the names of their columns; cells that look like formulas are guarded. */
export function writeTable(names: readonly string[], rows: readonly Cells[]): string {
  const data = rows.map((r) =>
    names.map((n) => {
      const value = r[n];
      if (value === undefined) return '';
      return typeof value === 'boolean' ? (value ? 'yes' : 'no') : guarded(String(value));
    }),
  );
  return `${Papa.unparse({ fields: [...names], data }, { newline: '\r\n' })}\r\n`;
}
