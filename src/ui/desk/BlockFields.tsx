'use client';
/** What can be set of a block besides its words. */
import Link from '../parts/Link';
import { placeholdersAt } from '@/core/placeholders';
import { ROWS_MAX } from '@/core/summary';
import type { Block, ColumnsBlock, Link as Target, SimpleBlock } from '@/core/template';
import { safeUrl } from '@/core/text';
import { Check } from '../parts/Check';
import { Field, Pick, Segments } from '../parts/fields';
import { NumberField } from '../parts/NumberField';
import type { BringPicture } from '../parts/bringPicture';
import { PictureInput } from '../parts/PictureInput';
import type { DeskStore } from '@/contract/templates';
import type { SuggestionsAnswer } from '@/contract/suggestions';
import { DiscountFields } from './DiscountFields';
import { SuggestionFields } from './SuggestionFields';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';
import { Said } from '../parts/Said';

const ALIGN = inEachLanguage(
  () =>
    [
      { value: 'start', label: say.start },
      { value: 'centre', label: say.centre },
      { value: 'end', label: say.end },
    ] as const,
);

export interface BlockFieldsProps {
  block: Block;
  moment: string;
  store: DeskStore;
  base: string;
  /** What blocks suggest for the order on the sheet. */
  suggestions: SuggestionsAnswer | undefined;
  orderNumber: string;
  onBlock: (change: Partial<Block>) => void;
  onBring: BringPicture;
  /** An id for a new block within columns. */
  newId: (kind: Block['kind']) => string;
}

export function BlockFields(props: BlockFieldsProps) {
  const { block, moment, store, base, onBlock, onBring, newId } = props;
  switch (block.kind) {
    case 'heading':
      return (
        <>
          <Align value={block.align} onChange={(align) => onBlock({ align })} />
          <Choice label={say.size}>
            <Segments
              label={say.size}
              value={block.size ?? 'headline'}
              choices={[
                { value: 'headline', label: say.headline },
                { value: 'heading', label: say.heading },
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
          <Choice label={say.size}>
            <Segments
              label={say.size}
              value={block.size ?? 'words'}
              choices={[
                { value: 'small', label: say.smallPrint },
                { value: 'words', label: say.words },
                { value: 'lead', label: say.lead },
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
            label={say.asWideAsTheWords}
            on={block.width === 'full'}
            onChange={(full) => onBlock({ width: full ? 'full' : undefined } as Partial<Block>)}
          />
          <Choice label={say.buttonSize}>
            <Segments
              label={say.buttonSize}
              value={block.size ?? 'usual'}
              choices={BUTTON_SIZES}
              onChange={(size) => onBlock({ size: size === 'usual' ? undefined : size } as Partial<Block>)}
            />
          </Choice>
          <Choice label={say.corners}>
            <Segments
              label={say.corners}
              value={block.corners ?? 'look'}
              choices={CORNERS}
              onChange={(corners) => onBlock({ corners: corners === 'look' ? undefined : corners } as Partial<Block>)}
            />
          </Choice>
        </>
      );
    case 'image':
      return <ImageFields {...{ block, moment, store, onBlock, onBring }} />;
    case 'columns':
      return <ColumnsFields {...{ block, onBlock, newId }} />;
    case 'space':
      return (
        <Field label={say.heightInPx}>
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
            label={say.productPictures}
            on={block.pictures ?? store.look.items.pictures}
            onChange={(pictures) => onBlock({ pictures })}
          />
          <Check label={say.amounts} on={block.prices ?? true} onChange={(prices) => onBlock({ prices })} />
          <Check
            label={say.notesUnderEachItem}
            on={block.notes === true}
            onChange={(notes) => onBlock({ notes: notes || undefined } as Partial<Block>)}
          />
          <Check
            label={say.onlyGoodsThatAreShipped}
            on={block.only === 'shippable'}
            onChange={(only) => onBlock({ only: only ? 'shippable' : undefined } as Partial<Block>)}
          />
          <FromLook base={base} part="tables" />
        </>
      );
    case 'totals':
      return (
        <>
          <Check
            label={say.onlyTheTotal}
            on={block.sum === true}
            onChange={(sum) => onBlock({ sum: sum || undefined } as Partial<Block>)}
          />
          <Check
            label={say.includedTax}
            on={block.taxes ?? true}
            onChange={(taxes) => onBlock({ taxes: taxes ? undefined : false } as Partial<Block>)}
          />
          <FromLook base={base} part="tables" />
        </>
      );
    case 'notes':
      return (
        <>
          <Check
            label={say.productNames}
            on={block.names ?? true}
            onChange={(names) => onBlock({ names: names ? undefined : false } as Partial<Block>)}
          />
          <Check
            label={say.lineBesideEach}
            on={block.line ?? true}
            onChange={(line) => onBlock({ line: line ? undefined : false } as Partial<Block>)}
          />
        </>
      );
    case 'addresses':
      return (
        <>
          <Field label={say.shows}>
            {(ids) => (
              <Pick
                id={ids.id}
                value={block.show ?? 'both'}
                choices={[
                  { value: 'both', label: say.bothAddresses },
                  { value: 'delivery', label: say.whereItGoes },
                  { value: 'billing', label: say.whoPays },
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
          label={say.buttonToFollowTheParcel}
          on={block.button ?? true}
          onChange={(button) => onBlock({ button: button ? undefined : false } as Partial<Block>)}
        />
      );
    case 'transfer':
      return (
        <Check
          label={say.codeToScanWithA}
          on={block.code ?? true}
          onChange={(code) => onBlock({ code: code ? undefined : false } as Partial<Block>)}
        />
      );
    case 'suggestions': {
      const { suggestions, orderNumber } = props;
      return <SuggestionFields {...{ block, store, suggestions, orderNumber, onBlock }} />;
    }
    case 'orders':
      return (
        <NumberField
          label={say.mostOrders}
          value={block.most ?? ROWS_MAX}
          min={1}
          max={ROWS_MAX}
          unit=""
          onChange={(most) => onBlock({ most })}
        />
      );
    case 'discount':
      return <DiscountFields block={block} store={store} onBlock={onBlock} />;
    case 'passage':
      return (
        <>
          <Field label={say.passage}>
            {(ids) => (
              <Pick
                id={ids.id}
                value={block.passage}
                choices={[
                  ...(store.passageNames.some((p) => p.id === block.passage)
                    ? []
                    : [{ value: block.passage, label: say.noneChosenYet }]),
                  ...store.passageNames.map((p) => ({ value: p.id, label: p.name })),
                ]}
                onChange={(passage) => onBlock({ passage })}
              />
            )}
          </Field>
          <p className="text-sm text-slate">
            {say.editedOnceItChangesWherever}{' '}
            {store.passages[block.passage] && (
              <Link className="link" href={`${base}/passages/${block.passage}`}>
                {say.editThePassage}
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
        <p className="text-sm text-slate">{say.cleanedOfWhatCouldRun({ name: '{$order.number}', brace: '\\{' })}</p>
      );
    default:
      return <p className="text-sm text-slate">{say.filledFromTheOrder}</p>;
  }
}

function FromLook({ base, part }: { base: string; part: string }) {
  return (
    <p className="text-sm text-slate">
      <Said
        words={say.setInTheLook({})}
        marks={{
          link: (words) => (
            <Link className="link" href={`${base}/look?part=${part}`}>
              {words}
            </Link>
          ),
        }}
      />
    </p>
  );
}

const BUTTON_SIZES = inEachLanguage(
  () =>
    [
      { value: 'small', label: say.smallSize },
      { value: 'usual', label: say.usualSize },
      { value: 'large', label: say.largeSize },
    ] as const,
);
const CORNERS = inEachLanguage(
  () =>
    [
      { value: 'square', label: say.squareCorners },
      { value: 'look', label: say.cornersOfTheLook },
      { value: 'round', label: say.roundCorners },
    ] as const,
);

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
    <Choice label={say.alignment}>
      <Segments label={say.alignment} value={value ?? 'start'} choices={ALIGN} onChange={onChange} />
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
      <Field label={say.leadsTo}>
        {(ids) => (
          <Pick
            id={ids.id}
            value={target === undefined ? 'nowhere' : 'variable' in target ? target.variable : ''}
            choices={[
              ...(none ? [{ value: 'nowhere', label: say.nowhere }] : []),
              ...targets.map((p) => ({ value: p.name, label: p.label })),
              { value: '', label: say.aFixedAddress },
            ]}
            onChange={(variable) => {
              if (variable === 'nowhere') none?.();
              else onTarget(variable === '' ? { url: 'https://' } : { variable });
            }}
          />
        )}
      </Field>
      {url !== undefined && (
        <Field label={common.address} problem={wrong ? say.enterAFullLinkThat : undefined}>
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
        label={say.picture}
        asset={own}
        shown={most}
        onBring={onBring}
        onPicture={({ asset }) => onBlock({ picture: asset, width: Math.min(most, asset.width) })}
      />
      {picture && 'url' in picture && (
        <p className="text-xs break-all text-slate">{say.fetchedFromUrlChooseA({ url: picture.url })}</p>
      )}
      {picture && (
        <Field label={say.shownWidthInPx} hint={say.atMostMostTheWidth({ most })}>
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
      <Choice label={say.alignment}>
        <Segments
          label={say.alignment}
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
      <Choice label={say.columns}>
        <Segments
          label={say.columns}
          value={String(count)}
          choices={[
            { value: '2', label: say.two },
            { value: '3', label: say.three },
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
        <Choice label={say.widths}>
          <Segments
            label={say.widths}
            value={block.split}
            choices={[
              { value: 'even', label: say.even },
              { value: 'narrow-first', label: say.narrowWide },
              { value: 'narrow-last', label: say.wideNarrow },
            ]}
            onChange={(split) => onBlock({ split })}
          />
        </Choice>
      )}
      <p className="text-sm text-slate">{say.onAPhoneTheyStand}</p>
    </>
  );
}
