/**
 * Texts as a table (CSV, RFC 4180), for who has nothing else: one row for each form of a text, with where it is, its source and its
 * translation, with tokens for inline elements. Only the columns `id` and `translation` count when it comes back, and `source`, to see
 * whether it was changed since.
 */
import Papa from 'papaparse';
import { say } from '../../words/languages';
import { formsOf } from './forms';
import { UNSAID, type ReadResult, type ReadUnit } from './read-xliff';
import { notesOf, type FileOut } from './shape';
import { readTokens, tokensOf } from './tokens';
import { contextOf, filesOf, readContext } from './units';

const COLUMNS = ['id', 'where', 'form', 'source', 'translation', 'state', 'note', 'from', 'into'] as const;

/** A cell that a spreadsheet would take for a formula is kept as text by an apostrophe, which is taken off again. */
const guarded = (cell: string): string => (/^[=+\-@\t\r']/.test(cell) ? `'${cell}` : cell);
const unguarded = (cell: string): string => (/^'[=+\-@\t\r']/.test(cell) ? cell.slice(1) : cell);

/** The table as rows of cells, the first with what each column holds. */
export function tableRows(
  files: readonly FileOut[],
  { source, target }: { source: string; target: string },
): string[][] {
  const rows = files.flatMap((file) =>
    file.units.flatMap((unit) => {
      const made = formsOf(unit, target);
      return (made?.forms ?? []).map((form) => [
        contextOf(`${file.kind}:${file.slug}`, form.id),
        `${file.name}: ${unit.label}`,
        form.keys.join(' '),
        tokensOf(form.source),
        form.target ? tokensOf(form.target) : '',
        unit.state,
        notesOf(unit).join(' | '),
        source,
        target,
      ]);
    }),
  );
  return [[...COLUMNS], ...rows];
}

/** The whole table as CSV, with a byte order mark, by which spreadsheets know UTF-8. */
export function writeTable(files: readonly FileOut[], languages: { source: string; target: string }): string {
  const [fields, ...data] = tableRows(files, languages);
  return `\uFEFF${Papa.unparse({ fields: fields!, data: data.map((row) => row.map(guarded)) }, { newline: '\r\n' })}\r\n`;
}

/** Reads a table with commas, semicolons or tabs between its cells. */
export function readTable(text: string): ReadResult {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimitersToGuess: [',', ';', '\t'] });
  return readRows(data.map((row) => row.map(unguarded)));
}

/** Reads the rows of a table, whatever they stood in. */
export function readRows(table: readonly (readonly string[])[]): ReadResult {
  const [heading = [], ...rows] = table;
  const at = Object.fromEntries(heading.map((name, i) => [name.trim().toLowerCase(), i]));
  const missing = (['id', 'source', 'translation'] as const).filter((name) => at[name] === undefined);
  if (missing.length > 0) {
    return { ok: false, problem: { line: 1, message: say.columnMissing({ column: missing[0]! }) } };
  }
  const cell = (row: readonly string[], name: string): string => row[at[name] ?? -1] ?? '';
  const units = rows.flatMap((row, i): (ReadUnit & { original: string })[] => {
    if (row.every((c) => c.trim() === '')) return [];
    const { original, id, segment } = readContext(cell(row, 'id').trim());
    const words = cell(row, 'translation');
    return [
      {
        original,
        id,
        ...(id !== segment && { group: segment }),
        name: id,
        state: UNSAID,
        source: readTokens(cell(row, 'source')),
        ...(words !== '' && { target: readTokens(words) }),
        line: i + 2,
      },
    ];
  });
  const first = rows.find((row) => row.some((c) => c.trim() !== '')) ?? [];
  return {
    ok: true,
    value: { source: cell(first, 'from').trim(), target: cell(first, 'into').trim(), files: filesOf(units) },
  };
}
