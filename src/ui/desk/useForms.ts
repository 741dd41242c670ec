'use client';
/** The forms of the selected words: which one is edited and looked at, where changes go, and what there is to ask about them. */
import { useCallback, useMemo, useState } from 'react';
import { placeholder, placeholderType } from '@/core/placeholders';
import {
  answeredOtherwise,
  formQuestion,
  toSource,
  valuesForForm,
  type FormQuestion,
  type Values,
  type ValuesAs,
  type WordsDocument,
} from '@/core/text';
import { viewSegment, type SegmentView } from './useSegments';

export interface FormsInHand {
  /** Which form is edited. */
  index: number;
  /** Whether a change goes into this form alone, even where all forms say the same. */
  onlyThis: boolean;
  question: FormQuestion | undefined;
  choose: (index: number) => void;
  setOnlyThis: (on: boolean) => void;
  /** Answers the question: as it is now, or the other way. */
  answer: (otherwise: boolean) => void;
  /** Changes the forms themselves, from the words as they stand now. */
  change: (make: (words: WordsDocument) => WordsDocument) => void;
}

interface Sitting {
  key: string;
  words: WordsDocument;
}

export interface FormsOf {
  /** Of the language and the segment. */
  key: string;
  segment: SegmentView | undefined;
  locale: string;
  /** The order's own values, without what they are looked at as. */
  values: Values;
  /** The words' source with all that was typed, where the screen has not caught up yet. */
  latest: () => string;
  onSource: (source: string) => void;
  /** Looks at the message as an order with these values gets it. */
  onLookAs: (as: ValuesAs | undefined) => void;
}

export function useForms({ key, segment, locale, values, latest, onSource, onLookAs }: FormsOf): FormsInHand {
  const words = segment?.words;
  const [chosen, setChosen] = useState<{ key: string; index: number }>();
  const [only, setOnly] = useState<string>();
  const [sitting, setSitting] = useState<Sitting>();
  const same = sitting?.key === key && words && sameForms(sitting.words, words);
  // Another segment, or its forms were split or joined: from here on is asked about what changes.
  if (words && !same) setSitting({ key, words });

  const index =
    chosen?.key === key && chosen.index < (words?.forms.length ?? 1) ? chosen.index : (segment?.ownForm ?? 0);
  const before = same ? sitting.words : undefined;
  const question = useMemo(
    () => (before && words ? formQuestion(before, words, index) : undefined),
    [before, words, index],
  );

  const choose = useCallback(
    (next: number): void => {
      setChosen({ key, index: next });
      if (!words) return;
      const as = valuesForForm(words, next, values, {
        locale,
        typeOf: placeholderType,
        sampleOf: (name) => placeholder(name)?.sample,
      });
      onLookAs(as && Object.keys(as).length > 0 ? as : undefined);
    },
    [key, words, values, locale, onLookAs],
  );

  const wordsNow = (): WordsDocument | undefined => viewSegment(latest(), values, locale).words;

  const answer = (otherwise: boolean): void => {
    const now = wordsNow();
    const asked = before && now && formQuestion(before, now, index);
    if (!now || !asked) return;
    const next = otherwise ? answeredOtherwise(before, now, index, asked) : now;
    setSitting({ key, words: next });
    if (otherwise) onSource(toSource(next));
  };

  const change = (make: (words: WordsDocument) => WordsDocument): void => {
    const now = wordsNow();
    if (now) onSource(toSource(make(now)));
  };

  return {
    index,
    onlyThis: only === key,
    question,
    choose,
    setOnlyThis: (on) => setOnly(on ? key : undefined),
    answer,
    change,
  };
}

const sameForms = (a: WordsDocument, b: WordsDocument): boolean =>
  JSON.stringify([a.selectors, a.forms.map((f) => f.keys)]) ===
  JSON.stringify([b.selectors, b.forms.map((f) => f.keys)]);
