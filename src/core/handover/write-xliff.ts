/** Texts of a store as an XLIFF 2.1 file for translators. */
import { placeholder } from '../placeholders';
import type { SegmentState } from '../translation';
import { formsOf, type FormOut } from './forms';
import { inlinesOf, notesOf, XLIFF_NAMESPACE, type FileOut, type Flat, type Inline, type UnitOut } from './shape';
import { xml } from './xml';

/** The states of XLIFF 2.1; what it has no word for is said in subState. */
const STATES: Record<SegmentState, string> = {
  missing: 'state="initial"',
  begun: 'state="initial" subState="libellus:begun"',
  same: 'state="initial" subState="libellus:same"',
  changed: 'state="initial" subState="libellus:changed"',
  done: 'state="translated"',
  checked: 'state="reviewed"',
};

/** The whole file. Texts that only their source can express (own HTML, declarations) are not in it. */
export function writeXliff(files: readonly FileOut[], { source, target }: { source: string; target: string }): string {
  const body = files.map((file, i) => fileXml(file, i + 1, target)).join('');
  return `<?xml version="1.0" encoding="UTF-8"?>\n<xliff xmlns="${XLIFF_NAMESPACE}" version="2.1" srcLang="${xml(source)}" trgLang="${xml(target)}">\n${body}</xliff>\n`;
}

function fileXml(file: FileOut, n: number, target: string): string {
  const units = file.units.map((unit) => unitXml(unit, target)).join('');
  if (units === '') return '';
  return `  <file id="f${n}" original="${xml(`${file.kind}:${file.slug}`)}">\n    <notes>\n      <note>${xml(file.name)}</note>\n    </notes>\n${units}  </file>\n`;
}

function unitXml(unit: UnitOut, language: string): string {
  const made = formsOf(unit, language);
  if (!made) return '';
  const { selectors, forms } = made;
  if (selectors.length === 0) return forms.map((form) => formXml(unit, form, unit.label, '    ')).join('');
  const units = forms.map((form) => formXml(unit, form, form.keys.join(' '), '      ')).join('');
  const by = selectors.map((s) => `{$${s.name}} :${s.fn}`).join(', ');
  return `    <group id="${xml(unit.segment)}" name="${xml(unit.label)}" type="libellus:forms">\n      <notes>\n        <note>${xml(by)}</note>\n      </notes>\n${units}    </group>\n`;
}

function formXml(unit: UnitOut, { id, keys, source, inlines, target }: FormOut, name: string, indent: string): string {
  const data = [...inlines, ...(target ? inlinesOf(target) : [])].filter(
    (inline, i, all) => all.findIndex((x) => x.id === inline.id) === i,
  );
  const notes = notesOf(unit);
  const lines = [
    `<unit id="${xml(id)}" name="${xml(name)}"${keys.length > 0 ? ' type="libellus:form"' : ''}>`,
    ...(notes.length > 0 ? ['  <notes>', ...notes.map((note) => `    <note>${xml(note)}</note>`), '  </notes>'] : []),
    ...(data.length > 0
      ? [
          '  <originalData>',
          ...data.map((inline) => `    <data id="d${inline.id}">${xml(codeOf(inline))}</data>`),
          '  </originalData>',
        ]
      : []),
    `  <segment ${STATES[unit.state]}>`,
    `    <source xml:space="preserve">${flatXml(source)}</source>`,
    ...(target ? [`    <target xml:space="preserve">${flatXml(target)}</target>`] : []),
    '  </segment>',
    '</unit>',
  ];
  return lines.map((line) => `${indent}${line}\n`).join('');
}

/** What an inline element is in MessageFormat 2, for those who look. */
function codeOf(inline: Inline): string {
  switch (inline.kind) {
    case 'chip': {
      const { name, fn, options = {} } = inline.piece;
      const said = Object.entries(options).map(([key, value]) => ` ${key}=|${value}|`);
      return `{$${name}${fn ? ` :${fn}` : ''}${said.join('')}}`;
    }
    case 'break':
      return '{#br/}';
    case 'paragraph':
      return `{#${inline.of}}`;
    case 'mark': {
      const { link } = inline.marks;
      return inline.mark === 'link' ? `{#link ${link?.url ?? `$${link?.variable}`}}` : `{#${inline.mark}}`;
    }
  }
}

const PAIRS: Record<string, string> = {
  b: 'type="fmt" subType="xlf:b"',
  i: 'type="fmt" subType="xlf:i"',
  link: 'type="link"',
  p: 'type="other" subType="libellus:p"',
  item: 'type="other" subType="libellus:item"',
  step: 'type="other" subType="libellus:step"',
};

function flatXml(flat: Flat): string {
  return flat
    .map((part) => {
      if (typeof part === 'string') return xml(part);
      const { inline, at } = part;
      if (at === 'close') return '</pc>';
      if (inline.kind === 'chip') {
        const label = placeholder(inline.piece.name)?.label ?? inline.piece.name;
        return `<ph id="${inline.id}" dataRef="d${inline.id}" disp="${xml(label)}" equiv="${xml(`[${label}]`)}"/>`;
      }
      if (inline.kind === 'break') return `<ph id="${inline.id}" dataRef="d${inline.id}" type="fmt" subType="xlf:lb"/>`;
      const kind = inline.kind === 'mark' ? inline.mark : inline.of;
      return `<pc id="${inline.id}" dataRefStart="d${inline.id}" ${PAIRS[kind]}>`;
    })
    .join('');
}
