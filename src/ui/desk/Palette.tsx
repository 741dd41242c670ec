'use client';
/** The blocks there are, to be added by a click, by a key, or by dragging them to their place. */
import { momentOf } from '@/core/moments';
import { BLOCK_LABELS, type BlockKind } from '@/core/template';
import { useDragged } from './Dragging';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/desk';

const OF_ORDER: readonly BlockKind[] = [
  'items',
  'totals',
  'addresses',
  'parcel',
  'refund',
  'transfer',
  'notes',
  'downloads',
  'discount',
  'suggestions',
];

const GROUPS: readonly [string, readonly BlockKind[]][] = inEachLanguage(() => [
  [say.wordsAndPictures, ['heading', 'text', 'button', 'image', 'columns', 'divider', 'space', 'html']],
  [say.fromTheOrder, [...OF_ORDER, 'orders']],
  [say.fromTheStore, ['masthead', 'links', 'footer']],
]);

const SHORT: Partial<Record<BlockKind, string>> = inEachLanguage(() => ({
  refund: say.refund,
  notes: say.notes,
  discount: say.discount,
  suggestions: say.suggestions,
}));

/** Blocks that have something to show at a moment. */
function shownAt(kind: BlockKind, moment: string): boolean {
  const { about } = momentOf(moment) ?? { about: 'order' };
  if (kind === 'orders') return about === 'summary';
  return !OF_ORDER.includes(kind) || (about !== 'summary' && about !== 'product');
}

export function Palette({
  moment,
  passages,
  onAdd,
}: {
  moment: string;
  passages: readonly { id: string; name: string }[];
  onAdd: (kind: BlockKind, passage?: string) => void;
}) {
  return (
    <section
      aria-label={say.addABlock}
      className="shrink-0 border-t lg:max-h-[48%] lg:overflow-auto border-rule px-3 py-2"
    >
      {GROUPS.map(([group, all]) => [group, all.filter((kind) => shownAt(kind, moment))] as const)
        .filter(([, kinds]) => kinds.length > 0)
        .map(([group, kinds]) => (
          <div key={group} className="mb-1.5">
            <h3 className="font-serif text-xs text-slate italic">{group}</h3>
            <div className="mt-0.5 flex flex-wrap gap-1">
              {kinds.map((kind) => (
                <Tile key={kind} kind={kind} onAdd={() => onAdd(kind)} />
              ))}
            </div>
          </div>
        ))}
      {passages.length > 0 && (
        <div>
          <h3 className="font-serif text-xs text-slate italic">{say.passages}</h3>
          <div className="mt-0.5 flex flex-wrap gap-1">
            {passages.map((p) => (
              <button key={p.id} type="button" className={TILE} onClick={() => onAdd('passage', p.id)}>
                {p.name}
              </button>
            ))}
          </div>
        </div>
      )}
    </section>
  );
}

const TILE =
  'min-h-6 rounded-control border border-rule bg-sheet px-1.5 py-0.5 text-xs hover:border-petrol hover:bg-petrol-tint';

function Tile({ kind, onAdd }: { kind: BlockKind; onAdd: () => void }) {
  const { ref, listeners } = useDragged(`new ${kind}`, { kind }, false);
  return (
    <button
      ref={ref}
      type="button"
      aria-label={say.addKind({ kind: BLOCK_LABELS[kind] })}
      className={TILE}
      onClick={onAdd}
      {...listeners}
    >
      {SHORT[kind] ?? BLOCK_LABELS[kind]}
    </button>
  );
}
