/** A schema in which parts that stand in it again and again are written once, so that compiling it takes a fraction of the time. */

/** Shorter parts cost more as a reference than as themselves. */
const WORTH_IT = 200;

const isPlain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The same schema (JSON Schema 2020-12) with what repeats below `$defs`. It holds for the same values; its errors stand at other paths. */
export function withDefs(schema: object): object {
  const counted = new Map<string, number>();
  const texts = new Map<object, string>();
  const count = (part: unknown): void => {
    if (Array.isArray(part)) return part.forEach(count);
    if (!isPlain(part)) return;
    const text = JSON.stringify(part);
    if (text.length < WORTH_IT) return;
    texts.set(part, text);
    const before = counted.get(text) ?? 0;
    counted.set(text, before + 1);
    // What is in it is counted once: it will be written once.
    if (before === 0) Object.values(part).forEach(count);
  };
  const root = schema as Record<string, unknown>;
  count(root);

  const names = new Map<string, string>();
  const defs: Record<string, unknown> = {};
  const inside = (part: Record<string, unknown>): Record<string, unknown> =>
    Object.fromEntries(
      // A name would start a schema of its own, in which `#` means that one. Nothing refers to them.
      Object.entries(part).flatMap(([key, value]) => (key === '$id' ? [] : [[key, written(value)]])),
    );
  const written = (part: unknown): unknown => {
    if (Array.isArray(part)) return part.map(written);
    if (!isPlain(part)) return part;
    const text = texts.get(part) ?? JSON.stringify(part);
    // `properties` and the like are no schemas, whatever they are called, and are left where they are.
    const isSchema = typeof part.type === 'string' || Array.isArray(part.anyOf);
    if (!isSchema || (counted.get(text) ?? 0) < 2) return inside(part);
    let name = names.get(text);
    if (name === undefined) {
      name = `part${names.size + 1}`;
      names.set(text, name);
      defs[name] = inside(part);
    }
    return { $ref: `#/$defs/${name}` };
  };
  const made = inside(root);
  return names.size === 0 ? made : { ...made, $defs: defs };
}
