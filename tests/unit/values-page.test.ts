/** The page of values in docs says what the catalogue says. With LIBELLUS_WRITE_DOCS=1 it is written anew. */
import { readFileSync, writeFileSync } from 'node:fs';
import { valuesPage } from '../../ops/values-page';

const PATH = 'docs/values.md';

it('docs/values.md is what the catalogue makes of it', () => {
  const page = valuesPage();
  if (process.env.LIBELLUS_WRITE_DOCS) writeFileSync(PATH, page);
  expect(readFileSync(PATH, 'utf8')).toBe(page);
});
