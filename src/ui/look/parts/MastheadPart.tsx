'use client';
/** The head of every message. */
import { Check } from '../../parts/Check';
import { Field, Pick, Segments } from '../../parts/fields';
import { languageName } from '@/core/names';
import { changer, Row, Text, withWords, type LookLanguage, type PartProps } from './common';
import { say } from '@/words/look';

export function MastheadPart(props: PartProps & LookLanguage) {
  const { look, editable, language, own } = props;
  const { masthead } = look;
  const set = changer(props, 'masthead');
  return (
    <>
      <Text
        label={say.shopName}
        value={masthead.name}
        max={80}
        disabled={!editable}
        onChange={(name) => set({ name })}
      />
      {language === own ? (
        <Text
          label={say.strapline}
          value={masthead.strapline}
          max={120}
          disabled={!editable}
          onChange={(strapline) => set({ strapline })}
        />
      ) : (
        <Text
          label={say.straplineLanguageName({ languageName: languageName(language) })}
          value={masthead.straplines?.[language] ?? ''}
          placeholder={masthead.strapline}
          max={120}
          disabled={!editable}
          onChange={(words) => set({ straplines: withWords(masthead.straplines, language, words) })}
        />
      )}
      <Field label={say.arrangement}>
        {(ids) => (
          <Pick
            id={ids.id}
            value={masthead.arrangement}
            choices={[
              { value: 'split', label: say.nameAndOrderNumberAt },
              { value: 'centre', label: say.allInTheMiddle },
              { value: 'start', label: say.allAtTheStart },
              { value: 'band', label: say.onABandOfThe },
            ]}
            onChange={(arrangement) => set({ arrangement })}
          />
        )}
      </Field>
      <Row label={say.place}>
        <Segments
          label={say.place}
          value={masthead.place}
          choices={[
            { value: 'sheet', label: say.onTheSheet },
            { value: 'above', label: say.aboveIt },
          ]}
          onChange={(place) => set({ place })}
        />
      </Row>
      <Check label={say.orderNumberInIt} on={masthead.note} onChange={(note) => set({ note })} />
      <Check label={say.lineBelow} on={masthead.line} onChange={(line) => set({ line })} />
    </>
  );
}
