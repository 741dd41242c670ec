/** What `package.json` says of modules that only hold something: a bundle leaves out those of which nothing is used. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const { sideEffects } = JSON.parse(readFileSync('package.json', 'utf8')) as { sideEffects: string[] };
const kept = (file: string): boolean =>
  sideEffects.some((entry) => {
    const place = entry.replace(/^\.\//, '');
    return place.endsWith('/**') ? file.startsWith(place.slice(0, -2)) : file === place;
  });

const sources = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.tsx?$/.test(file) && !file.includes('.test.'))
  .map((file) => join('src', file));

/** Modules that some file reads for what they do, and of which it uses nothing. */
const readForWhatTheyDo = sources.flatMap((file) =>
  [...readFileSync(file, 'utf8').matchAll(/^import '@\/([^']+)';/gm)].map(([, name]) => `src/${name}.ts`),
);

it('keeps every module that is read for what it does', () => {
  expect(readForWhatTheyDo.length).toBeGreaterThan(10);
  expect([...new Set(readForWhatTheyDo)].filter((file) => !kept(file))).toEqual([]);
});

it('lets modules of core be left out, but those that register words', () => {
  const core = sources.filter((file) => file.startsWith('src/core/'));
  expect(core.filter(kept)).toEqual(core.filter((file) => readForWhatTheyDo.includes(file)));
});

it('finds no module of core that does something when it is read', () => {
  const does = sources
    .filter((file) => file.startsWith('src/core/'))
    // A statement at the very beginning of a line is the module's own; what it calls there is not its own to change.
    .flatMap((file) =>
      [...readFileSync(file, 'utf8').matchAll(/^(?:for|if|while) \(|^(?:[a-z]\w*\.)*[a-z]\w*\(/gm)].map(
        ([what]) => `${file}: ${what}`,
      ),
    );
  expect(does).toEqual([
    // Of its own environment, which nobody else has.
    'src/core/mapping/query.ts: environment.functionRegister.delete(',
    'src/core/mapping/query.ts: environment.functionRegister.delete(',
  ]);
});
