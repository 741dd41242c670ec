'use client';
/** The items table, totals and addresses. */
import type { Look } from '@/core/look';
import { Check } from '../../parts/Check';
import { Segments } from '../../parts/fields';
import { NumberField } from '../../parts/NumberField';
import { changer, Row, type PartProps } from './common';

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
      <Row label="Rows of the items table">
        <Segments
          label="Rows"
          value={items.style}
          choices={[
            { value: 'plain', label: 'plain' },
            { value: 'lined', label: 'lined' },
            { value: 'banded', label: 'banded' },
          ]}
          onChange={(style) => set({ style })}
        />
      </Row>
      <NumberField
        label="Room in rows"
        value={items.room}
        min={2}
        max={32}
        disabled={!editable}
        onChange={(room) => set({ room })}
      />
      <Check label="Product pictures" on={items.pictures} onChange={(pictures) => set({ pictures })} />
      {items.pictures && (
        <NumberField
          label="Size of pictures"
          value={items.pictureSize}
          min={24}
          max={160}
          disabled={!editable}
          onChange={(pictureSize) => set({ pictureSize })}
        />
      )}
      <Check label="Names of columns" on={items.head} onChange={(head) => set({ head })} />
      {column('options', 'Options of a product')}
      {column('sku', 'Stock number')}
      {column('unitPrice', 'Price of one')}
      <Row label="Totals">
        <Segments
          label="Totals"
          value={items.totals}
          choices={[
            { value: 'across', label: 'across the sheet' },
            { value: 'end', label: 'at its end' },
          ]}
          onChange={(totals) => set({ totals })}
        />
      </Row>
      <Row label="Addresses">
        <Segments
          label="Addresses"
          value={addresses.arrangement}
          choices={[
            { value: 'beside', label: 'side by side' },
            { value: 'stacked', label: 'stacked' },
          ]}
          onChange={(arrangement) => setAddresses({ arrangement })}
        />
      </Row>
      <Segments
        label="Address panels"
        value={addresses.panel}
        choices={[
          { value: 'plain', label: 'plain' },
          { value: 'boxed', label: 'boxed' },
        ]}
        onChange={(panel) => setAddresses({ panel })}
      />
    </>
  );
}
