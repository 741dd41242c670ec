import { SHIPPED_NOTIFICATIONS } from '../shipped/index';
import { readTemplateSource } from './source';
import type { Template } from './schema';

const { template } = SHIPPED_NOTIFICATIONS[0]!;
const pretty = (t: unknown): string => JSON.stringify(t, null, 2);
/** The words of the text that a problem is about. */
const at = (text: string, { from, to }: { from: number; to: number }): string => text.slice(from, to);

describe('a template as JSON', () => {
  it('is read back as it was written, spaces or not, with or without the address of its schema', () => {
    for (const text of [
      pretty(template),
      JSON.stringify(template),
      pretty({ $schema: 'https://x.example/s', ...template }),
    ]) {
      expect(readTemplateSource(text)).toEqual({ template, problems: [] });
    }
  });

  it.each([
    ['nothing', '', 1],
    ['a brace too few', pretty({ a: 1 }).slice(0, -1), 3],
    ['a comma too many', '{\n  "version": 1,\n}', 3],
    ['words', 'Dear customer', 1],
  ])('that is no JSON (%s) is refused at its line, and nothing is taken', (_what, text, line) => {
    const { template: taken, problems } = readTemplateSource(text);
    expect(taken).toBeUndefined();
    expect(problems).toEqual([
      expect.objectContaining({
        message: `Line ${line}: this is not JSON from here on. The template stays as it was.`,
      }),
    ]);
    expect(problems[0]!.to).toBeGreaterThan(problems[0]!.from);
  });

  it('of a newer version says so, and not what else it does not know', () => {
    const { problems } = readTemplateSource(pretty({ ...template, version: 3, mood: 'glad' }));
    expect(problems.map((p) => p.message)).toEqual([
      'This template is of version 3, made by a newer Libellus; this one reads version 1.',
    ]);
  });

  it('has each problem at its own place in the text', () => {
    const blocks = [
      { id: 'a', kind: 'divider' },
      { id: 'b', kind: 'carousel' },
    ] as unknown as Template['blocks'];
    const text = pretty({ ...template, blocks });
    const { problems } = readTemplateSource(text);
    const [kind] = problems;
    expect(at(text, kind!)).toContain('carousel');
    expect(kind!.message).toMatch(/^Line \d+, blocks, 1, kind: /);
    expect(text.split('\n')[Number(/Line (\d+)/.exec(kind!.message)![1]) - 1]).toContain('carousel');
  });

  it('has what is missing at the place where it should be', () => {
    const text = pretty({ ...template, blocks: [{ id: 'a' }] });
    const { problems } = readTemplateSource(text);
    expect(problems.some((p) => at(text, p).includes('"a"'))).toBe(true);
    expect(readTemplateSource('[]').problems[0]!.message).toMatch(/^Line 1, the whole: /);
  });
});
