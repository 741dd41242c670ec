import fc from 'fast-check';
import { checker } from '../schema';
import {
  copyBlock,
  freshIds,
  insertBlock,
  moveBlock,
  newBlock,
  placeOfBlock,
  removeBlock,
  stepBlock,
  type Place,
} from './edit';
import { allBlocks, BLOCK_LABELS, TemplateSchema, type Block, type BlockKind } from './schema';

const text = (id: string): Block => ({ id, kind: 'text' });
const BLOCKS: Block[] = [
  { id: 'top', kind: 'masthead' },
  {
    id: 'cols',
    kind: 'columns',
    split: 'even',
    columns: [
      [{ id: 'a', kind: 'text' }],
      [
        { id: 'b', kind: 'text' },
        { id: 'c', kind: 'button', target: { url: 'https://x.example' } },
      ],
    ],
  },
  text('end'),
];
const order = (blocks: readonly Block[]): string =>
  blocks
    .map((b) =>
      b.kind === 'columns' ? `${b.id}(${b.columns.map((c) => c.map((x) => x.id).join(' ')).join('|')})` : b.id,
    )
    .join(' ');

describe('moving blocks', () => {
  it('goes step by step past, into, through and out of columns, and back the same way', () => {
    let blocks: Block[] = BLOCKS;
    const seen: string[] = [];
    for (let i = 0; i < 6; i += 1) {
      blocks = stepBlock(blocks, 'end', -1);
      seen.push(order(blocks));
    }
    expect(seen).toEqual([
      'top cols(a|b c end)',
      'top cols(a|b end c)',
      'top cols(a|end b c)',
      'top cols(a end|b c)',
      'top cols(end a|b c)',
      'top end cols(a|b c)',
    ]);
    for (let i = 0; i < 6; i += 1) blocks = stepBlock(blocks, 'end', 1);
    expect(order(blocks)).toBe(order(BLOCKS));
  });

  it('keeps what does not fit out of columns', () => {
    expect(order(stepBlock(BLOCKS, 'top', 1))).toBe('cols(a|b c) top end');
    expect(order(moveBlock(BLOCKS, 'top', { column: { of: 'cols', index: 0 }, at: 0 }))).toBe(order(BLOCKS));
    expect(order(moveBlock(BLOCKS, 'cols', { column: { of: 'cols', index: 0 }, at: 0 }))).toBe(order(BLOCKS));
  });

  it('puts a block where it is dropped, counted with it still in its old place', () => {
    expect(order(moveBlock(BLOCKS, 'top', { at: 3 }))).toBe('cols(a|b c) end top');
    expect(order(moveBlock(BLOCKS, 'end', { column: { of: 'cols', index: 1 }, at: 1 }))).toBe('top cols(a|b end c)');
    expect(order(moveBlock(BLOCKS, 'b', { at: 0 }))).toBe('b top cols(a|c) end');
  });

  it('neither loses nor doubles a block, wherever it is moved', () => {
    const ids = allBlocks(BLOCKS).map((b) => b.id);
    const place: fc.Arbitrary<Place> = fc.oneof(
      fc.integer({ min: 0, max: 3 }).map((at) => ({ at })),
      fc.record({
        column: fc.record({ of: fc.constant('cols'), index: fc.integer({ min: 0, max: 1 }) }),
        at: fc.integer({ min: 0, max: 3 }),
      }),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom(...ids), place), { maxLength: 12 }), (moves) => {
        const blocks = moves.reduce<Block[]>((list, [id, to]) => moveBlock(list, id, to), BLOCKS);
        expect(
          allBlocks(blocks)
            .map((b) => b.id)
            .sort(),
        ).toEqual([...ids].sort());
      }),
    );
  });
});

describe('a new block', () => {
  it.each(Object.keys(BLOCK_LABELS) as BlockKind[])('of kind %s is one that can be kept', (kind) => {
    const template = { version: 1 as const, blocks: BLOCKS, words: { en: {} } };
    const fresh = freshIds(template);
    const blocks = insertBlock(BLOCKS, newBlock(kind, fresh(kind), fresh), { at: 1 });
    expect(checker(TemplateSchema)({ ...template, blocks })).toMatchObject({ ok: true });
    expect(new Set(allBlocks(blocks).map((b) => b.id)).size).toBe(allBlocks(blocks).length);
  });

  it('can be copied with the words of all it holds, under ids of their own', () => {
    const words = { en: { a: 'A', b: 'B', end: 'E' }, de: { a: 'Ä' } };
    const copy = copyBlock(BLOCKS[1]!, words, freshIds({ blocks: BLOCKS, words }));
    const ids = allBlocks([copy.block]).map((b) => b.id);
    expect(ids.filter((id) => allBlocks(BLOCKS).some((b) => b.id === id))).toEqual([]);
    expect(Object.values(copy.words.en!)).toEqual(['A', 'B']);
    expect(Object.values(copy.words.de!)).toEqual(['Ä']);
  });

  it('is found, and gone once taken out', () => {
    expect(placeOfBlock(BLOCKS, 'c')).toEqual({ column: { of: 'cols', index: 1 }, at: 1 });
    expect(placeOfBlock(removeBlock(BLOCKS, 'c'), 'c')).toBeUndefined();
  });
});
