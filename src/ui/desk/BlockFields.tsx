'use client';
/** What can be set of a block besides its words. */
import { placeholdersAt } from '@/core/placeholders';
import type { Block } from '@/core/template';
import { safeUrl } from '@/core/text';
import { Field, Pick, Segments } from '../parts/fields';

const ALIGN = [
  { value: 'start', label: 'start' },
  { value: 'centre', label: 'centre' },
  { value: 'end', label: 'end' },
] as const;

export function BlockFields({
  block,
  moment,
  onBlock,
}: {
  block: Block;
  moment: string;
  onBlock: (change: Partial<Block>) => void;
}) {
  switch (block.kind) {
    case 'heading':
    case 'text':
      return (
        <>
          <div>
            <div className="mb-1 text-sm text-slate">Alignment</div>
            <Segments
              label="Alignment"
              value={block.align ?? 'start'}
              choices={ALIGN}
              onChange={(align) => onBlock({ align })}
            />
          </div>
          <div>
            <div className="mb-1 text-sm text-slate">Size</div>
            {block.kind === 'heading' ? (
              <Segments
                label="Size"
                value={block.size ?? 'headline'}
                choices={[
                  { value: 'headline', label: 'headline' },
                  { value: 'heading', label: 'heading' },
                ]}
                onChange={(size) => onBlock({ size })}
              />
            ) : (
              <Segments
                label="Size"
                value={block.size ?? 'words'}
                choices={[
                  { value: 'small', label: 'small print' },
                  { value: 'words', label: 'words' },
                  { value: 'lead', label: 'lead' },
                ]}
                onChange={(size) => onBlock({ size })}
              />
            )}
          </div>
        </>
      );
    case 'button': {
      const targets = placeholdersAt(moment).filter((p) => p.type === 'url');
      const fixed = 'url' in block.target;
      const wrong = 'url' in block.target && block.target.url !== '' && safeUrl(block.target.url) === undefined;
      return (
        <>
          <div>
            <div className="mb-1 text-sm text-slate">Alignment</div>
            <Segments
              label="Alignment"
              value={block.align ?? 'start'}
              choices={ALIGN}
              onChange={(align) => onBlock({ align })}
            />
          </div>
          <Field label="Leads to">
            {(ids) => (
              <Pick
                id={ids.id}
                value={'variable' in block.target ? block.target.variable : ''}
                choices={[
                  ...targets.map((p) => ({ value: p.name, label: p.label })),
                  { value: '', label: 'A fixed address' },
                ]}
                onChange={(variable) => onBlock({ target: variable === '' ? { url: 'https://' } : { variable } })}
              />
            )}
          </Field>
          {fixed && 'url' in block.target && (
            <Field label="Address" problem={wrong ? 'must be complete, with https:// at the beginning' : undefined}>
              {(ids) => (
                <input
                  {...ids}
                  className="input"
                  value={'url' in block.target ? block.target.url : ''}
                  onChange={(e) => onBlock({ target: { url: e.target.value } })}
                />
              )}
            </Field>
          )}
        </>
      );
    }
    case 'items':
      return (
        <>
          <Check label="Product pictures" on={block.pictures ?? true} onChange={(pictures) => onBlock({ pictures })} />
          <Check label="Amounts" on={block.prices ?? true} onChange={(prices) => onBlock({ prices })} />
        </>
      );
    case 'addresses':
      return (
        <Field label="Shows">
          {(ids) => (
            <Pick
              id={ids.id}
              value={block.show ?? 'both'}
              choices={[
                { value: 'both', label: 'both addresses' },
                { value: 'delivery', label: 'where it goes' },
                { value: 'billing', label: 'who pays' },
              ]}
              onChange={(show) => onBlock({ show })}
            />
          )}
        </Field>
      );
    default:
      return (
        <p className="text-sm text-slate">
          {block.kind === 'masthead' || block.kind === 'footer'
            ? 'Comes from the look of the store.'
            : 'Filled from the order.'}
        </p>
      );
  }
}

function Check({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-2 text-sm">
      <input
        type="checkbox"
        className="size-4 accent-petrol"
        checked={on}
        onChange={(e) => onChange(e.target.checked)}
      />
      {label}
    </label>
  );
}
