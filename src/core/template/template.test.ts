import { checker } from '../schema';
import { templateChanges } from './changes';
import { SHIPPED_NOTIFICATIONS } from '../shipped/index';
import { phrasebookFor, PHRASES } from './phrasebook';
import { DEFAULT_PHRASEBOOKS } from './phrasebooks';
import { segmentsOf, TemplateSchema, type Template } from './schema';
import { parseSource, placeholdersOf } from '../text';

const base = (): Template => structuredClone(SHIPPED_NOTIFICATIONS[0]!.template);
const checkTemplate = checker(TemplateSchema);

describe('the schema', () => {
  it.each(SHIPPED_NOTIFICATIONS.map((n) => [n.slug, n.template] as const))(
    'takes the shipped %s',
    (_slug, template) => {
      expect(checkTemplate(template)).toEqual({ ok: true, value: template });
    },
  );

  it.each<[string, (t: Template) => unknown, string]>([
    ['an unknown kind of block', (t) => ({ ...t, blocks: [{ id: 'a', kind: 'carousel' }] }), '/blocks/0/kind'],
    ['an id that could leave its class', (t) => ({ ...t, blocks: [{ id: 'a" x', kind: 'divider' }] }), '/blocks/0/id'],
    ['no blocks', (t) => ({ ...t, blocks: [] }), '/blocks'],
    [
      'five hundred blocks',
      (t) => ({ ...t, blocks: Array.from({ length: 500 }, (_, i) => ({ id: `d${i}`, kind: 'divider' })) }),
      '/blocks',
    ],
    ['a newer version', (t) => ({ ...t, version: 2 }), '/version'],
  ])('refuses %s and names the place', (_what, make, path) => {
    const checked = checkTemplate(make(base()));
    expect(checked.ok ? [] : checked.problems.map((p) => p.path)).toContain(path);
  });
});

describe('segments', () => {
  it('are numbered only when there are several of a kind', () => {
    expect(segmentsOf(base()).map((s) => s.label)).toEqual([
      'Subject',
      'Preheader',
      'Heading',
      'Text 1',
      'Text 2',
      'Text 3',
      'Button',
      'Text 4',
    ]);
  });
});

describe('changes', () => {
  it('are none between equal templates, whatever the order of their fields', () => {
    const other = base();
    other.blocks = other.blocks.map((b) => Object.fromEntries(Object.entries(b).reverse()) as typeof b);
    expect(templateChanges(base(), other)).toEqual([]);
  });

  it('name words by place and language, and blocks by what happened to them', () => {
    const after = base();
    after.words.de!.subject = 'Anders';
    after.blocks = [...after.blocks.filter((b) => b.id !== 'help'), { id: 'line', kind: 'divider' }];
    expect(templateChanges(base(), after).map((c) => [c.kind, c.label, c.language])).toEqual([
      ['removed', 'Text 4', undefined],
      ['added', 'Divider', undefined],
      ['words', 'Subject', 'de'],
    ]);
  });

  it('count a moved block once, not everything it passed', () => {
    const after = base();
    after.blocks = [...after.blocks.slice(1), after.blocks[0]!];
    expect(templateChanges(base(), after).map((c) => [c.kind, c.label])).toEqual([['moved', 'Header']]);
  });
});

describe('the phrasebook', () => {
  it.each(Object.keys(DEFAULT_PHRASEBOOKS))(
    'has every phrase in %s, readable and with the same placeholders',
    (language) => {
      for (const phrase of PHRASES) {
        const parsed = parseSource(phrasebookFor(language)[phrase]);
        const source = parseSource(DEFAULT_PHRASEBOOKS.en[phrase]);
        expect(parsed.ok && source.ok && placeholdersOf(parsed.message)).toEqual(
          source.ok && placeholdersOf(source.message),
        );
      }
    },
  );

  it('puts the store’s own phrases first, and falls back by language', () => {
    expect(phrasebookFor('de-AT', { total: 'Summe' })).toMatchObject({ total: 'Summe', item: 'Artikel' });
    expect(phrasebookFor('fi').item).toBe('Item');
  });
});
