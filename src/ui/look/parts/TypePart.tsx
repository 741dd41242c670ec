'use client';
/** Fonts, sizes, weights, and a web font before them. */
import { FONT_LABELS, type FontStack } from '@/core/look';
import { Check } from '../../parts/Check';
import { Field, Pick, Segments } from '../../parts/fields';
import { NumberField } from '../../parts/NumberField';
import { changer, Row, Text, type PartProps } from './common';

const FONTS = (Object.keys(FONT_LABELS) as FontStack[]).map((value) => ({ value, label: FONT_LABELS[value] }));

export function TypePart(props: PartProps) {
  const { look, editable, onLook } = props;
  const { type } = look;
  const set = changer(props, 'type');
  const web = type.webFont;
  return (
    <>
      <Field label="Headings">
        {(ids) => <Pick id={ids.id} value={type.headings} choices={FONTS} onChange={(headings) => set({ headings })} />}
      </Field>
      <Field label="Words">
        {(ids) => <Pick id={ids.id} value={type.words} choices={FONTS} onChange={(words) => set({ words })} />}
      </Field>
      <NumberField
        label="Headline"
        value={type.headline}
        min={18}
        max={56}
        disabled={!editable}
        onChange={(headline) => set({ headline })}
      />
      <NumberField
        label="Heading"
        value={type.heading}
        min={13}
        max={36}
        disabled={!editable}
        onChange={(heading) => set({ heading })}
      />
      <NumberField
        label="Words"
        value={type.text}
        min={12}
        max={22}
        disabled={!editable}
        onChange={(text) => set({ text })}
      />
      <NumberField
        label="Small print"
        value={type.small}
        min={10}
        max={17}
        disabled={!editable}
        onChange={(small) => set({ small })}
      />
      <NumberField
        label="Line height"
        unit="%"
        value={type.lineHeight}
        min={110}
        max={200}
        disabled={!editable}
        onChange={(lineHeight) => set({ lineHeight })}
      />
      <Row label="Headline style">
        <Segments
          label="Headline style"
          value={type.headlineStyle}
          choices={[
            { value: 'upright', label: 'upright' },
            { value: 'italic', label: 'italic' },
            { value: 'capitals', label: 'capitals' },
          ]}
          onChange={(headlineStyle) => set({ headlineStyle })}
        />
      </Row>
      <Row label="Headline weight">
        <Segments
          label="Headline weight"
          value={type.headlineWeight}
          choices={[
            { value: 'normal', label: 'normal' },
            { value: 'bold', label: 'bold' },
          ]}
          onChange={(headlineWeight) => set({ headlineWeight })}
        />
      </Row>
      <Check
        label="A web font before these"
        on={web !== null}
        onChange={(on) =>
          onLook(
            {
              ...look,
              type: { ...type, webFont: on ? { family: 'Bench Serif', href: 'https://', for: 'headings' } : null },
            },
            'web font',
          )
        }
      />
      {web && (
        <>
          <Text
            label="Name of the font"
            value={web.family}
            max={60}
            disabled={!editable}
            onChange={(family) => set({ webFont: { ...web, family } }, 'family')}
          />
          <Text
            label="Address of its style sheet"
            value={web.href}
            max={500}
            disabled={!editable}
            problem={/^https:\/\/[^\s"<>]{3,}$/.test(web.href) ? undefined : 'Enter a link that begins with https://.'}
            onChange={(href) => set({ webFont: { ...web, href } }, 'href')}
          />
          <Segments
            label="Web font for"
            value={web.for}
            choices={[
              { value: 'headings', label: 'for headings' },
              { value: 'all', label: 'for everything' },
            ]}
            onChange={(forWhat) => set({ webFont: { ...web, for: forWhat } })}
          />
        </>
      )}
    </>
  );
}
