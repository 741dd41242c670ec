'use client';
/** Words in several forms: which one is edited, by what they are chosen, and making and joining them. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import { placeholder, placeholdersAt } from '@/core/placeholders';
import {
  isChosenBy,
  joinForms,
  splitForms,
  toSource,
  type FormDocument,
  type SplitBy,
  type WordsDocument,
} from '@/core/text';
import { say } from '@/words/desk';
import { inSentence as sentence } from '@/words/speak';

export interface FormsProps {
  words: WordsDocument;
  formIndex: number;
  /** The form that the chosen order takes. */
  ownForm: number;
  moment: string;
  language: string;
  editable: boolean;
  onForm: (index: number) => void;
  onSource: (source: string) => void;
}

type Selector = WordsDocument['selectors'][number];

const labelOf = (name: string): string => placeholder(name)?.label ?? name;

/** A label within a sentence: "amount still due", and "IBAN" as it is. */
function inSentence(name: string): string {
  const label = labelOf(name);
  return /^\p{Lu}\p{Lu}/u.test(label) ? label : sentence(label.charAt(0)) + label.slice(1);
}

/** "First name is missing", "Number of items is one": what one key of a form says. */
function keyWords(selector: Selector, key: string, words: WordsDocument): string {
  const label = labelOf(selector.name);
  const said = inSentence(selector.name);
  if (selector.fn !== 'presence') return key === '*' ? say.labelAnyOther({ label }) : `${label}: ${key}`;
  const at = words.selectors.indexOf(selector);
  const others = words.forms.map((f) => f.keys[at]);
  // What is left when the other forms are for one case is the other case.
  const rest = others.includes('present') ? (others.includes('missing') ? '' : 'missing') : 'present';
  if (key === 'present' || (key === '*' && rest === 'present')) return say.withSaid({ said });
  return key === 'missing' ? say.withoutSaid({ said }) : rest === 'missing' ? say.withoutSaid({ said }) : '';
}

/**
 * A form in words. Of values chosen by presence, `*` means a missing one only where no form further up has it with the same other keys;
 * with several values it is said as "any other".
 */
function formWords(form: FormDocument, words: WordsDocument): string {
  const several = words.selectors.length > 1;
  const parts = form.keys.flatMap((key, i) => {
    const selector = words.selectors[i]!;
    if (several && key === '*') return [];
    return keyWords(selector, key, words) || [];
  });
  return parts.length > 0 ? parts.join(', ') : say.anyOtherOrder;
}

const isEmpty = (form: FormDocument): boolean => form.paragraphs.every((p) => p.pieces.length === 0);

export function Forms({ words, formIndex, ownForm, moment, language, editable, onForm, onSource }: FormsProps) {
  const inForms = words.selectors.length > 0;
  const chosen = words.forms[formIndex];
  return (
    <div>
      {inForms && (
        <div role="radiogroup" aria-label={say.form} className="mb-2 flex flex-col border border-rule">
          <div className="border-b border-rule px-2 py-1 text-xs text-slate">{say.otherWordsForOtherOrders}</div>
          {words.forms.map((form, i) => (
            <button
              key={form.keys.join(' ')}
              type="button"
              role="radio"
              aria-checked={i === formIndex}
              className={`px-2 py-1 text-start text-sm ${i === formIndex ? 'bg-petrol-tint font-semibold text-petrol-deep' : 'hover:bg-panel'}`}
              onClick={() => onForm(i)}
            >
              {formWords(form, words)}
              <span className="font-normal text-slate">
                {isEmpty(form) && ` · ${say.formSaysNothing}`}
                {i === ownForm && ` · ${say.formOfThisOrder}`}
              </span>
            </button>
          ))}
        </div>
      )}
      {editable && (
        <div className="flex flex-col items-start text-sm">
          <SplitMenu
            {...{ words, moment }}
            onSplit={(name, by) => onSource(toSource(splitForms(words, name, by, language)))}
          />
          {words.selectors.map((selector, i) => (
            <button
              key={selector.name}
              type="button"
              className="link py-1"
              onClick={() => {
                onForm(0);
                onSource(toSource(joinForms(words, selector.name, chosen?.keys[i] ?? '*')));
              }}
            >
              {say.keepOneFormFor({ placeholder: inSentence(selector.name) })}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

/** Placeholders that words can be split by: those in them first. */
function SplitMenu({
  words,
  moment,
  onSplit,
}: Pick<FormsProps, 'words' | 'moment'> & { onSplit: (name: string, by: SplitBy) => void }) {
  const used = new Set(
    words.forms.flatMap((f) =>
      f.paragraphs.flatMap((p) => p.pieces.flatMap((x) => (x.type === 'chip' ? [x.name] : []))),
    ),
  );
  const choices = placeholdersAt(moment)
    .filter((p) => (p.canBeMissing || p.type === 'number') && !isChosenBy(words, p.name))
    .map((p) => ({ ...p, by: p.type === 'number' ? ('number' as const) : ('presence' as const) }))
    .toSorted((a, b) => Number(used.has(b.name)) - Number(used.has(a.name)));
  if (choices.length === 0) return null;
  return (
    <Menu>
      <MenuButton className="link inline-flex items-center gap-1 py-1">
        {say.sayItAnotherWayWhen} <ChevronDown size={13} aria-hidden />
      </MenuButton>
      <MenuItems
        anchor="bottom start"
        modal={false}
        className="z-40 max-h-80 w-72 overflow-auto rounded-control border border-rule bg-sheet py-1 text-sm shadow-sheet focus:outline-none [--anchor-gap:4px]"
      >
        {choices.map((p) => (
          <MenuItem key={p.name}>
            <button
              type="button"
              className="block w-full px-3 py-1.5 text-start data-focus:bg-petrol-tint"
              onClick={() => onSplit(p.name, p.by)}
            >
              {p.by === 'presence' ? say.labelIsMissing({ label: p.label }) : say.labelIsOneOrMore({ label: p.label })}
              {used.has(p.name) && <span className="text-xs text-slate"> {say.inTheseWords}</span>}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
