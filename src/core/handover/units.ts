/** What entries of a format without groups become: units of the files that they name, in the shape that is compared. */
import type { ReadFile, ReadUnit } from './read-xliff';

/** Where a text is, as entries say it: `template:order-received/next.2`. */
export const contextOf = (original: string, id: string): string => `${original}/${id}`;

/** Reads what {@link contextOf} wrote; the segment is before the dot of a form. */
export function readContext(context: string): { original: string; id: string; segment: string } {
  const slash = context.lastIndexOf('/');
  const id = context.slice(slash + 1);
  return { original: context.slice(0, Math.max(0, slash)), id, segment: id.replace(/\.\d+$/, '') };
}

/** Puts units into their files, in the order in which they come. */
export function filesOf(units: readonly (ReadUnit & { original: string })[]): ReadFile[] {
  const files = new Map<string, ReadFile>();
  for (const { original, ...unit } of units) {
    const own = files.get(original) ?? { original, name: '', units: [] };
    files.set(original, own);
    own.units.push(unit);
  }
  return [...files.values()];
}
