import { jsonDepth, jsonTooLarge, sizeOf } from './size';

const nested = (levels: number): unknown => {
  let value: unknown = 1;
  for (let i = 0; i < levels; i += 1) value = { a: value };
  return value;
};

describe('the size of what comes from outside', () => {
  it('is counted in values and levels', () => {
    expect(sizeOf({ a: [1, 2, { b: 'x' }] })).toEqual({ values: 6, depth: 3 });
    expect(sizeOf('text')).toEqual({ values: 1, depth: 0 });
  });

  it('stops at the limit of values, in objects and in lists', () => {
    const wide = Object.fromEntries(Array.from({ length: 200 }, (_, i) => [`k${i}`, i]));
    expect(sizeOf(wide, { values: 100, depth: 5 }).problem?.message).toBe('This has more than 100 values in it.');
    expect(sizeOf(Array(200).fill(0), { values: 100, depth: 5 }).problem).toBeDefined();
    expect(sizeOf(Array(99).fill(0), { values: 100, depth: 5 }).problem).toBeUndefined();
  });

  it('stops at the limit of depth and names the place, however deep it goes', () => {
    expect(sizeOf(nested(4), { values: 100, depth: 4 }).problem).toBeUndefined();
    expect(sizeOf(nested(100_000), { values: 200_000, depth: 4 }).problem).toEqual({
      path: '/a/a/a/a',
      message: 'This is nested more than 4 levels deep.',
    });
  });

  it('is seen in JSON that was not read yet', () => {
    expect(jsonDepth('{"a":[1,{"b":"[[[["}]}', 10)).toBe(3);
    expect(jsonDepth('"\\"[[[["', 10)).toBe(0);
    expect(jsonDepth('['.repeat(1_000_000), 40)).toBe(41);
    expect(jsonTooLarge('{"a":[1,2,"3,4,5,6,7,8"]}', { values: 8, depth: 3 })).toBeUndefined();
    expect(jsonTooLarge('{"a":[1,2,3,4,5,6,7,8]}', { values: 8, depth: 3 })).toBe('This has more than 8 values in it.');
    expect(jsonTooLarge('[[[[1]]]]', { values: 8, depth: 3 })).toBe('This is nested more than 3 levels deep.');
  });
});
