import fc from 'fast-check';
import { boxesAround, movedBetween, type Box, type Differ, type Raster } from './moved';

const inside = (x: number, y: number, b: Box): boolean =>
  x >= b.x && x < b.x + b.width && y >= b.y && y < b.y + b.height;
const drawn = (boxes: readonly Box[]) => (x: number, y: number) => boxes.some((b) => inside(x, y, b));

describe('boxes around what differs', () => {
  it('are none where nothing does', () => {
    expect(boxesAround(300, 300, () => false)).toEqual([]);
  });

  it('are as tight as what differs, from the top', () => {
    const boxes = [
      { x: 10, y: 20, width: 60, height: 9 },
      { x: 200, y: 150, width: 3, height: 40 },
    ];
    expect(boxesAround(300, 300, drawn(boxes.toReversed()))).toEqual(boxes);
  });

  it('are one for the letters of a word, and two for what is far apart', () => {
    const letters = Array.from({ length: 12 }, (_, i) => ({ x: 20 + i * 9, y: 40, width: 5, height: 8 }));
    expect(boxesAround(300, 100, drawn(letters))).toEqual([{ x: 20, y: 40, width: 104, height: 8 }]);
    expect(boxesAround(300, 100, drawn([letters[0]!, letters.at(-1)!]))).toHaveLength(2);
  });

  it('hold every point that differs, and none lies over another', () => {
    const point = fc.tuple(fc.integer({ min: 0, max: 119 }), fc.integer({ min: 0, max: 89 }));
    fc.assert(
      fc.property(fc.array(point, { maxLength: 60 }), (points) => {
        const all = new Set(points.map(([x, y]) => y * 120 + x));
        const boxes = boxesAround(120, 90, (x, y) => all.has(y * 120 + x));
        expect(points.every(([x, y]) => boxes.filter((b) => inside(x, y, b)).length === 1)).toBe(true);
        expect(boxes.every((b) => points.some(([x, y]) => inside(x, y, b)))).toBe(true);
      }),
    );
  });
});

/** A white picture with things drawn on it. */
function drawing(height: number, things: readonly (Box & { grey?: number })[], width = 200): Raster {
  const data = new Uint8Array(width * height * 4).fill(255);
  for (const { grey = 0, ...thing } of things) {
    for (let y = thing.y; y < thing.y + thing.height; y += 1) {
      // With gaps, as letters have: a line is no block.
      for (let x = thing.x; x < thing.x + thing.width; x += 1) {
        if ((x + y) % 3 > 0) data.fill(grey, (y * width + x) * 4, (y * width + x) * 4 + 3);
      }
    }
  }
  return { width, height, data };
}
const differ: Differ = (a, b) =>
  a.map((_, i) => (i % 4 === 3 && [1, 2, 3].some((c) => a[i - c] !== b[i - c]) ? 255 : 0));
const line = (y: number, width: number, grey = 0) => ({ x: 20, y, width, height: 9, grey });

describe('what differs between two pictures', () => {
  it('is nothing where nothing does', () => {
    const picture = drawing(100, [line(20, 80), line(50, 120)]);
    expect(movedBetween(picture, picture, differ)).toEqual({ before: [], after: [] });
  });

  it('is one line where one was put in, and not all that it moved', () => {
    const before = drawing(120, [line(20, 80), line(40, 120), line(60, 60)]);
    const after = drawing(138, [line(20, 80), line(38, 100), line(58, 120), line(78, 60)]);
    const one = [expect.objectContaining({ y: 38, height: 9 })];
    expect(movedBetween(before, after, differ)).toEqual({ before: [], after: one });
    expect(movedBetween(after, before, differ)).toEqual({ before: one, after: [] });
  });

  it('is the words within a line that moved, in each picture where it stands', () => {
    const word = { x: 120, y: 50, width: 30, height: 9 };
    const before = drawing(120, [line(20, 80), line(50, 60), word]);
    const found = movedBetween(
      before,
      drawing(132, [line(32, 80), line(62, 60), { ...word, y: 62, grey: 120 }]),
      differ,
    );
    expect(found.before).toEqual([expect.objectContaining({ x: expect.closeTo(120, -1), y: 50 })]);
    expect(found.after).toEqual([expect.objectContaining({ y: 62 })]);
  });

  it('is a ground of another colour, where all else stays', () => {
    const ground = (grey: number): Raster => {
      const picture = drawing(100, [line(20, 80)]);
      picture.data.fill(grey, 60 * 200 * 4, 90 * 200 * 4);
      return picture;
    };
    const box = [{ x: 0, y: 60, width: 200, height: 30 }];
    expect(movedBetween(ground(90), ground(140), differ)).toEqual({ before: box, after: box });
  });
});
