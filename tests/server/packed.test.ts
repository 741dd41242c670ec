/** Texts for translators as a spreadsheet, and as many files in a zip: out, edited, back in, and what is packed too tightly. */
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { readSheet } from 'read-excel-file/node';
import { bringInFile, lookAtFile, takeBackFile, takeOut } from '@/server/features/languages/files';
import { writeSpreadsheet } from '@/server/features/languages/packed';
import { loadTranslating } from '@/server/features/languages/translating';
import type { TextFormat } from '@/contract/languages';
import { accessAs, useDatabase } from './fixture';

useDatabase();

const claire = () => accessAs('translator', 'Claire Aubin');
const out = async (as: TextFormat, each = false): Promise<Buffer> => {
  const { body } = await takeOut(await claire(), { language: 'ar', as, open: false, each });
  return Buffer.from(body as Uint8Array);
};
const look = async (bytes: Uint8Array) => lookAtFile(await claire(), 'ar', bytes);
const WORDS = 'طلبك {1 x}';

it('a spreadsheet goes out with what it is about, and comes back unchanged', async () => {
  const bytes = await out('xlsx');
  const [heading, ...rows] = await readSheet(bytes);
  expect(heading).toEqual(['id', 'where', 'form', 'source', 'translation', 'state', 'note', 'from', 'into']);
  expect(rows.find((r) => r[0] === 'template:order-received/subject')?.slice(1, 2)).toEqual([
    'Order received: Subject',
  ]);
  expect((await look(bytes)).comparison).toMatchObject({ changed: [], refused: [] });
});

it('what is written into a spreadsheet is brought in, and taken back', async () => {
  const rows = (await readSheet(await out('xlsx'))).map((row) => row.map((cell) => String(cell ?? '')));
  const own = rows.find((r) => r[0] === 'template:order-received/subject')!;
  own[4] = WORDS;
  const bytes = await writeSpreadsheet(rows);
  const { comparison, stamp } = await look(bytes);
  expect(comparison.changed).toMatchObject([{ segment: 'subject', after: 'طلبك {$order.number}', state: 'done' }]);
  const { undo } = await bringInFile(await claire(), { language: 'ar', stamp, name: 'texts.xlsx' }, bytes);
  const subject = async () =>
    (await loadTranslating(await claire(), 'ar', { kind: 'template', slug: 'order-received' })).segments[0]!.words;
  expect(await subject()).toBe('طلبك {$order.number}');
  await takeBackFile(await claire(), { language: 'ar', ...undo });
  expect(await subject()).toBe('');
});

it.each(['xliff', 'xliff12', 'po', 'table', 'xlsx'] as const)('a zip has a file of %s for each message', async (as) => {
  const files = unzipSync(await out(as, true));
  expect(Object.keys(files)).toEqual(
    expect.arrayContaining([expect.stringMatching(/^order-received\.(xlf|po|csv|xlsx)$/)]),
  );
  expect(Object.keys(files).length).toBeGreaterThan(30);
});

it('a zip of spreadsheets comes back', async () => {
  expect((await look(await out('xlsx', true))).comparison).toMatchObject({ changed: [], refused: [] });
});

it('a zip comes back as if it were one file: what was changed in one of them', async () => {
  const files = unzipSync(await out('table', true));
  const name = 'order-received.csv';
  const csv = strFromU8(files[name]!);
  const changed = csv.replace(/(order-received\/subject,[^,]*,[^,]*,[^,]*,)[^,]*/, `$1${WORDS}`);
  expect(changed).not.toBe(csv);
  const zip = zipSync({ ...files, [name]: strToU8(changed), '__MACOSX/._x': strToU8('rubbish') });
  expect((await look(zip)).comparison).toMatchObject({
    changed: [{ slug: 'order-received', segment: 'subject' }],
    refused: [],
  });
});

it.each([
  ['is of another language', async () => out('table', false).then(() => takeGerman()), 'from English into German'],
  ['cannot be read', () => zipSync({ 'a.csv': strToU8('no table') }), 'a.csv: Line 1: '],
  ['has no text', () => zipSync({ 'a.csv': Uint8Array.of(0xff, 0xfe, 0xfd) }), 'a.csv: '],
  ['is empty', () => zipSync({}), undefined],
  ['is broken', () => Uint8Array.of(0x50, 0x4b, 3, 4, 1, 2, 3), 'cannot be unpacked'],
  ['is no spreadsheet after all', () => zipSync({ 'xl/workbook.xml': strToU8('<x/>') }), 'cannot be unpacked'],
  ['is too large when it is unpacked', () => zipSync({ a: new Uint8Array(61_000_000) }), 'more than 60 MB'],
  [
    'has too many files',
    () => zipSync(Object.fromEntries(Array.from({ length: 1_001 }, (_, i) => [`${i}.csv`, new Uint8Array()]))),
    '1,000 files',
  ],
] as const)('a zip that %s is refused with what to do', async (_, make, why) => {
  const refused = expect(look(await make())).rejects;
  await refused.toMatchObject({ code: 'invalid', ...(why && { message: expect.stringContaining(why) }) });
});

async function takeGerman(): Promise<Uint8Array> {
  const { body } = await takeOut(await claire(), { language: 'de', as: 'table', open: false, each: true });
  return body as Uint8Array;
}

it('a spreadsheet that lies about its size gets no more room than it said', async () => {
  const honest = zipSync({ 'xl/workbook.xml': strToU8('<x/>'), 'xl/worksheets/sheet1.xml': new Uint8Array(8_000_000) });
  // The sizes in the directory at the end are what is asked for room.
  const view = new DataView(honest.buffer, honest.byteOffset);
  for (let at = honest.length - 46; at >= 0; at -= 1) {
    if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 10, true);
  }
  await expect(look(honest)).rejects.toMatchObject({ code: 'invalid' });
});
