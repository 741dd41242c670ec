'use client';
/** Words in several forms: which one is edited, by what they are chosen, and making and joining them. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import { placeholdersAt } from '@/core/placeholders';
import {
  isChosenBy,
  joinForms,
  ownWords,
  splitForms,
  type FormDocument,
  type FormQuestion,
  type SplitBy,
  type WordsDocument,
} from '@/core/text';
import { say } from '@/words/desk';
import { inEachLanguage } from '@/words/speak';
import { Segments } from '../parts/fields';
import { formWords, labelInSentence } from '../bench/formWords';
import type { FormsInHand } from './useForms';

export interface FormsProps {
  words: WordsDocument;
  forms: FormsInHand;
  /** The form that the chosen order takes. */
  ownForm: number;
  moment: string;
  language: string;
  editable: boolean;
}

const isEmpty = (form: FormDocument): boolean => form.paragraphs.every((p) => p.pieces.length === 0);

export function Forms({ words, forms, ownForm, moment, language, editable }: FormsProps) {
  const formIndex = forms.index;
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
              onClick={() => forms.choose(i)}
            >
              {formWords(form, words, language)}
              {i === ownForm && <span className="font-normal text-slate"> · {say.formOfThisOrder}</span>}
              <span className="block truncate text-xs font-normal text-slate">
                {isEmpty(form) ? say.formSaysNothing : readable(ownWords(words, i))}
              </span>
            </button>
          ))}
        </div>
      )}
      {inForms && editable && (
        <div className="mb-2 text-sm">
          <p className="mb-1 text-xs text-slate">{say.whatAllFormsSay}</p>
          <Segments
            label={say.whatAllFormsSay}
            value={forms.onlyThis ? 'this' : 'all'}
            choices={[
              { value: 'all', label: say.changesInAllForms },
              { value: 'this', label: say.changesInThisForm },
            ]}
            onChange={(value) => forms.setOnlyThis(value === 'this')}
          />
          {forms.question && <Question question={forms.question} of={words.forms.length} onAnswer={forms.answer} />}
        </div>
      )}
      {editable && (
        <div className="flex flex-col items-start text-sm">
          <SplitMenu
            {...{ words, moment }}
            onSplit={(name, by) => forms.change((now) => splitForms(now, name, by, language))}
          />
          {words.selectors.map((selector, i) => (
            <button
              key={selector.name}
              type="button"
              className="link py-1"
              onClick={() => forms.change((now) => joinForms(now, selector.name, chosen?.keys[i] ?? '*'))}
            >
              {say.keepOneFormFor({ placeholder: labelInSentence(selector.name) })}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

/** Chips in words that are read and not edited: by their label. */
const readable = (text: string): string =>
  text.replace(/\{([^}]*)\}/g, (_, name: string) => `[${labelInSentence(name)}]`);

const QUESTIONS = inEachLanguage(() => ({
  'added here': { said: say.sentenceInThisFormOnly, otherwise: say.sayItInAllForms, stay: say.onlyInThisForm },
  'added everywhere': { said: say.sentenceInAllForms, otherwise: say.onlyInThisForm, stay: say.inAllForms },
  'removed here': { said: say.sentenceGoneHere, otherwise: say.removeItFromAllForms, stay: say.onlyFromThisForm },
  'removed everywhere': { said: say.sentenceGoneEverywhere, otherwise: say.onlyFromThisForm, stay: say.fromAllForms },
}));

/** A sentence came or went: is that meant for this form alone? */
function Question({
  question,
  of,
  onAnswer,
}: {
  question: FormQuestion;
  of: number;
  onAnswer: (otherwise: boolean) => void;
}) {
  const { said, otherwise, stay } = QUESTIONS[question.kind];
  return (
    <div role="status" className="mt-2 border-s-2 border-marigold ps-2">
      <p className="text-sm">{said({ sentence: readable(question.text), n: of })}</p>
      <div className="mt-1 flex flex-wrap gap-x-3">
        <button type="button" className="link py-1" onClick={() => onAnswer(true)}>
          {otherwise}
        </button>
        <button type="button" className="link py-1" onClick={() => onAnswer(false)}>
          {stay}
        </button>
      </div>
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
