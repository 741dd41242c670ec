'use client';
/** Measures: width, margin, room, corners, lines. */
import type { Look } from '@/core/look';
import { Check } from '../../parts/Check';
import { NumberField } from '../../parts/NumberField';
import { changer, type PartProps } from './common';

export function ShapePart(props: PartProps) {
  const { look, editable } = props;
  const { shape } = look;
  const set = changer(props, 'shape');
  const field = (label: string, key: Exclude<keyof Look['shape'], 'shadow'>, min: number, max: number, unit = 'px') => (
    <NumberField
      label={label}
      value={shape[key]}
      unit={unit}
      {...{ min, max }}
      disabled={!editable}
      onChange={(value) => set({ [key]: value })}
    />
  );
  return (
    <>
      {field('Message width', 'width', 320, 800)}
      {field('Margin', 'margin', 8, 80)}
      {field('Room between blocks', 'room', 50, 200, '%')}
      {field('Corners of buttons', 'radius', 0, 40)}
      {field('Corners of the sheet', 'sheetRadius', 0, 40)}
      {field('Lines', 'lineWidth', 0, 6)}
      {field('Border of the sheet', 'sheetBorder', 0, 8)}
      <Check label="Shadow under the sheet" on={shape.shadow} onChange={(shadow) => set({ shadow })} />
      <p className="text-xs text-slate">On a phone a message is as wide as the screen, whatever its width here.</p>
    </>
  );
}
