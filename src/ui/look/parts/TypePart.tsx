'use client';
/** Fonts, sizes, weights, and a web font before them. */
import { FONT_LABELS, type FontStack } from '@/core/look';
import { Check } from '../../parts/Check';
import { Field, Pick, Segments } from '../../parts/fields';
import { NumberField } from '../../parts/NumberField';
import { changer, Row, Text, type PartProps } from './common';
import { say } from '@/words/look';
import { inEachLanguage } from '@/words/speak';

const FONTS = inEachLanguage(() =>
  (Object.keys(FONT_LABELS) as FontStack[]).map((value) => ({ value, label: FONT_LABELS[value] })),
);

export function TypePart(props: PartProps) {
  const { look, editable, onLook } = props;
  const { type } = look;
  const set = changer(props, 'type');
  const web = type.webFont;
  return (
    <>
      <Field label={say.headings}>
        {(ids) => <Pick id={ids.id} value={type.headings} choices={FONTS} onChange={(headings) => set({ headings })} />}
      </Field>
      <Field label={say.words2}>
        {(ids) => <Pick id={ids.id} value={type.words} choices={FONTS} onChange={(words) => set({ words })} />}
      </Field>
      <NumberField
        label={say.headline}
        value={type.headline}
        min={18}
        max={56}
        disabled={!editable}
        onChange={(headline) => set({ headline })}
      />
      <NumberField
        label={say.heading}
        value={type.heading}
        min={13}
        max={36}
        disabled={!editable}
        onChange={(heading) => set({ heading })}
      />
      <NumberField
        label={say.words2}
        value={type.text}
        min={12}
        max={22}
        disabled={!editable}
        onChange={(text) => set({ text })}
      />
      <NumberField
        label={say.smallPrint}
        value={type.small}
        min={10}
        max={17}
        disabled={!editable}
        onChange={(small) => set({ small })}
      />
      <NumberField
        label={say.lineHeight}
        unit="%"
        value={type.lineHeight}
        min={110}
        max={200}
        disabled={!editable}
        onChange={(lineHeight) => set({ lineHeight })}
      />
      <Row label={say.headlineStyle}>
        <Segments
          label={say.headlineStyle}
          value={type.headlineStyle}
          choices={[
            { value: 'upright', label: say.upright },
            { value: 'italic', label: say.italic },
            { value: 'capitals', label: say.capitals },
          ]}
          onChange={(headlineStyle) => set({ headlineStyle })}
        />
      </Row>
      <Row label={say.headlineWeight}>
        <Segments
          label={say.headlineWeight}
          value={type.headlineWeight}
          choices={[
            { value: 'normal', label: say.normal },
            { value: 'bold', label: say.bold },
          ]}
          onChange={(headlineWeight) => set({ headlineWeight })}
        />
      </Row>
      <Check
        label={say.aWebFontBeforeThese}
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
            label={say.nameOfTheFont}
            value={web.family}
            max={60}
            disabled={!editable}
            onChange={(family) => set({ webFont: { ...web, family } }, 'family')}
          />
          <Text
            label={say.addressOfItsStyleSheet}
            value={web.href}
            max={500}
            disabled={!editable}
            problem={/^https:\/\/[^\s"<>]{3,}$/.test(web.href) ? undefined : say.enterALinkThatBegins}
            onChange={(href) => set({ webFont: { ...web, href } }, 'href')}
          />
          <Segments
            label={say.webFontFor}
            value={web.for}
            choices={[
              { value: 'headings', label: say.forHeadings },
              { value: 'all', label: say.forEverything },
            ]}
            onChange={(forWhat) => set({ webFont: { ...web, for: forWhat } })}
          />
        </>
      )}
    </>
  );
}
