'use client';
/** One message on a sheet: an order's values in a language, and what the worker needs to render it. */
import { useCallback, useMemo } from 'react';
import { aboutMoment, snapshotOf } from '@/core/snapshot';
import { type Order } from '@/core/order';
import { madeUpFor } from '@/core/placeholders';
import type { Template } from '@/core/template';
import { directionOf } from '@/core/text';
import type { RenderParts } from '../bench/useRenderer';
import type { EditingContext } from './editor/WordsEditor';
import type { DeskStore } from '@/contract/templates';

export interface MessageAbout {
  store: DeskStore;
  moment: string;
  language: string;
  order: Order;
  channelName?: string | undefined;
  /** Milliseconds since the epoch; fixed for a sitting. */
  now: number;
}

export function useMessage({ store, moment, language, order, channelName, now }: MessageAbout) {
  const locale = store.locales[language] ?? language;
  const snapshot = useMemo(
    () =>
      snapshotOf({
        order,
        store: store.facts,
        locale,
        ownLanguage: store.language,
        timeZone: store.timeZone,
        now,
        ...aboutMoment(order, moment),
        ...madeUpFor(moment),
        ...(channelName && { channelName }),
      }),
    [order, channelName, store.facts, store.language, store.timeZone, locale, now, moment],
  );
  const context: EditingContext = useMemo(
    () => ({ moment, values: snapshot.values, writing: { locale, timeZone: store.timeZone } }),
    [moment, snapshot, locale, store.timeZone],
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
      facts: store.facts,
      order,
      moment,
      now,
      ...(channelName && { channelName }),
    }),
    [store, language, locale, order, channelName, now, moment],
  );
  return { locale, direction: directionOf(language), snapshot, context, partsFor };
}
