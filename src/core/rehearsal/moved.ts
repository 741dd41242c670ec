/** Where two pictures of a message differ: a mask of points as the few rectangles that somebody would draw around them. */

/** A rectangle in points of a picture, from its upper left corner. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Differences so near to each other, in points, are one: the letters of a word, the lines of a paragraph. */
const NEAR = 12;

/**
 * The rectangles around what differs, from the top.
 * @param differs whether the pictures differ at a point
 */
export function boxesAround(width: number, height: number, differs: (x: number, y: number) => boolean): Box[] {
  const columns = Math.ceil(width / NEAR);
  const rows = Math.ceil(height / NEAR);
  const cells = new Map<number, Box>();
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      if (!differs(x, y)) continue;
      const cell = Math.floor(y / NEAR) * columns + Math.floor(x / NEAR);
      const box = cells.get(cell);
      cells.set(cell, box ? around(box, { x, y, width: 1, height: 1 }) : { x, y, width: 1, height: 1 });
    }
  }
  const boxes: Box[] = [];
  for (const start of cells.keys()) {
    let box = cells.get(start);
    if (!box) continue;
    // Cells that touch, also by a corner, belong together.
    const left = [start];
    while (left.length > 0) {
      const cell = left.pop()!;
      const own = cells.get(cell);
      if (!own) continue;
      cells.delete(cell);
      box = around(box, own);
      const [row, column] = [Math.floor(cell / columns), cell % columns];
      for (let r = Math.max(0, row - 1); r <= Math.min(rows - 1, row + 1); r += 1) {
        for (let c = Math.max(0, column - 1); c <= Math.min(columns - 1, column + 1); c += 1)
          left.push(r * columns + c);
      }
    }
    boxes.push(box);
  }
  return joined(boxes).toSorted((a, b) => a.y - b.y || a.x - b.x);
}

function around(a: Box, b: Box): Box {
  const x = Math.min(a.x, b.x);
  const y = Math.min(a.y, b.y);
  const right = Math.max(a.x + a.width, b.x + b.width);
  const bottom = Math.max(a.y + a.height, b.y + b.height);
  return { x, y, width: right - x, height: bottom - y };
}

const overlap = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** Boxes that lie over each other are one. */
function joined(boxes: readonly Box[]): Box[] {
  const out: Box[] = [];
  for (const box of boxes) {
    let whole = box;
    for (let at = out.findIndex((o) => overlap(o, whole)); at >= 0; at = out.findIndex((o) => overlap(o, whole))) {
      whole = around(whole, out.splice(at, 1)[0]!);
    }
    out.push(whole);
  }
  return out;
}
