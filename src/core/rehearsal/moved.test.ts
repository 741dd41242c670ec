import fc from 'fast-check';
import { boxesAround, type Box } from './moved';

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
