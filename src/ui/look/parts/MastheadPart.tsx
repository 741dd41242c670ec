'use client';
/** The head of every message. */
import { Check } from '../../parts/Check';
import { Field, Pick, Segments } from '../../parts/fields';
import { languageName } from '@/core/names';
import { changer, Row, Text, withWords, type LookLanguage, type PartProps } from './common';

export function MastheadPart(props: PartProps & LookLanguage) {
  const { look, editable, language, own } = props;
  const { masthead } = look;
  const set = changer(props, 'masthead');
  return (
    <>
      <Text label="Shop name" value={masthead.name} max={80} disabled={!editable} onChange={(name) => set({ name })} />
      {language === own ? (
        <Text
          label="Strapline"
          value={masthead.strapline}
          max={120}
          disabled={!editable}
          onChange={(strapline) => set({ strapline })}
        />
      ) : (
        <Text
          label={`Strapline, ${languageName(language)}`}
          value={masthead.straplines?.[language] ?? ''}
          placeholder={masthead.strapline}
          max={120}
          disabled={!editable}
          onChange={(words) => set({ straplines: withWords(masthead.straplines, language, words) })}
        />
      )}
      <Field label="Arrangement">
        {(ids) => (
          <Pick
            id={ids.id}
            value={masthead.arrangement}
            choices={[
              { value: 'split', label: 'name and order number at the sides' },
              { value: 'centre', label: 'all in the middle' },
              { value: 'start', label: 'all at the start' },
              { value: 'band', label: 'on a band of the action colour' },
            ]}
            onChange={(arrangement) => set({ arrangement })}
          />
        )}
      </Field>
      <Row label="Place">
        <Segments
          label="Place"
          value={masthead.place}
          choices={[
            { value: 'sheet', label: 'on the sheet' },
            { value: 'above', label: 'above it' },
          ]}
          onChange={(place) => set({ place })}
        />
      </Row>
      <Check label="Order number in it" on={masthead.note} onChange={(note) => set({ note })} />
      <Check label="Line below" on={masthead.line} onChange={(line) => set({ line })} />
    </>
  );
}
