import { readdirSync } from 'node:fs';
import { browserFilesFor } from '../../ops/changed';

describe('browser tests about a change', () => {
  it.each([
    ['a screen', ['src/ui/routing/RuleForm.tsx'], ['routing.spec']],
    [
      'several screens',
      ['src/ui/look/LookScreen.tsx', 'src/ui/writing/letter.ts'],
      ['by-mouse-and-keys.spec', 'look.spec', 'writing.spec'],
    ],
    ['a test itself', ['tests/e2e/trust.spec.ts'], ['trust.spec']],
    ['what all stand on', ['src/server/db/client.ts'], ['journey.spec']],
    ['words for people only', ['README.md', 'docs/formats.md', 'src/core/text/html.test.ts', 'bench/fill.ts'], []],
  ])('%s', (_what, changed, files) => {
    expect(browserFilesFor(changed)).toEqual(files);
  });

  it('exist', () => {
    const there = readdirSync('tests/e2e');
    const folders = readdirSync('src/ui').map((f) => `src/ui/${f}/Any.tsx`);
    for (const file of browserFilesFor(folders)) expect(there).toContain(`${file}.ts`);
  });
});
