'use client';
/** The items table, totals and addresses. */
import type { Look } from '@/core/look';
import { Check } from '../../parts/Check';
import { Segments } from '../../parts/fields';
import { NumberField } from '../../parts/NumberField';
import { changer, Row, type PartProps } from './common';
import { say } from '@/words/look';

export function TablesPart(props: PartProps) {
  const { look, editable, onLook } = props;
  const { items, addresses } = look;
  const set = changer(props, 'items');
  const setAddresses = changer(props, 'addresses');
  const column = (key: keyof Look['items']['columns'], label: string) => (
    <Check
      label={label}
      on={items.columns[key]}
      onChange={(on) =>
        onLook({ ...look, items: { ...items, columns: { ...items.columns, [key]: on } } }, `column ${key}`)
      }
    />
  );
  return (
    <>
      <Row label={say.rowsOfTheItemsTable}>
        <Segments
          label={say.rows}
          value={items.style}
          choices={[
            { value: 'plain', label: say.plain },
            { value: 'lined', label: say.lined },
            { value: 'banded', label: say.banded },
          ]}
          onChange={(style) => set({ style })}
        />
      </Row>
      <NumberField
        label={say.roomInRows}
        value={items.room}
        min={2}
        max={32}
        disabled={!editable}
        onChange={(room) => set({ room })}
      />
      <Check label={say.productPictures} on={items.pictures} onChange={(pictures) => set({ pictures })} />
      {items.pictures && (
        <NumberField
          label={say.sizeOfPictures}
          value={items.pictureSize}
          min={24}
          max={160}
          disabled={!editable}
          onChange={(pictureSize) => set({ pictureSize })}
        />
      )}
      <Check label={say.namesOfColumns} on={items.head} onChange={(head) => set({ head })} />
      {column('options', say.optionsOfAProduct)}
      {column('sku', say.stockNumber)}
      {column('unitPrice', say.priceOfOne)}
      <Row label={say.totals}>
        <Segments
          label={say.totals}
          value={items.totals}
          choices={[
            { value: 'across', label: say.acrossTheSheet },
            { value: 'end', label: say.atItsEnd },
          ]}
          onChange={(totals) => set({ totals })}
        />
      </Row>
      <Row label={say.addresses}>
        <Segments
          label={say.addresses}
          value={addresses.arrangement}
          choices={[
            { value: 'beside', label: say.sideBySide },
            { value: 'stacked', label: say.stacked },
          ]}
          onChange={(arrangement) => setAddresses({ arrangement })}
        />
      </Row>
      <Segments
        label={say.addressPanels}
        value={addresses.panel}
        choices={[
          { value: 'plain', label: say.plain },
          { value: 'boxed', label: say.boxed },
        ]}
        onChange={(panel) => setAddresses({ panel })}
      />
    </>
  );
}
