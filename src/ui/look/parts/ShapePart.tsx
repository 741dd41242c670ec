'use client';
/** Measures: width, margin, room, corners, lines. */
import type { Look } from '@/core/look';
import { Check } from '../../parts/Check';
import { NumberField } from '../../parts/NumberField';
import { changer, type PartProps } from './common';
import { say } from '@/words/look';

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
      {field(say.messageWidth, 'width', 320, 800)}
      {field(say.margin, 'margin', 8, 80)}
      {field(say.roomBetweenBlocks, 'room', 50, 200, '%')}
      {field(say.cornersOfButtons, 'radius', 0, 40)}
      {field(say.cornersOfTheSheet, 'sheetRadius', 0, 40)}
      {field(say.lines, 'lineWidth', 0, 6)}
      {field(say.borderOfTheSheet, 'sheetBorder', 0, 8)}
      <Check label={say.shadowUnderTheSheet} on={shape.shadow} onChange={(shadow) => set({ shadow })} />
      <p className="text-xs text-slate">{say.onAPhoneAMessage}</p>
    </>
  );
}
