'use client';
/** One message on a sheet: an order's values in a language, and what the worker needs to render it. */
import { useCallback, useMemo } from 'react';
import type { Audience, MomentDetails } from '@/core/moments';
import { aboutMoment, snapshotOf, withSampleCodes } from '@/core/snapshot';
import { type Order } from '@/core/order';
import { gapsFrom } from '@/core/plan';
import { madeUpFor } from '@/core/placeholders';
import { promisesTo, type Template } from '@/core/template';
import { directionOf, valuesWith, type ValuesAs } from '@/core/text';
import type { RenderParts } from '../bench/useRenderer';
import type { EditingContext } from './editor/WordsEditor';
import { shownProducts } from '@/contract/suggestions';
import type { DeskStore } from '@/contract/templates';
import { useSuggestions, type AskSuggestions } from './useSuggestions';

export interface MessageAbout {
  store: DeskStore;
  moment: string;
  /** Who reads it: a customer without it. */
  reader?: Audience | undefined;
  /** What its messages would be about now; made up without it. */
  details?: MomentDetails | undefined;
  language: string;
  order: Order;
  channelName?: string | undefined;
  /** Milliseconds since the epoch; fixed for a sitting. */
  now: number;
  /** Of the template on the sheet: words can speak of the code that it gives. */
  blocks: Template['blocks'];
  onSuggest: AskSuggestions;
  /** Values that the order is looked at with instead of its own. */
  as?: ValuesAs | undefined;
  /** How often its draft changed other than by typing. */
  turn?: number;
}

export function useMessage({
  store,
  moment,
  reader = 'customer',
  details,
  language,
  order,
  channelName,
  now,
  blocks,
  onSuggest,
  as,
  turn = 0,
}: MessageAbout) {
  const locale = store.locales[language] ?? language;
  const ofOrder = useMemo(
    () =>
      snapshotOf({
        order,
        store: store.facts,
        locale,
        ownLanguage: store.language,
        timeZone: store.timeZone,
        now,
        ...aboutMoment(order, moment),
        ...madeUpFor(moment, { reader }),
        ...(details && { details }),
        ...(channelName && { channelName }),
      }),
    [order, channelName, store.facts, store.language, store.timeZone, locale, now, moment, reader, details],
  );
  const suggestions = useSuggestions(blocks, store.passages, order.number, moment, onSuggest);
  const suggested = useMemo(() => (suggestions ? shownProducts(suggestions.blocks) : undefined), [suggestions]);
  const own = useMemo(() => {
    const promises = promisesTo({ blocks }, store.passages, ofOrder.facts, language);
    const suggesting = suggested ? { ...ofOrder, suggestions: suggested } : ofOrder;
    return withSampleCodes(suggesting, promises, store.codes, now, { locale, currency: store.currency });
  }, [ofOrder, suggested, blocks, store.passages, store.codes, store.currency, language, locale, now]);
  const snapshot = useMemo(() => (as ? { ...own, values: valuesWith(own.values, as) } : own), [own, as]);
  const context: EditingContext = useMemo(
    () => ({ moment, values: snapshot.values, writing: { locale, timeZone: store.timeZone }, turn }),
    [moment, snapshot, locale, store.timeZone, turn],
  );
  const partsFor = useCallback(
    (template: Template): RenderParts => ({
      template,
      look: store.look,
      language,
      locale,
      timeZone: store.timeZone,
      phrases: store.phrases[language] ?? {},
      passages: store.passages,
      sourceLanguage: store.language,
      gaps: gapsFrom(language, { own: store.language, fallbacks: store.fallbacks }),
      facts: store.facts,
      codes: store.codes,
      currency: store.currency,
      order,
      moment,
      reader,
      now,
      ...(details && { details }),
      ...(suggested && { suggestions: suggested }),
      ...(channelName && { channelName }),
      ...(as && { as }),
    }),
    [store, language, locale, order, channelName, now, moment, reader, details, suggested, as],
  );
  return { locale, direction: directionOf(language), snapshot, ownValues: own.values, context, partsFor, suggestions };
}
