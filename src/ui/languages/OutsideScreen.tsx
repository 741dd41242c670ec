'use client';
/** The translating desk for who came by a link: the same desk, without what needs an account. */
import type { Result } from '@/core/result';
import type { BriefingActions } from '../briefing/BriefingPart';
import { TranslatingScreen, type TranslatingProps } from './TranslatingScreen';
import { say } from '@/words/refusals';

export type OutsideProps = Omit<
  TranslatingProps,
  'briefing' | 'mayEdit' | 'mayPublish' | 'outside' | 'onSuggest' | 'onDrafts' | 'onPublishMany' | 'onPutInUse'
> &
  Pick<BriefingActions, 'onAsk' | 'onTakeBack'>;

/** What an account is needed for; nothing on the screen leads to it. */
const closed = <T,>(): Promise<Result<T>> =>
  Promise.resolve({ ok: false, error: { code: 'forbidden', message: say.notOfThisLink, problems: [] } });

export function OutsideScreen({ onAsk, onTakeBack, ...props }: OutsideProps) {
  return (
    <TranslatingScreen
      {...props}
      outside
      mayEdit
      mayPublish={false}
      briefing={{ author: false, asks: true, onAsk, onTakeBack, onNote: closed, onAnswer: closed }}
      onSuggest={closed}
      onDrafts={closed}
      onPublishMany={closed}
      onPutInUse={closed}
    />
  );
}
