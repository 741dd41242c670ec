/** Which files of browser tests are about a change. */

/** By the beginning of a path: the browser tests that walk through it. Whatever is in no row is walked through by the journey. */
const ABOUT: readonly (readonly [prefix: string, files: readonly string[]])[] = [
  ['src/ui/desk', ['desk', 'blocks', 'journey']],
  ['src/ui/bench', ['desk', 'blocks', 'look']],
  ['src/workers', ['desk', 'blocks', 'look']],
  ['src/core/text', ['desk', 'blocks']],
  ['src/core/render', ['desk', 'blocks', 'look']],
  ['src/core/template', ['desk', 'blocks']],
  ['src/ui/look', ['look', 'by-mouse-and-keys']],
  ['src/core/look', ['look']],
  ['src/ui/orders', ['order-life', 'record']],
  ['src/core/order', ['order-life']],
  ['src/core/life', ['order-life']],
  ['src/ui/journey', ['order-life', 'edges']],
  ['src/ui/notification', ['order-life']],
  ['src/ui/phrasebook', ['order-life']],
  ['src/ui/deliveries', ['record']],
  ['src/ui/routing', ['routing']],
  ['src/ui/writing', ['writing']],
  ['src/ui/sending', ['sending']],
  ['src/server/sending', ['sending', 'journey']],
  ['src/server/domains', ['sending']],
  ['src/server/bounces', ['sending']],
  ['src/server/web', ['trust', 'edges']],
  ['src/server/auth', ['trust', 'edges']],
  ['src/server/stores', ['first-store']],
];

/** Documents and tests of other kinds change nothing that a browser shows. */
const NOT_SHOWN = /^(docs|bench|tests\/(server|servers|unit))\/|\.test\.tsx?$|\.md$/;

/** Names of the browser tests to run for files that were changed; a changed test runs itself. Empty when none is about them. */
export function browserFilesFor(changed: readonly string[]): string[] {
  const files = new Set<string>();
  for (const path of changed) {
    const spec = /^tests\/e2e\/(.+)\.spec\.ts$/.exec(path)?.[1];
    if (spec) files.add(spec);
    else if (!NOT_SHOWN.test(path)) {
      const rows = ABOUT.filter(([prefix]) => path.startsWith(prefix));
      for (const name of rows.length > 0 ? rows.flatMap(([, names]) => names) : ['journey']) files.add(name);
    }
  }
  return [...files].toSorted().map((name) => `${name}.spec`);
}
