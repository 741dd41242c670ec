'use client';
/** Colours by role, with the contrast of every pair in use. */
import { COLOUR_LABELS, COLOUR_ROLES, contrastPairs } from '@/core/look';
import { Segments } from '../../parts/fields';
import { ColourField } from '../ColourField';
import { Row, type PartProps } from './common';
import { say } from '@/words/look';

export function ColoursPart(props: PartProps) {
  const { look, editable, onLook } = props;
  const pairs = contrastPairs(look);
  return (
    <>
      <div className="flex flex-col gap-1.5">
        {COLOUR_ROLES.map((role) => (
          <ColourField
            key={role}
            label={COLOUR_LABELS[role]}
            value={look.colours[role]}
            disabled={!editable}
            onChange={(colour) => onLook({ ...look, colours: { ...look.colours, [role]: colour } }, `colour ${role}`)}
          />
        ))}
      </div>
      <div>
        <div className="mb-1 text-sm text-slate">{say.contrast}</div>
        <table className="w-full text-xs" data-testid="contrast">
          <thead className="sr-only">
            <tr>
              <th scope="col">{say.colours}</th>
              <th scope="col">{say.contrast}</th>
              <th scope="col">{say.result}</th>
            </tr>
          </thead>
          <tbody>
            {pairs.map((p) => (
              <tr key={p.label} className="border-t border-rule">
                <th scope="row" className="py-1 text-start font-normal">
                  {p.label}
                </th>
                <td className={`py-1 text-end ${p.passes ? '' : 'font-semibold text-madder'}`}>{p.ratio.toFixed(1)}</td>
                <td className="py-1 ps-2">
                  {p.passes ? (
                    say.passes
                  ) : editable ? (
                    <button
                      type="button"
                      className="link"
                      onClick={() => onLook({ ...look, colours: { ...look.colours, [p.role]: p.offer } }, 'contrast')}
                    >
                      {say.useOffer({ offer: p.offer })}
                    </button>
                  ) : (
                    say.needsWanted({ wanted: p.wanted })
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Row label={say.whereMailIsDark}>
        <Segments
          label={say.whereMailIsDark}
          value={look.dark}
          choices={[
            { value: 'adapt', label: say.coloursForIt },
            { value: 'leave', label: say.notSet },
          ]}
          onChange={(dark) => onLook({ ...look, dark }, 'dark')}
        />
      </Row>
    </>
  );
}
