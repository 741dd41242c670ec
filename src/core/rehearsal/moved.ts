/**
 * What differs between two pictures of a message. A line more moves all that stands below it, and is one difference, not all of that: the
 * pictures are cut into strips at rows in which nothing changes, lines of text for the most part, and strips are matched as words of a text
 * are. What is matched is the same wherever it stands; the rest is framed.
 */
import { diffArrays } from 'diff';

/** A rectangle in points of a picture, from its upper left corner. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Points of a picture, row by row, each as red, green, blue and opacity of 0 to 255. */
export interface Raster {
  width: number;
  height: number;
  data: Uint8Array;
}

/** Compares rows of the same size point by point; a point that differs is opaque in the answer, and every other transparent. */
export type Differ = (a: Uint8Array, b: Uint8Array, width: number, height: number) => Uint8Array;

/** What differs, framed in each picture; where something was only added, nothing is framed in the one before. */
export interface Moved {
  before: Box[];
  after: Box[];
}

/** So many quiet rows part two strips. */
const QUIET_ROWS = 3;
/** So many points may differ in strips that are the same, of 10,000 and at least. */
const SAME_SHARE = 3;
const SAME_AT_LEAST = 3;

interface Strip {
  from: number;
  /** The first row that is not of it. */
  to: number;
}

/** What differs between a picture and the one before it, from the top. */
export function movedBetween(before: Raster, after: Raster, differ: Differ): Moved {
  const { stays, ...found } = aligned(before, after, differ);
  if (!stays || before.width !== after.width || before.height !== after.height) return found;
  // Without anything that moved, each point is held against the one in its place, which also sees what strips do not.
  const { width, height } = after;
  const boxes = boxesWhere(width, height, differ(before.data, after.data, width, height));
  return { before: boxes, after: boxes };
}

function aligned(before: Raster, after: Raster, differ: Differ): Moved & { stays: boolean } {
  const old = stripsOf(before);
  const now = stripsOf(after);
  const found: Moved = { before: [], after: [] };
  let [i, j] = [0, 0];
  let stays = old.length === now.length;
  // Those that were taken out stand before those that were put in, where both are.
  let out: Strip[] = [];
  const put = (taken: readonly Strip[], given: readonly Strip[]): void => {
    const pairs = Math.max(taken.length, given.length);
    for (let k = 0; k < pairs; k += 1) {
      const changed = changedStrip(before, after, taken[k], given[k], differ);
      found.before.push(...changed.before);
      found.after.push(...changed.after);
    }
  };
  const comparator = sameStrips(before, after, differ);
  for (const part of diffArrays(old, now, { comparator })) {
    const n = part.value.length;
    if (part.removed) {
      out = old.slice(i, i + n);
      i += n;
    } else if (part.added) {
      put(out, now.slice(j, j + n));
      out = [];
      j += n;
    } else {
      put(out, []);
      out = [];
      for (let k = 0; k < n; k += 1) stays &&= old[i + k]!.from === now[j + k]!.from;
      i += n;
      j += n;
    }
  }
  put(out, []);
  return { ...found, stays: stays && old.every((s, k) => s.from === now[k]!.from) };
}

/** Two strips in the place of each other, or one alone. Of the same height, what differs within them is framed, else what is drawn on each. */
function changedStrip(
  before: Raster,
  after: Raster,
  was: Strip | undefined,
  is: Strip | undefined,
  differ: Differ,
): Moved {
  if (was && is && was.to - was.from === is.to - is.from && before.width === after.width) {
    const height = is.to - is.from;
    const mask = differ(rowsOf(before, was), rowsOf(after, is), after.width, height);
    const boxes = boxesWhere(after.width, height, mask);
    const at = (y: number): Box[] => boxes.map((b) => ({ ...b, y: b.y + y }));
    return { before: at(was.from), after: at(is.from) };
  }
  return { before: was ? drawnOn(before, was) : [], after: is ? drawnOn(after, is) : [] };
}

/** What is drawn on a strip: what is not as the row above it. */
function drawnOn(raster: Raster, { from, to }: Strip): Box[] {
  const above = Math.max(0, from - 1);
  return boxesAround(raster.width, to - from, (x, y) => !same(raster, x, above, from + y)).map((b) => ({
    ...b,
    y: b.y + from,
  }));
}

function sameStrips(before: Raster, after: Raster, differ: Differ): (a: Strip, b: Strip) => boolean {
  // Both lists hold strips of their own, and the algorithm asks for the same pair more than once.
  const known = new Map<Strip, Map<Strip, boolean>>();
  return (a, b) => {
    const height = a.to - a.from;
    if (before.width !== after.width || height !== b.to - b.from) return false;
    const ofA = known.get(a) ?? new Map<Strip, boolean>();
    known.set(a, ofA);
    let alike = ofA.get(b);
    if (alike === undefined) {
      const mask = differ(rowsOf(before, a), rowsOf(after, b), before.width, height);
      let differing = 0;
      for (let p = 3; p < mask.length; p += 4) if (mask[p]! > 0) differing += 1;
      alike = differing <= Math.max(SAME_AT_LEAST, (before.width * height * SAME_SHARE) / 10_000);
      ofA.set(b, alike);
    }
    return alike;
  };
}

const rowsOf = ({ width, data }: Raster, { from, to }: Strip): Uint8Array =>
  data.subarray(from * width * 4, to * width * 4);

/** A picture's strips from the top: rows in which something begins or ends, with what lies between them. */
export function stripsOf(raster: Raster): Strip[] {
  const strips: Strip[] = [];
  for (let y = 1; y < raster.height; y += 1) {
    if (isQuiet(raster, y)) continue;
    const last = strips.at(-1);
    if (last && y - last.to < QUIET_ROWS) last.to = y + 1;
    else strips.push({ from: y, to: y + 1 });
  }
  return strips;
}

function isQuiet(raster: Raster, y: number): boolean {
  for (let x = 0; x < raster.width; x += 1) if (!same(raster, x, y - 1, y)) return false;
  return true;
}

function same({ width, data }: Raster, x: number, y: number, other: number): boolean {
  const a = (y * width + x) * 4;
  const b = (other * width + x) * 4;
  return data[a] === data[b] && data[a + 1] === data[b + 1] && data[a + 2] === data[b + 2];
}

const boxesWhere = (width: number, height: number, mask: Uint8Array): Box[] =>
  boxesAround(width, height, (x, y) => mask[(y * width + x) * 4 + 3]! > 0);

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
