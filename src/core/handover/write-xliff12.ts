/** Texts of a store as an XLIFF 1.2 file, for tools that know no newer one. */
import { placeholder } from '../placeholders';
import type { SegmentState } from '../translation';
import { formsOf, type FormOut } from './forms';
import { notesOf, XLIFF12_NAMESPACE, type FileOut, type Flat, type UnitOut } from './shape';
import { xml } from './xml';

/** The state of a target in the words of XLIFF 1.2. */
const STATES: Record<Exclude<SegmentState, 'missing'>, string> = {
  begun: 'needs-translation',
  same: 'needs-translation',
  changed: 'needs-review-translation',
  done: 'translated',
  checked: 'signed-off',
};

const PAIRS: Record<string, string> = {
  b: 'bold',
  i: 'italic',
  link: 'link',
  p: 'x-libellus-p',
  item: 'x-libellus-item',
  step: 'x-libellus-step',
};

/** The whole file: a `file` for each message, a `trans-unit` for each form of a text. */
export function writeXliff12(files: readonly FileOut[], languages: { source: string; target: string }): string {
  const { source, target } = languages;
  const body = files
    .map((file) => {
      const units = file.units.map((unit) => unitXml(unit, target)).join('');
      if (units === '') return '';
      return `  <file original="${xml(`${file.kind}:${file.slug}`)}" source-language="${xml(source)}" target-language="${xml(target)}" datatype="x-libellus">\n    <header>\n      <note>${xml(file.name)}</note>\n    </header>\n    <body>\n${units}    </body>\n  </file>\n`;
    })
    .join('');
  return `<?xml version="1.0" encoding="UTF-8"?>\n<xliff version="1.2" xmlns="${XLIFF12_NAMESPACE}">\n${body}</xliff>\n`;
}

function unitXml(unit: UnitOut, language: string): string {
  const made = formsOf(unit, language);
  if (!made) return '';
  const { selectors, forms } = made;
  if (selectors.length === 0) return forms.map((form) => formXml(unit, form, unit.label, '      ')).join('');
  const by = selectors.map((s) => `{$${s.name}} :${s.fn}`).join(', ');
  const units = forms.map((form) => formXml(unit, form, form.keys.join(' '), '        ')).join('');
  return `      <group id="${xml(unit.segment)}" resname="${xml(unit.label)}" restype="x-libellus-forms">\n        <note>${xml(by)}</note>\n${units}      </group>\n`;
}

function formXml(unit: UnitOut, { id, source, target }: FormOut, name: string, indent: string): string {
  const notes = notesOf(unit);
  const state = unit.state === 'missing' ? '' : ` state="${STATES[unit.state]}"`;
  const approved = unit.state === 'checked' ? ' approved="yes"' : '';
  const room = unit.room === undefined ? '' : ` maxwidth="${unit.room}" size-unit="char"`;
  const lines = [
    `<trans-unit id="${xml(id)}" resname="${xml(name)}"${approved}${room} xml:space="preserve">`,
    `  <source>${flatXml(source)}</source>`,
    ...(target ? [`  <target${state}>${flatXml(target)}</target>`] : []),
    ...notes.map((note) => `  <note>${xml(note)}</note>`),
    '</trans-unit>',
  ];
  return lines.map((line) => `${indent}${line}\n`).join('');
}

function flatXml(flat: Flat): string {
  return flat
    .map((part) => {
      if (typeof part === 'string') return xml(part);
      const { inline, at } = part;
      if (at === 'close') return '</g>';
      if (inline.kind === 'chip') {
        const label = placeholder(inline.piece.name)?.label ?? inline.piece.name;
        return `<x id="${inline.id}" ctype="x-libellus-value" equiv-text="${xml(`[${label}]`)}"/>`;
      }
      if (inline.kind === 'break') return `<x id="${inline.id}" ctype="lb"/>`;
      return `<g id="${inline.id}" ctype="${PAIRS[inline.kind === 'mark' ? inline.mark : inline.of]}">`;
    })
    .join('');
}
