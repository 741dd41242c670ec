import fc from 'fast-check';
import { DEFAULT_LOOK } from '@/core/look';
import { STORE, testOrder } from '@/core/testing';
import { changeOf, withChange } from '@/workers/changes';
import { PreviewClient, type PreviewEars } from '@/workers/client';
import type { Question, RenderParts } from '@/workers/protocol';

const base: RenderParts = {
  template: { version: 1, blocks: [{ id: 'a', kind: 'text' }], words: { en: { a: 'One' }, de: { a: 'Eins' } } },
  look: DEFAULT_LOOK,
  language: 'en',
  timeZone: 'Europe/Berlin',
  phrases: {},
  passages: {},
  sourceLanguage: 'en',
  facts: STORE,
  order: testOrder(),
  moment: 'order.placed',
  now: 0,
  codes: { codes: [], series: [] },
  currency: 'EUR',
};

const typed = (words: string): RenderParts => ({
  ...base,
  template: { ...base.template, words: { ...base.template.words, en: { a: words } } },
});

describe('what a worker is told', () => {
  it('is everything at first, and a keystroke’s own words after it', () => {
    expect(changeOf(undefined, base).changed).toMatchObject({ look: DEFAULT_LOOK, order: base.order });
    expect(changeOf(base, typed('Two'))).toEqual({ template: { words: { en: { a: 'Two' } }, goneLanguages: [] } });
    expect(changeOf(base, base)).toEqual({});
  });

  it('makes what is meant out of what it knew, whatever changed', () => {
    const words = fc.dictionary(
      fc.constantFrom('en', 'de', 'fr', 'ar'),
      fc.dictionary(fc.constantFrom('a', 'b'), fc.string({ maxLength: 8 }), { maxKeys: 2 }),
      { maxKeys: 4 },
    );
    const parts = fc.record(
      {
        ...Object.fromEntries(Object.keys(base).map((name) => [name, fc.constant(base[name as keyof RenderParts])])),
        template: fc.record(
          {
            version: fc.constant(1 as const),
            blocks: fc.constantFrom(base.template.blocks, [], [{ id: 'b', kind: 'text' as const }]),
            attachments: fc.constantFrom([{ id: 'f1', kind: 'invoice' }], [{ id: 'f2', kind: 'note' }]),
            sentAs: fc.constantFrom({ textOnly: true }, { fromName: 'The bench' }),
            words,
          },
          { requiredKeys: ['version', 'blocks', 'words'] },
        ),
        language: fc.constantFrom('en', 'de'),
        locale: fc.constantFrom('en-GB', 'de-AT'),
        channelName: fc.string({ maxLength: 5 }),
        check: fc.constantFrom({}, { partOfMessage: true }),
      },
      { requiredKeys: Object.keys(base) as never },
    ) as unknown as fc.Arbitrary<RenderParts>;
    fc.assert(
      fc.property(fc.array(parts, { minLength: 1, maxLength: 6 }), (sitting) => {
        let before: RenderParts | undefined;
        let told: RenderParts | undefined;
        for (const now of sitting) {
          // As it comes over: a copy of its own.
          told = withChange(told, structuredClone(changeOf(before, now)));
          before = now;
          expect(told).toEqual(now);
        }
      }),
    );
  });

  it('cannot begin with a change', () => {
    expect(() => withChange(undefined, { template: { words: {}, goneLanguages: [] } })).toThrow('does not know');
  });
});

describe('asking the worker', () => {
  function office() {
    const started: { asked: Question[]; ears: PreviewEars; ended: boolean }[] = [];
    const client = new PreviewClient((ears) => {
      const one = { asked: [] as Question[], ears, ended: false };
      started.push(one);
      return { ask: (q) => void one.asked.push(q), end: () => void (one.ended = true) };
    });
    return { client, started };
  }

  it('gives each question its own answer, the sheet first', async () => {
    const { client, started } = office();
    const sheets: string[] = [];
    const first = client.render(base, (html) => sheets.push(html));
    const second = client.readTemplate('{}');
    const [{ ears, asked }] = [started[0]!];
    ears.answer({ id: asked[1]!.id, problems: [] });
    ears.answer({ id: asked[0]!.id, sheetFirst: '<p>One' });
    ears.answer({ id: asked[0]!.id, sheet: '<p>One', ms: 1 });
    expect(sheets).toEqual(['<p>One']);
    expect(await second).toMatchObject({ problems: [] });
    expect(await first).toMatchObject({ sheet: '<p>One' });
  });

  it('answers what is open when the worker stops, and tells a new one everything', async () => {
    const { client, started } = office();
    const open = [client.render(base), client.render(typed('Two'))];
    const reading = client.readTemplate('{}');
    started[0]!.ears.failed('out of memory');
    for (const answer of await Promise.all(open)) expect(answer.trouble).toContain('(out of memory)');
    expect((await reading).problems[0]!.message).toContain('is started again');
    expect(started[0]!.ended).toBe(true);
    void client.render(typed('Three'));
    expect(started[1]!.asked[0]).toMatchObject({
      changed: { look: DEFAULT_LOOK },
      template: { blocks: base.template.blocks },
    });
  });

  it('leaves nobody waiting when the screen is left', async () => {
    const { client, started } = office();
    const open = client.render(base);
    client.end();
    expect((await open).trouble).toBe('The screen was left.');
    expect(started).toHaveLength(1);
  });
});
