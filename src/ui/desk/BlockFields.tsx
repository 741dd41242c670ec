'use client';
/** What can be set of a block besides its words. */
import Link from '../parts/Link';
import { placeholdersAt } from '@/core/placeholders';
import type { Block, ColumnsBlock, Link as Target, SimpleBlock } from '@/core/template';
import { safeUrl } from '@/core/text';
import { Check } from '../parts/Check';
import { Field, Pick, Segments } from '../parts/fields';
import { PictureInput, type BringPicture } from '../parts/PictureInput';
import type { DeskStore } from '@/contract/templates';

const ALIGN = [
  { value: 'start', label: 'start' },
  { value: 'centre', label: 'centre' },
  { value: 'end', label: 'end' },
] as const;

export interface BlockFieldsProps {
  block: Block;
  moment: string;
  store: DeskStore;
  base: string;
  onBlock: (change: Partial<Block>) => void;
  onBring: BringPicture;
  /** An id for a new block within columns. */
  newId: (kind: Block['kind']) => string;
}

export function BlockFields({ block, moment, store, base, onBlock, onBring, newId }: BlockFieldsProps) {
  switch (block.kind) {
    case 'heading':
      return (
        <>
          <Align value={block.align} onChange={(align) => onBlock({ align })} />
          <Choice label="Size">
            <Segments
              label="Size"
              value={block.size ?? 'headline'}
              choices={[
                { value: 'headline', label: 'headline' },
                { value: 'heading', label: 'heading' },
              ]}
              onChange={(size) => onBlock({ size })}
            />
          </Choice>
        </>
      );
    case 'text':
      return (
        <>
          <Align value={block.align} onChange={(align) => onBlock({ align })} />
          <Choice label="Size">
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
          </Choice>
        </>
      );
    case 'button':
      return (
        <>
          <Align value={block.align} onChange={(align) => onBlock({ align })} />
          <TargetFields moment={moment} target={block.target} onTarget={(target) => onBlock({ target })} />
          <Check
            label="As wide as the words above"
            on={block.width === 'full'}
            onChange={(full) => onBlock({ width: full ? 'full' : undefined } as Partial<Block>)}
          />
        </>
      );
    case 'image':
      return <ImageFields {...{ block, moment, store, onBlock, onBring }} />;
    case 'columns':
      return <ColumnsFields {...{ block, onBlock, newId }} />;
    case 'space':
      return (
        <Field label="Height in px">
          {(ids) => (
            <input
              {...ids}
              type="number"
              className="input"
              min={4}
              max={160}
              value={block.height}
              onChange={(e) => onBlock({ height: Math.min(160, Math.max(4, Math.round(Number(e.target.value)) || 4)) })}
            />
          )}
        </Field>
      );
    case 'items':
      return (
        <>
          <Check
            label="Product pictures"
            on={block.pictures ?? store.look.items.pictures}
            onChange={(pictures) => onBlock({ pictures })}
          />
          <Check label="Amounts" on={block.prices ?? true} onChange={(prices) => onBlock({ prices })} />
          <Check
            label="Only goods that are shipped"
            on={block.only === 'shippable'}
            onChange={(only) => onBlock({ only: only ? 'shippable' : undefined } as Partial<Block>)}
          />
          <FromLook base={base} part="tables" />
        </>
      );
    case 'addresses':
      return (
        <>
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
          <FromLook base={base} part="tables" />
        </>
      );
    case 'parcel':
      return (
        <Check
          label="Button to follow the parcel"
          on={block.button ?? true}
          onChange={(button) => onBlock({ button: button ? undefined : false } as Partial<Block>)}
        />
      );
    case 'transfer':
      return (
        <Check
          label="Code to scan with a banking app"
          on={block.code ?? true}
          onChange={(code) => onBlock({ code: code ? undefined : false } as Partial<Block>)}
        />
      );
    case 'discount':
      return (
        <Field label="Code" hint="Checked against the codes of the store">
          {(ids) => (
            <Pick
              id={ids.id}
              value={block.code}
              choices={[
                ...(store.codes.some((c) => c.code === block.code)
                  ? []
                  : [{ value: block.code, label: block.code || 'none chosen yet' }]),
                ...store.codes.map((c) => ({
                  value: c.code,
                  label: c.code,
                  note: c.kind === 'percent' ? `${c.value}%` : `${(c.value / 100).toFixed(2)} ${store.currency}`,
                })),
              ]}
              onChange={(code) => onBlock({ code })}
            />
          )}
        </Field>
      );
    case 'passage':
      return (
        <>
          <Field label="Passage">
            {(ids) => (
              <Pick
                id={ids.id}
                value={block.passage}
                choices={[
                  ...(store.passageNames.some((p) => p.id === block.passage)
                    ? []
                    : [{ value: block.passage, label: 'none chosen yet' }]),
                  ...store.passageNames.map((p) => ({ value: p.id, label: p.name })),
                ]}
                onChange={(passage) => onBlock({ passage })}
              />
            )}
          </Field>
          <p className="text-sm text-slate">
            Edited once, it changes wherever it is used.{' '}
            {store.passages[block.passage] && (
              <Link className="link" href={`${base}/passages/${block.passage}`}>
                Edit the passage
              </Link>
            )}
          </p>
        </>
      );
    case 'links':
      return (
        <>
          <Align value={block.align} onChange={(align) => onBlock({ align })} />
          <FromLook base={base} part="footer" />
        </>
      );
    case 'masthead':
    case 'footer':
      return <FromLook base={base} part={block.kind} />;
    case 'html':
      return (
        <p className="text-sm text-slate">
          Cleaned of what could run or fetch. Placeholders stand in it as {'{$order.number}'}; a brace of its own is
          written \{'{'}.
        </p>
      );
    default:
      return <p className="text-sm text-slate">Filled from the order.</p>;
  }
}

function FromLook({ base, part }: { base: string; part: string }) {
  return (
    <p className="text-sm text-slate">
      Set for all messages in{' '}
      <Link className="link" href={`${base}/look?part=${part}`}>
        the look
      </Link>
      .
    </p>
  );
}

function Choice({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div>
      <div className="mb-1 text-sm text-slate">{label}</div>
      {children}
    </div>
  );
}

function Align({
  value,
  onChange,
}: {
  value: 'start' | 'centre' | 'end' | undefined;
  onChange: (align: 'start' | 'centre' | 'end') => void;
}) {
  return (
    <Choice label="Alignment">
      <Segments label="Alignment" value={value ?? 'start'} choices={ALIGN} onChange={onChange} />
    </Choice>
  );
}

export function TargetFields({
  moment,
  target,
  none,
  onTarget,
}: {
  moment: string;
  target: Target | undefined;
  /** With this, leading nowhere is a choice. */
  none?: () => void;
  onTarget: (target: Target) => void;
}) {
  const targets = placeholdersAt(moment).filter((p) => p.type === 'url');
  const url = target && 'url' in target ? target.url : undefined;
  const wrong = url !== undefined && url !== '' && safeUrl(url) === undefined;
  return (
    <>
      <Field label="Leads to">
        {(ids) => (
          <Pick
            id={ids.id}
            value={target === undefined ? 'nowhere' : 'variable' in target ? target.variable : ''}
            choices={[
              ...(none ? [{ value: 'nowhere', label: 'nowhere' }] : []),
              ...targets.map((p) => ({ value: p.name, label: p.label })),
              { value: '', label: 'A fixed address' },
            ]}
            onChange={(variable) => {
              if (variable === 'nowhere') none?.();
              else onTarget(variable === '' ? { url: 'https://' } : { variable });
            }}
          />
        )}
      </Field>
      {url !== undefined && (
        <Field label="Address" problem={wrong ? 'Enter a full link that begins with https://.' : undefined}>
          {(ids) => (
            <input {...ids} className="input" value={url} onChange={(e) => onTarget({ url: e.target.value })} />
          )}
        </Field>
      )}
    </>
  );
}

function ImageFields({
  block,
  moment,
  store,
  onBlock,
  onBring,
}: Pick<BlockFieldsProps, 'moment' | 'store' | 'onBlock' | 'onBring'> & {
  block: Extract<SimpleBlock, { kind: 'image' }>;
}) {
  const { picture } = block;
  const most = store.look.shape.width - 2 * store.look.shape.margin;
  const own = picture && 'path' in picture ? picture : undefined;
  return (
    <>
      <PictureInput
        label="Picture"
        asset={own}
        shown={most}
        onBring={onBring}
        onPicture={({ asset }) => onBlock({ picture: asset, width: Math.min(most, asset.width) })}
      />
      {picture && 'url' in picture && (
        <p className="text-xs break-all text-slate">Fetched from {picture.url}. Choose a picture to have it here.</p>
      )}
      {picture && (
        <Field label="Shown width in px" hint={`At most ${most}, the width of the words`}>
          {(ids) => (
            <input
              {...ids}
              type="number"
              className="input"
              min={16}
              max={most}
              value={block.width ?? most}
              onChange={(e) =>
                onBlock({ width: Math.min(most, Math.max(16, Math.round(Number(e.target.value)) || 16)) })
              }
            />
          )}
        </Field>
      )}
      <Choice label="Alignment">
        <Segments
          label="Alignment"
          value={block.align ?? 'centre'}
          choices={ALIGN}
          onChange={(align) => onBlock({ align })}
        />
      </Choice>
      <TargetFields
        moment={moment}
        target={block.target}
        none={() => onBlock({ target: undefined } as Partial<Block>)}
        onTarget={(target) => onBlock({ target })}
      />
    </>
  );
}

function ColumnsFields({
  block,
  onBlock,
  newId,
}: Pick<BlockFieldsProps, 'onBlock' | 'newId'> & { block: ColumnsBlock }) {
  const count = block.columns.length;
  return (
    <>
      <Choice label="Columns">
        <Segments
          label="Columns"
          value={String(count)}
          choices={[
            { value: '2', label: 'two' },
            { value: '3', label: 'three' },
          ]}
          onChange={(n) => {
            if (Number(n) === count) return;
            // What stood in the third column goes to the end of the second: nothing is lost.
            const [a = [], b = [], c = []] = block.columns;
            onBlock({
              columns: n === '3' ? [a, b, [{ id: newId('text'), kind: 'text' }]] : [a, [...b, ...c]],
              ...(n === '3' && { split: 'even' }),
            } as Partial<Block>);
          }}
        />
      </Choice>
      {count === 2 && (
        <Choice label="Widths">
          <Segments
            label="Widths"
            value={block.split}
            choices={[
              { value: 'even', label: 'even' },
              { value: 'narrow-first', label: 'narrow, wide' },
              { value: 'narrow-last', label: 'wide, narrow' },
            ]}
            onChange={(split) => onBlock({ split })}
          />
        </Choice>
      )}
      <p className="text-sm text-slate">On a phone they stand below each other.</p>
    </>
  );
}
