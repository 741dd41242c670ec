/** The description of the public interface: linted, and the types of the example's client made from it. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { interfaceProblems, interfaceTypes } from '../../ops/interface';

const TYPES = 'examples/libellus.d.ts';

it('a linter finds nothing wrong with the description', async () => {
  expect(await interfaceProblems()).toEqual([]);
});

it('the types of the client are those of the description (LIBELLUS_WRITE_DOCS=1 writes them anew)', async () => {
  const types = await interfaceTypes();
  if (process.env.LIBELLUS_WRITE_DOCS) writeFileSync(TYPES, types);
  expect(existsSync(TYPES) ? readFileSync(TYPES, 'utf8') : '').toBe(types);
});
