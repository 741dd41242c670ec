'use client';
/** When a summary comes. */
import type { ComponentProps } from 'react';
import { PanelTitle } from '../parts/Page';
import { RhythmFields } from '../parts/RhythmFields';
import { say } from '@/words/notification';

export function RhythmPart(props: ComponentProps<typeof RhythmFields>) {
  return (
    <section aria-label={say.when}>
      <PanelTitle>{say.when}</PanelTitle>
      <RhythmFields {...props} />
    </section>
  );
}
